import { defineStore } from 'pinia'
import { offsetOf } from '#core/brief/read'
import { openingFor } from '#core/arrivals/incoming'
import type { BriefDocument } from '#core/brief/document'
import type { Opening } from '#core/arrivals/incoming'
import type { StepKey } from '#shared/steps'
import type { BriefAnswer, Role, StoredRoster } from '#shared/answers'

/** The brief that lies open. */
export const useBrief = defineStore('brief', () => {
  const current = ref<BriefAnswer | null>(null)
  const jobs = useJobs()
  /** What is asked was changed here and is not saved. */
  const unsaved = ref(false)
  const open = () => ({ id: current.value?.id ?? '' })

  /** The brief and the turn that were asked for last, and the turn whose answer is shown: an answer that comes late replaces no newer one. */
  const turns = { id: '', asked: 0, shown: 0 }
  async function load(id: string) {
    const turn = ++turns.asked
    turns.id = id
    if (current.value?.id !== id) current.value = null
    const answer = await api('GET /api/briefs/:id', { id })
    if (turn < turns.shown || turns.id !== id) return
    turns.shown = turn
    current.value = answer
    const { draft, document } = answer
    unsaved.value = readDraft(id) !== null || (draft !== null && JSON.stringify(draft.document) !== JSON.stringify(document))
  }

  async function reload() {
    if (current.value) await load(current.value.id)
  }

  /** `keep`: files received before keep the earlier rule; `draft`: it was one, and is none any more. */
  async function saveDocument(document: BriefDocument, { keep = false, draft = false } = {}) {
    const query = { keep: keep ? 'earlier' as const : undefined, base: current.value?.version ?? 0 }
    await api('PUT /api/briefs/:id/document', { ...open(), body: document, query })
    if (draft) await dropChanges()
    await reload()
  }

  let keeping: Promise<unknown> = Promise.resolve()
  /** What is kept and what is dropped reach the server in the order they were done, however slow the way is. */
  function inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = keeping.then(work)
    keeping = done.catch(() => undefined)
    return done
  }
  /** @param at - when the changes were made */
  function keepChanges(document: BriefDocument, at: string) {
    const request = { ...open(), body: { base: current.value?.version ?? null, document, at } }
    return inTurn(() => api('PUT /api/briefs/:id/draft', request))
  }
  function dropChanges() {
    const request = open()
    return inTurn(() => api('DELETE /api/briefs/:id/draft', request))
  }
  const beHere = (step: StepKey) =>
    api('POST /api/briefs/:id/here', { ...open(), body: { step, changing: unsaved.value } })

  const readRoot = (root: string, asIs: boolean) => api('PATCH /api/briefs/:id/roots', { ...open(), body: { root, asIs } })

  async function saveRoster(roster: StoredRoster) {
    await api('PUT /api/briefs/:id/roster', { ...open(), body: roster })
    await reload()
  }

  const log = () => api('GET /api/briefs/:id/log', open())

  /** Whether this account may change anything of the brief, and whether it is the owner's. */
  const mayChange = computed(() => current.value !== null && current.value.role !== 'reader')
  const owns = computed(() => current.value?.role === 'owner')

  /** Checks now; with very many files it is long work, and this waits for it. */
  async function check(): Promise<void> {
    const { jobId } = await api('POST /api/briefs/:id/checks', open())
    if (jobId) await jobs.follow<'check'>(jobId)
    await reload()
  }

  const letCount = async (intakeId: string, counts: boolean) => {
    await api('PATCH /api/intakes/:id', { id: intakeId, body: { counts } })
    await reload()
  }
  const members = () => api('GET /api/briefs/:id/members', open())
  const share = (mail: string, role: Role) => api('PUT /api/briefs/:id/members', { ...open(), body: { mail, role } })
  const takeBackOffer = (offer: string) => api('DELETE /api/briefs/:id/offers/:offer', { ...open(), offer })
  const erase = (holder: string) => api('DELETE /api/briefs/:id/people/:holder', { ...open(), holder })
  const endShare = (member: string) => api('DELETE /api/briefs/:id/members/:member', { ...open(), member })

  /** What is opened where files are taken, and how names and times in it are read: what is asked for itself stays whole. */
  const opening = computed((): Opening => {
    const { document, roster } = current.value ?? {}
    return openingFor(document?.requirements ?? [], offsetOf(document?.due) ?? -new Date().getTimezoneOffset(), roster?.people ?? [])
  })

  /** Where the brief's times are meant. */
  const zone = computed(() => current.value?.document?.zone ?? null)

  /** What still blocks each step; empty where nothing does. */
  const blocks = computed(() => {
    const people = current.value?.roster?.people.length ?? 0
    const requirements = current.value?.document?.requirements.length ?? 0
    const who = people === 0 ? 'nobody yet' : ''
    const ask = requirements === 0 ? 'nothing yet' : ''
    const came = current.value?.arrivedAt || current.value?.intakes.some(intake => !intake.replacedAt)
    const receive = came ? '' : 'nothing yet'
    const check = who || ask ? 'needs a list and a rule' : ''
    const follow = current.value?.check ? '' : 'not checked yet'
    return { 'who': who, 'ask': ask, 'receive': receive, 'check': check, 'follow-up': follow }
  })

  return {
    current, keepChanges, dropChanges, beHere,
    unsaved, mayChange, owns, log, blocks, opening, zone, load, reload, saveDocument, saveRoster, readRoot, check, letCount, members, share,
    takeBackOffer, erase, endShare,
  }
})
