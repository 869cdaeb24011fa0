import { defineStore } from 'pinia'
import type { DoorSettings } from '#shared/answers'

/** A brief's door, for its coordinator. */
export const useDoorKeeping = defineStore('door-keeping', () => {
  const look = (id: string) => api('GET /api/briefs/:id/door', { id })
  const set = (id: string, settings: DoorSettings) => api('PUT /api/briefs/:id/door', { id, body: settings })
  const give = (id: string, people: string[] | null) => api('POST /api/briefs/:id/door/links', { id, body: { people } })
  const revoke = (id: string, person: string) => api('DELETE /api/briefs/:id/door/links/:person', { id, person })
  const setCommon = (id: string, wanted: boolean) => api('PUT /api/briefs/:id/door/common', { id, body: { wanted } })
  const reminders = (id: string) => api('GET /api/briefs/:id/reminders', { id })
  const remind = (id: string, beforeMinutes: number) => api('POST /api/briefs/:id/reminders', { id, body: { beforeMinutes } })
  const stopReminder = (id: string, reminder: string) => api('DELETE /api/briefs/:id/reminders/:reminder', { id, reminder })
  const leaflets = (id: string) => api('GET /api/briefs/:id/leaflets', { id })
  const tryLeaflet = (id: string, person: string) => api('POST /api/briefs/:id/leaflets/try', { id, body: { person } })
  const jobs = useJobs()
  /** Sends leaflets and waits until they are out. */
  async function sendLeaflets(id: string, people: string[], again: boolean) {
    const { jobId, notSent } = await api('POST /api/briefs/:id/leaflets/send', { id, body: { people, again } })
    const result = jobId ? (await jobs.follow<'mail'>(jobId)).result : null
    return { sent: result?.sent ?? 0, failed: result?.failed ?? 0, notSent }
  }
  const putStart = (id: string, file: File) => api('PUT /api/briefs/:id/start', { id, query: { name: file.name }, body: file })
  const dropStart = (id: string) => api('DELETE /api/briefs/:id/start', { id })
  const fetchStart = async (id: string) => await api('GET /api/briefs/:id/start', { id }) as Blob
  return { putStart, dropStart, fetchStart, reminders, remind, stopReminder, leaflets, tryLeaflet, sendLeaflets, look, set, give, revoke, setCommon }
})
