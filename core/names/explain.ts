import { foldCase, looseKey, plainDigits, plainPunctuation, stripMarks } from '../text/fold'
import { editDistance, likeness } from '../text/distance'
import { emptyRecord, ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import { alignParts, alignWithin } from './align'
import type { ToldByLevel } from './beside'
import { readCompounds } from './compounds'
import { isCopyMark } from './copy-marks'
import { toldByLevels } from './beside'
import type { Difference, DifferenceKind } from './difference'
import { freeField, wordsOfType } from './fields/index'
import { isOtherLanguage } from './fields/language-words'
import { fillOnly, holdTwo, readLeftOver, standSettled } from './left-over'
import { isKindWord } from './kind-words'
import { standBehindWord, standLabelled, standVersion } from './numbers-apart'
import { mendAlignment } from './mend-alignment'
import { leaveNames, standCalled, standCodes, standKinds, standLanguages, standSigns, standSlipped, standTurned } from './left-outside'
import { standGroups } from './stand-elsewhere'
import { mendText } from './mend-text'
import { mendEdges } from './text-edges'
import { tellNumbers } from './number-kinds'
import type { Captures, NamePart } from './parts'
import { BY, DONE_BY } from './particles'
import { expandParts, isAnyText, isHolders, isLiteral, isValue } from './parts'
import type { Strictness } from './strictness'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import { foldPlain, joinTouching, LIKE } from './spans'
import { standTogether } from './together'
import { tokensOf, wordsIn } from './tokens'
import type { Known } from './unlike'
import { alignInside } from './whole-inside'
import { isWordEdge } from './word-edges'
import { readWordByWord } from './word-by-word'

export interface Explanation {
  /** 0 for a fitting name; about one a wrong character. */
  cost: number
  differences: Difference[]
  /** Values of the free fields that could be read. */
  captures: Captures
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
  const { shown, order, alignment, captures, beside } = alignName(parts, received, full)
  const moved = order.some((at, index) => at !== index)
  const differences = describe(shown, alignment, received.slice(0, LONGEST), captures, full, order, beside)
  return { cost: alignment.cost + (moved ? 0.5 : 0), differences, captures }
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
  const straight = alignParts(parts, text, strictness, known)
  const isPlain = isSettled(parts, straight, text)
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
  leaveInside(shown, alignment.spans, captures, known)
  const beside = toldByLevels(context.levels, shown, captures)
  for (const { field, value } of beside) if (value !== undefined) captures[field] = value
  const untold = beside.length === 0 ? shown : shown.filter(({ part }) => !beside.some(one => one.field === part))
  fillOnly(untold, alignment, text, captures, context.called)
  leaveUnparted(shown, alignment.spans, captures)
  leaveOpen(shown, text, captures, known)
  leaveTitle(shown, alignment, text, captures, context)
  takeWholeLevel(shown, text, captures, context.levels)
  if (whole !== text) alignment.extras.push({ range: [text.length, whole.length], before: shown.length - 1 })
  return { shown, order, alignment, captures, text, beside }
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

/** A number that is a figure of the day or week that the name tells is none by itself: of "2026-06-01" there is no number 01. */
function leaveInside(parts: readonly NamePart[], spans: Span[], captures: Captures, known: Captures): void {
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || part.rule.type !== 'number' || !span || span.end === span.start || ownOf(known, part.part) !== undefined) continue
    const isAround = (other: Span, at: number) => at !== index && parts[at]?.kind === 'free' && other.start <= span.start && other.end >= span.end
      && other.end - other.start > span.end - span.start
    if (!spans.some(isAround)) continue
    spans[index] = { start: span.end, end: span.end, text: span.text, edits: [] }
    Reflect.deleteProperty(captures, part.part)
  }
}

