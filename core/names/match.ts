import type { Strictness } from './strictness'
import { accentForms, foldCase, plainPunctuation, stripMarks } from '../text/fold'
import { emptyRecord } from '../text/own'
import { isRealDate, parseDatePattern } from './date'
import type { DateLetter } from './date'
import type { Captures, FreeRule, NamePart } from './parts'
import { writeNumber } from './parts'

/** How a name fits: what its free fields hold, and whether without any leniency. */
export interface NameMatch {
  captures: Captures
  exact: boolean
}

const STRICT: Strictness = { letterCase: 'exact', separators: 'exact', accents: 'exact' }

export function isSeparator(char: string): boolean {
  return char === ' ' || char === '_' || char === '-' || char === '.' || char === '\u00A0'
}

/** Text as a strictness compares it, with the way back to the original's UTF-16 offsets. */
interface Folded { text: string, from: number[] }

function foldReceived(text: string, strictness: Strictness): Folded {
  let folded = ''
  const from: number[] = []
  let at = 0
  for (const char of plainPunctuation(text)) {
    let out = char
    if (strictness.separators === 'ignore' && isSeparator(char)) out = folded.endsWith('-') ? '' : '-'
    else {
      if (strictness.accents === 'ignore') out = stripMarks(out)
      if (strictness.letterCase === 'ignore') out = foldCase(out)
    }
    folded += out
    for (let i = 0; i < out.length; i++) from.push(at)
    at += char.length
  }
  from.push(at)
  return { text: folded, from }
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
  const exact = parts.every(isStraight) ? null : matchAt(parts, received, STRICT, freeRange)
  if (exact) return { captures: exact, exact: true }
  if (strictness.letterCase === 'exact' && strictness.separators === 'exact' && strictness.accents === 'exact') return null
  const lenient = matchAt(parts, received, strictness, freeRange)
  return lenient && { captures: lenient, exact: false }
}

/** Parts that can be read in one way only: digits run into nothing, since no two of them meet. */
function isStraight(part: NamePart, at: number, parts: readonly NamePart[]): boolean {
  if (part.kind === 'fixed') return part.texts.length === 1
  const next = parts[at + 1]
  const meets = next !== undefined && (next.kind === 'free' || isDigit((next.texts[0] ?? '').charCodeAt(0)))
  return (part.rule.type === 'number' || part.rule.type === 'version' || part.rule.type === 'date') && !(meets && part.rule.type !== 'date')
}

