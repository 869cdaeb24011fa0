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
  /** Every id it is a kind of, the nearest first: a file of it also counts as these. */
  kindOf: readonly string[]
  /** Says only how something is written. */
  general: boolean
  /** Properties that can be measured of it; `version` among them where the format has versions. */
  measures: readonly string[]
  /** Text that the bytes cannot tell from other text: here the extension decides. */
  freeText: boolean
  /** How it can be looked at without its program. */
  shown: PreviewKind | null
}

const PARENTS = new Map(Object.values(TABLE).flatMap(({ rows }) => rows.map(([id, , , , , more]) => [id, words(more?.as)] as const)))

/** All that a format is a kind of, through every step of the table's relation. */
function kindsOver(id: string): string[] {
  const kinds = new Set<string>()
  const next = [...PARENTS.get(id) ?? []]
  for (let kind = next.shift(); kind !== undefined; kind = next.shift()) {
    if (kind === id || kinds.has(kind)) continue
    kinds.add(kind)
    next.push(...PARENTS.get(kind) ?? [])
  }
  return [...kinds]
}

/** Every known format, in the table's order. */
export const FORMATS: readonly Format[] = Object.entries(TABLE).flatMap(([family, { measures, rows }]) =>
  rows.map(([id, label, extensions, mediaType, use, more]): Format => {
    const kindOf = kindsOver(id)
    const freeText = more?.free ?? false
    return {
      id, label, family, extensions: extensions.split(' '), mediaType, use, kindOf, general: more?.general ?? false,
      measures: words(more?.measures ?? measures), freeText, shown: more?.shown ?? (freeText || kindOf.includes('txt') ? 'text' : null),
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

/** Whether a format is another one, or a kind of it. */
function isKindOf(id: string, kind: string): boolean {
  return id === kind || (BY_ID.get(id)?.kindOf.includes(kind) ?? false)
}

/**
 * Whether a file of format `id` counts as an accepted format. A kind of it does under the accepted one's extension: a web page is no text file,
 * but its source saved as one is; a camera's raw picture is no tagged image, vector artwork no page document and sound no video. Only data that
 * is written in the accepted way counts under its own extension, too.
 *
 * @param extension - as received, lower case, without dot
 * @example
 * countsAs('geojson', 'json', 'geojson') //=> true
 * countsAs('html', 'txt', 'html') //=> false
 * countsAs('ai', 'pdf', 'ai') //=> false
 */
export function countsAs(id: string, accepted: string, extension: string): boolean {
  if (id === accepted) return true
  if (!isKindOf(id, accepted)) return false
  const [of, format] = [BY_ID.get(accepted), BY_ID.get(id)]
  const last = extension.slice(extension.lastIndexOf('.') + 1)
  return [extension, last].some(one => formatsOfExtension(one).includes(accepted))
    || (of?.family === 'data and markup' && !of.general && format?.use === 'exchange')
}

/** Extensions that other things bear too, which no row tells: for what may be of many kinds they say nothing. */
const SHARED = new Set('x cms pkg snap key pic max it mod raw sun cin hdr msg alias lnk url wri dds res abc fit cat pub'.split(' '))

const OVER_OTHERS = new Set(FORMATS.flatMap(format => format.kindOf))

/**
 * Whether an extension is honest for a format: its own, or that of anything it is a kind of.
 *
 * @param extension - as received, any case, without dot
 * @returns `null` where nobody can say: there is no extension, or one of no known format over bytes that may be of many kinds
 * @example
 * extensionFits('rss', 'xml') //=> true
 */
export function extensionFits(id: string, extension: string): boolean | null {
  if (extension === '') return null
  const claimed = formatsOfExtension(extension.toLowerCase())
  if (claimed.some(one => isKindOf(id, one))) return true
  const unclaimed = claimed.length === 0 || SHARED.has(extension.toLowerCase())
  return unclaimed && (!BY_ID.has(id) || BY_ID.get(id)?.freeText || OVER_OTHERS.has(id)) ? null : false
}
