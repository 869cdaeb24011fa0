import { foldCase } from '../text/fold'
import { ownOf } from '../text/own'
import { isAndWord, joinsTwo } from './and-words'
import { numberOfWord, placeInAlphabet } from './number-words'
import { readRoman } from './roman'
import type { Alignment, Span } from './align'
import { freeField } from './fields/index'
import { cutOut, isAlike, passesOthers, standAt, takeFromExtra, withoutStretch } from './spans'
import { withinSeparators } from './strictness'
import { numberShape, tellNumbers } from './number-kinds'
import type { Captures, NamePart } from './parts'
import { isBehindOther, isVersionBy, letterBefore } from './numbers-apart'
import { isAnyText, isHolders, isLiteral, isValue } from './parts'
import { tokensOf } from './tokens'
import { isWordEdge } from './word-edges'

/**
 * A value that was not found in its place may stand in what belongs to no part: if there it can be read in one way only, it is
 * that, and stands in another place. So may one that was not asked for: then it is that one, and no other is filled in for it.
 *
 * @param asked - the parts in the rule's own order
 */
export function readLeftOver(
  parts: readonly NamePart[], { spans, extras }: Alignment, text: string, captures: Captures, asked: readonly NamePart[],
): void {
  if (extras.length === 0) return
  const open = parts.flatMap((part, index) => (part.kind === 'free' && isValue(part) && captures[part.part] === undefined
    && spans[index]?.start === spans[index]?.end
    ? [{ part, index }]
    : []))
  if (open.length === 0) return
  const called = new Set(parts.flatMap(part => (isHolders(part) ? tokensOf(part.texts[0] ?? '') : [])))
  // what was read makes no day of a number behind the rule's own word: "Receipt 1 March" where months are asked for
  const unread = () => spans.reduce((rest, { start, end }, at) => (parts[at]?.kind === 'free' && end > start
    ? rest.slice(0, start) + '|'.repeat(end - start) + rest.slice(end)
    : rest), text)
  for (const { part, index } of open) {
    const { read, outside } = freeField(part.rule)
    const isDay = part.rule.type === 'date' || part.rule.type === 'week'
    const sign = lettersBefore(asked[asked.indexOf(part) - 1])
    const isSigned = (start: number, end: number) => sign !== '' && text[end] !== '.'
      && standsBefore(sign, text, text.slice(0, start).trimEnd().length)
    const within = (from: (extra: [number, number]) => number, valueOf: (actual: string) => string | undefined) =>
      extras.flatMap(extra => valuesIn(part, text, [from(extra.range), extra.range[1]], called, valueOf, { unread, isSigned })
        .map(({ value, range: [start, end] }) => ({ value, range: [Math.max(start, extra.range[0]), end] as [number, number], extra })))
    const inFigures = within(([start]) => start, actual => read(actual, part.rule))
    const allowed = inFigures.length > 0 ? inFigures : inWords(part, index, { spans, extras }, text)
    // the rule's own word before a number says what it is: KW47
    const withWord = ([start]: [number, number]) => spans.find((span, at) => span.end === start && span.end > span.start
      && parts[at]?.kind === 'fixed' && /^\P{N}*\p{L}$/u.test(text.slice(span.start, span.end)))?.start ?? start
    // of days and weeks alone: any word may be none of a few that are allowed
    const found = allowed.length > 0 || !isDay ? allowed : within(withWord, actual => outside?.(actual, part.rule))
    const letter = letterBefore(asked, part)
    const isVersion = (range: [number, number]) => isVersionBy(parts, text, range) && !isBehindOther(letter, text, range[0])
    const [only] = found.filter(({ range }) => part.rule.type !== 'version' || isVersion(range))
    if (!only || found.some(one => one.value !== only.value)) continue
    const { extra, range, value } = only
    if (allowed.length > 0) captures[part.part] = value
    const moved = allowed.length > 0 && passesOthers({ spans }, text, index, range)
    spans[index] = { start: range[0], end: range[1], text: '', edits: [], ...(moved ? { moved } : {}) }
    extras.splice(extras.indexOf(extra), 1)
    const rest = ([[extra.range[0], range[0]], [range[1], extra.range[1]]] as [number, number][])
      .filter(([start, end]) => /[\p{L}\p{N}]/u.test(text.slice(start, end)))
    extras.push(...rest.map(one => ({ ...extra, range: one })))
  }
}

