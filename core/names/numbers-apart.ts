import { foldCase, looseKey } from '../text/fold'
import { keeping } from '../text/kept'
import { ownOf } from '../text/own'
import type { Alignment, Span } from './align'
import { isAndWord } from './and-words'
import type { Captures, NamePart } from './parts'
import { isAnyText, isHolders, isLiteral } from './parts'
import { freeField } from './fields/index'
import type { NumberReading } from './number-kinds'
import { isOfDay, numberShape, tellNumbers } from './number-kinds'
import { cutOut, joinTouching, standAt, takeFromExtra } from './spans'
import { withinSeparators } from './strictness'
import { lastWordOf, tokensOf, withoutZeros } from './tokens'

/** What a field is called by, where that is a word. */
export const labelOf = (part: NamePart | undefined): string | undefined =>
  (part?.kind === 'free' && /^\p{L}{3,}$/u.test(part.part) ? foldCase(part.part) : undefined)

/** Whether a name's own figures are a part's value. */
export const isNumber = (part: NamePart | undefined): boolean =>
  part?.kind === 'free' && (part.rule.type === 'number' || part.rule.type === 'version')

/**
 * A number straight behind what its field is called is that field's, whichever took it: of "Ana scene 3" for S{scene}_{name}_T{take} 3 is no take.
 * And a number of which two fields took some figures each, one of them nothing but zeros, is one number: the other's.
 */
export function standLabelled(parts: readonly NamePart[], alignment: Pick<Alignment, 'spans' | 'extras'>, text: string, known: Captures): void {
  const { spans } = alignment
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (!isNumber(part) || !span || ownOf(known, part.part) !== undefined) continue
    const label = labelOf(part)
    if (span.end === span.start && label !== undefined) takeLabelled(parts, alignment, text, index, label)
    else if (/^0+$/.test(text.slice(span.start, span.end))) giveBack(parts, alignment, text, index)
  }
}

/**
 * A number straight behind the rule's own word, or what begins it, is the one that the rule writes there, not another behind another word: of
 * "scene 4 take 2" and of "sc 4 take 2" 4 is the scene's.
 *
 * @param asked - the parts in the rule's own order
 */
export function standBehindWord(
  parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures, asked: readonly NamePart[],
): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'free' || part.rule.type !== 'number' || !span || span.end === span.start) continue
    const own = asked.indexOf(part)
    const word = wordWrittenBefore(asked, own)
    const found = behindOwnWord(text, span.start, word)
      ?? behindOwnWord(text, span.start, labelOf(part) ?? '', LEAST_LABEL)
    const settled = ownOf(known, part.part)
    const isIts = (figures: string) => (settled === undefined || Number(settled) === Number(figures))
      && freeField(part.rule).read(figures, part.rule) !== undefined
    if (!found || !isIts(found.figures)) continue
    const isOwn = found.isOf === word
    const sign = isOwn ? parts.indexOf(asked[own - 1] ?? part) : -1
    // what was taken for both is left over, but for what they are
    for (const at of [index, sign]) {
      const taken = alignment.spans[at]
      if (!taken || taken.end === taken.start) continue
      alignment.extras.push({ range: [taken.start, taken.end], before: at + 1 })
      alignment.spans[at] = { ...taken, end: taken.start, edits: [] }
    }
    cutOut(alignment, isOwn ? [found.word[0], found.place[1]] : found.place)
    const edits = found.isWhole ? [] : [{ range: found.word, expected: alignment.spans[sign]?.text ?? '' }]
    if (isOwn) standAt(alignment, text, sign, found.word, edits)
    standAt(alignment, text, index, found.place)
  }
}

/**
 * A number that is not in its place and stands once straight before the rule's own word that goes behind it is that one: 5 of "Tide pools 5 km" for
 * {place}_{length}km is nobody's own words.
 *
 * @param asked - the parts in the rule's own order
 */
export function standBeforeWord(
  parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures, asked: readonly NamePart[],
): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'free' || part.rule.type !== 'number' || !span || span.end > span.start || ownOf(known, part.part) !== undefined) continue
    const behind = asked[asked.indexOf(part) + 1]
    const place = beforeOwnWord(part, behind, text)
    if (!place) continue
    const [start, between, end] = place
    cutOut(alignment, [start, end])
    for (const [at, taken] of alignment.spans.entries()) {
      const [from, to] = parts[at] && isAnyText(parts[at]) ? withinSeparators(text, [taken.start, taken.end]) : [taken.start, taken.end]
      alignment.spans[at] = { ...taken, start: from, end: to }
    }
    standAt(alignment, text, index, [start, between])
    standAt(alignment, text, parts.findIndex(one => one === behind), [between, end])
  }
}

