import { likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { keeping } from '../text/kept'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import type { Edit } from './difference'
import { ownOf } from '../text/own'
import { freeField } from './fields/index'
import { GROUP_WORDS } from './group-words'
import { lettersBefore, valuesAsked } from './left-over'
import type { Captures, NamePart } from './parts'
import { isAnyText, isHolders, isLiteral, isValue } from './parts'
import { withinSeparators } from './strictness'
import { isWordEdge } from './word-edges'
import { tellNumbers } from './number-kinds'
import { LIKE, cutOut, foldPlain, isAlike, passesOthers, standAt, takeFromExtra, withoutStretch } from './spans'

/**
 * A word of the rule's own that stands whole elsewhere in the name stands there: neither is it too much, nor is it somebody's name, nor
 * does another word stand instead of it.
 */
export function standOwnWords(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  let folded: string | null = null
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    const whole = span && isLiteral(part) ? wordOf(span.text) : null
    if (!span || !whole) continue
    const [there, until] = withinSeparators(text, [span.start, span.end])
    const isLike = until > there && likeness(text.slice(there, until), whole.word) >= LIKE
    if (isLike && isAllThereIs(span, until - there, whole.word)) continue
    const all = folded ??= foldPlain(text)
    if (all.length !== text.length) return
    // of several words, such as that before the v of a version, the longest says it
    const own = [whole, ...longestOf(span.text)].find(one => onlyPlaceOf(one.folded, all, text) >= 0) ?? whole
    const [start, end] = placeOf(own.folded, all, text)
    if (start < 0 || (isLike && (start < there || end > until)) || !clear(parts, alignment, text, [start, end], index)) continue
    const before = span.start >= end ? index + 1 : index
    const left = [[span.start, Math.min(span.end, start)], [Math.max(span.start, end), span.end]] as const
    alignment.extras.push(...left.filter(([from, to]) => to > from && /[\p{L}\p{N}]/u.test(text.slice(from, to)))
      .map(([from, to]) => ({ range: [from, to] as [number, number], before })))
    standAt(alignment, text, index, [start, end], editsOf(own, text, [start, end]))
    // a longer word is told as what it is, wherever it stands
    const { moved: _, ...stays } = alignment.spans[index] ?? span
    if (isLonger(text.slice(start, end), own.word)) alignment.spans[index] = stays
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}

/** Whether nothing but the word stands where it was found: with more words beside it, it is only what it is. */
const isAllThereIs = ({ edits }: Span, length: number, word: string): boolean => length <= word.length || edits.length === 0

/** What of a literal is missing around its word, and how the word itself departs. */
function editsOf({ lead, word, behind }: NonNullable<ReturnType<typeof wordOf>>, text: string, [start, end]: [number, number]): Edit[] {
  const edits: Edit[] = [{ range: [start, start], expected: lead }, { range: [start, end], expected: word }, { range: [end, end], expected: behind }]
  return edits.filter(({ range, expected }) => text.slice(...range) !== expected)
}

/** What passed only something that turned out to be no part of the name stands in its own place. */
export function standInPlace(alignment: Alignment, text: string): void {
  for (const [index, whole] of alignment.spans.entries()) {
    if (whole.moved !== true || passesOthers(alignment, text, index, [whole.start, whole.end])) continue
    const { moved: _, ...span } = whole
    alignment.spans[index] = span
  }
}

/** A value of letters and figures that is written without its signs is that one, and no number besides: in "report sl12" SL-12 is told, no 12. */
export function standJoinedValues(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (!isHolders(part) || !span || (span.end > span.start && span.edits.length === 0)) continue
    if (!/^(?=.*\p{L})(?=.*\p{N}).*[^\p{L}\p{N}]/u.test(span.text) || (span.end > span.start && isAlike(span, text))) continue
    const key = looseKey(span.text)
    const [only, ...more] = [...text.matchAll(/[\p{L}\p{N}]+/gu)].filter(([word]) => looseKey(word) === key)
    if (!only || more.length > 0) continue
    const range: [number, number] = [only.index, only.index + only[0].length]
    if (span.end > span.start) alignment.extras.push({ range: [span.start, span.end], before: index })
    alignment.spans[index] = { ...span, end: span.start, edits: [] }
    cutOut(alignment, range)
    standAt(alignment, text, index, range, [{ range, expected: span.text }])
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}

/** A value that is not in its place, but stands whole in what was taken for the rule's own text, for another value or for nothing, stands there. */
export function standOwnValues(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  const folded = foldPlain(text)
  if (folded.length !== text.length) return
  // twice: what one value made room for may be the next
  for (let turn = 0; turn < parts.length * 2; turn++) {
    const index = turn % parts.length
    const [part, span] = [parts[index], alignment.spans[index]]
    if (!isHolders(part) || !span || span.text === '') continue
    if (span.end > span.start && (span.edits.length === 0 || isAlike(span, text))) continue
    const value = foldPlain(span.text)
    const start = value.length === span.text.length ? onlyPlaceOf(value, folded, text) : -1
    const end = start + value.length
    if (start < 0 || !giveRoom(parts, alignment, text, index, [start, end])) continue
    if (span.end > span.start) alignment.extras.push({ range: [span.start, span.end], before: index })
    standAt(alignment, text, index, [start, end])
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}

/**
 * A number is told once: what its holder's value is, no matter how many zeros stand before it, is no other number, as long as the value itself is
 * not there. "22" of paper 022 are no 22 seconds. Behind or before a word of the rule's own it is the rule's number, where it is written as one.
 */
export function standOwnNumbers(parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures): void {
  const { spans } = alignment
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (!isHolders(part) || !span || span.end > span.start || !/^\d+$/.test(span.text)) continue
    const is = (other: number, { start, end }: Span) => {
      const one = parts[other]
      if (one?.kind !== 'free' || one.rule.type !== 'number' || end === start || ownOf(known, one.part) !== undefined) return false
      const figures = text.slice(start, end)
      return /^\d+$/.test(figures) && Number(figures) === Number(span.text) && (!isBesideOwn(parts, spans, other) || isPadded(figures, span.text, one.rule.digits))
    }
    const other = spans.findIndex((taken, at) => is(at, taken))
    const taken = spans[other]
    if (!taken) continue
    const range: [number, number] = [taken.start, taken.end]
    spans[other] = { start: taken.end, end: taken.end, text: '', edits: [] }
    standAt(alignment, text, index, range, text.slice(...range) === span.text ? [] : [{ range, expected: span.text }])
  }
}

/** Whether a number is written as the holder's value is, and not as the rule asks for it. */
const isPadded = (figures: string, value: string, digits: number | null): boolean =>
  figures === value && figures.startsWith('0') && figures.length !== digits

/** Whether a word that the rule writes beside a part stands there. */
const isBesideOwn = (parts: readonly NamePart[], spans: readonly Span[], at: number): boolean => [at - 1, at + 1].some((beside) => {
  const [part, span] = [parts[beside], spans[beside]]
  return isLiteral(part) && span !== undefined && span.end > span.start && /\p{L}/u.test(span.text)
})

/** A name that is nothing but the days of the week that is asked for in it stands for nothing else: "21-27 Sept". */
export function standAlone(parts: readonly NamePart[], { spans, extras }: Alignment, text: string, known: Captures): void {
  const whole = withinSeparators(text, [0, text.length])
  if (!/\d.*[-–].*\d/.test(text)) return
  const isIt = (part: NamePart) => part.kind === 'free' && part.rule.type === 'week'
    && ownOf(known, part.part) === undefined && freeField(part.rule).read(text.slice(...whole), part.rule) !== undefined
  const at = parts.length < 2 ? -1 : parts.findIndex(isIt)
  if (at < 0 || parts.slice(at + 1).some(isIt)) return
  for (const [index, span] of spans.entries()) {
    const [start, end] = index === at ? whole : [whole[index < at ? 0 : 1], whole[index < at ? 0 : 1]]
    spans[index] = { start, end, text: span.text, edits: [] }
  }
  extras.length = 0
}

/** The same for a value that the name itself tells, where it stands in what was taken for somebody's or the rule's own words. */
export function standToldValues(parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures): void {
  const { spans, extras } = alignment
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || !isValue(part) || isAnyText(part) || !span || span.end > span.start || ownOf(known, part.part) !== undefined) continue
    const hosts = spans.filter((host, at) => parts[at]?.kind === 'fixed' && host.end > host.start && host.edits.length > 0 && !isAlike(host, text))
    const [only, ...more] = hosts.flatMap(host => valuesAsked(part, text, [host.start, host.end]))
    if (!only || more.length > 0 || !giveRoom(parts, alignment, text, index, only.range)) continue
    standAt(alignment, text, index, only.range)
    extras.sort((a, b) => a.range[0] - b.range[0])
  }
}

