import { proxy, wrap } from 'comlink'
import { defineStore } from 'pinia'
import type { LetterOrder } from '#shared/answers'
import { addressOf } from '#shared/routes'
import type { CopyPart } from '#shared/jobs'
import type { FolderHandle } from '~/composables/dropped'
import type { CopyWorker } from '~/workers/copy'
import type { Opening } from '#core/arrivals/incoming'

/** What comes after a check: rounds, slips, the corrected copy. */
export const useFollowUp = defineStore('follow-up', () => {
  const jobs = useJobs()

  const slips = (checkId: string) => api('GET /api/checks/:id/slips', { id: checkId })
  const letter = (briefId: string) => api('GET /api/briefs/:id/letter', { id: briefId })
  const setLetter = (briefId: string, order: LetterOrder) => api('PUT /api/briefs/:id/letter', { id: briefId, body: order })
  const sent = (briefId: string) => api('GET /api/briefs/:id/sent', { id: briefId })
  const round = (checkId: string, against?: string) => api('GET /api/checks/:id/round', { id: checkId, query: { against: against || undefined } })
  const checks = (briefId: string) => api('GET /api/briefs/:id/checks', { id: briefId })
  const figures = (checkId: string) => api('GET /api/checks/:id/figures', { id: checkId })
  const history = (checkId: string, holder: string, requirement: string, n: number | null) =>
    api('GET /api/checks/:id/history', { id: checkId, query: { holder, requirement, n: n ?? undefined } })

  /** Sends slips and waits until they are out. */
  async function send(
    checkId: string, holders: string[], again: boolean,
  ): Promise<{ sent: number, failed: number, notSent: { name: string, why: string }[] }> {
    const { jobId, notSent } = await api('POST /api/checks/:id/slips/send', { id: checkId, body: { holders, again } })
    const result = jobId ? (await jobs.follow<'mail'>(jobId)).result : null
    return { sent: result?.sent ?? 0, failed: result?.failed ?? 0, notSent }
  }

  /** Makes the corrected copy and lists its archives. */
  async function copy(checkId: string): Promise<{ jobId: string, files: number, leftOut: number, parts: CopyPart[] }> {
    const { jobId } = await api('POST /api/checks/:id/copy', { id: checkId })
    const { result } = await jobs.follow<'corrected-copy'>(jobId)
    return { jobId, files: result?.files ?? 0, leftOut: result?.leftOut ?? 0, parts: await api('GET /api/jobs/:id/parts', { id: jobId }) }
  }

  /** Makes the corrected copy here, of files that only this browser has at hand. */
  async function copyHere(
    checkId: string, files: { path: string, file: File }[], opening: Opening, onProgress: (done: number, total: number) => void,
  ): Promise<{ archive: Blob, packed: number, absent: string[] }> {
    const plan = await api('GET /api/checks/:id/copy', { id: checkId })
    const { list, handOver } = await handing(files)
    const worker = new Worker(new URL('../workers/copy.ts', import.meta.url), { type: 'module' })
    try {
      return await wrap<CopyWorker>(worker).make(list, handOver, plan, opening, proxy(onProgress))
    }
    finally {
      worker.terminate()
    }
  }

  /** Writes a corrected copy that was made into an empty folder. */
  async function writeInto(archives: Blob[], folder: FolderHandle, onProgress: (done: number, total: number) => void): Promise<number> {
    const worker = new Worker(new URL('../workers/copy.ts', import.meta.url), { type: 'module' })
    try {
      return await wrap<CopyWorker>(worker).unpackInto(archives, folder, proxy(onProgress))
    }
    finally {
      worker.terminate()
    }
  }

  /** The archives of a corrected copy that the server made. */
  async function archivesOf(jobId: string, parts: readonly CopyPart[]): Promise<Blob[]> {
    const archives: Blob[] = []
    for (const { step } of parts) {
      const answer = await fetch(addressOf('GET /api/jobs/:id/parts/:step', { id: jobId, step }))
      if (!answer.ok) throw new Error('The copy cannot be fetched now. Make it again.')
      archives.push(await answer.blob())
    }
    return archives
  }

  return { writeInto, archivesOf, copyHere, slips, letter, setLetter, sent, round, checks, figures, history, send, copy }
})
