import { beginAlike, editDistance, likeness } from '../text/distance'
import { looseKey, transcribe } from '../text/fold'
import { byCodeUnit } from '../text/order'
import type { Alignment, Span } from './align'
import { kindsOf } from './kind-senses'
import { isLanguageCode, otherCodesOf } from './language-names'
import { lettersBefore } from './left-over'
import { isNumber } from './numbers-apart'
import type { NamePart } from './parts'
import { isHolders, isLiteral } from './parts'
import { LIKE, cutOut, foldPlain, standAt } from './spans'
import { wordOf } from './stand-elsewhere'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import { tokensOf, wordsIn } from './tokens'
import { OF_NAME } from './unlike'
import { isWordEdge } from './word-edges'

// What stands outside every part once all else is settled, and is a word of the rule's own after all.

/**
 * The letters that a rule writes before a number stand where the number stands with them: of "Demir_E01" E is not too much.
 *
 * @param parts - in the order in which they stand in the text
 * @param asked - the same in the order that is asked for
 */
export function standSigns(parts: readonly NamePart[], alignment: Alignment, text: string, asked: readonly NamePart[]): void {
  for (const [at, sign] of asked.entries()) {
    const next = asked[at + 1]
    const index = parts.indexOf(sign)
    const [span, number] = [alignment.spans[index], next && alignment.spans[parts.indexOf(next)]]
    if (!isLiteral(sign) || !span || !isBare(text, span) || next?.kind !== 'free' || !number || number.end === number.start) continue
    const own = foldPlain(lettersBefore(sign))
    const start = number.start - own.length
    // a sign between others does not stand for a word that it goes with
    if (span.end > span.start && own !== foldPlain(trimSeparators(span.text))) continue
    if (own === '' || start < 0 || foldPlain(text.slice(start, number.start)) !== own || !isWordEdge(text, start)) continue
    if (!alignment.extras.some(({ range: [from, to] }) => from <= start && to >= number.start)) continue
    cutOut(alignment, [start, number.start])
    // with its number, of which that is told
    alignment.spans[index] = { ...span, start, end: number.start, edits: [] }
  }
}

/** Whether a word says the same as one of the rule's own: in other letters, as its beginning, with more before it, or for the same kind of work. */
const saysSame = (word: string, own: string, kinds: readonly string[]): boolean => kindsOf(word).some(kind => kinds.includes(kind))
  || (own !== '' && likeness(word, own) >= LIKE) || (own.length >= LEAST_END && word.endsWith(own))
  || (word.length >= LEAST_BEGUN && own.startsWith(word))
  || (own.length >= LEAST_ALIKE && word.length >= own.length + LEAST_REST && word.startsWith(own))

const orElse = <T>(list: readonly T[], others: readonly T[]): readonly T[] => (list.length > 0 ? list : others)

interface Said { word: string, start: number, end: number, from: number }

/** Where the words stand that a rule's word of capitals is short for: "ordre du jour" for ODJ. */
function phrasesFor(asked: string, words: readonly Said[]): Said[] {
  const short = trimSeparators(asked)
  if (!/^\p{Lu}{2,5}$/u.test(short)) return []
  return words.flatMap((first, at) => {
    const run = words.slice(at, at + short.length)
    const isIt = run.map(({ word }) => foldPlain(word)[0]).join('') === foldPlain(short)
      && run.every(one => one.from === first.from && /^\p{L}{2}/u.test(one.word))
    return isIt ? [{ ...first, word: run.map(({ word }) => word).join(' '), end: run.at(-1)?.end ?? first.end }] : []
  })
}

/** Whether a word is the only one that the rule writes, written out, where a number stands behind both: "Chapter 1" for ch{n}. */
function isWrittenOut(word: string, asked: string): boolean {
  const [own = '', ...more] = tokensOf(asked)
  return more.length === 0 && own.length > 1 && word.length > own.length && word.startsWith(own)
}

/** Whether no letter stands for a part. */
const isBare = (text: string, { start, end }: Span): boolean => trimSeparators(text.slice(start, end)) === ''

/** Whether what stands instead of the rule's own word is what the holder is called by: "Jonny Peters consent" for Consent_{name}. */
function isOther(text: string, { start, end, text: asked, edits, moved }: Span, called: () => readonly string[]): boolean {
  if (edits.length === 0) return false
  const words = tokensOf(text.slice(start, end))
  return moved !== true && words.length > 0 && likeness(text.slice(start, end), asked) < LIKE && words.every(word => called().includes(word))
}

/**
 * What the holder is called by, and belongs to no part, stands instead of a name of theirs that is not there: of "Consent form Lotte" Lotte is
 * written for Charlotte Weber.
 */