/** A number behind the letters that the rule writes before another value is that one: in "AB KW45" for KW{w}_AB{n} nothing says a sheet. */
export function standSigned(parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures): void {
  const { spans } = alignment
  for (const [index, part] of parts.entries()) {
    const [sign, letters, span] = [parts[index - 1], spans[index - 1], spans[index]]
    if (part.kind !== 'free' || !span || span.end > span.start || !isLiteral(sign) || !letters) continue
    const own = ownOf(known, part.part) === undefined ? foldPlain(lettersBefore(sign)) : ''
    if (own === '') continue
    const isIts = ({ start, end }: Span, at: number) => end > start && parts[at]?.kind === 'free' && ownOf(known, parts[at].part) === undefined
      && foldPlain(text.slice(start - own.length, start)) === own && isWordEdge(text, start - own.length)
      && freeField(part.rule).read(text.slice(start, end), part.rule) !== undefined
    const other = spans.findIndex(isIts)
    const taken = spans[other]
    if (!taken) continue
    const { start, end } = taken
    spans[other] = { ...taken, start: end, edits: [] }
    cutOut(alignment, [start - own.length, end])
    const asked = sign.texts[0] ?? ''
    const range: [number, number] = [start - own.length, start]
    spans[index - 1] = { start: range[0], end: start, text: asked, edits: [{ range, expected: asked }] }
    standAt(alignment, text, index, [start, end])
  }
}

