import { defineStore } from 'pinia'
import { offsetOf } from '#core/brief/read'
import { openingFor } from '#core/arrivals/incoming'
import type { BriefDocument } from '#core/brief/document'
import type { Person } from '#core/roster/types'
import type { Opening } from '#core/arrivals/incoming'

export interface ListedPerson extends Person { from?: string | null, until?: string | null }
export interface IntakeInfo { id: string, root: string, keeps: boolean, files: number, bytes: number, statedAt: string | null, completedAt: string, replacedAt: string | null, asIs: boolean }

/** Somebody who works on a brief. */
export interface Member { id: string, name: string, mail: string, role: 'owner' | 'checker' | 'reader', self: boolean }

interface BriefAnswer {
  id: string
  title: string
  role: 'owner' | 'checker' | 'reader'
  document: BriefDocument | null
  roster: { people: ListedPerson[], columns: string[] } | null
  intakes: IntakeInfo[]
  check: { id: string, checkedAt: string, stale: boolean } | null
}

/** The brief that lies open. */
export const useBrief = defineStore('brief', () => {
  const current = ref<BriefAnswer | null>(null)
  const jobs = useJobs()

  async function load(id: string) {
    if (current.value?.id !== id) current.value = null
    current.value = await api<BriefAnswer>(`/api/briefs/${id}`)
  }

  async function reload() {
    if (current.value) await load(current.value.id)
  }

  /** `keep`: files received before keep the earlier rule. */
  async function saveDocument(document: BriefDocument, keep: boolean) {
    await api(`/api/briefs/${current.value?.id}/document`, { method: 'PUT', body: document, ...(keep ? { query: { keep: 'earlier' } } : {}) })
    await reload()
  }

  const readRoot = (root: string, asIs: boolean) => api(`/api/briefs/${current.value?.id}/roots`, { method: 'PATCH', body: { root, asIs } })

  async function saveRoster(people: ListedPerson[], columns: string[]) {
    await api(`/api/briefs/${current.value?.id}/roster`, { method: 'PUT', body: { people, columns } })
    await reload()
  }

  /** Checks now; with very many files it is long work, and this waits for it. */
  async function check(): Promise<void> {
    const { jobId } = await api<{ id?: string, jobId?: string }>(`/api/briefs/${current.value?.id}/checks`, { method: 'POST', body: {} })
    if (jobId) await jobs.follow<'check'>(jobId)
    await reload()
  }

  const letCount = async (intakeId: string, counts: boolean) => {
    await api(`/api/intakes/${intakeId}`, { method: 'PATCH', body: { counts } })
    await reload()
  }
  const members = () => api<Member[]>(`/api/briefs/${current.value?.id}/members`)
  const share = (mail: string, role: Member['role']) => api(`/api/briefs/${current.value?.id}/members`, { method: 'PUT', body: { mail, role } })
  const endShare = (id: string) => api(`/api/briefs/${current.value?.id}/members/${id}`, { method: 'DELETE' })

  /** What is opened where files are taken, and how names and times in it are read: what is asked for itself stays whole. */
  const opening = computed((): Opening => {
    const { document, roster } = current.value ?? {}
    return openingFor(document?.requirements ?? [], offsetOf(document?.due) ?? -new Date().getTimezoneOffset(), roster?.people ?? [])
  })

  /** What still blocks each step; empty where nothing does. */
  const blocks = computed(() => {
    const people = current.value?.roster?.people.length ?? 0
    const requirements = current.value?.document?.requirements.length ?? 0
    const who = people === 0 ? 'nobody yet' : ''
    const ask = requirements === 0 ? 'nothing yet' : ''
    const receive = (current.value?.intakes.some(intake => !intake.replacedAt) ?? false) ? '' : 'nothing yet'
    const check = who || ask ? 'needs a list and a rule' : ''
    const follow = current.value?.check ? '' : 'not checked yet'
    return { 'who': who, 'ask': ask, 'receive': receive, 'check': check, 'follow-up': follow }
  })

  return { current, blocks, opening, load, reload, saveDocument, saveRoster, readRoot, check, letCount, members, share, endShare }
})
