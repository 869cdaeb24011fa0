import { proxy, transfer } from 'comlink'
import type { Dropped } from './dropped'

/** What a worker is told of a chosen file before it opens it. */
export interface ChosenFile { path: string, size: number, modified: number }

/** Hands over a chosen file by its place in the list: the bytes of a small one, a larger one as it is. */
export type HandOver = (index: number) => Promise<ArrayBuffer | File>

const SMALL = 1024 * 1024
/** The page stays at ease while so many ms at a time are spent. */
const SLICE = 16

/** Chosen files for a worker: to give it thousands at once, or to ask for all their sizes, would stop the page for seconds. */
export async function handing(files: Dropped['files']): Promise<{ list: ChosenFile[], handOver: HandOver }> {
  const list: ChosenFile[] = []
  let since = performance.now()
  for (const { path, file } of files) {
    list.push({ path, size: file.size, modified: file.lastModified })
    if (performance.now() - since < SLICE) continue
    await new Promise(resolve => setTimeout(resolve))
    since = performance.now()
  }
  return {
    list,
    handOver: proxy(async (index: number) => {
      const file = files[index]?.file
      if (!file) throw new Error('the page knows no such file')
      if (file.size > SMALL) return file
      const bytes = await file.arrayBuffer()
      return transfer(bytes, [bytes])
    }),
  }
}
