import type { AcceptedFormat } from './condition'
import { nameFormat } from './identify'
import type { Reading } from './reading'
import { countsAs, formatById, formatsOfExtension } from './registry'

/** What a file's format means for a requirement. */
export interface Acceptance {
  /** The real format, settled. */
  id: string
  /** The accepted format it counts as; `null` where it is none of them. Any format is accepted where none is named. */
  accepted: AcceptedFormat | null
  fits: boolean
}

/**
 * Settles a file's format for a requirement. Where the bytes cannot tell and the extension says nothing, the asked one holds.
 *
 * @param reading - reading of the bytes
 * @param extension - as received
 * @param formats - the requirement's accepted formats; empty: any
 */
export function acceptFormat(reading: Reading, extension: string, formats: readonly AcceptedFormat[]): Acceptance {
  const claims = formatsOfExtension(extension.toLowerCase()).some(id => reading.candidates.includes(id))
  const named = nameFormat(reading, extension)
  if (formats.length === 0) return { id: named, accepted: null, fits: true }
  // what a text would be damaged as, only its extension says it is
  const tried = claims ? [named] : reading.candidates.filter(id => !Object.hasOwn(reading.brokenAs ?? {}, id))
  for (const id of tried) {
    const accepted = formats.find(one => countsAs(id, one.id, extension.toLowerCase()))
    if (accepted) return { id, accepted, fits: true }
  }
  return { id: named, accepted: null, fits: false }
}

/** The extensions a file that counts may bear, the usual one first: its format's own, then those of what it counts as. */
export function extensionsFor({ id, accepted }: Acceptance): readonly string[] {
  const own = formatById(id)?.extensions ?? []
  const asked = accepted === null || accepted.id === id ? [] : formatById(accepted.id)?.extensions ?? []
  // what counts only under the asked extension has no other here
  return accepted !== null && accepted.id !== id && formatById(accepted.id)?.general ? asked : [...own, ...asked]
}

/** All extensions that are right for the accepted formats, in the brief's order. */
export function acceptedExtensions(formats: readonly AcceptedFormat[]): string[] {
  const kept = EXTENSIONS.get(formats)
  if (kept) return kept
  const extensions = [...new Set(formats.flatMap(({ id }) => formatById(id)?.extensions ?? [id]))]
  EXTENSIONS.set(formats, extensions)
  return extensions
}

/** Extensions that any of several requirements accepts. */
export function extensionsAsked(requirements: readonly { formats: readonly AcceptedFormat[] }[]): ReadonlySet<string> {
  return new Set(requirements.flatMap(({ formats }) => acceptedExtensions(formats)))
}

/** Asked for at every file; goes with its requirement. */
const EXTENSIONS = new WeakMap<readonly AcceptedFormat[], string[]>()

/** Whether two formats are of one family, such as two raster images. */
export function sameFamily(a: string, b: string): boolean {
  const family = formatById(a)?.family
  return family !== undefined && family === formatById(b)?.family
}