/** How long the number in brackets is that marks a copy of a name which tells a number that is settled before it: "log 2 (1)". */
function lengthOfMark(text: string, known: Captures): number {
  const [mark = ''] = /\s*\(\d{1,3}\)$/.exec(text) ?? []
  const before = mark === '' ? [] : text.slice(0, -mark.length).match(/\d+/g) ?? []
  return Object.values(known).some(value => before.some(run => Number(run) === Number(value))) ? mark.length : 0
}

/** Where one text ends and another begins is nobody's guess: two of them that nothing parts are both left open. */
function leaveUnparted(parts: readonly NamePart[], spans: readonly Span[], captures: Captures): void {
  for (const [at, part] of parts.entries()) {
    const [between, next] = [spans[at + 1], parts[at + 2]]
    if (!next || !isAnyText(part) || !isAnyText(next) || !between || between.end > between.start || between.text === '') continue
    for (const { part: field } of [part, next]) Reflect.deleteProperty(captures, field)
  }
}

/** What a work is about, and by whom: "Essay about wolves", "Proof of the sum", "Observation by Ms. Keller" (common practice, no source). */
const ABOUT = /^(?:about|of|by|über|ueber|von|durch|sur|par|sobre|por|عن) (?=\p{L})/u

/** Somebody's own words without the one behind another word that says what a work is about. */
function withoutAbout(value: string, text: string): string {
  const [front = ''] = ABOUT.exec(value) ?? []
  return front !== '' && /\p{L} $/u.test(text.slice(0, text.indexOf(value))) ? value.slice(front.length) : value
}

