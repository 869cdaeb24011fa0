import { plainPunctuation } from '../text/fold'
import { emptyRecord, ownOf } from '../text/own'
import type { Alignment, Span } from './align'
import { alignWithin } from './align'
import { endStraight, isStraight } from './match'
import type { Captures, FixedPart, NamePart } from './parts'
import type { Strictness } from './strictness'

/** One letter more, less or exchanged costs no more, nor do two that are swapped. */
const ONE_LETTER = 1.1
/** A shorter word with a letter exchanged is another one. */
const LEAST_EXCHANGED = 4
/** The mark of a copy. */
const MARK = /^ \(\d{1,2}\)$/
/** A word, or a code that begins with a letter. */
const LETTERS = /\p{L}{3}|\p{L}\d/u
const ONLY_LETTERS = /^\p{L}*$/u
const WORDS = /[\p{L}\p{M}\p{N}]+/gu

/**
 * The quick way for what most misnamed names are: the asked one to the letter, but for one letter in one of its words, be it with the mark of a
 * copy behind it. No other way to take such a name is as near, and nothing in it stands elsewhere.
 *
 * @param parts - from `fillTemplate`
 * @param text - base name, NFC
 * @param known - values already settled otherwise
 * @returns the alignment; `null` says only that this way does not tell it
 * @example
 * alignSlip(parts('{family}_photo-{n}'), 'marsh_pohto-02', exact, {})?.cost //=> 1
 */
export function alignSlip(parts: readonly NamePart[], text: string, strictness: Strictness, known: Captures): Alignment | null {
  if (!parts.every(isStraight)) return null
  const received = plainPunctuation(text)
  const ends: number[] = []
  const at = readOn(parts, received, 0, 0, ends)
  const part = parts[at]
  const asked = part?.kind === 'fixed' ? part.texts[0] ?? '' : ''
  if (part?.kind !== 'fixed' || !LETTERS.test(asked)) return null
  const start = ends[at - 1] ?? 0
  for (const length of [asked.length, asked.length - 1, asked.length + 1]) {
    ends[at] = start + length
    const isRest = ends[at] <= text.length && readOn(parts, received, at + 1, start + length, ends) === parts.length
    const end = ends.at(-1) ?? 0
    const slip = isRest && (end === text.length || MARK.test(text.slice(end))) ? slipIn(part, text.slice(start, start + length), strictness) : null
    if (!slip || !areSettled(parts, text, ends, known)) continue
    const extras: Alignment['extras'] = end === text.length ? [] : [{ range: [end, text.length], before: parts.length }]
    return { cost: slip.cost + (text.length - end), spans: spansOf(parts, ends, at, slip.span), extras }
  }
  return null
}

/** A name that is the asked one but for a letter, and a mark of a copy behind it. */
export interface OneSlip {
  /** The word that the letter was missed in. */
  word: string
  /** What it costs of the length that was asked for, mark aside. */
  cost: number
  length: number
  captures: Captures
}

/**
 * Reads a name in which nothing but a letter departs from the asked one.
 *
 * @returns `null`: more departs, or nothing
 * @example
 * readSlip(parts('{family}_photo-{n}'), 'marsh_pohto-02', exact) //=> { word: 'pohto', cost: 1, length: 14, captures: { n: '02' } }
 */
export function readSlip(parts: readonly NamePart[], text: string, strictness: Strictness): OneSlip | null {
  const alignment = alignSlip(parts, text, strictness, {})
  const at = alignment?.spans.findIndex(one => one.edits.length > 0) ?? -1
  const [, end = 0] = alignment?.spans[at]?.edits[0]?.range ?? []
  if (!alignment || at < 0) return null
  const captures: Captures = emptyRecord()
  for (const [index, span] of alignment.spans.entries()) {
    const part = parts[index]
    if (part?.kind === 'free') captures[part.part] = text.slice(span.start, span.end)
  }
  const length = alignment.spans.at(-1)?.end ?? text.length
  return { word: wordAround(text, end), cost: alignment.cost - (text.length - length), length, captures }
}

/** Reads parts to the letter from a place on, and notes where each ends; the first that does not stand there. */
function readOn(parts: readonly NamePart[], received: string, first: number, from: number, ends: number[]): number {
  let position = from
  for (let at = first; at < parts.length; at++) {
    const part = parts[at]
    position = part ? endStraight(part, received, position) : -1
    if (position < 0) return at
    ends[at] = position
  }
  return parts.length
}

/** What stands for a part, where it is that but for one letter. */
function slipIn(part: FixedPart, actual: string, strictness: Strictness): { cost: number, span: Span } | null {
  const one = alignWithin(ONE_LETTER, [part], actual, strictness, {})
  const [span] = one?.spans ?? []
  const [edit, ...more] = span?.edits ?? []
  if (!one || !span || !edit || more.length > 0 || one.extras.length > 0 || span.start > 0 || span.end < actual.length) return null
  const was = actual.slice(...edit.range)
  if (!ONLY_LETTERS.test(was) || !ONLY_LETTERS.test(edit.expected)) return null
  const isExchanged = was.length === 1 && edit.expected.length === 1
  return isExchanged && wordAround(actual, edit.range[1]).length < LEAST_EXCHANGED ? null : { cost: one.cost, span }
}

/** The whole word on either side of a place. */
function wordAround(text: string, at: number): string {
  for (const { index, 0: word } of text.matchAll(WORDS)) if (index <= at && index + word.length >= at) return word
  return ''
}

/** Whether what the parts hold is what is settled of them, and the same where two are one. */
function areSettled(parts: readonly NamePart[], text: string, ends: readonly number[], known: Captures): boolean {
  const values: Captures = Object.assign(emptyRecord(), known)
  return parts.every(({ kind, part }, at) => {
    if (kind === 'fixed') return true
    const value = text.slice(ends[at - 1] ?? 0, ends[at])
    const other = ownOf(values, part)
    values[part] = value
    return other === undefined || other === value
  })
}

function spansOf(parts: readonly NamePart[], ends: readonly number[], at: number, slip: Span): Span[] {
  return parts.map((part, index) => {
    const [start, end] = [ends[index - 1] ?? 0, ends[index] ?? 0]
    if (index !== at) return { start, end, text: part.kind === 'fixed' ? part.texts[0] ?? '' : '', edits: [] }
    const edits = slip.edits.map(({ range: [from, to], expected }) => ({ range: [from + start, to + start] as [number, number], expected }))
    return { ...slip, start, end, edits }
  })
}