/** The quick way for names that fit to the letter: once from left to right. `null` says only that this way does not fit. */
function matchStraight(parts: readonly NamePart[], name: string, freeRange: string | null): Captures | null {
  const received = plainPunctuation(name)
  const captures: Captures = emptyRecord()
  let at = 0
  for (const part of parts) {
    let end = at
    if (part.kind === 'fixed') {
      const text = plainPunctuation(part.texts[0] ?? '')
      if (!received.startsWith(text, at)) return null
      at += text.length
      continue
    }
    if (part.rule.type === 'number' || part.rule.type === 'version') {
      while (isDigit(received.charCodeAt(end))) end++
      if (end === at || !isNumber(received.slice(at, end), part.rule, part.part === freeRange)) return null
    }
    else if (part.rule.type === 'date') end = endOfDate(received, at, part.rule) ?? -1
    else return null
    if (end < 0 || (captures[part.part] !== undefined && captures[part.part] !== name.slice(at, end))) return null
    captures[part.part] = name.slice(at, end)
    at = end
  }
  return at === received.length ? captures : null
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

/** What a part's own texts are under each strictness; parts live as long as their units. */
const FORMS = new WeakMap<NamePart, string[][]>()

function formsOfPart(part: NamePart, texts: readonly string[], strictness: Strictness): string[] {
  const flags = flagsOf(strictness)
  const kept = FORMS.get(part) ?? []
  const found = kept[flags] ?? texts.flatMap((text) => {
    const forms = strictness.accents === 'ignore' ? accentForms(text) : [text]
    return forms.map(form => foldReceived(form, strictness.accents === 'ignore' ? { ...strictness, accents: 'exact' } : strictness).text)
  })
  kept[flags] = found
  FORMS.set(part, kept)
  return found
}

function matchAt(parts: readonly NamePart[], received: string, strictness: Strictness, freeRange: string | null): Captures | null {
  const { text, from } = foldOnce(received, strictness)
  const dead = new Set<number>()
  const spans: [start: number, end: number][] = []

  const step = (index: number, at: number): boolean => {
    const part = parts[index]
    if (!part) return at === text.length
    const state = index * (text.length + 1) + at
    if (dead.has(state)) return false
    for (const end of endsOf(part, at)) {
      spans[index] = [at, end]
      if (step(index + 1, end)) return true
    }
    dead.add(state)
    return false
  }

  function endsOf(part: NamePart, at: number): number[] {
    return part.kind === 'fixed' ? endsOfText(formsOfPart(part, part.texts, strictness), at) : endsOfFree(part, part.rule, at)
  }

  function endsOfText(forms: readonly string[], at: number): number[] {
    const ends: number[] = []
    for (const folded of forms) {
      if (text.startsWith(folded, at)) ends.push(at + folded.length)
      // runs of separators count as one, also where two parts meet
      else if (strictness.separators === 'ignore' && folded.startsWith('-') && text[at - 1] === '-' && text.startsWith(folded.slice(1), at)) ends.push(at + folded.length - 1)
    }
    return ends
  }

  function endsOfFree(part: NamePart, rule: FreeRule, at: number): number[] {
    const ends: number[] = []
    switch (rule.type) {
      case 'number':
      case 'version': {
        let most = at
        while (most < text.length && isDigit(text.charCodeAt(most))) most++
        for (let end = most; end > at; end--) {
          if (isNumber(text.slice(at, end), rule, part.part === freeRange)) ends.push(end)
        }
        return ends
      }
      case 'choice': return endsOfText(formsOfPart(part, rule.values, strictness), at)
      case 'date': {
        const end = endOfDate(text, at, rule, strictness)
        return end === null ? [] : [end]
      }
      case 'text': {
        const least = at + rule.minLength
        const most = Math.min(text.length, at + rule.maxLength)
        for (let end = least; end <= most; end++) ends.push(end)
        return ends
      }
      default: {
        const never: never = rule
        return never
      }
    }
  }

  if (!step(0, 0)) return null
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

function isDigit(code: number): boolean {
  return code >= 48 && code <= 57
}

/** Whether digits are a number as a rule writes it: padded to the least width, no wider than needed, in range. */
export function isNumber(digits: string, rule: Extract<FreeRule, { type: 'number' | 'version' }>, anyRange = false): boolean {
  if (digits.length > 12) return false
  const value = Number(digits)
  if (digits !== writeNumber(value, rule.digits)) return false
  return rule.type === 'version' || anyRange || (value >= rule.from && value <= rule.to)
}

/** End of a real date of the rule's pattern that begins at `at`, or `null`. */
export function endOfDate(text: string, at: number, rule: Extract<FreeRule, { type: 'date' }>, strictness: Strictness = STRICT): number | null {
  const values: Partial<Record<DateLetter, number>> = {}
  let end = at
  for (const token of parseDatePattern(rule.pattern)) {
    if ('literal' in token) {
      const folded = foldReceived(token.literal, strictness).text
      if (!text.startsWith(folded, end)) return null
      end += folded.length
      continue
    }
    const digits = text.slice(end, end + token.letter.length)
    if (!/^\d+$/.test(digits) || digits.length < token.letter.length) return null
    values[token.letter] = Number(digits)
    end += token.letter.length
  }
  return isRealDate(values, rule.from, rule.to) ? end : null
}
