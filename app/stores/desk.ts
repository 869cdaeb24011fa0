import { defineStore } from 'pinia'
import type { CopyOrder } from '#core/rules/copy-brief'
import type { DeletedBrief, DeskBrief, ShareOffer } from '#shared/answers'

export const useDesk = defineStore('desk', () => {
  const briefs = ref<DeskBrief[]>([])
  /** Briefs this account is asked to take part in. */
  const offers = ref<ShareOffer[]>([])
  /** Own briefs that were deleted and can still be taken back. */
  const deleted = ref<DeletedBrief[]>([])
  const loaded = ref(false)

  async function load() {
    ;[briefs.value, offers.value, deleted.value] = await Promise.all([
      api('GET /api/briefs'), api('GET /api/offers'), api('GET /api/briefs/deleted'),
    ])
    loaded.value = true
  }

  const make = (title: string, document?: NonNullable<unknown>) => api('POST /api/briefs', { body: { title, document } })

  const copy = (id: string, order: CopyOrder) => api(
    'POST /api/briefs/:id/copy', { id, body: order },
  )

  const documentOf = async (id: string) => (await api('GET /api/briefs/:id', { id })).document

  async function keepAtHand(brief: DeskBrief) {
    await api('PATCH /api/briefs/:id', { id: brief.id, body: { atHand: !brief.atHand } })
    await load()
  }

  async function remove(id: string) {
    await api('DELETE /api/briefs/:id', { id })
    await load()
  }

  async function restore(id: string) {
    await api('POST /api/briefs/:id/restore', { id })
    await load()
  }

  async function answerOffer(id: string, takes: boolean) {
    await (takes ? api('POST /api/offers/:id', { id }) : api('DELETE /api/offers/:id', { id }))
    await load()
  }

  const search = (text: string) => api('GET /api/search', { query: { for: text } })

  return { briefs, offers, deleted, loaded, restore, answerOffer, search, load, make, copy, documentOf, keepAtHand, remove }
})