/**
 * A number that is settled otherwise, such as that of the piece, is no other field's that stands beside it without its own sign: in
 * "chapter 1" for chap{n}_v{v} nothing says a version. So is one in what belongs to no part: there it stands, in another place.
 *
 * @param asked - the parts in the rule's own order
 */
export function standSettled(
  parts: readonly NamePart[], { spans, extras }: Alignment, text: string, known: Captures, asked: readonly NamePart[],
): void {
  for (const [index, part] of parts.entries()) {
    const settled = part.kind === 'free' && part.rule.type === 'number' ? settledOf(part, known) : undefined
    const span = spans[index]
    if (settled === undefined || !span) continue
    // of the 12th no 2 is a number by itself
    const isCut = (at: number) => /^\p{Nd}{2}$/u.test(text.slice(at - 1, at + 1))
    const stands = span.end > span.start && !isCut(span.start) && !isCut(span.end)
    if (stands && Number(text.slice(span.start, span.end)) === Number(settled)) continue
    const sign = asked[asked.indexOf(part) - 1]
    const place = onlyPlaceOf(text, Number(settled), lettersBefore(sign))
    if (!place) continue
    const [start, end] = place
    giveFree(parts, { spans, extras }, text, [start - lettersBefore(parts[index - 1]).length, end])
    const taken = spans.findIndex((other, at) => other.start === start && other.end === end && parts[at]?.kind === 'free')
    if (taken > index && span.end === span.start) takeFromField(parts, { spans, extras }, text, index, taken, asked)
    const isFree = () => takeFromExtra(extras, text, [start, end]) || takeFromText(parts, spans, text, [start, end])
      || takeWithWord(parts, spans, text, [start, end], sign) || takeFromWord(parts, { spans, extras }, text, [start, end])
    if (taken >= 0 || !isFree()) continue
    // another number that was taken for it is none of it
    if (span.end > span.start) extras.push({ range: [span.start, span.end], before: index })
    standAt({ spans }, text, index, [start, end])
  }
}

/** The value of a number that is settled otherwise, or the only one there is. */
const settledOf = (part: Extract<NamePart, { kind: 'free' }>, known: Captures): string | undefined =>
  ownOf(known, part.part) ?? freeField(part.rule).only?.(part.rule)

/**
 * Where a number stands, in figures or in a word, else in Roman letters or as a letter; `null`: nowhere, or in several places, of which not
 * one alone is straight behind the rule's own word.
 */
function onlyPlaceOf(text: string, number: number, sign: string): [start: number, end: number] | null {
  const isIt = (run: string) => (/\p{Nd}/u.test(run) ? Number(run) : numberOfWord(run)) === number
  const written = [...text.matchAll(/\p{Nd}+|\p{L}{3,}/gu)].filter(([run]) => isIt(run))
  const runs = written.length > 0 ? written : [...text.matchAll(ROMAN_OR_LETTER)].filter(([run]) => saysPlace(run) === number)
  // the 2 of a class 2B is none of "2B foto dos"
  const apart = runs.length > 1 ? runs.filter(({ 0: run, index }) => !/^\d/.test(run) || !/\p{L}/u.test(text[index + run.length] ?? '')) : runs
  const isSigned = ({ index }: { index: number }) => sign !== '' && standsBefore(sign, text, index)
  const [only, ...more] = apart.length > 1 ? apart.filter(isSigned) : apart
  return only && more.length === 0 ? [only.index, only.index + only[0].length] : null
}