/** Somebody's own words without a settled number that they begin or end with, where it stands nowhere else, and without an open bracket. */
function ownWordsOf(value: string, text: string, known: Captures): string {
  let words = withoutAbout(value.replace(/[\s_-]*[([]\d*$/, '').replace(/^[\s,;:]+(?=\S)|[\s,;:]+$/g, ''), text)
  for (const settled of Object.values(known)) {
    const isIt = (run: string) => Number(run) === Number(settled)
    if ((text.match(/\d+/g) ?? []).filter(isIt).length !== 1) continue
    const [, first = '', behind = ''] = /^(\d+)[\s_.-]+(.*\p{L}.*)$/u.exec(words) ?? []
    const [, before = '', last = ''] = /^(.*\p{L}.*?)[\s_.-]+(\d+)$/u.exec(words) ?? []
    if (first !== '' && isIt(first)) words = behind
    else if (last !== '' && isIt(last)) words = before
  }
  // nor with the word before who did it
  const [, front = '', end = ''] = /^(.*[^\s_-])[\s_-]+(\p{L}+)$/u.exec(words) ?? []
  if (DONE_BY.has(foldCase(end))) words = front
  return words === '' ? value : words
}

/** Somebody's own words without a code and the settled number that the rule writes straight behind it: of "A4 invoice" for A4_{desc}. */
function withoutCodes(value: string, parts: readonly NamePart[], known: Captures): string {
  for (const [at, part] of parts.entries()) {
    const next = parts[at + 1]
    const number = next?.kind === 'free' ? ownOf(known, next.part) : undefined
    const [code = ''] = isHolders(part) ? part.texts : []
    if (number === undefined || !/^\d{1,9}$/.test(number) || !/^[\p{L}\p{N}]+$/u.test(code)) continue
    const words = wordsIn(value, [0, value.length])
    const isIt = ({ word }: { word: string }) => looseKey(word).startsWith(looseKey(code))
      && Number(word.slice(code.length) || NaN) === Number(number)
    const [only, ...more] = words.filter(isIt)
    if (!only || more.length > 0 || words.length < 2) continue
    return `${value.slice(0, only.start)}${value.slice(only.end).replace(/^[\s_.-]+/, '')}`.replace(/[\s_.-]+$/, '')
  }
  return value
}

const isDay = (value: string): boolean => {
  const [only, ...more] = tellNumbers(value)
  return only?.kind === 'date' && more.length === 0 && only.text === value
}

/** A word for numbers before one. */
const NUMBER_SIGN = /^(?:nr|no|n[º°]|nú?m(?:ero)?|num(?:mer|ber)?|č|#)\s?[.:]?\s?(?=\d)/iu

/**
 * A number that is settled otherwise and stands there once is no text of somebody's own as well: of "Carmen_3" no title is told. Nor is a word
 * that only tells a state, or that it is a copy.
 */
function leaveOpen(parts: readonly NamePart[], text: string, captures: Captures, known: Captures): void {
  for (const part of parts) {
    const read = isAnyText(part) ? ownOf(captures, part.part) : undefined
    if (read === undefined) continue
    const isNumber = wordsOfType('number').includes(looseKey(part.part))
    const own = withoutCodes(ownWordsOf(read, text, known), parts, known)
    // nor does a number bear the word for one: 8 of "invoice No. 8"
    const value = isNumber ? own.replace(NUMBER_SIGN, '') : own
    captures[part.part] = value
    // nor is a day by itself, but as a number: 2026-03
    const isMark = isAddedWord(value) || (/\p{L}/u.test(value) && isCopyMark(` ${value}`))
    if (isMark || (isDay(value) && !isNumber)) Reflect.deleteProperty(captures, part.part)
    if (!/^\d{1,9}$/.test(value)) continue
    const isIt = ([, own]: [string, string | undefined]) => Number(own) === Number(value)
    const runs = [...text.matchAll(/(?<![\p{L}\p{N}])\d+/gu)].filter(([run]) => Number(run) === Number(value))
    if (runs.length < 2 && Object.entries(known).some(isIt)) Reflect.deleteProperty(captures, part.part)
  }
}

/**
 * Words that are nothing but what the piece or its holder is called, what the rule writes in another form, what says in its place what kind of work
 * it is, or stand before whose it is, are no text of a name that departs: of "P04 soil report by Ben" none is told.
 */
function leaveTitle(
  parts: readonly NamePart[], { cost, spans }: Alignment, text: string, captures: Captures, { titled, called, levels }: ExplainContext,
): void {
  if (cost < 1) return
  // yields for _yield_, which is not there
  const isAbsent = (at: number) => trimSeparators(text.slice(spans[at]?.start, spans[at]?.end)) === ''
  const absent = parts.flatMap((part, at) => (isLiteral(part) && isAbsent(at) ? part.texts.flatMap(tokensOf) : []))
  const isOfRule = (word: string) => titled().includes(word) || absent.some(own => own.length >= LEAST_OWN && isInOtherNumber(word, own))
  for (const part of parts) {
    const words = isAnyText(part) ? tokensOf(ownOf(captures, part.part) ?? '') : []
    // a folder may be called as the work is
    const isNamed = (word: string) => called().includes(word) && !levels.some(level => tokensOf(level).includes(word))
    const isNoText = (word: string) => isOfRule(word) || BY.has(word) || isNamed(word) || (absent.length > 0 && isKindWord(word))
    if (words.length > 0 && words.every(isNoText)) Reflect.deleteProperty(captures, part.part)
  }
}

/** Somebody's own words are all of those that their folder is called by, where the name has these too: "Essay on moss" in the folder of that name. */
function takeWholeLevel(parts: readonly NamePart[], text: string, captures: Captures, levels: readonly string[]): void {
  for (const part of levels.length === 0 ? [] : parts) {
    const value = isAnyText(part) ? ownOf(captures, part.part) : undefined
    const plain = value === undefined ? '' : foldPlain(text)
    if (value === undefined || plain.length !== text.length) continue
    for (const level of levels.map(foldPlain)) {
      const start = level.length > value.length && level.includes(foldPlain(value)) ? plain.indexOf(level) : -1
      const end = start + level.length
      if (start >= 0 && isWordEdge(text, start) && isWordEdge(text, end)) captures[part.part] = text.slice(start, end)
    }
  }
}

const LEAST_OWN = 4
/** Whether two words are one but for what makes one of them several. */
const isInOtherNumber = (one: string, other: string): boolean =>
  Math.abs(one.length - other.length) <= 2 && (one.startsWith(other) || other.startsWith(one))

/** Values that stand in each other's place: so many other orders are tried, the likeliest ones. */
const MOST_ORDERS = 12

/** Tries the parts in another order where one was not found in its own place but stands elsewhere in the name. */
function reorder(
  parts: readonly NamePart[], text: string, straight: Alignment, strictness: Strictness, known: Captures,
): { order: number[], alignment: Alignment } | null {
  const folded = foldCase(stripMarks(text))
  const values = parts.flatMap((part, at) => (isValue(part) ? [at] : []))
  const astray = values.filter((index) => {
    const span = straight.spans[index]
    const part = parts[index]
    if (!span || !part) return false
    if (part.kind === 'free') return span.end === span.start
    const expected = foldCase(stripMarks(span.text))
    const there = foldCase(stripMarks(text.slice(span.start, span.end)))
    if (expected.length < 2 || there === expected) return false
    return folded.includes(expected)
  })
  if (astray.length === 0) return null
  let best: { order: number[], alignment: Alignment } | null = null
  const tried = new Set<string>()
  for (const order of ordersOf(parts.length, values, astray)) {
    const key = order.join()
    if (tried.has(key) || tried.size >= MOST_ORDERS) continue
    tried.add(key)
    const least = best?.alignment.cost ?? straight.cost
    const alignment = alignWithin(least, order.flatMap(at => parts[at] ?? []), text, strictness, known)
    const limit = alignment && astray.some(at => isDayTold(parts[at], alignment.spans[order.indexOf(at)])) ? least : least - 1
    if (alignment && alignment.cost < limit && !isMovedAway(parts, order, alignment, folded)) best = { order, alignment }
  }
  return best
}

/** Whether a day stands somewhere that was told nowhere before: of "Ordre du jour 6 oct" oct is none of ODJ. */
const isDayTold = (part: NamePart | undefined, span: Span | undefined): boolean =>
  part?.kind === 'free' && part.rule.type === 'date' && span !== undefined && span.end > span.start

/** Whether an order moves a value that is nowhere in a name to where quite another word stands, or a free one to where a settled one does. */
function isMovedAway(parts: readonly NamePart[], order: readonly number[], { spans }: Alignment, folded: string): boolean {
  const isSettled = ({ start, end }: Span) => parts.some(part => isHolders(part) && part.texts.some((text) => {
    const own = foldCase(stripMarks(text))
    // whole, or the figures of a code: the 12 of S-12
    const at = end - start < own.length && !/\d/.test(own) ? -1 : folded.indexOf(own)
    return at >= 0 && at <= start && at + own.length >= end
  }))
  return order.some((at, index) => {
    const [part, span] = [parts[at], spans[index]]
    if (at !== index && part?.kind === 'free' && span && span.end > span.start) return isSettled(span)
    if (at === index || !isHolders(part) || !span || span.end === span.start || span.edits.length === 0) return false
    const value = foldCase(stripMarks(span.text))
    return !folded.includes(value) && likeness(folded.slice(span.start, span.end), value) < LIKE
  })
}

/** Two values exchanged, or one moved to the place of another, the rest moving up. */
function* ordersOf(length: number, values: readonly number[], astray: readonly number[]): Generator<number[]> {
  const straight = Array.from({ length }, (_, at) => at)
  for (const stray of astray) {
    for (const other of values) {
      if (other === stray) continue
      const swapped = [...straight]
      swapped[stray] = other
      swapped[other] = stray
      yield swapped
    }
    const places = values
    const from = places.indexOf(stray)
    for (let to = 0; to < places.length; to++) {
      if (to === from) continue
      const moved = [...places]
      moved.splice(to, 0, ...moved.splice(from, 1))
      const order = [...straight]
      places.forEach((place, index) => (order[place] = moved[index] ?? place))
      yield order
    }
  }
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
