import { proxy, wrap } from 'comlink'
import { defineStore } from 'pinia'
import type { CopyPart } from '#shared/jobs'
import type { Round } from '#core/reporting/rounds'
import type { CopyPlan, CopyWorker } from '~/workers/copy'
import type { Opening } from '#core/arrivals/incoming'

export interface PreparedSlip { subject: string, text: string, open: boolean, holder: string, group: boolean, name: string, addresses: string[], sentAt: string | null }
export interface SentSlip { id: string, holder: string, address: string, subject: string, body: string, state: 'waiting' | 'sending' | 'sent' | 'failed', problem: string | null, at: string }
export interface RoundAnswer extends Round { before: { id: string, checkedAt: string } | null, people: { came: string[], left: string[] } }
export interface Figures {
  arrivals: { hour: string, files: number }[]
  checks: { id: string, checkedAt: string, codes: Record<string, number> }[]
  mistakes: { requirement: string, code: string, findings: number, holders: number }[]
}
export interface PieceHistory { checkId: string, checkedAt: string, status: string, late: boolean, path: string | null, sha256: string | null }

/** What comes after a check: rounds, slips, the corrected copy. */
export const useFollowUp = defineStore('follow-up', () => {
  const jobs = useJobs()

  const slips = (checkId: string) => api<{ slips: PreparedSlip[], canSend: boolean }>(`/api/checks/${checkId}/slips`)
  const sent = (briefId: string) => api<SentSlip[]>(`/api/briefs/${briefId}/sent`)
  const round = (checkId: string, against?: string) => api<RoundAnswer>(`/api/checks/${checkId}/round`, { query: against ? { against } : {} })
  const checks = (briefId: string) => api<{ id: string, checkedAt: string }[]>(`/api/briefs/${briefId}/checks`)
  const figures = (checkId: string) => api<Figures>(`/api/checks/${checkId}/figures`)
  const history = (checkId: string, holder: string, requirement: string, n: number | null) =>
    api<PieceHistory[]>(`/api/checks/${checkId}/history`, { query: { holder, requirement, ...(n === null ? {} : { n }) } })

  /** Sends slips and waits until they are out. */
  async function send(checkId: string, holders: string[], again: boolean): Promise<{ sent: number, failed: number, notSent: { name: string, why: string }[] }> {
    const { jobId, notSent } = await api<{ jobId: string | null, notSent: { name: string, why: string }[] }>(`/api/checks/${checkId}/slips/send`, { method: 'POST', body: { holders, again } })
    const result = jobId ? (await jobs.follow<'mail'>(jobId)).result : null
    return { sent: result?.sent ?? 0, failed: result?.failed ?? 0, notSent }
  }

  /** Makes the corrected copy and lists its archives. */
  async function copy(checkId: string): Promise<{ jobId: string, files: number, leftOut: number, parts: CopyPart[] }> {
    const { jobId } = await api<{ jobId: string }>(`/api/checks/${checkId}/copy`, { method: 'POST', body: {} })
    const { result } = await jobs.follow<'corrected-copy'>(jobId)
    return { jobId, files: result?.files ?? 0, leftOut: result?.leftOut ?? 0, parts: await api<CopyPart[]>(`/api/jobs/${jobId}/parts`) }
  }

  /** Makes the corrected copy here, of files that only this browser has at hand. */
  async function copyHere(checkId: string, files: { path: string, file: File }[], opening: Opening, onProgress: (done: number, total: number) => void): Promise<{ archive: Blob, packed: number, absent: string[] }> {
    const plan = await api<CopyPlan>(`/api/checks/${checkId}/copy`)
    const worker = new Worker(new URL('../workers/copy.ts', import.meta.url), { type: 'module' })
    try {
      return await wrap<CopyWorker>(worker).make(files, plan, opening, proxy(onProgress))
    }
    finally {
      worker.terminate()
    }
  }

  return { copyHere, slips, sent, round, checks, figures, history, send, copy }
})