/** A group's number behind a word for groups is the group, and no number of anything else: of "film_team3" for T3 no version 3 is told. */
export function standGroups(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of HAS_GROUP.test(text) ? parts.entries() : []) {
    const span = alignment.spans[index]
    if (!isHolders(part) || part.part !== 'group' || !span || (span.end > span.start && span.edits.length === 0)) continue
    const [, number] = /^\p{L}{1,20}[ _-]?0*(\d{1,3})$/u.exec(part.texts[0] ?? '') ?? []
    const [only, ...more] = number === undefined ? [] : [...text.matchAll(groupExpression(number))]
    if (!only || more.length > 0) continue
    const range: [number, number] = [only.index, only.index + only[0].length]
    const isBeyond = span.start < range[0] || span.end > range[1]
    if (span.end > span.start && isBeyond) alignment.extras.push({ range: [span.start, span.end], before: index })
    alignment.spans[index] = { ...span, end: span.start, edits: [] }
    cutOut(alignment, range)
    standAt(alignment, text, index, range, [{ range, expected: part.texts[0] ?? '' }])
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}
const HAS_GROUP = new RegExp(`(?:${GROUP_WORDS.join('|')})[ _-]?\\d`, 'iu')
const A_GROUP = `(?<![\\p{L}\\p{N}])(?:${GROUP_WORDS.join('|')})[ _-]?0*`
const groupExpression = keeping(1000, number => new RegExp(`${A_GROUP}${number}(?![\\p{L}\\p{N}])`, 'giu'))

