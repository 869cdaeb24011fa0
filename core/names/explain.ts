import { foldCase, looseKey, plainDigits, plainPunctuation, stripMarks } from '../text/fold'
import { editDistance } from '../text/distance'
import { emptyRecord, ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import { alignParts } from './align'
import type { ToldByLevel } from './beside'
import { readCompounds } from './compounds'
import { toldByLevels } from './beside'
import type { Difference, DifferenceKind } from './difference'
import { freeField } from './fields/index'
import { isOtherLanguage } from './fields/language-words'
import { fillOnly, holdTwo, readLeftOver, standSettled } from './left-over'
import { keepDaysWhole, standBeforeWord, standBehindWord, standLabelled, standVersion } from './numbers-apart'
import { mendAlignment } from './mend-alignment'
import { leaveNames, standCalled, standCodes, standKinds, standLanguages, standSigns, standSlipped, standTurned } from './left-outside'
import { standGroups } from './stand-elsewhere'
import { mendText } from './mend-text'
import { leaveOpen, leaveTitle, leaveUnparted, takeWholeLevel } from './own-text'
import { alignSlip } from './one-slip'
import { reorder } from './reorder'
import { mendEdges } from './text-edges'
import type { Captures, NamePart } from './parts'
import { expandParts, isHolders, isLiteral, isValue } from './parts'
import type { Strictness } from './strictness'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import { foldPlain, joinTouching } from './spans'
import { standTogether } from './together'
import type { Known } from './unlike'
import { alignInside } from './whole-inside'
import { readWordByWord } from './word-by-word'

export interface Explanation {
  /** 0 for a fitting name; about one a wrong character. */
  cost: number
  differences: Difference[]
  /** Values of the free fields that could be read. */
  captures: Captures
  /** The asked name stands whole in it, with something else before or behind it. */
  inside: boolean
}

/** What explaining a name goes by, besides its parts. */
export interface ExplainContext extends Known {
  /** Values already settled otherwise, such as the slot's number. */
  known: Captures
  /** Who else of the roster a value of this field belongs to; `null`: nobody. */
  ownerOf: ((field: string, value: string) => string | null) | null
  /** Levels of the folder a file lies in: they may tell the day or month that its name leaves out. */
  levels: readonly string[]
}

const EXACT: ExplainContext = {
  strictness: { letterCase: 'exact', separators: 'exact', accents: 'exact' }, known: {}, ownerOf: null,
  called: () => [], titled: () => [], levels: [],
}

/** Names longer than this are explained by their beginning only: file systems allow 255. */
const LONGEST = 300

/**
 * Explains how a received base name departs from the parts asked for: aligned at least cost, one difference a part.
 *
 * @param parts - from `fillTemplate`
 * @param received - base name, NFC
 * @param context - what may differ, what is settled, and whose values others' are
 * @returns cost, differences in reading order, and the free fields' values that could be read
 * @example
 * explainParts(parts('{family}_{n}'), 'marsh 2').differences.map(one => one.kind) //=> ['letter-case', 'separator', 'digits']
 */
export function explainParts(parts: readonly NamePart[], received: string, context: Partial<ExplainContext> = {}): Explanation {
  const full = { ...EXACT, ...context }
  const { shown, order, alignment, captures, beside, inside } = alignName(parts, received, full)
  const moved = order.some((at, index) => at !== index)
  const differences = describe(shown, alignment, received.slice(0, LONGEST), captures, full, order, beside)
  return { cost: alignment.cost + (moved ? 0.5 : 0), differences, captures, inside }
}

/**
 * What somebody wrote for each part of a name, in the name's own order; parts that are not there are left out.
 *
 * @example
 * writtenFor(parts('{family}_{n}'), 'marsh 2').map(one => one.actual) //=> ['marsh', ' ', '2']
 */
export function writtenFor(
  parts: readonly NamePart[], received: string, context: Partial<ExplainContext> = {},
): { part: NamePart, actual: string }[] {
  const { shown, alignment, text } = alignName(parts, received, { ...EXACT, ...context })
  return shown.flatMap((part, index) => {
    const { start, end } = alignment.spans[index] ?? { start: 0, end: 0 }
    return end > start ? [{ part, actual: text.slice(start, end) }] : []
  })
}

function alignName(parts: readonly NamePart[], received: string, context: ExplainContext) {
  const { strictness, known } = context
  const whole = plainDigits(received.slice(0, LONGEST))
  const text = whole.slice(0, whole.length - lengthOfMark(whole, known))
  const slip = alignSlip(parts, text, strictness, known)
  const straight = slip ?? alignParts(parts, text, strictness, known)
  const isPlain = slip !== null || isSettled(parts, straight, text)
  const inside = isPlain ? null : alignInside(parts, text, strictness, known, straight)
  const moved = inside === null && straight.cost >= 2 ? reorder(parts, text, straight, strictness, known) : null
  const { order, alignment } = moved ?? { order: parts.map((_, at) => at), alignment: inside ?? straight }
  const shown = moved ? order.map(at => parts[at]).filter(part => part !== undefined) : parts
  // nothing stands elsewhere, is left over or instead of anything else: there is nothing to mend
  const settled = inside !== null || (moved === null && isPlain)
  if (!settled) {
    mendAlignment(shown, alignment, text, context, known)
    standGroups(shown, alignment, text)
    standSettled(shown, alignment, text, known, parts)
    standLabelled(shown, alignment, text, known)
    standBehindWord(shown, alignment, text, known, parts)
    standVersion(shown, alignment, text, known, parts)
    standBeforeWord(shown, alignment, text, known, parts)
    keepDaysWhole(shown, alignment, text, known)
    mendEdges(shown, alignment, text, known, context)
    holdTwo(shown, alignment, text)
  }
  const captures = readCaptures(shown, alignment.spans, text, known)
  if (!settled) {
    mendText(shown, alignment, text, captures, context)
    standTogether(shown, alignment, text, captures)
    readLeftOver(shown, alignment, text, captures, parts)
    readWordByWord(shown, alignment, text, captures, context)
    readCompounds(shown, alignment, text, captures)
    standCodes(shown, alignment, text)
    leaveNames(shown, alignment, text, context.called)
    standSlipped(shown, alignment, text)
    standTurned(shown, alignment, text)
    standLanguages(shown, alignment, text)
    standSigns(shown, alignment, text, parts)
    standKinds(shown, alignment, text, context.called)
    standCalled(shown, alignment, text, context.called)
  }
  leaveInside(shown, alignment.spans, text, captures, known)
  const beside = toldByLevels(context.levels, shown, captures)
  for (const { field, value } of beside) if (value !== undefined) captures[field] = value
  const untold = beside.length === 0 ? shown : shown.filter(({ part }) => !beside.some(one => one.field === part))
  fillOnly(untold, alignment, text, captures, context.called)
  leaveUnparted(shown, alignment.spans, captures)
  leaveOpen(shown, text, captures, known)
  leaveTitle(shown, alignment, text, captures, context)
  takeWholeLevel(shown, text, captures, context.levels)
  if (whole !== text) alignment.extras.push({ range: [text.length, whole.length], before: shown.length - 1 })
  return { shown, order, alignment, captures, text, beside, inside: inside !== null }
}

/** Two words that are one but for a letter within it. */
const isSlip = (one: string, other: string): boolean => one === other
  || (one.length > 3 && other.length > 3 && one[0] === other[0] && editDistance(one, other) <= 1)

/** Whether nothing is left over but a word at the end that only tells a state, or the mark of a copy: "_final", " (1)". */
function isStateBehind([only, ...more]: Alignment['extras'], text: string): boolean {
  if (!only) return true
  const [start, end] = only.range
  const behind = text.slice(start, end)
  return more.length === 0 && start > 0 && end === text.length && (/^ \(\d{1,2}\)$/.test(behind) || (/^[\s_-]\p{L}+$/u.test(behind) && isAddedWord(behind)))
}

/** Whether what is asked for stands there letter by letter. */
const isWhole = (span: Span | undefined): boolean => span !== undefined && span.end > span.start && span.edits.length === 0

/** Whether every part stands in its own place, word for word, and no other words: what departs is case, signs between words, or a letter. */
function isSettled(parts: readonly NamePart[], { extras, spans }: Alignment, text: string): boolean {
  return isStateBehind(extras, text) && parts.every((part, at) => {
    const span = spans[at]
    if (!span) return false
    // two words without the sign between them are these words
    if (span.end === span.start) return isLiteral(part) && trimSeparators(span.text) === '' && isWhole(spans[at - 1]) && isWhole(spans[at + 1])
    if (part.kind === 'free') return part.rule.type === 'number' && /^\d+$/.test(text.slice(span.start, span.end))
    if (span.edits.length === 0) return true
    const wordsOf = (some: string) => foldPlain(some).split(/[\s_.-]/)
    const [is, asked] = [wordsOf(text.slice(span.start, span.end)), wordsOf(span.text)]
    return is.length === asked.length && is.every((word, which) => isSlip(word, asked[which] ?? ''))
  })
}

/**
 * A number that is a figure of the day or week that the name tells is none by itself: of "2026-06-01" there is no number 01. Nor is one that stands
 * only in a value of the holder's, such as the 2 of R2.
 */
function leaveInside(parts: readonly NamePart[], spans: Span[], text: string, captures: Captures, known: Captures): void {
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || part.rule.type !== 'number' || !span || ownOf(known, part.part) !== undefined) continue
    if (span.end === span.start) {
      const value = ownOf(captures, part.part)
      if (value !== undefined && isOfHolders(parts, spans, text, value)) Reflect.deleteProperty(captures, part.part)
      continue
    }
    const isAround = (other: Span, at: number) => at !== index && parts[at]?.kind === 'free' && other.start <= span.start && other.end >= span.end
      && other.end - other.start > span.end - span.start
    if (!spans.some(isAround)) continue
    spans[index] = { start: span.end, end: span.end, text: span.text, edits: [] }
    Reflect.deleteProperty(captures, part.part)
  }
}

