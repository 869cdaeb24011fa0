import type { BriefDocument, RequirementDocument } from '../brief/document'
import { plainTitle } from '../brief/document'
import { moveDay } from '../names/fields/date'
import type { FieldDocument, TermStep } from '../names/fields/index'
import { moveField } from '../names/fields/index'
import { moveWeek } from '../names/fields/week'
import { MONTH_WORDS, monthLike, monthOf } from '../names/months'

/** One thing of a brief that is another in the next term. */
export interface Move {
  /** Which it is, in this brief. */
  id: string
  /** The requirement it lies in; `null`: the brief itself. */
  requirement: string | null
  about: 'title' | 'name' | 'folder' | 'due' | 'correct-by' | 'range'
  old: string
  new: string
  /** Whether it is moved unless somebody says otherwise: a number may be a mere name. */
  likely: boolean
}

type Piece = { at: number, old: string, new: string, number?: true }

const DAY = 86_400_000

/** How far the due time moves: in days, and in months and years of the calendar as the brief writes it. */
export function stepBetween(old: string | undefined, due: string | null): TermStep {
  if (old === undefined || due === null) return { days: 0, months: 0, from: null }
  const [[y1 = 0, m1 = 0], [y2 = 0, m2 = 0]] = [old, due].map(time => time.split('-', 2).map(Number)) as [number[], number[]]
  return { days: Math.round((Date.parse(due) - Date.parse(old)) / DAY), months: (y2 - y1) * 12 + m2 - m1, from: old.slice(0, 10) }
}

/** The same time of day so many days later, as the time itself writes it. */
function moveTime(time: string, days: number): string {
  return `${moveDay(time.slice(0, 10), days)}${time.slice(10)}`
}

/** What a copy changes of a text, in its reading order. Values in braces are fields and no text. */
function piecesOf(text: string, step: TermStep): Piece[] {
  const pieces: Piece[] = []
  for (const match of text.replace(/\{[^{}]*\}/g, field => '\0'.repeat(field.length)).matchAll(TELLING)) {
    const [old] = match
    const made = moveTelling(match.groups ?? {}, old, step)
    const number = match.groups?.number === undefined ? {} : { number: true as const }
    if (made !== null && made !== old) pieces.push({ at: match.index, old, new: made, ...number })
  }
  return pieces
}

const YEAR = '(?<!\\d)(?:19|20)\\d{2}'
/** What in a text tells a term, the most telling first; a number is one that no letters make a name of: "A4" and "3d" are names. */
const TELLING = new RegExp([
  `(?<iso>${YEAR}-\\d{2}-\\d{2})(?!\\d)`,
  '(?<day>(?<!\\d)\\d{1,2}\\.\\d{1,2}\\.(?:19|20)\\d{2})(?!\\d)',
  `(?<isoWeek>${YEAR}-?W\\d{2})(?!\\d)`,
  '(?<word>(?<!\\p{L})(?:kw|week|woche|semaine|semana|settimana|uge|vecka|tydzień|w))(?<gap>[ _.-]?)(?<week>\\d{1,2})(?!\\d)',
  `(?<yearMonth>${YEAR}[-_.]?(?:0[1-9]|1[0-2]))(?!\\d)`,
  `(?<month>(?<!\\p{L})(?:${MONTH_WORDS}))(?!\\p{L})(?:(?<between>[ _.-]{1,2})(?<monthYear>(?:19|20)\\d{2})(?!\\d))?`,
  `(?<span>${YEAR}[/-]\\d{2})(?!\\d)`,
  `(?<year>${YEAR})(?!\\d)`,
  '(?<number>(?<![\\d.,]|(?<!\\p{L})\\p{L})\\d{1,3})(?![\\d\\p{L}]|[.,]\\d)',
].join('|'), 'giu')

/** One telling text moved; `null` where the step does not say by how much. */
function moveTelling(of: Record<string, string | undefined>, old: string, step: TermStep): string | null {
  if (of.number !== undefined) return String(Number(old) + 1).padStart(old.length, '0')
  if (step.from === null) return null
  if (of.iso !== undefined) return moveDay(old, step.days)
  if (of.day !== undefined) return moveDottedDay(old, step.days)
  if (of.isoWeek !== undefined) {
    const moved = moveWeek(`${old.slice(0, 4)}-W${old.slice(-2)}`, step.days)
    return old.includes('-') ? moved : moved.replace('-', '')
  }
  if (of.week !== undefined) {
    const week = moveWeek(`${step.from.slice(0, 4)}-W${of.week.padStart(2, '0')}`, step.days).slice(-2)
    return `${of.word}${of.gap}${of.week.length === 2 ? week : Number(week)}`
  }
  if (of.yearMonth !== undefined) {
    const [year, month] = laterMonth(Number(old.slice(0, 4)), Number(old.slice(-2)), step.months)
    return `${year}${old.slice(4, -2)}${String(month).padStart(2, '0')}`
  }
  const years = Number(moveDay(step.from, step.days).slice(0, 4)) - Number(step.from.slice(0, 4))
  if (of.month !== undefined) {
    const [year, month] = laterMonth(Number(of.monthYear ?? step.from.slice(0, 4)), monthOf(of.month) ?? 1, step.months)
    const word = monthLike(of.month, month)
    return word === undefined ? null : `${word}${of.monthYear === undefined ? '' : `${of.between}${year}`}`
  }
  const later = String(Number(old.slice(0, 4)) + years)
  // "2026/27" is a school year, where the second is the next
  return of.span === undefined ? later : `${later}${old.slice(4, 5)}${String((Number(old.slice(-2)) + years) % 100).padStart(2, '0')}`
}

