import { expose } from 'comlink'
import { BlobReader, BlobWriter, ZipWriter } from '@zip.js/zip.js'
import type { LeafletPiece } from '#core/reporting/leaflet'
import { starterEntries } from '#core/reporting/starter'

/** One person's pieces. */
export interface StarterOrder { holder: string, pieces: LeafletPiece[] }

/** Packs starter folders of some people, with the file to start from under every right name. */
async function pack(orders: readonly StarterOrder[], start: File | null): Promise<Blob> {
  const dot = start?.name.lastIndexOf('.') ?? -1
  const extension = start && dot > 0 ? start.name.slice(dot + 1).toLowerCase() : null
  const zip = new ZipWriter(new BlobWriter('application/zip'), { useWebWorkers: false, extendedTimestamp: true })
  const made = new Set<string>()
  for (const { holder, pieces } of orders) {
    for (const { path, file } of starterEntries(pieces, holder, extension)) {
      // what a group shares is there once
      if (made.has(path)) continue
      made.add(path)
      if (file && start) await zip.add(path, new BlobReader(start), { lastModDate: new Date(start.lastModified) })
      else await zip.add(`${path}/`, undefined, { directory: true })
    }
  }
  return zip.close()
}

export type StarterWorker = { pack: typeof pack }
expose({ pack })
