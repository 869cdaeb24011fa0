import { defineStore } from 'pinia'
import type { HandsOn, PlaceOrder } from '#shared/places'

/** Where files of a brief are looked for. */
export const usePlaces = defineStore('places', () => {
  const jobs = useJobs()
  const list = (id: string) => api('GET /api/briefs/:id/places', { id })
  const tryOut = (id: string, body: PlaceOrder) => api('POST /api/briefs/:id/places/try', { id, body })
  const add = (id: string, body: PlaceOrder) => api('POST /api/briefs/:id/places', { id, body })
  const set = (id: string, place: string, body: Pick<PlaceOrder, 'keeps' | 'everyMinutes'>) =>
    api('PUT /api/briefs/:id/places/:place', { id, place, body })
  const remove = (id: string, place: string) => api('DELETE /api/briefs/:id/places/:place', { id, place })
  const scan = (id: string, place: string) => api('POST /api/briefs/:id/places/:place/scan', { id, place })
  const handOn = (id: string, place: string, body: HandsOn) => api('POST /api/briefs/:id/places/:place/hand-on', { id, place, body })
  /** Follows a scan to its end. */
  const follow = (jobId: string) => jobs.follow<'scan'>(jobId)
  return { list, tryOut, add, set, remove, scan, handOn, follow }
})
