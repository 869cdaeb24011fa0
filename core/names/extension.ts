import { formatsOfExtension } from '../formats/registry'

/** A file name taken apart: `base` is what templates describe. */
export interface SplitName {
  base: string
  /** As written, without the dot; empty where there is none. */
  extension: string
}

/**
 * Splits a file name at its extension: the longest suffix that the format registry knows, in any case.
 * Without a known one the dot belongs to the name.
 *
 * @example
 * splitExtension('field notes.v2.tar.gz') //=> { base: 'field notes.v2', extension: 'tar.gz' }
 * splitExtension('minutes 12.10') //=> { base: 'minutes 12.10', extension: '' }
 */
export function splitExtension(name: string): SplitName {
  const last = name.lastIndexOf('.')
  if (last <= 0) return { base: name, extension: '' }
  const before = name.lastIndexOf('.', last - 1)
  if (before > 0 && formatsOfExtension(name.slice(before + 1).toLowerCase()).length > 0) {
    return { base: name.slice(0, before), extension: name.slice(before + 1) }
  }
  if (formatsOfExtension(name.slice(last + 1).toLowerCase()).length > 0) {
    return { base: name.slice(0, last), extension: name.slice(last + 1) }
  }
  return { base: name, extension: '' }
}