/** A figure of a day is no number by itself: of "3.11." no piece 11 is told. Where a rule asks for the figures one by one they are. */
export function freeDays(parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures): void {
  if (alignment.cost === 0) return
  // nearly no number has another right beside it
  const isTooHigh = (part: NamePart | undefined, { start, end }: Span) =>
    part?.kind === 'free' && part.rule.type === 'number' && Number(text.slice(start, end)) > (part.rule.to ?? Infinity)
  const isBeside = ({ start, end }: Span, [before, behind]: readonly [RegExp, RegExp]) =>
    before.test(text.slice(Math.max(0, start - 2), start)) || behind.test(text.slice(end, end + 2))
  const isFigure = (part: NamePart, span: Span) => part.kind === 'free' && part.rule.type === 'number' && span.end > span.start
    && part.rule.digits !== YEAR_DIGITS && ownOf(known, part.part) === undefined
    // other signs part numbers as well, but none that is not asked for: 10_2026
    && (isBeside(span, OF_DAYS) || (isBeside(span, OF_WORDS) && isTooHigh(part, span)))
  const numbers: (Span & { at: number })[] = []
  for (const [at, part] of parts.entries()) {
    const span = alignment.spans[at]
    if (span && isFigure(part, span)) numbers.push({ ...span, at })
  }
  if (numbers.length === 0) return
  const isDay = (start: number, end: number) => alignment.spans.some((span, at) => {
    const part = parts[at]
    // a part of it is none beside a number that nobody asks for
    const isCut = span.end - span.start < end - start && numbers.some(one => one.start >= start && one.end <= end && isTooHigh(parts[one.at], one))
    return part?.kind === 'free' && part.rule.type === 'date' && span.start < end && span.end > start && !isCut
  })
  for (const { kind, text: day, range: [start, end] } of tellNumbers(text)) {
    if (kind !== 'date' || /\p{L}/u.test(day) || isDay(start, end)) continue
    const [only, ...more] = numbers.filter(one => one.start >= start && one.end <= end && one.end - one.start < end - start)
    if (!only || more.length > 0) continue
    alignment.spans[only.at] = { start: only.end, end: only.end, text: '', edits: [] }
    cutOut(alignment, [start, end])
    alignment.extras.push({ range: [start, end], before: only.at })
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}
const YEAR_DIGITS = 4
/** A figure before and behind another one, with the signs that part the figures of a day, or with those that part words. */
const OF_DAYS = [/\d[.-]?$/, /^[.-]?\d/] as const
const OF_WORDS = [/\d[_ ]?$/, /^[_ ]?\d/] as const

/** Makes room for a value in the one thing it was taken for; `false`: that is right as it is. */
function giveRoom(parts: readonly NamePart[], { spans, extras }: Alignment, text: string, index: number, [start, end]: [number, number]): boolean {
  const sidesOf = (from: number, to: number) => ([[from, start], [end, to]] as const).map(side => withinSeparators(text, side))
  const wordsOf = (host: Span, from: number, to: number) => likeness(text.slice(from, to), host.text)
  const isText = (other: number) => parts[other] !== undefined && isAnyText(parts[other])
  if (takePieces(parts, spans, index, [start, end])) return true
  const at = spans.findIndex((host, other) => other !== index && host.start <= start && host.end >= end
    && (host.edits.length > 0 || isText(other)))
  const host = spans[at]
  if (host && isText(at)) {
    // free text may begin or end with it, and what only tells its state may stand behind
    const [left, state, ...more] = sidesOf(host.start, host.end).filter(([from, to]) => to > from)
    if (more.length > 0 || (state && !isAddedWord(text.slice(...state)))) return false
    if (state) extras.push({ range: [end, state[1]], before: index + 1 })
    const [from, to] = left ?? [host.start, host.start]
    spans[at] = { ...host, start: from, end: to }
    return true
  }
  if (!host) return takeFromExtra(extras, text, [start, end])
  const isSign = isLiteral(parts[at])
  if (!isSign && isAlike(host, text)) return false
  // the side that is liker to it stands there instead of it
  const [left, more] = sidesOf(host.start, host.end).filter(([from, to]) => to > from).sort((a, b) => wordsOf(host, ...b) - wordsOf(host, ...a))
  if (more) extras.push({ range: more, before: more[0] < start ? at : at + 1 })
  const own = left ?? [host.start, host.start]
  spans[at] = { ...host, start: own[0], end: own[1], edits: left || isSign ? [{ range: own, expected: host.text }] : [] }
  return true
}

/** Takes back the letters of one word that were dealt out to several parts, each of which is nothing but such letters; `false`: they were not. */
function takePieces(parts: readonly NamePart[], spans: Span[], index: number, [start, end]: [number, number]): boolean {
  const pieces = spans.flatMap((span, at) => (at !== index && span.end > span.start && span.start < end && span.end > start ? [{ span, at }] : []))
  const isPiece = ({ span, at }: { span: Span, at: number }) =>
    parts[at]?.kind === 'fixed' && span.edits.length > 0 && span.start >= start && span.end <= end
  if (pieces.length < 2 || !pieces.every(isPiece)) return false
  for (const { span, at } of pieces) spans[at] = { ...span, end: span.start, edits: [] }
  return true
}

/** The word or words that a rule's own text is, with what stands around them; `null`: it is none. */
export function wordOf(literal: string): { word: string, folded: string, lead: string, behind: string } | null {
  const [from, to] = withinSeparators(literal, [0, literal.length])
  const word = literal.slice(from, to)
  if ((word.length < LEAST_WORD && !/^\p{Lu}{2}$/u.test(word)) || !/^(?=.*\p{L})[\p{L}\p{N}]+(?:[\s_.-][\p{L}\p{N}]+)*$/u.test(word)) return null
  const folded = foldPlain(word)
  return folded.length === word.length ? { word, folded, lead: literal.slice(0, from), behind: literal.slice(to) } : null
}

/** The longest word of a literal of several, as `wordOf` tells it. */
export function longestOf(literal: string): NonNullable<ReturnType<typeof wordOf>>[] {
  const words = [...literal.matchAll(/[\p{L}\p{M}]+/gu)]
  if (words.length < 2) return []
  const { 0: word, index } = words.reduce((longest, one) => (one[0].length > longest[0].length ? one : longest))
  const folded = foldPlain(word)
  if (word.length <= LEAST_WORD || folded.length !== word.length) return []
  return [{ word, folded, lead: literal.slice(0, index), behind: literal.slice(index + word.length) }]
}

/** Where a word stands whole, if it stands in one place alone; -1. */
function onlyPlaceOf(word: string, folded: string, text: string): number {
  const [all, own] = [folded, word].map(some => some.replace(/[\s_.-]/g, ' ')) as [string, string]
  const start = all.indexOf(own)
  const alone = start >= 0 && !all.includes(own, start + 1) && isWordEdge(text, start) && isWordEdge(text, start + word.length)
  return alone ? start : -1
}

/** Where a word stands whole in one place alone, be it written in two: "Line sheet" is linesheet. */
function placeOf(word: string, folded: string, text: string): [start: number, end: number] {
  const whole = onlyPlaceOf(word, folded, text)
  if (whole >= 0 || word.length < LEAST_APART) return [whole, whole + word.length]
  const words = [...folded.matchAll(/[\p{L}\p{N}]+/gu)]
  const [first, ...more] = words.flatMap((one, at) => {
    const next = words[at + 1]
    // one letter may be written as two
    const isWhole = one[0].includes('ß') && looseKey(one[0]) === looseKey(word)
    const last = isWhole ? one : next
    return last && (isWhole || `${one[0]}${last[0]}` === word) ? [[one.index, last.index + last[0].length] as [number, number]] : []
  })
  if (first) return more.length === 0 ? first : [-1, -1]
  // a longer word that begins with it says it as well: Literaturverzeichnis for Literatur
  const [longer, ...others] = words.filter(([one]) => one.startsWith(word) && isLonger(one, word))
  return longer && others.length === 0 ? [longer.index, longer.index + longer[0].length] : [-1, -1]
}
/** So many letters more make another word of one. */
const LEAST_MORE = 3
const isLonger = (there: string, word: string): boolean => /^\p{L}+$/u.test(there) && there.length >= word.length + LEAST_MORE
/** Two words that make a shorter one may be two words. */
const LEAST_APART = 6

/** Shorter words stand in many names by chance. */
export const LEAST_WORD = 3

/** Whether what stands for a value that the name itself tells is one, or may be. */
const isRead = (part: Extract<NamePart, { kind: 'free' }>, words: string): boolean =>
  part.rule.type !== 'choice' || freeField(part.rule).read(words, part.rule) !== undefined

/** Makes room for what stands in a stretch: what was too much there, or a value that is nothing like it; `false`: it is somebody else's. */
function clear(parts: readonly NamePart[], alignment: Alignment, text: string, [start, end]: [number, number], index: number): boolean {
  const inside = alignment.spans.flatMap((span, at) => (at !== index && span.end > span.start && span.start < end && span.end > start ? [at] : []))
  for (const at of inside) {
    const [part, span] = [parts[at], alignment.spans[at]]
    if (!part || !span || (part.kind === 'fixed' ? span.edits.length === 0 : isRead(part, text.slice(span.start, span.end)))) return false
    const [first, last] = withinSeparators(text, [span.start, span.end])
    if (part.part === 'literal' && (first < start || last > end)) return false
  }
  for (const at of inside) {
    const span = alignment.spans[at]
    if (!span) continue
    // what is left of it stands there instead of it
    const [from, to] = withinSeparators(text, start - span.start > span.end - end ? [span.start, start] : [Math.min(end, span.end), span.end])
    alignment.spans[at] = to > from
      ? { ...span, start: from, end: to, edits: [{ range: [from, to], expected: span.text }] }
      : { ...span, end: span.start, edits: [] }
    // and a number on the other side belongs to nothing now
    const other: [number, number] = from < start ? [end, span.end] : [span.start, start]
    if (other[1] > other[0] && /\p{N}/u.test(text.slice(...other))) alignment.extras.push({ range: other, before: from < start ? index + 1 : index })
  }
  alignment.extras = withoutStretch(alignment.extras, [start, end])
  return true
}
