import { beginAlike, likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { isAddedWord } from './added-words'
import { isAndWord } from './and-words'
import { isCopyMark } from './copy-marks'
import { isDefaultWord } from './default-names'
import { kindsOf } from './kind-senses'
import { isKindWord } from './kind-words'
import { WEEK_KEYS } from './months'
import { isOrdinalEnding, numberOfWord } from './number-words'
import { LEADING_ON, UNENDED } from './particles'
import type { Alignment, Span } from './align'
import { freeField } from './fields/index'
import type { NamePart } from './parts'
import { isHolders, isLiteral } from './parts'
import type { Strictness } from './strictness'
import { trimSeparators, withinSeparators } from './strictness'
import { tokensOf, wordsIn } from './tokens'
import { isWordEdge } from './word-edges'
import { LIKE } from './spans'

/** What a name is mended by. */
export interface Known {
  strictness: Strictness
  /** Words, as loose keys, that the holder is called by besides what the parts say. */
  called: () => readonly string[]
  /** Words, as loose keys, that the piece is known by besides: they are nobody's name. */
  titled: () => readonly string[]
}

/** Letters inside an unrelated word, or a word that only tells a state, are no slip of a part: the part is absent, and the word stays whole. */
export function dropUnlike(parts: readonly NamePart[], alignment: Alignment, text: string, known: Known): void {
  for (const [index, part] of parts.entries()) {
    leaveVersion(part, alignment, text, index)
    trimNumber(part, alignment, text, index)
    trimValue(part, alignment, text, index)
    const span = alignment.spans[index]
    if (!span) continue
    const drops = isNoChoice(part, text.slice(span.start, span.end), known) || isOtherLetter(part, span, text)
      || (part.kind === 'fixed' && isUnlike(parts, alignment, text, known, index))
    if (drops) drop(alignment, span, index)
  }
  // what stands around a value may have been let go just now
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (span && isCutFromWord(part, span, alignment, text)) drop(alignment, span, index)
  }
}

/** Lets what was taken for a part go, as one more piece that is nothing of the name. */
function drop(alignment: Alignment, span: Span, index: number): void {
  alignment.extras.push({ range: [span.start, span.end], before: index })
  alignment.spans[index] = { ...span, end: span.start, edits: [] }
}

/** The letter before the number of a version is none of a value: of "SV_v2" for EN-SV. */
function leaveVersion(part: NamePart, { spans, extras }: Alignment, text: string, index: number): void {
  const span = spans[index]
  if (!isHolders(part) || !span || span.edits.length === 0 || !/^\d/.test(text.slice(span.end, span.end + 1))) return
  const [sign] = /(?<=[\p{L}\p{N}])[\s_.-]+v$/iu.exec(text.slice(span.start, span.end)) ?? []
  if (sign === undefined) return
  const end = span.end - sign.length
  spans[index] = { ...span, end, edits: [{ range: [span.start, end], expected: span.text }] }
  const at = extras.findIndex(({ range }) => range[0] === span.end)
  const behind = extras[at]
  if (behind) extras[at] = { ...behind, range: [end, behind.range[1]] }
  else extras.push({ range: [end, span.end], before: index + 1 })
}

/** A number before or behind a value that has no figures is none of it: of "blatt3_meier" the 3 is no letter of cmeier. */
function trimNumber(part: NamePart, { spans, extras }: Alignment, text: string, index: number): void {
  const span = spans[index]
  if (!isHolders(part) || !span || span.edits.length === 0 || /\p{N}/u.test(span.text)) return
  const there = text.slice(span.start, span.end)
  const [before] = /^\p{N}+[\s_.-]+(?=\p{L})/u.exec(there) ?? []
  const [behind] = before === undefined ? /(?<=\p{L})[\s_.-]+\p{N}+$/u.exec(there) ?? [] : []
  const cut = before ?? behind
  if (cut === undefined) return
  const [start, end] = before === undefined ? [span.start, span.end - cut.length] : [span.start + cut.length, span.end]
  spans[index] = { ...span, start, end, edits: text.slice(start, end) === span.text ? [] : [{ range: [start, end], expected: span.text }] }
  extras.push(before === undefined ? { range: [end, span.end], before: index + 1 } : { range: [span.start, start], before: index })
}