/** Whether a number stands in values of the holder's alone. */
function isOfHolders(parts: readonly NamePart[], spans: readonly Span[], text: string, value: string): boolean {
  const runs = [...text.matchAll(/\d+/g)].filter(([run]) => Number(run) === Number(value))
  return runs.length > 0 && runs.every(({ 0: run, index: from }) =>
    spans.some(({ start, end }, at) => isHolders(parts[at]) && start <= from && end >= from + run.length))
}

/** How long the number in brackets is that marks a copy of a name which tells a number that is settled before it: "log 2 (1)". */
function lengthOfMark(text: string, known: Captures): number {
  const [mark = ''] = /\s*\(\d{1,3}\)$/.exec(text) ?? []
  const before = mark === '' ? [] : text.slice(0, -mark.length).match(/\d+/g) ?? []
  return Object.values(known).some(value => before.some(run => Number(run) === Number(value))) ? mark.length : 0
}

function readCaptures(parts: readonly NamePart[], spans: readonly Span[], text: string, known: Captures): Captures {
  const captures: Captures = emptyRecord()
  for (const [index, part] of parts.entries()) {
    if (part.kind !== 'free') continue
    const settled = ownOf(known, part.part)
    if (settled !== undefined) {
      captures[part.part] = settled
      continue
    }
    const span = spans[index]
    if (!span || span.end <= span.start || span.several) continue
    const actual = text.slice(span.start, span.end)
    const value = freeField(part.rule).read(actual, part.rule)
    if (value !== undefined) captures[part.part] = value
  }
  return captures
}

