import { likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import { isKindWord } from './kind-words'
import type { Alignment, Span } from './align'
import type { Edit } from './difference'
import { freeField } from './fields/index'
import { LIKE } from './spans'
import type { Captures, NamePart } from './parts'
import { isAnyText, isHolders, isLiteral, isValue } from './parts'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import { tokensOf, wordsIn } from './tokens'
import { isWordEdge } from './word-edges'
import type { Known } from './unlike'

const isWord = (text: string): boolean => /\p{L}/u.test(text)

/**
 * Gives free text what it may hold and no more: the rule's own word that stands inside it is that word in another place, and
 * words that belong to nothing else are the text that is not there. Only where a rule has one free text, and not where whose file
 * it is might be such a word.
 *
 * @param alignment - changed in place, in whole words already
 * @param captures - changed where the text is not what stands in its place
 * @param known - words that holder and piece are called by elsewhere: where the name does not say whose it is, they are no text
 */
export function mendText(
  parts: readonly NamePart[], alignment: Alignment, text: string, captures: Captures, known: Pick<Known, 'called' | 'titled'>,
): void {
  const index = parts.findIndex(isAnyText)
  const [part, span] = [parts[index], alignment.spans[index]]
  if (part?.kind !== 'free' || part.rule.type !== 'text' || !span || parts.filter(isAnyText).length > 1) return
  if (takeChoice(parts, alignment, text, captures, index)) return
  const value = textOf(parts, alignment, text, index, span, known)
  if (value === null) return
  leaveCalled(alignment, text, index, value, known.called())
  const { minLength, maxLength } = part.rule
  if (value.length >= minLength && value.length <= maxLength) captures[part.part] = value
  else Reflect.deleteProperty(captures, part.part)
}

/** The text as it is to be written; `null`: as it stands in its place. */
function textOf(
  parts: readonly NamePart[], alignment: Alignment, text: string, index: number, span: Span,
  known: Pick<Known, 'called' | 'titled'>,
): string | null {
  if (span.end === span.start) return takeLeftOver(parts, alignment, text, index, known)
  const before = takeBefore(parts, alignment, text, index, span, known.called())
  if (before !== null) return withoutWords(before, [...known.called(), ...known.titled()]) ?? before
  const value = takeOwnWord(parts, alignment, text, index, span)
  const isSaid = parts.some((part, at) => isHolders(part) && !isEmpty(alignment.spans[at]))
  return isSaid ? value : ownOnly(value ?? text.slice(span.start, span.end), known) ?? value
}

/** What the holder is called by and is left out of the text is too much: Ilse of "Ilse Pier". */
function leaveCalled(alignment: Alignment, text: string, index: number, value: string, called: readonly string[]): void {
  const span = alignment.spans[index]
  const whole = text.slice(span?.start, span?.end)
  if (!span || whole === value || value === '' || !(whole.startsWith(value) || whole.endsWith(value))) return
  const kept: Range = whole.endsWith(value) ? [span.end - value.length, span.end] : [span.start, span.start + value.length]
  const rest = withinSeparators(text, whole.endsWith(value) ? [span.start, kept[0]] : [kept[1], span.end])
  if (!/^[\p{L}\p{M}\s_.'’-]+$/u.test(text.slice(...rest)) || !tokensOf(text.slice(...rest)).every(word => called.includes(word))) return
  alignment.spans[index] = { ...span, start: kept[0], end: kept[1] }
  alignment.extras.push({ range: rest, before: rest[0] < kept[0] ? index : index + 1 })
}

/** A text that is one of the choices that are asked for and not told is that one. */
function takeChoice(parts: readonly NamePart[], { spans }: Alignment, text: string, captures: Captures, index: number): boolean {
  const span = spans[index]
  if (!span || isEmpty(span)) return false
  const found = parts.flatMap((part, at) => {
    if (part.kind !== 'free' || part.rule.type !== 'choice' || !isEmpty(spans[at]) || captures[part.part] !== undefined) return []
    const written = trimSeparators(text.slice(span.start, span.end))
    const value = freeField(part.rule).read(written, part.rule)
    const keys = [value, ownOf(part.rule.meanings, value ?? '')].map(one => looseKey(one ?? ''))
    return value === undefined ? [] : [{ at, part: part.part, value, isIt: (one: string) => keys.includes(looseKey(one)) }]
  })
  const [only, ...more] = found
  const own = parts[index]?.part
  if (!only || more.length > 0 || own === undefined) return false
  captures[only.part] = only.value
  const whole: Range = [span.start, span.end]
  const [choice, rest] = only.isIt(text.slice(...whole)) ? [whole, [span.start, span.start] as const] : partedAt(text, whole, only.isIt)
  // a word that is made of one besides is the text as well: tafelblad for tafel
  if (!choice) return true
  Reflect.deleteProperty(captures, own)
  if (rest[1] > rest[0]) captures[own] = text.slice(...rest)
  spans[index] = { ...span, start: rest[0], end: rest[1] }
  spans[only.at] = standing(spans, only.at, choice)
  return true
}

type Range = [start: number, end: number]

/** The first or last piece of a text that a sign parts from the rest, where it is what is looked for, and that rest. */
function partedAt(text: string, [from, to]: Range, isIt: (one: string) => boolean): [piece: Range | null, rest: Range] {
  const parted = [...text.slice(from, to).matchAll(/\s[-–—]\s|_|[,;]\s?/gu)]
  const signs = parted.map(({ index, 0: { length } }): Range => [from + index, from + index + length])
  const [first, last] = [signs[0], signs.at(-1)]
  if (first && isIt(text.slice(from, first[0]))) return [[from, first[0]], [first[1], to]]
  if (last && isIt(text.slice(last[1], to))) return [[last[1], to], [from, last[0]]]
  return [null, [from, to]]
}

/**
 * A text where the name does not say whose it is, without words that holder and piece are called by; `null`: it holds none. What only tells
 * a state is no text.
 */
function ownOnly(value: string, { called, titled }: Pick<Known, 'called' | 'titled'>): string | null {
  const kept = withoutWords(value, called()) ?? value
  const words = wordsIn(kept, [0, kept.length])
  const first = words.find(({ word }) => !titled().includes(looseKey(word)))
  const left = first === undefined || isAddedWord(kept) ? '' : kept.slice(first === words[0] ? 0 : first.start)
  return left === value ? null : left
}

/** Words before a text that belong to nothing are its first ones, where nothing that was asked for stands before it. */
function takeBefore(
  parts: readonly NamePart[], { spans, extras }: Alignment, text: string, index: number, span: Span, called: readonly string[],
): string | null {
  const before = parts.slice(0, index)
  const isOther = (part: NamePart, at: number) => part.kind === 'fixed' && isValue(part) && !isEmpty(spans[at]) && isUnlike(spans[at], text)
  // one of the rule's own words may stand there in other words, unless these stand before it
  const others = before.some(isOther)
  const isSaid = before.some((part, at) => {
    const own = part.part === 'literal' && isWord(spans[at]?.text ?? '') && !others
    return own || (isValue(part) && !isEmpty(spans[at]) && !isOther(part, at))
  })
  const at = extras.findIndex(({ range }) => range[0] < span.start && trimSeparators(text.slice(range[1], span.start)) === '')
  const extra = isSaid ? undefined : extras[at]
  if (!extra || !isTextlike(text.slice(...extra.range))) return null
  // what the holder is called by, and nothing else, is none
  if (tokensOf(text.slice(...extra.range)).every(word => called.includes(word))) return text.slice(span.start, span.end)
  extras.splice(at, 1)
  before.forEach((_, other) => {
    const own = spans[other]
    if (own && own.end > extra.range[0]) spans[other] = { ...own, start: extra.range[0], end: extra.range[0], edits: [] }
  })
  spans[index] = { ...span, start: extra.range[0] }
  return text.slice(extra.range[0], span.end)
}

const isEmpty = (span: Span | undefined): boolean => span === undefined || span.start === span.end

/** A text without some words, but for small ones between others; `null`: it holds none of them. */
function withoutWords(value: string, words: readonly string[]): string | null {
  const all = wordsIn(value, [0, value.length])
  // a number that a bracket holds with other words is theirs: (mix 3)
  const isBracketed = (end: number) => /[([][^()[\]]*\p{L}[^()[\]]*$/u.test(value.slice(0, end)) && /^\s*[)\]]/.test(value.slice(end))
  const isOne = ({ word, end }: { word: string, end: number }) => words.includes(looseKey(word)) && !(/^\d+$/.test(word) && isBracketed(end))
  const isGone = (one: { word: string, end: number }, at: number) => {
    const before = all[at - 1]
    // the initial behind a name: "Ewa M."
    return isOne(one) || (one.word.length === 1 && value[one.end] === '.' && before !== undefined && isOne(before))
  }
  const others = all.flatMap((one, at) => (isGone(one, at) ? [] : [at]))
  const isBetween = (at: number) => at > (others[0] ?? at) && at < (others.at(-1) ?? at)
  const kept = all.filter((one, at) => !isGone(one, at) || (one.word.length < LEAST_WORD && isBetween(at)))
  if (kept.length === all.length) return null
  // words that stood beside each other stay as they were written
  return kept.map((one, at) => {
    const before = kept[at - 1]
    const touches = before !== undefined && all[all.indexOf(one) - 1] === before
    const apart = at > 0 ? ' ' : ''
    return `${touches ? value.slice(before.end, one.start) : apart}${one.word}`
  }).join('')
}

const LEAST_WORD = 4

/** A word of the rule that was not found in its place but stands in the text; what stands in its place instead goes to the text. */
function takeOwnWord(parts: readonly NamePart[], alignment: Alignment, text: string, index: number, span: Span): string | null {
  for (const [at, part] of parts.entries()) {
    const own = alignment.spans[at]
    if (!isLiteral(part) || !own || !isWord(own.text)) continue
    const asked = looseKey(own.text)
    const [first = ''] = tokensOf(own.text)
    if (likeness(text.slice(own.start, own.end), own.text) >= LIKE) continue
    const words = wordsIn(text, [span.start, span.end])
    const last = at > index ? words.at(-1) : undefined
    const found = words.find(({ word }) => looseKey(word) === asked) ?? (last && isWrittenOut(looseKey(last.word), first) ? last : undefined)
    if (!found) continue
    const stretches: [number, number][] = [[span.start, found.start], [found.end, span.end], [own.start, own.end]]
    const sides = stretches.sort((a, b) => a[0] - b[0]).map(([start, end]) => trimSeparators(text.slice(start, end))).filter(isTextlike)
    // behind the rule's own word one of state begins what only tells a state: "Lanterns demo FINAL mix"
    const kept = sides.filter((side, place) => place === 0 || !isAddedWord(/^[\p{L}\p{M}]+/u.exec(side)?.[0] ?? ''))
    const edits: Edit[] = looseKey(found.word) === asked ? [] : [{ range: [found.start, found.end], expected: trimSeparators(own.text) }]
    alignment.spans[at] = { start: found.start, end: found.end, text: own.text, edits, ...(edits.length > 0 ? {} : { moved: true }) }
    alignment.spans[index] = { ...span, end: kept.length === 0 ? span.start : span.end }
    return kept.join(separatorBefore(text, found.start))
  }
  return null
}

/** Whether a word is one of the rule's own written out, or with a word of state before it: referens for ref, finalmix for mix. */
function isWrittenOut(word: string, asked: string): boolean {
  if (asked.length < 3 || word.length <= asked.length) return false
  return word.startsWith(asked) || (word.endsWith(asked) && isAddedWord(word.slice(0, -asked.length)))
}

/**
 * What belongs to nothing else is the text, where the name says by itself whose file it is, or nothing of it: then a word that is taken for
 * a name unlike it is the text as well.
 */
function takeLeftOver(
  parts: readonly NamePart[], alignment: Alignment, text: string, index: number, known: Pick<Known, 'called' | 'titled'>,
): string | null {
  if (!saysHolder(parts, alignment) && !leavesWord(parts, alignment, text, known)) return null
  const [extra, ...more] = alignment.extras.filter(({ range }) => isTextlike(text.slice(...range)))
  if (more.length > 0) return null
  if (extra) {
    alignment.extras.splice(alignment.extras.indexOf(extra), 1)
    alignment.spans[index] = standing(alignment.spans, index, extra.range)
    return trimSeparators(text.slice(...extra.range))
  }
  // two words instead of one of the rule's: the first stands for it, or is no word at all
  for (const [at, part] of parts.entries()) {
    const own = alignment.spans[at]
    if (!isLiteral(part) || !own || !isWord(own.text)) continue
    if (likeness(text.slice(own.start, own.end), own.text) >= LIKE) continue
    const [first, second] = wordsIn(text, [own.start, own.end])
    if (!first || (isWord(first.word) && !second)) continue
    const from = isWord(first.word) ? second?.start ?? own.end : own.start
    const rest = text.slice(from, own.end)
    if (!isTextlike(rest) || !isWordEdge(text, from)) continue
    alignment.spans[at] = from === own.start
      ? { ...own, end: own.start, edits: [] }
      : { ...own, end: first.end, edits: [{ range: [own.start, first.end], expected: trimSeparators(own.text) }] }
    alignment.spans[index] = { start: from, end: own.end, text: '', edits: [], moved: true }
    return trimSeparators(rest)
  }
  return null
}

/** Whether a word stands instead of a value that it is nothing like, nor one of its words. */
function isUnlike(span: Span | undefined, text: string): boolean {
  if (span === undefined) return false
  const written = text.slice(span.start, span.end)
  const isOf = () => tokensOf(written).every(word => tokensOf(span.text).includes(word))
  return likeness(looseKey(written), looseKey(span.text)) < LIKE && !isOf()
}

/** Whether every value of the holder's is there. */
const saysHolder = (parts: readonly NamePart[], { spans }: Alignment): boolean =>
  parts.every((part, at) => !isHolders(part) || !isEmpty(spans[at]))

/** Where free text stands now, and whether another part stands on the wrong side of it. */
function standing(spans: readonly Span[], index: number, [start, end]: [number, number]): Span {
  const isPassed = spans.some((other, at) => !isEmpty(other) && (at < index ? other.start >= end : at > index && other.end <= start))
  return { start, end, text: '', edits: [], ...(isPassed ? { moved: true } : {}) }
}

/**
 * Where a name does not say all of its holder: whether words that are no short form of anybody or anything asked for are left over, once one
 * is let go of that stands instead of all of it.
 */
function leavesWord(parts: readonly NamePart[], alignment: Alignment, text: string, known: Pick<Known, 'called' | 'titled'>): boolean {
  const said = parts.flatMap((part, at) => (isHolders(part) && !isEmpty(alignment.spans[at]) ? [at] : []))
  const [instead, ...others] = said.filter(at => isUnlike(alignment.spans[at], text))
  if (instead !== undefined && (others.length > 0 || said.length > 1 || !freeWord(alignment, text, instead))) return false
  const [extra] = alignment.extras.filter(({ range }) => isTextlike(text.slice(...range)))
  const words = extra === undefined ? [] : tokensOf(text.slice(...extra.range))
  return extra !== undefined && !words.every(isKindWord) && !saysCalled(text.slice(...extra.range), known)
}

/** Lets go of a word that stands instead of a value, and of what is too much besides; `false`: more than one word is left over. */
function freeWord(alignment: Alignment, text: string, at: number): boolean {
  const span = alignment.spans[at]
  if (!span || alignment.extras.some(({ range }) => isTextlike(text.slice(...range)))) return false
  alignment.spans[at] = { ...span, end: span.start, edits: [] }
  alignment.extras.push({ range: [span.start, span.end], before: at })
  return true
}

/** Whether one of some words is what holder or piece are called by, or begins as one of these does: a short form of it. */
function saysCalled(words: string, { called, titled }: Pick<Known, 'called' | 'titled'>): boolean {
  const all = [...called(), ...titled()]
  return wordsIn(words, [0, words.length]).map(({ word }) => looseKey(word)).some(key => all.some(one => one.startsWith(key.slice(0, ALIKE_FROM))))
}
const ALIKE_FROM = 2

const isTextlike = (text: string): boolean => /[\p{L}\p{N}]/u.test(text) && !isAddedWord(text)

const separatorBefore = (text: string, place: number): string => (isSeparator(text[place - 1] ?? '') ? text[place - 1] ?? '' : ' ')
