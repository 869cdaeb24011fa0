import { defineStore } from 'pinia'
import type { DoorSettings } from '#shared/answers'

/** A brief's door, for its coordinator. */
export const useDoorKeeping = defineStore('door-keeping', () => {
  const look = (id: string) => api('GET /api/briefs/:id/door', { id })
  const set = (id: string, settings: DoorSettings) => api('PUT /api/briefs/:id/door', { id, body: settings })
  const give = (id: string, people: string[] | null) => api('POST /api/briefs/:id/door/links', { id, body: { people } })
  const revoke = (id: string, person: string) => api('DELETE /api/briefs/:id/door/links/:person', { id, person })
  const setCommon = (id: string, wanted: boolean) => api('PUT /api/briefs/:id/door/common', { id, body: { wanted } })
  return { look, set, give, revoke, setCommon }
})