/** The folder says another month than was asked for, where the name says none. */
function otherByLevel({ part, rule }: Extract<NamePart, { kind: 'free' }>, { level }: ToldByLevel, expected: string, { start }: Span): Difference {
  const allowed = freeField(rule).allowed?.(rule)
  return { part, kind: 'date-range', range: [start, start], expected, actual: level, ...(allowed ? { allowed } : {}) }
}

/** The number in brackets at the end, which marks a copy, is one thing, whatever its signs were taken for. */
function withWholeMark(extras: Alignment['extras'], spans: readonly Span[], text: string): Alignment['extras'] {
  const mark = /\s*\(\d{1,3}\)$/.exec(text)
  const digits = text.lastIndexOf('(') + 1
  const inside = mark ? extras.filter(({ range: [start, end] }) => start >= mark.index && end > start) : []
  const [first] = inside
  if (!mark || !first || spans.some(({ start, end }) => end > digits && end > start)) return extras
  return [...extras.filter(one => !inside.includes(one)), { ...first, range: [mark.index, text.length] }]
}

/** What belongs to no part; what parted a value that stands elsewhere is no more too much than that is. */
function describeExtras(parts: readonly NamePart[], left: Alignment['extras'], spans: readonly Span[], text: string): Difference[] {
  joinTouching(left)
  return withWholeMark(left, spans, text).flatMap(({ range, before }): Difference[] => {
    const actual = text.slice(range[0], range[1])
    // a bracket alone is told with what it holds
    if (/^\s*[()[\]]\s*$/.test(actual) && left.some(one => /[\p{L}\p{N}]/u.test(text.slice(...one.range)))) return []
    if (trimSeparators(actual) === '' && spans.some(({ moved, start, end }) => moved && (end === range[0] || start === range[1]))) return []
    return [{ part: parts[before]?.part ?? 'literal', kind: 'extra', range, expected: '', actual }]
  })
}