/** A number in a word that is all there is where it belongs: two of "kitchen_before_two". */
function inWords(
  { rule }: Extract<NamePart, { kind: 'free' }>, index: number, { spans, extras }: Pick<Alignment, 'spans' | 'extras'>, text: string,
): (FoundValue & { extra: Alignment['extras'][number] })[] {
  return extras.flatMap((extra) => {
    const range = withinSeparators(text, extra.range)
    const number = rule.type === 'number' ? numberOfWord(text.slice(...range)) : null
    const value = number === null ? undefined : freeField(rule).read(String(number), rule)
    const isInPlace = (spans[index - 1]?.end ?? 0) <= range[0] && (spans[index + 1]?.start ?? text.length) >= range[1]
    return value !== undefined && isInPlace ? [{ value, range, extra }] : []
  })
}

/** Roman letters by themselves, and one letter at the end. */
const ROMAN_OR_LETTER = /(?<![\p{L}\p{N}])[IVX]{1,5}(?![\p{L}\p{N}])|(?<=[ _-])(?:[a-f]|[ivx]{1,5})$/gu

const saysPlace = (run: string): number | null =>
  (/^[a-f]$/.test(run) ? placeInAlphabet(run) : readRoman(run.toUpperCase()))

/** Takes a settled number back from a field behind it before which its own sign is missing, or from a text. */
function takeFromField(
  parts: readonly NamePart[], { spans, extras }: Pick<Alignment, 'spans' | 'extras'>, text: string, index: number, taken: number,
  asked: readonly NamePart[],
): void {
  const [part, sign, other, span] = [parts[taken], spans[taken - 1], spans[taken], spans[index]]
  if (!part || !sign || !other || !span || (!isAnyText(part) && hasSign(parts, spans, text, taken, asked))) return
  const { start, end } = other
  if (sign.end > sign.start) extras.push({ range: [sign.start, sign.end], before: index })
  spans[taken - 1] = { ...sign, start: end, end, edits: [] }
  spans[taken] = { ...other, start: end, end, edits: [] }
  spans[index] = { ...span, start, end, edits: [] }
}

/** Takes a settled number out of somebody's own words that begin or end with it; `false`: it stands in none, or amid them. */
function takeFromText(parts: readonly NamePart[], spans: Span[], text: string, [start, end]: [number, number]): boolean {
  const at = spans.findIndex((span, index) => parts[index] !== undefined && isAnyText(parts[index]) && span.start <= start && span.end >= end)
  const host = spans[at]
  if (!host) return false
  const sides = ([[host.start, start], [end, host.end]] as const).map(side => withinSeparators(text, side))
  const [rest, ...more] = sides.filter(([from, to]) => to > from)
  if (!rest || more.length > 0) return false
  spans[at] = { ...host, start: rest[0], end: rest[1] }
  return true
}

/** Takes a settled number out of somebody's own words with the rule's own word before it: of "Conrad_Case2_Asthma" Case2. */
function takeWithWord(
  parts: readonly NamePart[], spans: Span[], text: string, [start, end]: [number, number], sign: NamePart | undefined,
): boolean {
  const at = parts.findIndex(part => part === sign)
  const span = spans[at]
  const word = lettersBefore(sign)
  const from = start - word.length
  const isThere = word !== '' && standsBefore(word, text, start)
  if (!span || !isThere || span.end > span.start || !takeFromText(parts, spans, text, [from, end])) return false
  standAt({ spans }, text, at, [from, start])
  return true
}

/** Takes a number in letters out of what was taken for the rule's own word, or is left of it: of "foto dos" the last word is no piece of foto. */
function takeFromWord(parts: readonly NamePart[], alignment: Pick<Alignment, 'spans' | 'extras'>, text: string, stretch: [number, number]): boolean {
  const [start, end] = stretch
  const isOthers = alignment.spans.some((span, at) => span.start < end && span.end > start && !isLiteral(parts[at]))
  if (isOthers || !/^\p{L}+$/u.test(text.slice(start, end))) return false
  const left: Alignment = { cost: 0, ...alignment }
  cutOut(left, stretch)
  alignment.extras.splice(0, alignment.extras.length, ...left.extras)
  return true
}

/** Letters that a rule writes at the end of its own text, straight before a part. */
export const lettersBefore = (sign: NamePart | undefined): string => (isLiteral(sign) ? /\p{L}+$/u.exec(sign.texts[0] ?? '')?.[0] ?? '' : '')

