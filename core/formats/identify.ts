import type { ByteSource, FileBytes } from '../bytes/source'
import { openBytes } from '../bytes/source'
import { archive } from './families/archive'
import { compound } from './families/compound'
import { data } from './families/data'
import { media } from './families/media'
import { model } from './families/model'
import { pdf, pdfBehind } from './families/pdf'
import { raster } from './families/raster'
import { text } from './families/text'
import { zip, zipBehind } from './families/zip'
import type { Family, Proof } from './family'
import type { Fault } from './faults'
import { formatsOfExtension } from './registry'
import { reading, unread } from './reading'
import type { Reading } from './reading'
import { ownOf } from '../text/own'
import { endsInZeros, holdsLines, wasSentAsText } from './transfer'

/** Asked in this order; the first that knows the bytes answers. Text comes last, since it accepts almost anything. */
const FAMILIES: readonly Family[] = [pdf, zip, raster, media, compound, data, model, archive, pdfBehind, zipBehind, text]

/** Everything that can be proved within the limits. */
const FULL: Proof = { checksums: true }

/**
 * Reads what a file is from its bytes alone, through ranged reads.
 *
 * Never throws: what cannot be read is `unread`, which says nothing about the file. Memory stays below 64 MB, whatever the file.
 *
 * @param source - the file's bytes
 * @param proof - how far to prove it; readings that are kept are always made in full
 * @returns the reading; depends on the bytes only, so it can be kept by their hash
 * @example
 * (await readBytes(sourceFromBytes(new Uint8Array(0)))).state //=> 'empty'
 */
export async function readBytes(source: ByteSource, proof: Proof = FULL): Promise<Reading> {
  try {
    if (source.size === 0) return reading('empty', { state: 'empty', verified: 'checksum' })
    const file = await openBytes(source)
    if (file.head.every(byte => byte === 0) && (await file.tail()).every(byte => byte === 0)) {
      // a tape archive of no entries is one record of zeros (POSIX.1-1988 tar: 20 blocks of 512)
      if (source.size === 10_240) return reading('tar', { verified: 'structure', props: { entries: 0, unpackedSize: 0 }, blank: true })
      return reading('unknown', { state: 'damaged', fault: { kind: 'all-zeros' } })
    }
    for (const family of FAMILIES) {
      if (!family.claims(file.head, source.size)) continue
      const reading = await (await family.load())(file, proof)
      if (reading) return await proveTransfer(file, reading)
    }
    return reading('unknown')
  }
  catch (error) {
    return unread(error instanceof Error ? error.message : String(error))
  }
}

/** What went wrong on the way shows in any binary format. */
async function proveTransfer(file: FileBytes, reading: Reading): Promise<Reading> {
  if (reading.state !== 'ok' || reading.verified === 'checksum' || reading.props.encoding !== undefined) return reading
  if (await endsInZeros(file, reading.candidates[0] ?? '')) return { ...reading, state: 'damaged', fault: { kind: 'last-part-zeros' } }
  return wasSentAsText(file) && !holdsLines(file) ? { ...reading, state: 'damaged', fault: { kind: 'sent-as-text' } } : reading
}

/**
 * Settles on one format id: the bytes decide; the extension only chooses among formats the bytes cannot tell apart.
 *
 * @param reading - reading of the bytes
 * @param extension - as received, any case, without dot
 * @example
 * nameFormat(reading(['txt', 'csv']), 'CSV') //=> 'csv'
 */
export function nameFormat(reading: Reading, extension: string): string {
  const claimed = formatsOfExtension(extension.toLowerCase())
  return reading.candidates.find(id => claimed.includes(id)) ?? reading.candidates[0] ?? 'unknown'
}

/** Formats that say nothing of what the text holds. */
const PLAIN = new Set(['txt', 'log'])

/** What text is not whole as, and may still be whole as text. */
const AS_DATA: ReadonlySet<Fault['kind']> = new Set([
  'closing-tag-missing', 'ends-before-element', 'ends-before-elements-close', 'ends-in-tag', 'markup-broken', 'ends-before-bracket',
  'last-line-incomplete', 'encoding-not-its-own',
])

/**
 * The reading of a file of this extension: text that is to be data by its name, and does not parse as that, is damaged; text that is to be
 * nothing else is not: a piece of a page or of data is a sound text file.
 *
 * @param extension - as received, any case, without dot
 * @example
 * readingUnder(await readBytes(sourceFromBytes(new TextEncoder().encode('{"a" 1}'))), 'json').state //=> 'damaged'
 */
export function readingUnder(reading: Reading, extension: string): Reading {
  const id = nameFormat(reading, extension)
  const claimed = formatsOfExtension(extension.toLowerCase())
  const isPlain = claimed.some(one => PLAIN.has(one)) && !claimed.includes(id)
  if (isPlain && reading.fault && AS_DATA.has(reading.fault.kind)) return { ...reading, state: 'ok', fault: null }
  const fault = reading.brokenAs && claimed.includes(id) ? ownOf(reading.brokenAs, id) : undefined
  return fault ? { ...reading, state: 'damaged', fault } : reading
}
