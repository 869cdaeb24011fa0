import { defineStore } from 'pinia'
import type { DeskBrief } from '#shared/answers'

export const useDesk = defineStore('desk', () => {
  const briefs = ref<DeskBrief[]>([])
  const loaded = ref(false)

  async function load() {
    briefs.value = await api('GET /api/briefs')
    loaded.value = true
  }

  const make = (title: string, document?: NonNullable<unknown>) => api('POST /api/briefs', { body: { title, document } })

  const copy = (id: string, order: { title: string, due: string | null, samePeople: boolean }) => api(
    'POST /api/briefs/:id/copy', { id, body: order },
  )

  async function keepAtHand(brief: DeskBrief) {
    await api('PATCH /api/briefs/:id', { id: brief.id, body: { atHand: !brief.atHand } })
    await load()
  }

  async function remove(id: string) {
    await api('DELETE /api/briefs/:id', { id })
    await load()
  }

  const search = (text: string) => api('GET /api/search', { query: { for: text } })

  return { briefs, loaded, search, load, make, copy, keepAtHand, remove }
})