const standsBefore = (word: string, text: string, at: number): boolean => at >= word.length
  && foldCase(text.slice(at - word.length, at)) === foldCase(word) && isWordEdge(text, at - word.length)

/** A number with its sign was taken for a value of the list that is nothing like it: E3 is nobody's code. */
function giveFree(
  parts: readonly NamePart[], { spans, extras }: Pick<Alignment, 'spans' | 'extras'>, text: string, [start, end]: [number, number],
): void {
  const index = spans.findIndex((span, at) => isHolders(parts[at]) && span.start === start && span.end === end && !isAlike(span, text))
  const span = spans[index]
  if (!span || /^\d/.test(text.slice(start))) return
  extras.push({ range: [start, end], before: index })
  extras.sort((a, b) => a.range[0] - b.range[0])
  spans[index] = { ...span, end: start, edits: [] }
}

const JOINED = /(?<sign>\s?[-–+&,/]\s?|\s(?:\p{L}{1,3}|t[-/]m)\s)/u.source
const BEFORE = new RegExp(`(?<word>[\\p{L}\\p{N}]+)${JOINED}$`, 'u')
const BEHIND = new RegExp(`^${JOINED}(?<word>[\\p{L}\\p{N}]+)`, 'u')

/** Where another day stands beside one, as two are named together: 8 en 15 november, 2.11.-6.11. */
function dayBeside(text: string, { start, end }: Span): readonly [number, number] | null {
  const readings = tellNumbers(text)
  const own = readings.findIndex(({ kind, range }) => kind === 'date' && range[0] < end && range[1] > start)
  if (own < 0) return null
  const at = [own - 1, own + 1].find((at) => {
    const [one, other, beside] = [readings[Math.min(at, own)], readings[Math.max(at, own)], readings[at]]
    if (!one || !other || !beside) return false
    const between = text.slice(one.range[1], other.range[0]).trim()
    const isDay = beside.kind === 'date'
    // a figure is a day only beside a word for "and"
    return (isDay && /^[-–+&,]$/.test(between)) || ((isDay || Number(beside.text) <= 31) && /^\p{L}+$/u.test(between) && joinsTwo(between))
  })
  return readings[at ?? -1]?.range ?? null
}

/** Where another value of its kind stands beside that of a choice or week. */
function valueBeside(parts: readonly NamePart[], spans: readonly Span[], text: string, index: number): [number, number] | null {
  const [part, span] = [parts[index], spans[index]]
  if (part?.kind !== 'free' || !span) return null
  const read = (start: number, end: number) => freeField(part.rule).read(text.slice(start, end), part.rule)
  const own = read(span.start, span.end)
  const sides = own === undefined ? [] : [besides(text.slice(0, span.start), BEFORE, 0), besides(text.slice(span.end), BEHIND, span.end)]
  // a figure alone goes on where the word stands once: of "period 2 and 3" the other one is period 3
  const withWord = (figure: string) => (/^\d{1,2}$/.test(figure) ? text.slice(span.start, span.end).replace(/\d+/, figure) : figure)
  const other = (side: [number, number]) => read(...side) ?? freeField(part.rule).read(withWord(text.slice(...side)), part.rule)
  return sides.find(side => side && ![undefined, own].includes(other(side)) && isFreeOfValues(parts, spans, side)) ?? null
}

/** Where another value of a part's kind stands beside it, as two are named together. */
function otherBeside(
  parts: readonly NamePart[], spans: readonly Span[], extras: Alignment['extras'], text: string, index: number,
): readonly [number, number] | null {
  const [part, span] = [parts[index], spans[index]]
  if (part?.kind !== 'free' || !span) return null
  switch (part.rule.type) {
    case 'date': return dayBeside(text, span) ?? choiceLeft(part, span, extras, text)
    case 'choice':
    case 'week': return valueBeside(parts, spans, text, index) ?? choiceLeft(part, span, extras, text)
    case 'number': return beginOfRange(part, parts, span, spans, text)
    default: return null
  }
}