function describe(
  parts: readonly NamePart[], { spans, extras }: Alignment, text: string, captures: Captures, context: ExplainContext,
  order: readonly number[], beside: readonly ToldByLevel[],
): Difference[] {
  const differences = extras.length === 0 ? [] : describeExtras(parts, extras, spans, text)
  const places = orderShown(parts, spans, order)
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (!span || (part.kind === 'fixed' && places[index] === index && isAsAsked(span))) continue
    const actual = text.slice(span.start, span.end)
    if (part.part === 'literal' && (isWholeBesideGone(parts, spans, index, actual) || isInValue(parts, spans, index, text))) continue
    const expected = expandParts([part], captures)
    const kind = kindOf(part, span, places[index] === index, expected, actual, captures, context)
    if (!kind) continue
    const elsewhere = kind === 'absent' ? beside.find(one => one.field === part.part && one.value === undefined) : undefined
    if (elsewhere && part.kind === 'free') {
      differences.push(otherByLevel(part, elsewhere, expected, span))
      continue
    }
    const { edits } = span
    const allowed = allowedInstead(part, kind)
    const range = isHolders(part) && kind === 'misspelt' ? withoutSignsAround(text, span) : [span.start, span.end] as [number, number]
    differences.push({
      part: part.part, kind, range, expected, actual: text.slice(...range),
      ...(kind === 'misspelt' && edits.length > 0 && actual !== '' ? { edits } : {}),
      ...(allowed ? { allowed } : {}),
    })
  }
  return withoutFalseOwners(parts, differences).sort((a, b) => a.range[0] - b.range[0] || a.range[1] - b.range[1])
}

/** A value without the signs that part it from the next ones; the dot of a letter is its own. */
function withoutSignsAround(text: string, { start, end }: Span): [start: number, end: number] {
  const { index, 0: bare } = /[^\s_-](?:.*[^\s_-])?/s.exec(text.slice(start, end)) ?? { index: 0, 0: text.slice(start, end) }
  return [start + index, start + index + bare.length]
}

