import type { Requirement } from '../brief/types'
import type { Condition } from '../formats/condition'
import type { Unit } from '../brief/units'
import type { Acceptance } from '../formats/accept'
import { extensionFits } from '../formats/identify'
import { propertyOf } from '../formats/properties'
import type { PropertyValue, Reading } from '../formats/reading'
import { formatById, formatLabel } from '../formats/registry'
import type { FileView } from '../placing/view'
import { ownOf } from '../text/own'
import type { FindingCode } from '../findings/codes'

/** One thing wrong with a file's content. */
export interface ContentVerdict {
  code: FindingCode
  message: string
  expected?: string
  actual?: string
}

const LINKS = new Set(['url', 'desktop', 'webloc', 'lnk', 'alias', 'gdoc'])

/**
 * Judges what a placed file holds: of the content itself the first that is wrong; then version, conditions and size.
 *
 * @param handouts - SHA-256 of files that were given out
 * @param doubled - whether the inner of two extensions fits the content: then the name's finding says it all
 */
export function judgeContent(view: FileView, { requirement }: Unit, format: Acceptance, handouts: ReadonlySet<string>, doubled: boolean): ContentVerdict[] {
  const first = firstWrong(view, requirement, format, handouts, doubled)
  if (first) return first.code === 'ok' ? [] : [first as ContentVerdict]
  const found: ContentVerdict[] = []
  const { reading } = view.file
  for (const [property, condition] of Object.entries(format.accepted?.measured ?? {})) {
    const value: PropertyValue | null | undefined = property === 'version' ? reading.version : ownOf(reading.props, property)
    // what was not measured is unknown, and nobody's fault
    if (value === undefined || value === null || meets(value, condition, property)) continue
    const { label = property, unit = '' } = propertyOf(property) ?? {}
    const asked = describeCondition(condition, property)
    const actual = showValue(value, unit)
    found.push({
      code: property === 'version' ? 'format.version' : 'format.condition',
      message: `${label[0]?.toUpperCase() ?? ''}${label.slice(1)}: ${actual}; asked: ${asked}. ${wayOut(property, value, condition, format.id)}`,
      expected: `${label}: ${asked}`, actual,
    })
  }
  if (holdsNothing(reading, format.id)) found.push({ code: 'content.blank', message: `Opens, but holds ${nothingOf(format.id)}. Was the work saved into another file?` })
  const { size } = requirement
  if (view.file.size < size.from || view.file.size > size.to) {
    const asked = size.to === Infinity ? `at least ${bytes(size.from)}` : size.from <= 1 ? `at most ${bytes(size.to)}` : `${bytes(size.from)} to ${bytes(size.to)}`
    found.push({ code: 'size.out-of-range', message: `Is ${bytes(view.file.size)} long; asked: ${asked}.`, expected: asked, actual: bytes(view.file.size) })
  }
  return found
}

/** The one thing that stands before all others; `ok` where nothing more can be said of the file. */
function firstWrong(view: FileView, requirement: Requirement, format: Acceptance, handouts: ReadonlySet<string>, doubled: boolean): ContentVerdict | { code: 'ok' } | null {
  const { reading, sha256 } = view.file
  const asked = requirement.formats.map(({ id }) => id)
  const askedText = asked.map(formatLabel).join(' or ')
  if (reading.state === 'unread') return { code: 'ok' }
  if (reading.state === 'empty') return { code: 'content.empty', message: 'Is empty: it holds no bytes. Save it again and hand in the new file.' }
  if (reading.state === 'damaged') {
    const cut = /\bends\b|\bend\b|missing|zero bytes|part of a set|holds \d+ of/.test(reading.reason ?? '')
    return { code: 'content.damaged', message: `Cannot be read in full: ${reading.reason ?? 'it is damaged'}. ${cut ? 'Was the upload cut short? Hand it in again.' : 'Open it where it was made, save it anew and hand it in again.'}` }
  }
  if (reading.state === 'locked') return requirement.locked === 'refuse' ? { code: 'content.locked', message: 'Needs a password. Save it without one and hand it in again.' } : { code: 'ok' }
  if (LINKS.has(reading.candidates[0] ?? '') && !asked.some(id => LINKS.has(id))) return { code: 'content.link', message: 'Is only a pointer to a file, not the file. Hand in the file itself.' }
  if (format.id === 'unknown' && asked.length > 0) return { code: 'format.unknown', message: `Its bytes are of no format known here; asked: ${askedText}.`, expected: askedText, actual: 'unknown' }
  const real = formatLabel(format.id)
  if (!doubled && format.id !== 'unknown' && extensionFits(format.id, view.extension) === false) {
    const away = format.fits
      ? `renaming it to .${formatById(format.id)?.extensions[0] ?? format.id} is enough`
      : `export it as ${askedText} instead of renaming it`
    return { code: 'format.disguised', message: `Named .${view.extension}, but the bytes are ${withArticle(real)}: ${away}.`, expected: askedText || undefined, actual: real }
  }
  if (!format.fits) return { code: 'format.not-accepted', message: `Is ${withArticle(real)}; asked: ${askedText}. ${otherForm(format.id, asked)}`, expected: askedText, actual: real }
  if (sha256 !== null && handouts.has(sha256.toLowerCase())) return { code: 'content.handout', message: 'Is the file that was given out, unchanged. Was the work saved under another name?' }
  return null
}

