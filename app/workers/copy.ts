import { gather } from '#core/text/gather'
import { BlobReader, BlobWriter, configure, TextReader, ZipWriter } from '@zip.js/zip.js'
import { expose } from 'comlink'
import type { Opening } from '#core/arrivals/incoming'
import type { CopyPlan } from '#shared/answers'
import { openArrivals } from '#core/arrivals/open'
import type { ChosenFile, HandOver } from '../composables/handing'
import { hashBlob } from './hashes'
import { keepAsBlob, takeFiles } from './sources'
import { unpackInto } from './unpack'

configure({ useWebWorkers: false })

/**
 * Makes the corrected copy of files that are only at hand here: the folder is chosen again, each file is known by its bytes.
 *
 * @returns the archive, and the paths whose bytes were not in the folder
 */
async function make(
  files: ChosenFile[], handOver: HandOver, plan: CopyPlan, opening: Opening, onProgress: (done: number, total: number) => void,
): Promise<{ archive: Blob, packed: number, absent: string[] }> {
  // what could not be read has no hash: nothing here is ever taken for it
  const wanted = new Map<string | null, { path: string, to: string }[]>()
  for (const { sha256, path, to } of plan.files) gather(wanted, sha256, { path, to })
  const { files: incoming } = await openArrivals(takeFiles(files, handOver), opening, keepAsBlob)
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 1, extendedTimestamp: true })
  await zip.add('corrections.csv', new TextReader(plan.table))
  await zip.add('left out.csv', new TextReader(plan.leftOut))
  let packed = 0
  for (const [index, file] of incoming.entries()) {
    const { blob } = await file.open()
    const hash = await hashBlob(blob)
    const places = wanted.get(hash) ?? []
    wanted.delete(hash)
    for (const { to } of places) {
      await zip.add(`corrected/${to}`, new BlobReader(blob), file.modified === null ? {} : { lastModDate: new Date(file.modified) })
      packed++
    }
    onProgress(index + 1, incoming.length)
  }
  return { archive: await zip.close(), packed, absent: [...wanted.values()].flat().map(one => one.path) }
}

export type CopyWorker = { make: typeof make, unpackInto: typeof unpackInto }
expose({ make, unpackInto })