/** Of a value of several words that begins or ends right, words that are nothing of the rest of it are others: "Chiara Later" for Chiara Longo. */
function trimValue(part: NamePart, alignment: Alignment, text: string, index: number): void {
  const span = alignment.spans[index]
  if (!isHolders(part) || !span || span.edits.length === 0 || !/\p{L}[^\p{L}\p{M}]+\p{L}/u.test(span.text)) return
  // written together, or parted otherwise
  if (looseKey(span.text) === looseKey(text.slice(span.start, span.end))) return
  const [asked, there] = [wordsIn(span.text, [0, span.text.length]), wordsIn(text, [span.start, span.end])]
  if (asked.length < 2 || there.length < 2) return
  for (const side of [1, -1] as const) {
    const [own, words] = side > 0 ? [asked, there] : [[...asked].reverse(), [...there].reverse()]
    const alike = words.findIndex(({ word }, at) => looseKey(word) !== looseKey(own[at]?.word ?? ''))
    const [last, first, end] = [words[alike - 1], words[alike], words.at(-1)]
    // a letter or number instead of another one makes another value of it: Group B for Group C
    if (words.length === own.length && alike === words.length - 1 && [first, own[alike]].every(one => SIGN_OF_SEVERAL.test(one?.word ?? ''))) return
    if (!last || !first || !end || words.slice(alike).some(({ word }) => isPieceOf(word, own.slice(alike).map(one => one.word)))) continue
    const [from, to] = side > 0 ? [span.start, last.end] : [last.start, span.end]
    alignment.spans[index] = { ...span, start: from, end: to, edits: [{ range: [from, to], expected: span.text }] }
    alignment.extras.push(side > 0 ? { range: [first.start, end.end], before: index + 1 } : { range: [end.start, first.end], before: index })
    return
  }
}

/** What tells several of one kind apart. */
const SIGN_OF_SEVERAL = /^(?:\p{L}|\d{1,3})$/u

/** Whether a word is one of some, begun, with a slip, or with more behind it. */
function isPieceOf(word: string, words: readonly string[]): boolean {
  const key = looseKey(word)
  return words.map(looseKey).some(one => one.startsWith(key) || beginAlike(key, one, 2) || likeness(key, one) >= LIKE)
}

/** Whether what stands for a part that is not free cannot be meant for it. */
function isUnlike(parts: readonly NamePart[], alignment: Alignment, text: string, known: Known, index: number): boolean {
  const [part, span] = [parts[index], alignment.spans[index]]
  if (!part || !span || span.edits.length === 0 || span.text === '') return false
  const [start, end] = withinSeparators(text, [span.start, span.end])
  // a letter is no separator
  if (!/[\p{L}\p{N}]/u.test(span.text)) return /[\p{L}\p{N}]/u.test(text.slice(span.start, span.end))
  // a separator stands for no value
  if (start === end) return part.part !== 'literal' && span.end > span.start
  const there = text.slice(start, end)
  // green is no slip of queen where colours are asked for
  if (part.part === 'literal' && looseKey(there) !== looseKey(span.text) && isChoice(parts, alignment, there)) return true
  if (part.part !== 'literal' && saysKindOf(parts, there)) return true
  if (likeness(there, span.text) >= LIKE) return false
  const isWhole = isWordEdge(text, start) && isWordEdge(text, end) && !isOrdinal(text, [start, end])
  const words = part.part === 'literal' ? [] : wordsIn(text, [start, end])
  const isOwn = () => [there, ...(words.length > 1 ? words.map(one => one.word) : [])].some(one => isElsewhere(part.part, span.text, one, known))
    || isOfLiteral(parts, part.part, there)
  return !(isWhole && mayStand(parts, alignment, text, index, end) && !isOwn())
}