export function standCalled(parts: readonly NamePart[], alignment: Alignment, text: string, called: () => readonly string[]): void {
  const isEmpty = (at: number) => alignment.spans[at]?.start === alignment.spans[at]?.end
  const empty = parts.flatMap((part, at) => (isHolders(part) && OF_NAME.has(part.part) && isEmpty(at) ? [at] : []))
  // of several, what somebody is called by otherwise stands for the given name
  const index = empty.length > 1 ? empty.find(at => parts[at]?.part === 'given') : empty[0]
  const span = alignment.spans[index ?? -1]
  if (index === undefined || !span) return
  const words = (range: [number, number]) => tokensOf(text.slice(...range))
  const isName = (word: string) => called().includes(word) && /^\p{L}{2,}$/u.test(word)
  const isNamed = (range: [number, number]) => words(range).length > 0 && words(range).every(isName)
  const [only, ...more] = alignment.extras.filter(({ range }) => isNamed(range))
  if (!only || more.length > 0) return
  alignment.extras.splice(alignment.extras.indexOf(only), 1)
  const range = withinSeparators(text, only.range)
  alignment.spans[index] = { ...span, start: range[0], end: range[1], edits: [{ range, expected: span.text }] }
}

/** A word that belongs to no part, and is but for a slip a name of the holder's that is not there, is that name: "Conrat log" for log_Conrad. */
export function standSlipped(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    const [asked = ''] = isHolders(part) && OF_NAME.has(part.part) && span?.start === span?.end ? part.texts : []
    if (!span || asked.length < LEAST_SLIPPED || alignment.extras.length === 0) continue
    const isIt = ({ word }: { word: string }) => word.length >= LEAST_SLIPPED && editDistance(looseKey(word), looseKey(asked), 1) <= 1
    const [only, ...more] = alignment.extras.flatMap(({ range }) => wordsIn(text, range)).filter(isIt)
    if (!only || more.length > 0) continue
    const range: [number, number] = [only.start, only.end]
    cutOut(alignment, range)
    // nor is the sign beside it too much
    const isBeside = ([from, to]: [number, number]) => (to === range[0] || from === range[1]) && trimSeparators(text.slice(from, to)) === ''
    alignment.extras = alignment.extras.filter(extra => !isBeside(extra.range))
    alignment.spans[index] = { ...span, start: range[0], end: range[1], edits: [{ range, expected: asked }] }
  }
}
const LEAST_SLIPPED = 5

/** The words of a whole name in another order are that name: "Maas, Theo" is written for Theo Maas. */
export function standTurned(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  if (alignment.extras.length === 0) return
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    // what stands there as it is asked for needs no other place
    const isThere = span !== undefined && span.end > span.start && span.edits.length === 0
    const own = isHolders(part) && OF_NAME.has(part.part) && span && !isThere ? tokensOf(span.text) : []
    if (!span || own.length < 2) continue
    const words = wordsIn(text, [0, text.length])
    const keyOf = (some: readonly string[]) => [...some].sort(byCodeUnit).join(' ')
    const isIt = (at: number) => keyOf(words.slice(at, at + own.length).map(({ word }) => looseKey(word))) === keyOf(own)
    const from = words.findIndex((_, at) => isIt(at))
    const [first, last] = from < 0 ? [] : [words[from], words[from + own.length - 1]]
    const [start, end] = [first?.start ?? 0, last?.end ?? 0]
    if (end <= start || (span.start === start && span.end === end) || !/^[\p{L}\p{M}\s,._'’-]+$/u.test(text.slice(start, end))) continue
    cutOut(alignment, [start, end])
    alignment.spans[index] = { ...span, start, end, edits: [{ range: [start, end], expected: span.text }] }
  }
}

/** A code of the holder's that stands there whole is told as that, not by a figure of it: of "form R2" R2 is the class, and no number 2. */
export function standCodes(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    const [code = ''] = isHolders(part) ? part.texts : []
    if (!span || !isBare(text, span) || !/^(?=.*\p{L})(?=.*\d)[\p{L}\d]+$/u.test(code)) continue
    const [only, ...more] = wordsIn(text, [0, text.length]).filter(({ word }) => looseKey(word) === looseKey(code))
    if (!only || more.length > 0) continue
    cutOut(alignment, [only.start, only.end])
    standAt(alignment, text, index, [only.start, only.end], only.word === code ? [] : [{ range: [only.start, only.end], expected: code }])
  }
}