/**
 * The year or month of a day is no value where one stands by itself: of "spray_2025_2026-11-12" the year is 2025. Nor do somebody's own words end
 * within a day.
 */
export function keepDaysWhole(parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures): void {
  const days = tellNumbers(text).filter(({ kind }) => kind === 'date').map(({ range }) => range)
  if (days.length === 0) return
  // a day that is asked for and not found may be just this one
  const isEmpty = (span: Span | undefined) => span?.start === span?.end
  const isAsked = parts.some((part, at) => part.kind === 'free' && part.rule.type === 'date' && isEmpty(alignment.spans[at]))
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'free' || !span || span.end === span.start || ownOf(known, part.part) !== undefined) continue
    const within = days.find(([from, to]) => from <= span.start && to >= span.end && to - from > span.end - span.start)
    if (isAnyText(part)) {
      const cut = isAsked ? undefined : days.find(([from, to]) => (from < span.start && to > span.start) || (from < span.end && to > span.end))
      if (cut) leaveDay(alignment, text, index, cut)
    }
    else if (within && /^\d{4}/.test(text.slice(span.start, span.end))) {
      const isOwn = ({ kind, text: figures, range }: NumberReading) => (kind === 'year' || kind === 'date') && range[0] !== within[0]
        && numberShape(figures) === numberShape(text.slice(span.start, span.end)) && freeField(part.rule).read(figures, part.rule) !== undefined
      const [only, ...more] = tellNumbers(text).filter(isOwn)
      if (!only || more.length > 0) continue
      alignment.extras.push({ range: [span.start, span.end], before: index })
      cutOut(alignment, [...only.range])
      standAt(alignment, text, index, only.range)
      joinTouching(alignment.extras)
    }
  }
}
/** Takes a day out of somebody's own words that hold a part of it. */
function leaveDay(alignment: Alignment, text: string, index: number, [from, to]: readonly [number, number]): void {
  const span = alignment.spans[index]
  if (!span) return
  const [start, end] = withinSeparators(text, from < span.start ? [Math.min(to, span.end), span.end] : [span.start, from])
  alignment.extras.push({ range: from < span.start ? [span.start, Math.min(to, span.end)] : [from, span.end], before: index + 1 })
  alignment.spans[index] = { ...span, start, end: Math.max(start, end) }
  joinTouching(alignment.extras)
}

/** Where the one number stands straight before a word of the rule's, and where that one ends. */
function beforeOwnWord(
  { rule }: Extract<NamePart, { kind: 'free' }>, behind: NamePart | undefined, text: string,
): [start: number, between: number, end: number] | null {
  const word = isLiteral(behind) ? looseKey(/^\p{L}+/u.exec(behind.texts[0] ?? '')?.[0] ?? '') : ''
  const isIts = ({ groups: { figures = '', letters = '' } = {} }: RegExpMatchArray) => looseKey(letters) === word
    && freeField(rule).read(figures, rule) !== undefined
  const [only, ...more] = word === '' ? [] : [...text.matchAll(BEFORE_LETTERS)].filter(isIts)
  return only && more.length === 0 ? [only.index, only.index + (only.groups?.figures ?? '').length, only.index + only[0].length] : null
}
const BEFORE_LETTERS = /(?<![\p{L}\p{N}.,])(?<figures>\d{1,6})[\s_]?(?<letters>\p{L}+)/gu

/**
 * Where the one number stands behind a word or what begins it, and that word with the sign before it; `null`: the one at `start` does, or none.
 *
 * @param least - so many letters say which word they begin
 */
