import { plainPunctuation } from '../text/fold'
import { emptyRecord, ownOf } from '../text/own'
import type { Alignment, Span } from './align'
import { alignWithin, isAlike, isSeparatorUnit, joined, OTHER_CASE, OTHER_SIGN } from './align'
import type { Edit } from './difference'
import { endStraight, isStraight } from './match'
import type { Captures, FixedPart, NamePart } from './parts'
import type { Strictness } from './strictness'
import { isSeparator } from './strictness'

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

/** A name read from left to right: where each part ends, and the one with a letter missed; what departs besides is letter case and signs alone. */
interface Reading { ends: readonly number[], at: number, slip: Slip | null }
interface Slip { cost: number, span: Span }

/**
 * The quick way for what most misnamed names are: the asked one but for letter case and signs between words, and for one letter in one of
 * its words, be it with the mark of a copy behind it. No other way to take such a name is as near, and nothing in it stands elsewhere.
 *
 * @param parts - from `fillTemplate`
 * @param text - base name, NFC
 * @param known - values already settled otherwise
 * @returns the alignment; `null` says only that this way does not tell it
 * @example
 * alignSlip(parts('{family}_photo-{n}'), 'marsh_pohto-02', exact, {})?.cost //=> 1
 */
export function alignSlip(parts: readonly NamePart[], text: string, strictness: Strictness, known: Captures): Alignment | null {
  const reading = readThrough(parts, text, strictness)
  if (!reading || !areSettled(parts, text, reading.ends, known)) return null
  const end = reading.ends.at(-1) ?? 0
  const extras: Alignment['extras'] = end === text.length ? [] : [{ range: [end, text.length], before: parts.length }]
  const { cost, spans } = spansOf(parts, text, reading, strictness)
  return { cost: cost + (text.length - end), spans, extras }
}

function readThrough(parts: readonly NamePart[], text: string, strictness: Strictness): Reading | null {
  if (!parts.every(isStraight)) return null
  const received = plainPunctuation(text)
  const isEnd = (end: number) => end === text.length || MARK.test(text.slice(end))
  const ends: number[] = []
  const read = readOn(parts, received, 0, 0, ends)
  if (read === parts.length && isEnd(ends.at(-1) ?? 0)) return { ends, at: read, slip: null }
  // a letter too much at the end leaves all parts whole
  const at = Math.min(read, parts.length - 1)
  const part = parts[at]
  const asked = part?.kind === 'fixed' ? part.texts[0] ?? '' : ''
  if (part?.kind !== 'fixed' || !LETTERS.test(asked)) return null
  const start = ends[at - 1] ?? 0
  for (const length of [asked.length, asked.length - 1, asked.length + 1]) {
    const end = ends[at] = start + length
    if (end > text.length || readOn(parts, received, at + 1, end, ends) < parts.length || !isEnd(ends.at(-1) ?? 0)) continue
    const slip = slipIn(part, text.slice(start, end), strictness)
    if (slip) return { ends, at, slip }
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
  const reading = readThrough(parts, text, strictness)
  if (!reading?.slip || !areSettled(parts, text, reading.ends, {})) return null
  const { ends, at, slip } = reading
  const captures: Captures = emptyRecord()
  for (const [index, part] of parts.entries()) if (part.kind === 'free') captures[part.part] = text.slice(ends[index - 1] ?? 0, ends[index])
  const place = (ends[at - 1] ?? 0) + (slip.span.edits[0]?.range[1] ?? 0)
  return { word: wordAround(text, place), cost: slip.cost, length: ends.at(-1) ?? 0, captures }
}

/** Reads parts from a place on, and notes where each ends; the first that does not stand there. */
function readOn(parts: readonly NamePart[], received: string, first: number, from: number, ends: number[]): number {
  let position = from
  for (let at = first; at < parts.length; at++) {
    const part = parts[at]
    const end = part ? endStraight(part, received, position) : -1
    position = end < 0 && part?.kind === 'fixed' ? endAlike(part.texts[0] ?? '', received, position) : end
    if (position < 0) return at
    ends[at] = position
  }
  return parts.length
}

/** Where a text ends that stands at a place but for letter case and signs; -1: it does not. */
function endAlike(asked: string, received: string, from: number): number {
  for (let at = 0; at < asked.length; at++) if (!areAlike(received.charCodeAt(from + at), asked.charCodeAt(at))) return -1
  return from + asked.length
}

/** Whether one code unit is another, one plain letter in the other case, or one sign between words for another. */
const areAlike = (one: number, other: number): boolean => one === other
  || ((one | 0x20) === (other | 0x20) && isLetter(one)) || (isSeparatorUnit(one) && isSeparatorUnit(other))

const isLetter = (code: number): boolean => (code | 0x20) >= 0x61 && (code | 0x20) <= 0x7A

/** What stands for a part, where it is that but for one letter. */
function slipIn(part: FixedPart, actual: string, strictness: Strictness): Slip | null {
  const one = alignWithin(ONE_LETTER, [part], actual, strictness, {})
  const [span] = one?.spans ?? []
  const [edit, ...more] = span?.edits ?? []
  if (!one || one.cost < 1 || !span || !edit || more.length > 0 || one.extras.length > 0 || span.start > 0 || span.end < actual.length) return null
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

function spansOf(parts: readonly NamePart[], text: string, { ends, at, slip }: Reading, strictness: Strictness): Pick<Alignment, 'cost' | 'spans'> {
  let cost = 0
  const spans = parts.map((part, index): Span => {
    const [start, end] = [ends[index - 1] ?? 0, ends[index] ?? 0]
    const asked = part.kind === 'fixed' ? part.texts[0] ?? '' : ''
    const inside = index === at && slip ? { cost: slip.cost, edits: slip.span.edits } : departing(text.slice(start, end), asked, strictness)
    cost += inside.cost
    const edits = inside.edits.map(({ range: [from, to], expected }) => ({ range: [from + start, to + start] as [number, number], expected }))
    return { start, end, text: asked, edits }
  })
  return { cost, spans }
}

/** Letter case and signs that are others than in a text as long, where they count. */
function departing(actual: string, asked: string, strictness: Strictness): { cost: number, edits: Edit[] } {
  const edits: Edit[] = []
  let cost = 0
  if (asked === '' || actual === asked) return { cost, edits }
  for (let at = 0; at < asked.length; at++) {
    const [received, expected] = [actual.charAt(at), asked.charAt(at)]
    if (received === expected || isAlike(received, expected, strictness)) continue
    cost += isSeparator(expected) ? OTHER_SIGN : OTHER_CASE
    edits.push({ range: [at, at + 1], expected })
  }
  return { cost, edits: joined(edits) }
}
