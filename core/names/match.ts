import { accentForms, isPlain, plainPunctuation } from '../text/fold'
import { BETWEEN, keeping } from '../text/kept'
import { emptyRecord } from '../text/own'
import { isDigit } from './fields/digits'
import type { FreeRule } from './fields/index'
import { freeField } from './fields/index'
import type { Captures, NamePart } from './parts'
import type { Folded, Strictness } from './strictness'
import { foldReceived, STRICT } from './strictness'

/** How a name fits: what its free fields hold, and whether without any leniency. */
export interface NameMatch {
  captures: Captures
  exact: boolean
}

/**
 * Holds a received base name (without extension, NFC) against parts.
 *
 * @param parts - from `fillTemplate`
 * @param received - the base name
 * @param strictness - what may differ
 * @param freeRange - name of a number field whose range is not held to (numbers outside are told apart later)
 * @returns the free fields' texts, or `null` where it does not fit
 * @example
 * matchParts(parts('{family}_{n}'), 'Marsh_02', exact) //=> { captures: { n: '02' }, exact: true }
 */
export function matchParts(parts: readonly NamePart[], received: string, strictness: Strictness, freeRange: string | null = null): NameMatch | null {
  const straight = matchStraight(parts, received, freeRange)
  if (straight) return { captures: straight, exact: true }
  const oneWay = parts.every(isStraight)
  const exact = oneWay ? null : matchAt(parts, received, STRICT, freeRange)
  if (exact) return { captures: exact, exact: true }
  if (strictness.letterCase === 'exact' && strictness.separators === 'exact'
    && (strictness.accents === 'exact' || (oneWay && isPlain(received) && parts.every(hasNoAccents)))) return null
  const lenient = matchAt(parts, received, strictness, freeRange)
  return lenient && { captures: lenient, exact: false }
}

/**
 * Where the parts stand whole in a name that says more before or behind them.
 *
 * @param mayBegin - places where they may begin, the likeliest first
 * @param mayEnd - whether they may end at a place
 * @example
 * matchInside(parts('{family}_{n}'), '12.11.26 Marsh_02_for Ms Hall', exact, [9], at => at === 17)?.range //=> [9, 17]
 */
export function matchInside(
  parts: readonly NamePart[], received: string, strictness: Strictness, mayBegin: readonly number[], mayEnd: (at: number) => boolean,
): { captures: Captures, range: [start: number, end: number] } | null {
  for (const start of mayBegin) {
    let end = start
    const isEnd = (at: number) => mayEnd(end = at)
    const captures = matchAt(parts, received, strictness, null, { start, isEnd })
    if (captures) return { captures, range: [start, end] }
  }
  return null
}

/** Parts that can be read in one way only: digits run into nothing, since no two of them meet. */
export function isStraight(part: NamePart, position: number, parts: readonly NamePart[]): boolean {
  if (part.kind === 'fixed') return part.texts.length === 1
  const field = freeField(part.rule)
  if (!field.straight || field.isStraight?.(part.rule) === false) return false
  if (!field.runsOn) return true
  const next = parts[position + 1]
  return next === undefined || (next.kind === 'fixed' && !isDigit((next.texts[0] ?? '').charCodeAt(0)))
}

const hasNoAccents = (part: NamePart): boolean => part.kind === 'free' || part.texts.every(isPlain)

/** The quick way for names that fit to the letter: once from left to right. `null` says only that this way does not fit. */
function matchStraight(parts: readonly NamePart[], name: string, freeRange: string | null): Captures | null {
  const received = plainPunctuation(name)
  const captures: Captures = emptyRecord()
  let position = 0
  for (const part of parts) {
    const end = endStraight(part, received, position, part.part === freeRange)
    if (end < 0) return null
    if (part.kind === 'free') {
      const value = name.slice(position, end)
      if (captures[part.part] !== undefined && captures[part.part] !== value) return null
      captures[part.part] = value
    }
    position = end
  }
  return position === received.length ? captures : null
}