/** How what stands for a part departs from it; `null`: it does not. */
function kindOf(
  part: NamePart, span: Span, inPlace: boolean, expected: string, actual: string, captures: Captures, context: ExplainContext,
): DifferenceKind | null {
  if (span.several) return 'not-allowed'
  // a value that cannot be read stands nowhere, and one that is not there may be known otherwise
  const told = ownOf(captures, part.part) !== undefined && (actual !== '' || ownOf(context.known, part.part) !== undefined)
  const there = part.kind === 'free' ? told : actual !== ''
  const isMoved = span.moved === true || (isValue(part) && !inPlace && there)
  return isMoved ? 'order' : tellKind(part, span, expected, actual, context)
}

/** Whether a fixed part stands there whole and in its place; nearly all of a misnamed file's do. */
const isAsAsked = ({ start, end, edits, moved, several }: Span): boolean => end > start && edits.length === 0 && moved !== true && several !== true

/** The order that parts were found in; the rule's own where all that is there stands in it: what passed only what is absent is in its place. */
function orderShown(parts: readonly NamePart[], spans: readonly Span[], order: readonly number[]): readonly number[] {
  if (order.every((at, index) => at === index)) return order
  const isWord = (index: number, text: string) => parts[index] !== undefined && (isValue(parts[index]) || trimSeparators(text) !== '')
  const there = spans.flatMap(({ start, end, text }, index) => (end > start && isWord(index, text) ? [{ start, place: order[index] ?? index }] : []))
  const places = there.sort((a, b) => a.start - b.start).map(one => one.place)
  return places.every((place, at) => at === 0 || place > (places[at - 1] ?? 0)) ? order.map((_, at) => at) : order
}

/**
 * Whether the rule's own words are there whole, and nothing but signs between them and a value that is not there, or not in this place, is
 * missing: that is told of the value already.
 */
function isWholeBesideGone(parts: readonly NamePart[], spans: readonly Span[], index: number, actual: string): boolean {
  const span = spans[index]
  if (!span || actual === '' || span.moved === true || span.edits.length === 0) return false
  const isGone = (at: number) => {
    const [part, side] = [parts[at], spans[at]]
    const isTold = part !== undefined && (part.kind === 'free' || side?.text !== '')
    if (!isTold || side === undefined) return false
    // it stands elsewhere, too, where words of it were found on the other side
    const isBeyond = at > index ? side.end <= span.start : side.start >= span.end
    return side.end === side.start || side.moved === true || isBeyond
  }
  const [before, behind] = [isGone(index - 1), isGone(index + 1)]
  const [from, to] = withinSeparators(span.text, [0, span.text.length])
  if (from >= to || (!before && !behind)) return false
  const beside = (text: string) => {
    const [start, end] = withinSeparators(text, [0, text.length])
    return text.slice(before ? start : 0, behind ? end : text.length)
  }
  const own = parts[index]
  return own?.kind === 'fixed' && own.texts.some(text => beside(text) === beside(actual))
}

/** Whether the rule's own word stands in what was read for the value behind it: the KW of KW45, which a week is written with. */
function isInValue(parts: readonly NamePart[], spans: readonly Span[], index: number, text: string): boolean {
  const [own, part, value] = [spans[index], parts[index + 1], spans[index + 1]]
  const word = foldCase(trimSeparators(own?.text ?? ''))
  return part?.kind === 'free' && value !== undefined && word !== '' && foldCase(text.slice(value.start, value.end)).startsWith(word)
    && trimSeparators(text.slice(own?.start, own?.end)) === ''
}

/** What a value that is none of those may be. */
function allowedInstead(part: NamePart, kind: DifferenceKind) {
  if (part.kind === 'fixed') return kind === 'not-allowed' ? { values: [{ value: trimSeparators(part.texts[0] ?? '') }] } : null
  return kind === 'date-range' || kind === 'not-allowed' ? freeField(part.rule).allowed?.(part.rule) : null
}

/**
 * Whether the rule's own words stand there with another number or language: last week's sheet 4 where sheet 5 is asked, the label in FR
 * where the one in EN is.
 */