function laterMonth(year: number, month: number, months: number): [year: number, month: number] {
  const total = year * 12 + month - 1 + months
  return [Math.floor(total / 12), total % 12 + 1]
}

function moveDottedDay(text: string, days: number): string {
  const [day = '', month = '', year = ''] = text.split('.')
  const [y, m, d] = moveDay(`${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`, days).split('-')
  const short = (value: string | undefined, like: string) => (like.length === 1 ? String(Number(value)) : value)
  return `${short(d, day)}.${short(m, month)}.${y}`
}

/** Every text of a requirement that may tell a term, and how it is put back. */
function textsOf(requirement: RequirementDocument): { about: 'title' | 'name' | 'folder', text: string, put: (text: string) => void }[] {
  const { title, name, folder } = requirement
  const names = typeof name === 'string' ? [name] : name ?? []
  return [
    ...one(title !== undefined, {
      about: 'title' as const, text: plainTitle(requirement),
      put: (text: string) => { requirement.title = typeof title === 'object' ? { ...title, else: text } : text },
    }),
    ...names.map((text, at) => ({
      about: 'name' as const, text,
      put: (changed: string) => {
        if (typeof requirement.name === 'string') requirement.name = changed
        else if (requirement.name) requirement.name = requirement.name.map((one, index) => (index === at ? changed : one))
      },
    })),
    ...one(folder !== undefined, { about: 'folder' as const, text: folder ?? '', put: (text: string) => { requirement.folder = text } }),
  ]
}

const one = <T>(there: boolean, value: T): T[] => (there ? [value] : [])

function sayRange(field: FieldDocument): string {
  return field.type === 'date' || field.type === 'week' ? `${field.from ?? ''} – ${field.to ?? ''}` : ''
}

/**
 * Everything of a brief that the next term moves, old beside new: times, days and weeks that fields are held to, and days, weeks, months,
 * years and numbers in titles, names and folders.
 *
 * A number is likely to count the terms where the brief's own title bears it, or where two texts do.
 *
 * @param due - the new due time, `null`: none; then only numbers can be moved
 * @returns in the brief's order, what stays as it is left out
 * @example
 * movesOf(october, '2026-11-16T15:30:00+01:00')[0] //=> { about: 'title', old: 'October', new: 'November', likely: true, … }
 */
export function movesOf(document: BriefDocument, due: string | null): Move[] {
  return walk(structuredClone(document), due, () => false)
}

/** The brief with these of its moves made; the due time itself is not among them. */
export function applyMoves(document: BriefDocument, due: string | null, ids: ReadonlySet<string> | null): BriefDocument {
  const copy = structuredClone(document)
  walk(copy, due, ({ id, likely }) => (ids ? ids.has(id) : likely))
  return copy
}

/** Goes through a brief, tells each move, and makes those that are taken, in the brief itself. */
function walk(document: BriefDocument, due: string | null, takes: (move: Move) => boolean): Move[] {
  const step = stepBetween(document.due, due)
  const moves: Move[] = []
  const meet = (move: Move, make: () => void) => {
    if (move.old === move.new) return
    moves.push(move)
    if (takes(move)) make()
  }
  const numbers = countNumbers(document, step)
  const inText = (requirement: string | null, about: 'title' | 'name' | 'folder', path: string, text: string, put: (text: string) => void) => {
    let changed = text
    // from the last on, so that what comes before keeps its place
    for (const piece of piecesOf(text, step).reverse()) {
      const likely = piece.number === undefined || (numbers.get(Number(piece.old)) ?? 0) > 1
      meet({ id: `${path}@${piece.at}`, requirement, about, old: piece.old, new: piece.new, likely }, () => {
        changed = `${changed.slice(0, piece.at)}${piece.new}${changed.slice(piece.at + piece.old.length)}`
      })
    }
    if (changed !== text) put(changed)
  }
  inText(null, 'title', 'title', document.title, (text) => { document.title = text })
  const time = (holder: BriefDocument | RequirementDocument, key: 'due' | 'correctBy', path: string, requirement: string | null) => {
    const old = holder[key]
    if (old === undefined || step.days === 0) return
    const moved = moveTime(old, step.days)
    meet({ id: path, requirement, about: key === 'due' ? 'due' : 'correct-by', old, new: moved, likely: true }, () => { holder[key] = moved })
  }
  time(document, 'correctBy', 'correctBy', null)
  document.requirements.forEach((requirement, at) => {
    const title = plainTitle(requirement)
    textsOf(requirement).forEach(({ about, text, put }, index) => inText(title, about, `requirements[${at}].${about}${index}`, text, put))
    time(requirement, 'due', `requirements[${at}].due`, title)
    time(requirement, 'correctBy', `requirements[${at}].correctBy`, title)
    for (const [name, field] of Object.entries(requirement.fields ?? {})) {
      const moved = moveField(field, step)
      if (moved === field) continue
      const move: Move = {
        id: `requirements[${at}].fields.${name}`, requirement: title, about: 'range', old: sayRange(field), new: sayRange(moved), likely: true,
      }
      meet(move, () => { requirement.fields = { ...requirement.fields, [name]: moved } })
    }
  })
  return moves
}

/** In how many texts each number stands; the brief's own title counts twice. */
function countNumbers(document: BriefDocument, step: TermStep): Map<number, number> {
  const counts = new Map<number, number>()
  const count = (text: string, weight: number) => {
    for (const number of new Set(piecesOf(text, step).flatMap(one => (one.number ? [Number(one.old)] : [])))) {
      counts.set(number, (counts.get(number) ?? 0) + weight)
    }
  }
  count(document.title, 2)
  for (const requirement of document.requirements) for (const { text } of textsOf(requirement)) count(text, 1)
  return counts
}