function behindOwnWord(
  text: string, start: number, own: string, least = 1,
): { figures: string, place: [number, number], word: [number, number], isOf: string, isWhole: boolean } | null {
  const begins = (letters: string) => letters.length >= least && own.startsWith(looseKey(letters))
  const [before = ''] = /\p{L}+(?=[\s._-]{0,2}$)/u.exec(text.slice(0, start)) ?? []
  if (own.length < LEAST_SIGN || isAndWord(before) || begins(before)) return null
  const [only, ...more] = [...text.matchAll(FIGURES)].filter(({ groups: { letters = '' } = {} }) => begins(letters))
  if (!only || more.length > 0) return null
  const { letters = '', figures = '' } = only.groups ?? {}
  const end = only.index + only[0].length
  // two that are joined are both
  if (before === '' && !/^(?:[ _]|[ _]?\()$/.test(text.slice(end, start))) return null
  const [gap = ''] = /[\s_.-]*$/.exec(text.slice(0, only.index)) ?? []
  return {
    isOf: own, isWhole: looseKey(letters) === own, figures, place: [end - figures.length, end],
    word: [only.index - gap.length, only.index + letters.length],
  }
}
const FIGURES = /(?<![\p{L}\p{N}])(?<letters>\p{L}+)[\s._-]{0,2}(?<figures>\d{1,4})(?!\d)/gu

/** Takes the one number behind a field's name from another field that has it without its own letters. */
function takeLabelled(parts: readonly NamePart[], { spans }: Pick<Alignment, 'spans'>, text: string, index: number, label: string): void {
  const [only, ...more] = [...text.matchAll(behindLabel(label))]
  if (!only || more.length > 0) return
  const end = only.index + only[0].length
  const start = end - (only.groups?.figures?.length ?? 0)
  const taken = spans.findIndex((other, at) => isNumber(parts[at]) && other.start === start && other.end === end)
  const other = spans[taken]
  if (!other) return
  spans[taken] = { ...other, start: end, end, edits: [] }
  standAt({ spans }, text, index, [start, end])
}

const behindLabel = keeping(1000, label => new RegExp(`(?<!\\p{L})${label}[\\s._-]{0,2}(?<figures>\\d{1,9})(?!\\d)`, 'giu'))

/** Gives zeros that are the first figures of a number to the field that has its others. */
function giveBack(parts: readonly NamePart[], { spans }: Pick<Alignment, 'spans'>, text: string, index: number): void {
  const span = spans[index]
  const [run] = span ? /^\d+/.exec(text.slice(span.start)) ?? [] : []
  if (!span || run === undefined || run.length === span.end - span.start || /\d/.test(text[span.start - 1] ?? '')) return
  const end = span.start + run.length
  const rest = spans.findIndex((other, at) => at !== index && isNumber(parts[at]) && other.start === span.end && other.end === end)
  const other = spans[rest]
  if (!other) return
  spans[index] = { ...span, start: end, end, edits: [] }
  standAt({ spans }, text, rest, [span.start, end])
}

/**
 * A version is the number with the letter that the rule writes before it, where the name has one such: of "C131 v3" for _v{v} it is 3. Without that
 * letter it is neither the figures of a value of the holder's, 007 of 24-F-007, nor a number in another place: 01 of "S01E02".
 *
 * @param asked - the parts in the rule's own order
 */
export function standVersion(
  parts: readonly NamePart[], alignment: Pick<Alignment, 'spans' | 'extras'>, text: string, known: Captures, asked: readonly NamePart[],
): void {
  const { spans, extras } = alignment
  for (const [index, part] of parts.entries()) {
    const own = asked.indexOf(part)
    const [span, letter] = [spans[index], letterBefore(asked, part)]
    if (part.kind !== 'free' || part.rule.type !== 'version' || !span || span.end === span.start || ownOf(known, part.part) !== undefined) continue
    if (letter === '' || text.slice(0, span.start).toLowerCase().endsWith(letter)) continue
    const place = behindLetter(text, letter)
    if (!place && own === index && isVersionBy(parts, text, [span.start, span.end]) && !isTenths(extras, text, span.start)) continue
    const code = shortenedThere(parts, text, [span.start, span.end])
    const host = code && spans[code.at]
    extras.push({ range: [span.start, span.end], before: index })
    spans[index] = { start: span.start, end: span.start, text: span.text, edits: [] }
    if (host && host.end === host.start && takeFromExtra(extras, text, code.range)) {
      standAt(alignment, text, code.at, code.range, [{ range: code.range, expected: host.text }])
    }
    if (place && takeFromExtra(extras, text, place.whole)) standAt(alignment, text, index, place.figures)
  }
}

/** Whether the whole number before a figure is left over: of "web_1.0" 0 is no version. */
const isTenths = (extras: Alignment['extras'], text: string, start: number): boolean => /(?<![\p{N}.,-])\d{1,3}[.,]$/u.test(text.slice(0, start))
  && extras.some(({ range: [from, to] }) => from < start - 1 && to >= start - 1)

/** Whether a number may be a version: it is none of a value of the holder's, no year or day, nor what a browser puts behind the name of a copy. */
export const isVersionBy = (parts: readonly NamePart[], text: string, [start, end]: readonly [number, number]): boolean =>
  !isOfValue(parts, text, [start, end]) && !isOfDay(text, [start, end]) && !(text[start - 1] === '(' && text.slice(end) === ')')

/**
 * The one letter that a rule writes straight before a value; '' where it writes none.
 *
 * @param asked - the parts in the rule's own order
 */
export function letterBefore(asked: readonly NamePart[], part: NamePart): string {
  const sign = asked[asked.indexOf(part) - 1]
  return isLiteral(sign) ? /(?<!\p{L})\p{L}$/u.exec(sign.texts[0] ?? '')?.[0].toLowerCase() ?? '' : ''
}

/** Whether figures stand behind one letter that is not the one which the rule writes before them: the S of S01. */
export function isBehindOther(letter: string, text: string, start: number): boolean {
  const [before] = /(?<!\p{L})\p{L}$/u.exec(text.slice(0, start)) ?? []
  return letter !== '' && before !== undefined && before.toLowerCase() !== letter
}

/** Where a letter stands by itself before figures; `null`: nowhere, or several times. */
function behindLetter(text: string, letter: string): { whole: [number, number], figures: [number, number] } | null {
  const pattern = new RegExp(`(?<![\\p{L}\\p{N}])${letter}[ .]?(?<figures>\\d{1,3})(?![\\p{L}\\p{N}])`, 'giu')
  const [only, ...more] = [...text.matchAll(pattern)]
  if (!only || more.length > 0) return null
  const end = only.index + only[0].length
  return { whole: [only.index, end], figures: [end - (only.groups?.figures?.length ?? 0), end] }
}

/** Whether a part is a number of the holder's, be it without its zeros. */
export const isSameNumber = (part: NamePart, number: number | null): boolean =>
  isHolders(part) && part.texts.some(value => /^\d+$/.test(value) && Number(value) === number)

/** The last word that a rule itself writes before a part, as a loose key; '' where it writes none. */
export function wordWrittenBefore(parts: readonly NamePart[], at: number): string {
  const sign = parts[at - 1]
  return isLiteral(sign) ? looseKey(lastWordOf(sign.texts[0] ?? '')) : ''
}

/** Whether a word, as a loose key, says which part the number behind it is: the rule's own word before that, or what it is called for short. */
export function isSignOf(parts: readonly NamePart[], at: number, word: string): boolean {
  const part = parts[at]
  if (word !== '' && wordWrittenBefore(parts, at) === word) return true
  return part !== undefined && word.length >= LEAST_SIGN && looseKey(part.part).startsWith(word)
}
const LEAST_SIGN = 3
const LEAST_LABEL = 2

/** Whether figures are some of a value of the holder's, as they stand there. */
function isOfValue(parts: readonly NamePart[], text: string, [start, end]: readonly [number, number]): boolean {
  if (shortenedThere(parts, text, [start, end]) !== null) return true
  const figures = text.slice(start, end)
  const [, word = ''] = /(\p{L}+)[\s._-]{0,2}$/u.exec(text.slice(0, start)) ?? []
  // "episode 2" for an episode 02
  if (parts.some((part, at) => isSameNumber(part, Number(figures)) && isSignOf(parts, at, looseKey(word)))) return true
  return !/\p{L}/u.test(text[start - 1] ?? '') && parts.some(part => isHolders(part) && part.texts.some(value => tokensOf(value).includes(figures)))
}

/** A code of the holder's whose figures stand there without its zeros, behind its letters, P7 for P007: its part and where it stands. */
function shortenedThere(
  parts: readonly NamePart[], text: string, [start, end]: readonly [number, number],
): { at: number, range: [number, number] } | null {
  const [letters = ''] = /\p{L}{1,4}[-_ ]?$/u.exec(text.slice(0, start)) ?? []
  const written = looseKey(withoutZeros(text.slice(start - letters.length, end)))
  const isIt = (value: string) => looseKey(withoutZeros(value)) === written
  const at = letters === '' ? -1 : parts.findIndex(part => isHolders(part) && part.texts.some(isIt))
  return at < 0 ? null : { at, range: [start - letters.length, end] }
}
