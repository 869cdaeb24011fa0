import type { ByteSource, FileBytes } from '../bytes/source'
import { openBytes } from '../bytes/source'
import { formatById, formatsOfExtension } from './registry'
import { reading } from './reading'
import type { Reading } from './reading'
import { readByText } from './families/text'
import { readBySignature } from './families/signatures'
import { readImage } from './families/image'
import { readPdf } from './families/pdf'
import { readZip } from './families/zip'
import { readCompound } from './families/compound'
import { readMedia } from './families/media'
import { readMesh } from './families/mesh'
import { readMarkup } from './families/markup'

/** A family's reader: a reading where the bytes are its own, `null` where they are not. */
export type FamilyReader = (file: FileBytes) => Promise<Reading | null> | Reading | null

/** Asked in this order; the first that knows the bytes answers. Text comes last, since it accepts almost anything. */
const READERS: readonly FamilyReader[] = [
  readPdf, readZip, readImage, readMedia, readCompound, readBySignature, readMesh, readMarkup, readByText,
]

/**
 * Reads what a file is from its bytes alone, through ranged reads.
 *
 * Never throws: what cannot be read is `unread`, which says nothing about the file.
 *
 * @param source - the file's bytes
 * @returns the reading; depends on the bytes only, so it can be kept by their hash
 * @example
 * (await readBytes(sourceFromBytes(new Uint8Array(0)))).state //=> 'empty'
 */
export async function readBytes(source: ByteSource): Promise<Reading> {
  try {
    if (source.size === 0) return reading('empty', { state: 'empty', verified: 'checksum' })
    const file = await openBytes(source)
    if (file.head.every(byte => byte === 0)) {
      return reading('unknown', { state: 'damaged', reason: 'it holds nothing but zero bytes' })
    }
    for (const read of READERS) {
      const found = await read(file)
      if (found) return found
    }
    return reading('unknown')
  }
  catch (error) {
    return reading('unknown', { state: 'unread', reason: error instanceof Error ? error.message : String(error) })
  }
}

/**
 * Settles on one format id: the bytes decide; the extension only chooses among text formats the bytes cannot tell apart.
 *
 * @param found - reading of the bytes
 * @param extension - as received, any case, without dot
 * @example
 * nameFormat(reading(['txt', 'csv']), 'CSV') //=> 'csv'
 */
export function nameFormat(found: Reading, extension: string): string {
  const claimed = formatsOfExtension(extension.toLowerCase())
  return found.candidates.find(id => claimed.includes(id)) ?? found.candidates[0] ?? 'unknown'
}

/** Whether an extension (any case, without dot) is right for a format id; `null` where there is no extension. */
export function extensionFits(id: string, extension: string): boolean | null {
  if (extension === '') return null
  return formatById(id)?.extensions.includes(extension.toLowerCase()) ?? false
}
