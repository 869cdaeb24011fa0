import { wrap } from 'comlink'
import type { StartFile } from '#shared/answers'
import type { StarterOrder, StarterWorker } from '~/workers/starter'

/** What everybody begins from, as it came. */
export async function startFrom(start: StartFile | null, fetchIt: () => Promise<Blob>): Promise<File | null> {
  return start === null ? null : new File([await fetchIt()], start.name, { lastModified: Date.parse(start.at) })
}

/** Packs starter folders in a worker of their own, and saves them. */
export async function saveStarter(orders: readonly StarterOrder[], start: File | null, name: string): Promise<void> {
  const worker = new Worker(new URL('../workers/starter.ts', import.meta.url), { type: 'module' })
  try {
    saveBlob(await wrap<StarterWorker>(worker).pack(JSON.parse(JSON.stringify(orders)) as StarterOrder[], start), name)
  }
  finally {
    worker.terminate()
  }
}

/** Gives something to whoever looks, to be saved. */
export function saveBlob(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob)
  Object.assign(document.createElement('a'), { href: url, download: name }).click()
  setTimeout(() => URL.revokeObjectURL(url), 60_000)
}