/** Whether what ends there may stand instead of a part at all. */
function mayStand(parts: readonly NamePart[], alignment: Alignment, text: string, index: number, end: number): boolean {
  const [part, span] = [parts[index], alignment.spans[index]]
  if (!part || !span) return false
  const there = text.slice(...withinSeparators(text, [span.start, span.end]))
  return part.part === 'literal'
    ? isInstead(there, span.text) && !isValueOf(parts, alignment, there)
    : !isLabel(part.part, text, end) && !isNoValue(there, span.text) && !isOtherInitial(part.part, there, span.text)
}

/** Whether a letter by itself begins no value that is no name: of "Buhl K thesis" K is no degree. */
const isOtherInitial = (part: string, there: string, value: string): boolean =>
  !OF_NAME.has(part) && /^\p{L}$/u.test(there) && /\p{L}{2}/u.test(value) && !tokensOf(value).some(word => word.startsWith(looseKey(there)))

/** Whether what stands for a value of one letter is neither that nor another one by itself: of "R2" there is none for B. */
export function isOtherLetter(part: NamePart, { start, end, text: asked }: Span, text: string): boolean {
  // an initial may be written out
  if (!isHolders(part) || end === start || !/^\p{L}$/u.test(asked) || looseKey(text.slice(start, end)).startsWith(looseKey(asked))) return false
  return !/^[^\p{L}\p{N}]*\p{L}[^\p{L}\p{N}]*$/u.test(text.slice(Math.max(0, start - 1), end + 1))
}

/** Whether a short value is nothing but letters of a longer word beside which more stands: TRA of "Trans-Bud VAT" is no code. */
function isCutFromWord(part: NamePart, { start, end }: Span, { extras }: Alignment, text: string): boolean {
  if (!isHolders(part) || end === start || end - start > SHORT_VALUE) return false
  return extras.some(({ range: [from, to] }) => {
    const touches = (from === end && !isWordEdge(text, end)) || (to === start && !isWordEdge(text, start))
    return touches && /[\p{L}\p{M}]/u.test(text.slice(from, to)) && /[^\p{L}\p{M}]/u.test(text.slice(from, to))
  })
}
const SHORT_VALUE = 4

/** Whether letters are the end of a number that says which in a row it is: they are nobody's name. */
export function isOrdinal(text: string, [start, end]: [number, number]): boolean {
  return /\p{N}/u.test(text[start - 1] ?? '') && isOrdinalEnding(text.slice(start, end))
}