/** The number from which several go on to the one that was taken, where it is no other value: the 11 of sheets 11-14. */
function beginOfRange(
  { rule }: Extract<NamePart, { kind: 'free' }>, parts: readonly NamePart[], { start, end }: Span, spans: readonly Span[], text: string,
): [number, number] | null {
  const begins = /(?<![\p{L}\p{N}])(\d{1,4}) ?[-–] ?$/u.exec(text.slice(0, start))
  if (!begins) return null
  const first = begins[1] ?? ''
  const side: [number, number] = [begins.index, begins.index + first.length]
  const isRange = Number(first) < Number(text.slice(start, end)) && freeField(rule).read(first, rule) !== undefined
  return isRange && !/^\d/.test(text.slice(end)) && isFreeOfValues(parts, spans, side) ? side : null
}

/** A choice, day, week or number beside which another of its kind stands, as two are named together, is neither of them: Q1-Q4, S44+S45. */
export function holdTwo(parts: readonly NamePart[], { spans, extras }: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || !span || span.end === span.start) continue
    const other = otherBeside(parts, spans, extras, text, index)
    if (!other) continue
    const [start, end] = [Math.min(span.start, other[0]), Math.max(span.end, other[1])]
    spans[index] = { ...span, start, end, several: true }
    for (const [at, literal] of spans.entries()) {
      if (at === index || literal.end <= start || literal.start >= end) continue
      const [from, to] = at < index
        ? [literal.start, Math.max(literal.start, Math.min(literal.end, start))]
        : [Math.min(literal.end, end), literal.end]
      spans[at] = { ...literal, start: from, end: to, edits: to > from ? [{ range: [from, to], expected: literal.text }] : [] }
    }
    extras.splice(0, extras.length, ...withoutStretch(extras, [start, end]))
  }
}

/** Another choice straight beside one, another week with its word, or another month or day, that belongs to no part: label_DE_EN, log_W41_W42. */
function choiceLeft(
  part: Extract<NamePart, { kind: 'free' }>, span: Span, extras: Alignment['extras'], text: string,
): [number, number] | null {
  const { rule } = part
  if (rule.type !== 'choice' && rule.type !== 'week' && rule.type !== 'date') return null
  const [own, ...others] = [[span.start, span.end] as const, ...extras.map(({ range }) => range)].map(range => withinSeparators(text, range))
  const isValue = ([from, to]: [number, number]) => {
    const some = text.slice(from, to)
    if (rule.type === 'choice') return rule.values.some(value => foldCase(value) === foldCase(some))
    // a day in other figures may be that on which it was sent
    return (/^\p{L}/u.test(some) || numberShape(some) === numberShape(text.slice(...own ?? []))) && freeField(rule).read(some, rule) !== undefined
  }
  const isBeside = ([from, to]: [number, number]) => own !== undefined && from < to
    && /^[\s_,;.-]{1,3}$/.test(to <= own[0] ? text.slice(to, own[0]) : text.slice(own[1], from))
  const isOther = ([from, to]: [number, number]) => own !== undefined && foldCase(text.slice(from, to)) !== foldCase(text.slice(...own))
  return own && isValue(own) ? others.find(one => isValue(one) && isBeside(one) && isOther(one)) ?? null : null
}

/** The word that is joined to what stands before or behind, as two are that are named together; `offset`: where the text begins. */
function besides(text: string, pattern: RegExp, offset: number): [number, number] | null {
  const { 0: all = '', index = 0, groups: { word = '', sign = '' } = {} } = pattern.exec(text) ?? {}
  const letters = sign.trim()
  if (word === '' || (/\p{L}/u.test(letters) && !joinsTwo(letters)) || (word.length === 1 && /\s/.test(sign) && !isAndWord(letters))) return null
  const start = offset + index + (pattern === BEFORE ? 0 : all.length - word.length)
  return [start, start + word.length]
}

/** Whether no other value of the name stands in a stretch. */
function isFreeOfValues(parts: readonly NamePart[], spans: readonly Span[], [start, end]: [number, number]): boolean {
  return spans.every((span, at) => {
    const part = parts[at]
    return !part || !isValue(part) || span.edits.length > 0 || span.end <= start || span.start >= end
  })
}