function isOtherPiece(actual: string, asked: string): boolean {
  const [were, are] = [actual, asked].map(text => text.split(/[^\p{L}\p{N}]+/u).filter(Boolean))
  const other = were && are && were.length === are.length ? were.flatMap((word, at) => (looseKey(word) === looseKey(are[at] ?? '') ? [] : [at])) : []
  const [at = 0] = other
  if (other.length === 1 && were && were.length > 1 && isOtherLanguage(were[at] ?? '', are?.[at] ?? '')) return true
  const [was, is] = [actual, asked].map(text => ({ letters: looseKey(text.replace(/\p{N}+/gu, '')), numbers: text.match(/\d+/g)?.map(Number) ?? [] }))
  // figures alone are another piece only as years
  const areYears = [actual, asked].every(text => /^[^\p{L}\p{N}]*(?:19|20)\d\d[^\p{L}\p{N}]*$/u.test(text))
  if (!was || !is || (was.letters === '' && !areYears) || was.letters !== is.letters || was.numbers.length !== is.numbers.length) return false
  // 27 is short for 2027
  const isYear = (number: number, asked: number) => number < 100 && asked >= 1900 && asked < 2200 && asked % 100 === number
  return was.numbers.some((number, at) => number !== is.numbers[at] && !isYear(number, is.numbers[at] ?? 0))
}

const OF_PERSON = new Set(['family', 'given', 'name', 'id'])

/** Where another part says the holder, a value is no other person's: many bear the same given or family name. */
function withoutFalseOwners(parts: readonly NamePart[], differences: readonly Difference[]): Difference[] {
  const departing = new Set(differences.map(one => one.part))
  const said = parts.some(({ part }) => OF_PERSON.has(part) && !departing.has(part))
  return differences.map(one => (said && one.kind === 'other-person' && OF_PERSON.has(one.part) ? { ...one, kind: 'misspelt' } : one))
}

function tellKind(
  part: NamePart, span: Span, expected: string, actual: string, { strictness, known, ownerOf }: ExplainContext,
): DifferenceKind | null {
  if (part.kind === 'fixed') return tellFixed(part.part, span, actual, strictness, ownerOf)
  if (actual === expected) return null
  if (actual === '') return 'absent'
  return freeField(part.rule).tell(actual, part.rule, ownOf(known, part.part) !== undefined, strictness)
}

/** Whether nothing but signs stands where a word is asked for: they are none. */
const isSignAlone = (actual: string, asked: string): boolean => trimSeparators(actual) === '' && trimSeparators(asked) !== ''

function tellFixed(
  field: string, { text, edits }: Span, actual: string, strictness: Strictness, ownerOf: ExplainContext['ownerOf'],
): DifferenceKind | null {
  const separators = text !== '' && [...text].every(isSeparator)
  if (actual === '') {
    if (text === '' || (edits.length === 0 && separators)) return null
    if (!separators) return 'absent'
    return strictness.separators === 'ignore' && edits.length === 0 ? null : 'separator'
  }
  if (edits.length === 0) return null
  if (isSignAlone(actual, text)) return 'absent'
  const loosely = (text: string) => foldCase(strictness.accents === 'ignore' ? stripMarks(text) : text)
  const [was, asked] = [plainPunctuation(actual), plainPunctuation(text)]
  if (loosely(was) === loosely(asked)) return 'letter-case'
  if (partedAlike(loosely(was)) === partedAlike(loosely(asked))) return 'separator'
  if (field === 'literal' && isOtherPiece(actual, text)) return 'not-allowed'
  // written together or apart, or shortened, it is still the own one
  const [short, whole] = [looseKey(actual), looseKey(text)]
  return !whole.startsWith(short) && !whole.endsWith(short) && ownerOf?.(field, actual) ? 'other-person' : 'misspelt'
}

/** Text with every run of separators as one. */
function partedAlike(text: string): string {
  return text.replace(/[ _\-.\u00A0]+/g, '-')
}
