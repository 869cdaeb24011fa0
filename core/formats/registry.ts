import { gather } from '../text/gather'
import type { PreviewKind } from './table'
import { TABLE } from './table'

/** What one format is. */
export interface Format {
  id: string
  /** What it is, without any maker's name. */
  label: string
  family: string
  /** All extensions that are right for it, lower case, the usual one first. */
  extensions: readonly string[]
  mediaType: string
  /** `working`: the file a program works in; `exchange`: the form made to be passed on. */
  use: 'working' | 'exchange'
  /** Other ids that a file of this format also counts as. */
  satisfies: readonly string[]
  /** Properties that can be measured of it; `version` among them where the format has versions. */
  measures: readonly string[]
  /** Text that the bytes cannot tell from other text: here the extension decides. */
  freeText: boolean
  /** How it can be looked at without its program. */
  shown: PreviewKind | null
}

/** Every known format, in the table's order. */
export const FORMATS: readonly Format[] = Object.entries(TABLE).flatMap(([family, { measures, rows }]) =>
  rows.map(([id, label, extensions, mediaType, use, more]): Format => {
    const satisfies = words(more?.as)
    const freeText = more?.free ?? false
    return {
      id, label, family, extensions: extensions.split(' '), mediaType, use, satisfies, measures: words(more?.measures ?? measures), freeText,
      shown: more?.shown ?? (freeText || satisfies.some(one => one === 'txt' || one === 'xml' || one === 'json') ? 'text' : null),
    }
  }))

function words(text: string | undefined): string[] {
  return text ? text.split(' ') : []
}

const BY_ID = new Map(FORMATS.map(format => [format.id, format]))
const BY_EXTENSION = new Map<string, string[]>()
for (const format of FORMATS) {
  for (const extension of format.extensions) {
    gather(BY_EXTENSION, extension, format.id)
  }
}

/** Ids of text formats that the bytes cannot tell apart, plain text first. */
export const FREE_TEXT_IDS: readonly string[] = FORMATS.filter(format => format.freeText).map(format => format.id)
  .sort((a, b) => Number(b === 'txt') - Number(a === 'txt'))

export function formatById(id: string): Format | undefined {
  return BY_ID.get(id)
}

/**
 * What a format is called on screen.
 *
 * @example
 * formatLabel('docx') //=> 'text document (docx)'
 */
export function formatLabel(id: string): string {
  if (id === 'unknown') return 'of no known format'
  if (id === 'empty') return 'empty'
  const format = BY_ID.get(id)
  return format ? `${format.label} (${id})` : id
}

/** Ids of the formats an extension (lower case, without dot) stands for. */
export function formatsOfExtension(extension: string): readonly string[] {
  return BY_EXTENSION.get(extension) ?? []
}

/**
 * Whether a file of format `id` counts as one of the accepted formats.
 *
 * @example
 * countsAs('geojson', 'json') //=> true
 */
export function countsAs(id: string, accepted: string): boolean {
  return id === accepted || (BY_ID.get(id)?.satisfies.includes(accepted) ?? false)
}