/** Whether letters of the rule's own text before a value stand before it, such as the v of _v2. */
function hasSign(parts: readonly NamePart[], spans: readonly Span[], text: string, index: number, asked: readonly NamePart[]): boolean {
  const [part, span] = [parts[index], spans[index - 1]]
  const sign = part && asked[asked.indexOf(part) - 1]
  if (!isLiteral(sign) || !span) return true
  const [own = ''] = sign.texts
  // behind a word of the rule's own another one is no sign of it: "part 1" for {n} of {all}
  const isOther = /\p{L}{2}/u.test(own) && !isAlike(span, text)
  return !/\p{L}/u.test(own) || (/\p{L}/u.test(text.slice(span.start, span.end)) && !isOther)
}

/** Where one value alone is possible and the name holds no other in its place, but for what the holder is called by, it is that one. */
export function fillOnly(
  parts: readonly NamePart[], { spans, extras }: Alignment, text: string, captures: Captures, called: () => readonly string[],
): void {
  const isNumber = (token: string) => /\p{N}/u.test(token) && !called().includes(token)
  if (extras.some(({ range }) => tokensOf(text.slice(...range)).some(isNumber))) return
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || captures[part.part] !== undefined || !span || span.end > span.start) continue
    const only = freeField(part.rule).only?.(part.rule)
    if (only === undefined) continue
    // a word of the same shape may be another choice: DE where FR alone is asked for
    const isRival = (token: string) => shapeOf(token) === shapeOf(only) && !called().includes(token)
    if (part.rule.type !== 'choice' || !tokensOf(text).some(isRival)) captures[part.part] = only
  }
}

/** What a short word looks like: of how many letters and figures. Words of more letters all look alike, and so do one and two figures. */
const shapeOf = (word: string): string => {
  const [letters, figures] = [/[^\p{L}]/gu, /[^\p{N}]/gu].map(others => word.replace(others, '').length) as [number, number]
  return `${letters > 3 ? 'word' : letters} ${figures > 2 ? figures : Number(figures > 0)}`
}

export interface FoundValue { value: string, range: [number, number] }

/** Whole values that are asked for in a stretch of a name. */
export const valuesAsked = (part: Extract<NamePart, { kind: 'free' }>, text: string, range: readonly [number, number]): FoundValue[] =>
  valuesIn(part, text, range, undefined, actual => freeField(part.rule).read(actual, part.rule))

/** Whole values of a field in a stretch of a name, the longest reading at each place. */
function valuesIn(
  part: Extract<NamePart, { kind: 'free' }>, text: string, [from, to]: readonly [number, number], called: ReadonlySet<string> | undefined,
  valueOf: (actual: string) => string | undefined, signed?: { unread: () => string, isSigned: (start: number, end: number) => boolean },
): FoundValue[] {
  const stretches: [number, number][] = []
  const { kinds: asked } = freeField(part.rule)
  const kinds = part.rule.type === 'number' && part.rule.digits === 4 ? [...asked ?? [], 'year' as const] : asked
  const readingsOf = (some: string) => kinds && tellNumbers(some, called).filter(({ kind }) => kinds.includes(kind))
  const readings = readingsOf(text)
  const isIn = (list: typeof readings, start: number, end: number) => list?.some(({ range }) => range[0] <= start && range[1] >= end) ?? false
  const isKind = (start: number, end: number) => !readings || isIn(readings, start, end)
    || (signed !== undefined && signed.isSigned(start, end) && isIn(readingsOf(signed.unread()), start, end))
  freeField(part.rule).take(text, part.rule, undefined, (start, end, cost) => {
    if (start >= from && end <= to && cost < 1 && isWordEdge(text, start) && isWordEdge(text, end) && isKind(start, end)) stretches.push([start, end])
  })
  const values: FoundValue[] = []
  let reach = from
  for (const [start, end] of stretches.sort((a, b) => a[0] - b[0] || b[1] - a[1])) {
    const value = start < reach ? undefined : valueOf(text.slice(start, end))
    if (value === undefined) continue
    values.push({ value, range: [start, end] })
    reach = end
  }
  return values
}