/**
 * Where a part ends that stands at a place to the letter, read from left to right; -1: it does not.
 *
 * @param received - a name with plain punctuation
 */
export function endStraight(part: NamePart, received: string, position: number, anyRange = false): number {
  if (part.kind === 'free') return freeField(part.rule).straight?.(received, position, part.rule, anyRange) ?? -1
  const text = part.texts[0] ?? ''
  // one code unit stays one code unit
  return received.startsWith(text, position) || received.startsWith(plainPunctuation(text), position) ? position + text.length : -1
}

/** A received name is held against many units one after the other: its folding is kept until the next name comes. */
let lastFolded: { text: string, flags: number, folded: Folded } | null = null

function foldOnce(text: string, strictness: Strictness): Folded {
  const flags = flagsOf(strictness)
  if (lastFolded?.text !== text || lastFolded.flags !== flags) lastFolded = { text, flags, folded: foldReceived(text, strictness) }
  return lastFolded.folded
}

function flagsOf({ letterCase, separators, accents }: Strictness): number {
  return (letterCase === 'ignore' ? 1 : 0) + (separators === 'ignore' ? 2 : 0) + (accents === 'ignore' ? 4 : 0)
}

/** What texts of parts are under each strictness. */
const FORMS: ((joined: string) => string[])[] = []

function formsOfPart(texts: readonly string[], strictness: Strictness): string[] {
  const formsOf = FORMS[flagsOf(strictness)] ??= keeping(10_000, joined => joined.split(BETWEEN).flatMap((text) => {
    const forms = strictness.accents === 'ignore' ? accentForms(text) : [text]
    return forms.map(form => foldReceived(form, strictness.accents === 'ignore' ? { ...strictness, accents: 'exact' } : strictness).text)
  }))
  return texts.length === 0 ? [] : formsOf(texts.join(BETWEEN))
}

function matchAt(
  parts: readonly NamePart[], received: string, strictness: Strictness, freeRange: string | null,
  within: { start: number, isEnd: (at: number) => boolean } | null = null,
): Captures | null {
  const { text, from } = foldOnce(received, strictness)
  const dead = new Set<number>()
  const spans: [start: number, end: number][] = []

  const step = (index: number, position: number): boolean => {
    const part = parts[index]
    if (!part) return within ? within.isEnd(from[position] ?? received.length) : position === text.length
    const state = index * (text.length + 1) + position
    if (dead.has(state)) return false
    for (const end of endsOf(part, position)) {
      spans[index] = [position, end]
      if (step(index + 1, end)) return true
    }
    dead.add(state)
    return false
  }

  function endsOf(part: NamePart, position: number): number[] {
    return part.kind === 'fixed' ? endsOfText(formsOfPart(part.texts, strictness), position) : endsOfFree(part, part.rule, position)
  }

  function endsOfText(forms: readonly string[], position: number): number[] {
    const ends: number[] = []
    for (const folded of forms) {
      if (text.startsWith(folded, position)) ends.push(position + folded.length)
      // runs of separators count as one, also where two parts meet
      else if (strictness.separators === 'ignore' && folded.startsWith('-') && text[position - 1] === '-'
        && text.startsWith(folded.slice(1), position)) ends.push(position + folded.length - 1)
    }
    return ends
  }

  function endsOfFree(part: NamePart, rule: FreeRule, position: number): number[] {
    const endsOf = (texts: readonly string[], from: number) => endsOfText(formsOfPart(texts, strictness), from)
    return freeField(rule).ends({ text, strictness, anyRange: part.part === freeRange, endsOf }, position, rule)
  }

  const first = within ? from.indexOf(within.start) : 0
  if (first < 0 || !step(0, first)) return null
  const captures: Captures = emptyRecord()
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || !span) continue
    const value = received.slice(from[span[0]], from[span[1]])
    if (captures[part.part] !== undefined && captures[part.part] !== value) return null
    captures[part.part] = value
  }
  return captures
}