/** What the holder is called by is none of what stands instead of the rule's own word: of "vacc Dina" the first word stands for vaccination. */
export function leaveNames(parts: readonly NamePart[], alignment: Alignment, text: string, called: () => readonly string[]): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (!isLiteral(part) || !span || span.edits.length === 0 || !/\p{L}{2}/u.test(span.text)) continue
    const words = wordsIn(text, [span.start, span.end])
    const keyOf = (at: number) => looseKey(words[at]?.word ?? '')
    const isName = (at: number) => called().includes(keyOf(at)) && !tokensOf(span.text).includes(keyOf(at))
    const [own = -1, ...more] = words.flatMap((_, at) => (isName(at) ? [] : [at]))
    const word = words[own]
    const isBegun = word !== undefined && tokensOf(span.text).some(one => beginAlike(one, looseKey(word.word), LEAST_ALIKE))
    if (!word || more.length > 0 || words.length < 2 || !isBegun) continue
    const kept: [number, number] = [own === 0 ? span.start : word.start, own === words.length - 1 ? span.end : word.end]
    const left = ([[span.start, kept[0]], [kept[1], span.end]] as [number, number][]).map(side => withinSeparators(text, side))
    alignment.extras.push(...left.filter(([from, to]) => to > from).map(range => ({ range, before: range[0] < kept[0] ? index : index + 1 })))
    alignment.spans[index] = { ...span, start: kept[0], end: kept[1], edits: [{ range: kept, expected: span.text }] }
  }
}

/**
 * A language that is written by another code than the list's, or with its country, is that language: of "ui-fr-FR" fr-FR is written for fr.
 *
 * @param asked - the parts in the order that is asked for
 */
export function standLanguages(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const [span, value = ''] = [alignment.spans[index], isHolders(part) ? part.texts[0] : '']
    if (!span || !isLanguageCode(value)) continue
    const codes = new Set([value.toLowerCase(), ...otherCodesOf(value)])
    const [only, ...more] = [...text.matchAll(TAG)].filter(({ 0: tag, groups: { language = '' } = {} }) =>
      codes.has(tag.toLowerCase()) || codes.has(language.toLowerCase()))
    if (!only || more.length > 0) continue
    const range: [number, number] = [only.index, only.index + only[0].length]
    if (span.start === range[0] && span.end === range[1]) continue
    cutOut(alignment, range)
    standAt(alignment, text, index, range, only[0] === value ? [] : [{ range, expected: value }])
  }
}
const TAG = /(?<![\p{L}\p{N}])(?<language>\p{L}{2,3})(?:-(?:\p{Lu}\p{Ll}{3}|\p{Lu}{2}|\d{3}))?(?![\p{L}\p{N}])/gu

/** So many letters make a word begin as another one does. */
const LEAST_ALIKE = 4
/** So many letters begin a word that is cut short: einverst. */
const LEAST_BEGUN = 5
/** So many more make another word of a word that they follow: Crewliste. */
const LEAST_REST = 4
/** So many letters at the end of a longer word say what it is: Rohdaten. */
const LEAST_END = 5

/**
 * A word that belongs to no part, and says the same as a word of the rule's own that is not there, stands instead of that, wherever it is: in other
 * letters, as the end of a longer word, or as another word for this kind of work. "Plakat Conrad" for {family}_Poster.
 */
export function standKinds(parts: readonly NamePart[], alignment: Alignment, text: string, called: () => readonly string[]): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (alignment.extras.length === 0 || !isLiteral(part) || !span || !(isBare(text, span) || isOther(text, span, called))) continue
    const [asked = ''] = part.texts
    const key = looseKey(transcribe(wordOf(asked)?.word ?? ''))
    const words = alignment.extras.flatMap(({ range }) => wordsIn(text, range).map(word => ({ ...word, from: range[0] })))
    const kinds = words.length === 0 ? [] : tokensOf(asked).flatMap(kindsOf)
    const [only, ...more] = orElse(words.filter(({ word, end }) => saysSame(looseKey(transcribe(word)), key, kinds)
      || (isNumber(parts[index + 1]) && isWrittenOut(looseKey(word), asked) && /^[\s._-]{0,2}\d/.test(text.slice(end)))), phrasesFor(asked, words))
    if (!only || more.length > 0) continue
    // with the sign before it, as the rule writes one
    const sign = isSeparator(asked[0] ?? '') ? /[\s_.-]*$/.exec(text.slice(only.from, only.start))?.[0].length ?? 0 : 0
    // the dot of a word that is cut short is the word's
    const dot = text[only.end] === '.' && looseKey(only.word).length < key.length ? 1 : 0
    const range: [number, number] = [only.start - sign, only.end + dot]
    cutOut(alignment, range)
    if (!isBare(text, span)) alignment.extras.push({ range: withinSeparators(text, [span.start, span.end]), before: index })
    alignment.spans[index] = { ...span, start: range[0], end: range[1], text: asked, edits: [{ range, expected: asked }] }
  }
}
