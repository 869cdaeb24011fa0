import { proxy, wrap } from 'comlink'
import { defineStore } from 'pinia'
import type { BriefDocument } from '#core/brief/document'
import type { StoredRoster } from '#shared/answers'
import type { CopyPart } from '#shared/jobs'
import type { UnpackWorker } from '~/workers/unpack-bag'

/** Briefs that are packed away, and read back. */
export const usePacking = defineStore('packing', () => {
  const jobs = useJobs()

  /** Packs a checked brief into volumes of so many bytes. */
  async function pack(checkId: string, volume: number): Promise<{ jobId: string, parts: CopyPart[] }> {
    const { jobId } = await api('POST /api/checks/:id/pack', { id: checkId, body: { volume } })
    await jobs.follow<'pack'>(jobId)
    return { jobId, parts: await api('GET /api/jobs/:id/parts', { id: jobId }) }
  }

  /** Reads volumes back into a brief of its own, and checks it; nothing is made before all of them were held against what was packed. */
  async function unpack(files: File[], tell: (said: string) => void): Promise<string> {
    const worker = new Worker(new URL('../workers/unpack-bag.ts', import.meta.url), { type: 'module' })
    const remote = wrap<UnpackWorker>(worker)
    try {
      let read = 0
      tell('Looking whether every byte is as it was packed …')
      const packed = await remote.open(files, proxy((bytes: number) => {
        read += bytes
        tell(`Looking whether every byte is as it was packed … ${sayBytes(read)}`)
      }))
      const { id } = await api('POST /api/briefs', { body: { title: packed.title, document: packed.document as BriefDocument } })
      try {
        await api('PUT /api/briefs/:id/roster', { id, body: packed.list as StoredRoster })
        await remote.receive(id, proxy(({ files: done }) => tell(`Reading back: ${done} of ${packed.files} files`)))
        await api('PUT /api/briefs/:id/rulings', { id, body: packed.decisions as object })
        await api('PUT /api/briefs/:id/record', { id, body: packed.record })
        const { jobId } = await api('POST /api/briefs/:id/checks', { id })
        if (jobId) await jobs.follow<'check'>(jobId)
        return id
      }
      catch (error) {
        // half a brief is worse than none; for a week it can still be taken back
        await api('DELETE /api/briefs/:id', { id }).catch(() => undefined)
        throw error
      }
    }
    finally {
      worker.terminate()
    }
  }

  /** What was written down of a brief before it was packed away and read back. */
  const recordOf = (briefId: string) => api('GET /api/briefs/:id/record', { id: briefId })
  /** What was packed away of a brief. */
  const packedOf = (briefId: string) => api('GET /api/briefs/:id/packed', { id: briefId })
  /** Keeps the contents of what was packed for so many months after it, or for good. */
  const letGo = (briefId: string, packed: string, months: number | null) =>
    api('PUT /api/briefs/:id/packed/:packed', { id: briefId, packed, body: { months } })

  return { pack, unpack, recordOf, packedOf, letGo }
})