/** What to do with a genuine file of another format. */
function otherForm(id: string, asked: readonly string[]): string {
  const use = formatById(id)?.use
  if (use === 'working' && asked.every(one => formatById(one)?.use === 'exchange')) return 'It is the file its program works in: export it from there.'
  if (use === 'exchange' && asked.every(one => formatById(one)?.use === 'working')) return 'It is a form made to be passed on: hand in the file the program works in.'
  return 'Save it in an asked format and hand it in again.'
}

/** What to change where a measured value is not as asked. */
function wayOut(property: string, value: PropertyValue, { from, is, among }: Condition, id: string): string {
  const below = property === 'version'
    ? from !== undefined && compareVersions(value, from) < 0
    : typeof value === 'number' && (typeof from === 'number' ? value < from : typeof is === 'number' && value < is)
  if (property === 'version') {
    const which = among === undefined && is === undefined ? `It is ${below ? 'older' : 'newer'} than asked: ` : ''
    const act = formatById(id)?.use === 'working' ? 'save it' : 'export it'
    return `${which}${which ? act : `${act[0]?.toUpperCase() ?? ''}${act.slice(1)}`} for an asked version.`
  }
  const { more, less, change } = propertyOf(property)?.wayOut ?? {}
  return (typeof value === 'number' ? (below ? more : less) : undefined) ?? change ?? 'Export it again with the asked value.'
}

/** Whether a file of this format opens but holds nothing: told by its reader, or a table of one row, which can only be its header. */
function holdsNothing(reading: Reading, id: string): boolean {
  if (reading.blank) return true
  return (id === 'csv' || id === 'tsv') && reading.state === 'ok' && (reading.props.rows === 0 || (reading.props.rows === 1 && reading.props.delimiter === undefined))
}

function nothingOf(id: string): string {
  const family = formatById(id)?.family
  if (id === 'csv' || id === 'tsv' || id === 'dbf') return 'no row beyond a header'
  if (family === 'mesh') return 'no triangles'
  if (family === 'spreadsheet') return 'no values'
  return 'neither words nor pictures'
}

function withArticle(noun: string): string {
  return `${/^[aeiou]/i.test(noun) ? 'an' : 'a'} ${noun}`
}

/**
 * Whether a measured value meets a condition. Versions are compared number by number.
 *
 * @example
 * meets('1.10', { from: '1.7' }, 'version') //=> true
 */
export function meets(value: PropertyValue, condition: Condition, property: string): boolean {
  // every text in US-ASCII is one in each of these too (RFC 3629 §1)
  if (property === 'encoding' && value === 'us-ascii') return ['us-ascii', 'utf-8', 'windows-1252'].some(name => meetsAs(name, condition, property))
  return meetsAs(value, condition, property)
}

function meetsAs(value: PropertyValue, condition: Condition, property: string): boolean {
  const { type, tolerance = 0 } = propertyOf(property) ?? {}
  const compare = type === 'version' ? compareVersions : (a: PropertyValue, b: PropertyValue) => compareValues(a, b, tolerance)
  if (condition.from !== undefined && compare(value, condition.from) < 0) return false
  if (condition.to !== undefined && compare(value, condition.to) > 0) return false
  if (condition.is !== undefined && compare(value, condition.is) !== 0) return false
  return condition.among === undefined || condition.among.some(one => compare(value, one) === 0)
}

function compareValues(a: PropertyValue, b: PropertyValue, tolerance: number): number {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= tolerance ? 0 : a - b
  const [left, right] = [String(a), String(b)]
  return left === right ? 0 : left < right ? -1 : 1
}

function compareVersions(a: PropertyValue, b: PropertyValue): number {
  const left = String(a).match(/\d+/g) ?? []
  const right = String(b).match(/\d+/g) ?? []
  for (let i = 0; i < Math.max(left.length, right.length); i++) {
    const difference = Number(left[i] ?? 0) - Number(right[i] ?? 0)
    if (difference !== 0) return difference
  }
  return 0
}

/**
 * A condition in words, with its unit.
 *
 * @example
 * describeCondition({ from: 1600 }, 'width') //=> 'at least 1600 px'
 * describeCondition({ is: true }, 'macros') //=> 'yes'
 */
export function describeCondition({ from, to, is, among }: Condition, property: string): string {
  const unit = propertyOf(property)?.unit ?? ''
  if (is !== undefined) return showValue(is, unit)
  if (among !== undefined) return among.map(one => showValue(one, '')).join(' or ') + (unit ? ` ${unit}` : '')
  if (from !== undefined && to !== undefined) return from === to ? showValue(from, unit) : `${from} to ${showValue(to, unit)}`
  return from !== undefined ? `at least ${showValue(from, unit)}` : `at most ${showValue(to ?? '', unit)}`
}

/** A measured value as people say it. */
export function showValue(value: PropertyValue, unit: string): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (unit === 'bytes' && typeof value === 'number') return bytes(value)
  return `${String(value)}${unit ? ` ${unit}` : ''}`
}

/** A size as people say it, in decimal units. */
export function bytes(size: number): string {
  if (size < 1000) return `${size} bytes`
  if (size < 1e6) return `${Math.round(size / 100) / 10} kB`
  return size < 1e9 ? `${Math.round(size / 1e5) / 10} MB` : `${Math.round(size / 1e8) / 10} GB`
}
