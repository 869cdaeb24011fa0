import { defineStore } from 'pinia'
import type { ReportSummary } from '#core/checking/report'

/** One brief as it lies on the desk. */
export interface DeskBrief {
  id: string
  title: string
  role: string
  atHand: boolean
  due: string | null
  zone: string | null
  people: number
  requirements: number
  summary: ReportSummary | null
  checkedAt: string | null
}

/** What was found over all briefs. */
export interface Found {
  briefs: { id: string, title: string }[]
  people: { briefId: string, title: string, holder: string, name: string, group: string }[]
  files: { briefId: string, title: string, path: string, root: string, receivedAt: string }[]
}

export const useDesk = defineStore('desk', () => {
  const briefs = ref<DeskBrief[]>([])
  const loaded = ref(false)

  async function load() {
    briefs.value = await api<DeskBrief[]>('/api/briefs')
    loaded.value = true
  }

  const make = (title: string, document?: unknown) => api<{ id: string }>('/api/briefs', { method: 'POST', body: document === undefined ? { title } : { title, document } })

  const copy = (id: string, order: { title: string, due: string | null, samePeople: boolean }) => api<{ id: string }>(`/api/briefs/${id}/copy`, { method: 'POST', body: order })

  async function keepAtHand(brief: DeskBrief) {
    await api(`/api/briefs/${brief.id}`, { method: 'PATCH', body: { atHand: !brief.atHand } })
    await load()
  }

  async function remove(id: string) {
    await api(`/api/briefs/${id}`, { method: 'DELETE' })
    await load()
  }

  const search = (text: string) => api<Found>('/api/search', { query: { for: text } })

  return { briefs, loaded, search, load, make, copy, keepAtHand, remove }
})
