import { proxy, wrap } from 'comlink'
import type { Sheet } from '#core/paper/paper'
import type { PaperWorker } from '~/workers/paper'

/** What is set as a PDF, under which title and in which language. */
export interface PaperOrder { title: string, language: string, sheets: Sheet[], name: string }

/**
 * Sets sheets as a PDF in a worker of their own, and saves it.
 *
 * @param signal - gives up: nothing is saved
 * @returns characters no letter is there for
 */
export async function savePaper(
  { name, ...order }: PaperOrder, onSheet: (done: number) => void = () => undefined, signal?: AbortSignal,
): Promise<string[]> {
  const worker = new Worker(new URL('../workers/paper.ts', import.meta.url), { type: 'module' })
  try {
    const stopped = new Promise<never>((_, fail) => {
      signal?.addEventListener('abort', () => fail(new Error('Stopped: no PDF was made.')))
    })
    const { pdf, unknown } = await Promise.race([wrap<PaperWorker>(worker).make({ ...order, at: Date.now() }, proxy(onSheet)), stopped])
    saveBlob(pdf, name)
    return unknown
  }
  finally {
    worker.terminate()
  }
}