/** Whether words may stand instead of the rule's own text: none that tells its state is among them, and they are no mark of a copy. */
function isInstead(words: string, own: string): boolean {
  const asked = looseKey(own)
  const isState = (word: string) => isAddedWord(word) && !asked.includes(looseKey(word))
  return !/\p{L}/u.test(own) || (/\p{L}/u.test(words) && !isCopyMark(` ${words}`) && !words.split(/[^\p{L}\p{M}'’]+/u).some(isState))
}

/** Whether words tell the day or the choice that is asked for in a part that is not there: they stand instead of no word of the rule's own. */
function isValueOf(parts: readonly NamePart[], { spans }: Alignment, words: string): boolean {
  return parts.some((part, at) => part.kind === 'free' && ['date', 'choice'].includes(part.rule.type) && spans[at]?.end === spans[at]?.start
    && freeField(part.rule).read(words, part.rule) !== undefined)
}

/** Whether a word is, letter for letter, one of the choices that are asked for in a part that is not there. */
function isChoice(parts: readonly NamePart[], { spans }: Alignment, word: string): boolean {
  return parts.some((part, at) => part.kind === 'free' && part.rule.type === 'choice' && spans[at]?.end === spans[at]?.start
    && part.rule.values.some(value => looseKey(value) === looseKey(word)))
}

/** Whether a word that stands where a choice is asked is none of these, but what the holder or the piece is called by. */
function isNoChoice(part: NamePart, word: string, { called, titled }: Known): boolean {
  return part.kind === 'free' && part.rule.type === 'choice' && word !== '' && freeField(part.rule).read(word, part.rule) === undefined
    && [...called(), ...titled()].includes(looseKey(word))
}

/** Of fewer letters the end of a word says nothing of it. */
const LEAST_ENDING = 4

export const OF_NAME = new Set(['given', 'family', 'name', 'alias'])

/** Whether a word is a device's, a kind of work, one for a week or a number, "and", "with" or "on": nobody is called so. */
function isNobody(word: string): boolean {
  const key = looseKey(word)
  const isWork = isKindWord(key) || kindsOf(key).length > 0
  const isSmall = isAndWord(word) || LEADING_ON.has(key) || UNENDED.has(key)
  return isWork || isSmall || isDefaultWord(word) || WEEK_KEYS.has(key) || numberOfWord(word) !== null
}

/** Whether a word is what holder, piece or device is called by, where something else is asked for: Nils is no title, artist no family name. */
export function isElsewhere(part: string, asked: string, word: string, { called, titled }: Known): boolean {
  const key = looseKey(word)
  if (looseKey(asked).includes(key)) return false
  if (part === 'literal') return called().includes(key)
  // FT of a "Fiche technique"
  if (key.length > 1 && titled().map(one => one[0]).join('') === key) return true
  // Versuch of a Versuchsprotokoll, Tech of a Technical rider
  const begins = (one: string) => key.length >= LEAST_BEGUN && one.startsWith(key)
  return titled().some(one => isFormOf(key, one) || begins(one))
    || (OF_NAME.has(part) ? isNobody(word) : called().includes(key) || numberOfWord(word) !== null)
}

/** Whether two words are one in other forms: rodzica and rodziców. */
function isFormOf(word: string, other: string): boolean {
  if (word === other) return true
  return Math.abs(word.length - other.length) <= 2 && beginAlike(word, other, Math.max(LEAST_STEM, Math.min(word.length, other.length) - 2))
}
const LEAST_STEM = 5
const LEAST_BEGUN = 4

/** Whether a text cannot stand for a value: it only tells that it is the newest or a copy, or is letters or digits alone where that is not. */
export function isNoValue(text: string, value: string): boolean {
  const [letters, digits] = [/\p{L}/u.test(text), /\p{N}/u.test(text)]
  if (digits && !letters && Number(trimSeparators(text)) === Number(value)) return false
  // a figure or two are no slip of a long number
  if (digits && !letters && /^\p{N}+$/u.test(value) && trimSeparators(text).length * 2 < value.length) return true
  const unlike = letters && digits ? !/\p{N}/u.test(value) : letters === /\p{N}/u.test(value)
  return isAddedWord(text) || isCopyMark(text) || unlike
}

/** Whether letters with figures straight behind them say what is counted, where somebody's name is asked for: exp1 names nobody. */
export const isLabel = (asked: string, text: string, end: number): boolean => OF_NAME.has(asked)
  && ((/\p{L}/u.test(text[end - 1] ?? '') && /\d/.test(text[end] ?? '')) || (SIGN.test(text.slice(0, end)) && /^[°º.] ?\d/.test(text.slice(end))))
/** What is written before a number, with a sign behind it: n° 2, No. 3. */
const SIGN = /(?:^|[^\p{L}])(?:n|nr|no|num)$/iu

/** Whether a word is another one for a kind of work that the rule's own words say: Szene for scene. */
function saysKindOf(parts: readonly NamePart[], word: string): boolean {
  const kinds = kindsOf(looseKey(word))
  const says = (text: string) => tokensOf(text).some(own => kindsOf(own).some(kind => kinds.includes(kind)))
  return kinds.length > 0 && parts.some(part => isLiteral(part) && part.texts.some(says))
}

/**
 * Whether a word is one of the rule's own written out, or a compound of it, where a name is asked for: Exercise for ex is nobody's, nor is
 * Reisepass for pass. Nor does another word for the same kind of work stand for a value.
 */
export function isOfLiteral(parts: readonly NamePart[], asked: string, word: string): boolean {
  if (asked !== 'literal' && saysKindOf(parts, word)) return true
  const key = OF_NAME.has(asked) ? looseKey(word) : ''
  return key !== '' && parts.some(part => isLiteral(part) && part.texts.some((text) => {
    const own = looseKey(text)
    return own.length > 1 && key.length >= own.length && (key.startsWith(own) || (own.length >= LEAST_ENDING && key.endsWith(own)))
  }))
}
