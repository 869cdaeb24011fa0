import { foldCase, plainPunctuation, stripMarks } from '../text/fold'
import { endOfDate, isNumber, isSeparator } from './match'
import type { Captures, NamePart } from './parts'
import { expandParts, writeNumber } from './parts'

export type DifferenceKind = 'absent' | 'misspelt' | 'order' | 'separator' | 'digits' | 'letter-case' | 'extra' | 'date-order' | 'date-range' | 'not-allowed' | 'other-person'

/** How one part of a name departs from what was asked. */
export interface Difference {
  /** Field name, `literal`, or for folders `level 1` … */
  part: string
  kind: DifferenceKind
  /** UTF-16 offsets in the received name. */
  range: [start: number, end: number]
  expected: string
  actual: string
}

export interface Explanation {
  /** 0 for a fitting name; about one a wrong character. */
  cost: number
  differences: Difference[]
  /** Values of the free fields that could be read. */
  captures: Captures
}

/** One row of the alignment: an expected character, or a whole free field. */
type Row = { part: number, char: string } | { part: number, free: true }

const ABSENT = 1
const EXTRA = 1
const MISSING_FREE = 2.5

/** Names longer than this are explained by their beginning only: file systems allow 255. */
const LONGEST = 300

/**
 * Aligns a received base name with the parts asked for, at least cost.
 *
 * @param parts - from `fillTemplate`
 * @param received - base name, NFC
 * @param known - values already settled otherwise, such as the slot's number
 * @returns cost, differences in reading order, and the free fields' values that could be read
 * @example
 * explainParts(parts('{family}_{n}'), 'marsh 2').differences.map(one => one.kind) //=> ['letter-case', 'separator', 'digits']
 */
export function explainParts(parts: readonly NamePart[], received: string, known: Captures = {}): Explanation {
  const text = received.slice(0, LONGEST)
  const plain = plainPunctuation(text)
  const rows: Row[] = parts.flatMap((part, index): Row[] => (
    part.kind === 'free' ? [{ part: index, free: true }] : [...plainPunctuation(part.texts[0] ?? '')].map(char => ({ part: index, char }))))
  const width = text.length + 1
  const chars = foldedChars(plain)
  // step[i][j]: how cell (i, j) was best reached: 0 skip received, 1 row absent, ≥ 2 row took that many received characters minus 1
  const flat = new Uint16Array(rows.length * width)
  const steps: Uint16Array[] = []
  let costs = new Float64Array(width)
  let next = new Float64Array(width)
  for (let j = 1; j < width; j++) costs[j] = j * EXTRA
  for (const [i, row] of rows.entries()) {
    next.fill(Infinity)
    const step = flat.subarray(i * width, (i + 1) * width)
    if ('char' in row) alignChar(row.char, chars, costs, next, step)
    else alignFree(parts[row.part], plain, costs, next, step, known)
    for (let j = 1; j < width; j++) {
      if ((next[j - 1] ?? 0) + EXTRA < (next[j] ?? 0)) {
        next[j] = (next[j - 1] ?? 0) + EXTRA
        step[j] = 0
      }
    }
    steps.push(step)
    const spare = costs
    costs = next
    next = spare
  }
  const spans = trace(rows, steps, text.length, parts.length)
  const captures = readCaptures(parts, spans, text, known)
  return { cost: costs[width - 1] ?? 0, differences: describe(parts, spans, text, captures), captures }
}

interface FoldedChar { raw: string, plain: string, folded: string, separator: boolean }

function foldedChars(text: string): FoldedChar[] {
  return text.split('').map(raw => foldChar(raw))
}

const CHARS = new Map<string, FoldedChar>()
function foldChar(raw: string): FoldedChar {
  const kept = CHARS.get(raw)
  if (kept) return kept
  const plain = stripMarks(raw)
  const made = { raw, plain, folded: foldCase(plain), separator: isSeparator(raw) }
  // bounded: names in thousands of scripts would otherwise fill it
  if (CHARS.size < 5000) CHARS.set(raw, made)
  return made
}

function substitution(expected: FoldedChar, actual: FoldedChar): number {
  if (expected.raw === actual.raw) return 0
  if (expected.folded === actual.folded) return 0.15
  if (expected.separator && actual.separator) return 0.2
  // a letter hardly ever stands for a separator
  return expected.separator !== actual.separator ? 1.6 : 1.1
}

function alignChar(char: string, chars: FoldedChar[], costs: Float64Array, next: Float64Array, step: Uint16Array): void {
  const expected = foldChar(char)
  for (let j = 0; j < next.length; j++) {
    next[j] = (costs[j] ?? 0) + ABSENT
    step[j] = 1
    const actual = chars[j - 1]
    if (!actual) continue
    const cost = (costs[j - 1] ?? 0) + substitution(expected, actual)
    if (cost <= (next[j] ?? 0)) {
      next[j] = cost
      step[j] = 2
    }
  }
}

function alignFree(part: NamePart | undefined, text: string, costs: Float64Array, next: Float64Array, step: Uint16Array, known: Captures): void {
  if (part?.kind !== 'free') return
  for (let j = 0; j < next.length; j++) {
    next[j] = (costs[j] ?? 0) + MISSING_FREE
    step[j] = 1
  }
  const take = (start: number, end: number, cost: number) => {
    const total = (costs[start] ?? 0) + cost
    if (total < (next[end] ?? 0)) {
      next[end] = total
      step[end] = end - start + 1
    }
  }
  const { rule } = part
  for (let start = 0; start < text.length; start++) {
    switch (rule.type) {
      case 'number':
      case 'version': {
        if (!isDigitAt(text, start)) break
        let end = start + 1
        while (isDigitAt(text, end)) end++
        const cut = start > 0 && isDigitAt(text, start - 1)
        for (let stop = end; stop > start; stop--) {
          const digits = text.slice(start, stop)
          const settled = known[part.part]
          const other = settled !== undefined && Number(settled) !== Number(digits)
          take(start, stop, (isNumber(digits, rule, true) ? 0 : 0.5) + (other ? 1.5 : 0) + (cut || stop < end ? 0.7 : 0))
        }
        break
      }
      case 'date': {
        const end = endOfDate(text, start, rule)
        if (end !== null) take(start, end, 0)
        const loose = looseDate(text, start, rule.pattern)
        if (loose) take(start, loose.end, 0.9)
        break
      }
      case 'choice':
        for (const value of rule.values) {
          if (text.startsWith(value, start)) take(start, start + value.length, 0)
          else if (foldCase(text.slice(start, start + value.length)) === foldCase(value)) take(start, start + value.length, 0.3)
        }
        for (let end = start + 1; end <= Math.min(text.length, start + 24); end++) {
          take(start, end, 2)
          if (isSeparator(text[end] ?? ' ')) break
        }
        break
      case 'text':
        // cheaper by the character than extra text, so that fixed parts still find their own letters
        for (let end = start + rule.minLength; end <= Math.min(text.length, start + rule.maxLength); end++) take(start, end, 0.01 * (end - start))
        break
      default: {
        const never: never = rule
        return never
      }
    }
  }
}

function isDigitAt(text: string, at: number): boolean {
  const code = text.charCodeAt(at)
  return code >= 48 && code <= 57
}

/** A date in digits with other separators or in another order, read into the pattern where that gives one real date only. */
export function looseDate(text: string, at: number, pattern: string): { end: number, written: string | null } | null {
  const found = /^(?:(\d{4})[-_. ]?(\d{1,2})[-_. ]?(\d{1,2})|(\d{1,2})[-_. ](\d{1,2})[-_. ](\d{4}|\d{2})|(\d{2})(\d{2})(\d{4}|\d{2}))(?!\d)/.exec(text.slice(at, at + 12))
  if (!found || (at > 0 && isDigitAt(text, at - 1))) return null
  const [, y1, m1, d1, a2, b2, y2, a3, b3, y3] = found
  const options: [year: string, month: string, day: string][] = []
  const add = (year: string | undefined, month: string | undefined, day: string | undefined) => {
    if (year && month && day && Number(month) >= 1 && Number(month) <= 12 && Number(day) >= 1 && Number(day) <= 31) options.push([year, month, day])
  }
  add(y1, m1, d1)
  add(y2, b2, a2)
  add(y2, a2, b2)
  add(y3, b3, a3)
  add(y3, a3, b3)
  const written = new Set(options.map(([year, month, day]) => pattern
    .replace('yyyy', year.length === 4 ? year : `20${year}`).replace('yy', year.slice(-2))
    .replace('MM', month.padStart(2, '0')).replace('dd', day.padStart(2, '0'))))
  const [only] = written
  // hours and minutes cannot be made up, and two possible days are not one
  return { end: at + found[0].length, written: written.size === 1 && only !== undefined && !/[Hm]/.test(only) ? only : null }
}

interface Span { start: number, end: number, /** Ranges of received text that stand inside or before the part and belong to nothing. */ extra: [number, number][] }

function trace(rows: Row[], steps: Uint16Array[], length: number, partCount: number): (Span | null)[] {
  const spans: (Span | null)[] = Array.from({ length: partCount + 1 }, () => null)
  let j = length
  const widen = (part: number, start: number, end: number) => {
    const span = spans[part]
    if (!span) spans[part] = { start, end, extra: [] }
    else span.start = start
  }
  let extraEnd = -1
  const closeExtra = (part: number, start: number) => {
    if (extraEnd < 0) return
    const span = spans[part] ?? (spans[part] = { start: extraEnd, end: extraEnd, extra: [] })
    span.extra.unshift([start, extraEnd])
    extraEnd = -1
  }
  for (let i = rows.length - 1; i >= 0; i--) {
    const row = rows[i]
    const step = steps[i]
    if (!row || !step) continue
    while (j > 0 && step[j] === 0) {
      if (extraEnd < 0) extraEnd = j
      j--
    }
    // what is skipped stands behind this row: it belongs to the part that follows, or to the end
    closeExtra((rows[i + 1]?.part ?? partCount), j)
    const how = step[j] ?? 1
    if (how >= 2) {
      const taken = how - 1
      widen(row.part, j - taken, j)
      j -= taken
    }
    else {
      const span = spans[row.part]
      if (!span) spans[row.part] = { start: j, end: j, extra: [] }
    }
  }
  if (j > 0) {
    extraEnd = j
    closeExtra(rows[0]?.part ?? partCount, 0)
  }
  return spans
}

function readCaptures(parts: readonly NamePart[], spans: (Span | null)[], text: string, known: Captures): Captures {
  const captures: Captures = {}
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free') continue
    const settled = known[part.part]
    if (settled !== undefined) {
      captures[part.part] = settled
      continue
    }
    if (!span || span.end <= span.start) continue
    const actual = text.slice(span.start, span.end)
    const { rule } = part
    if (rule.type === 'number' || rule.type === 'version') captures[part.part] = writeNumber(Number(actual), rule.digits)
    else if (rule.type === 'text') captures[part.part] = actual
    else if (rule.type === 'choice') {
      const value = rule.values.find(one => foldCase(one) === foldCase(actual))
      if (value !== undefined) captures[part.part] = value
    }
    else if (endOfDate(actual, 0, rule) === actual.length) captures[part.part] = actual
    else {
      const loose = looseDate(actual, 0, rule.pattern)
      if (loose?.written && endOfDate(loose.written, 0, rule) !== null) captures[part.part] = loose.written
    }
  }
  return captures
}

function describe(parts: readonly NamePart[], spans: (Span | null)[], text: string, captures: Captures): Difference[] {
  const found: Difference[] = []
  for (let index = 0; index <= parts.length; index++) {
    const part = parts[index]
    const span = spans[index]
    const name = part?.part ?? 'literal'
    for (const [start, end] of span?.extra ?? []) {
      if (span && part && start > span.start && start < span.end) continue
      found.push({ part: name, kind: 'extra', range: [start, end], expected: '', actual: text.slice(start, end) })
    }
    if (!part || !span) continue
    const actual = text.slice(span.start, span.end)
    const expected = expandParts([part], captures)
    const kind = tellKind(part, expected, actual)
    if (kind) found.push({ part: name, kind, range: [span.start, span.end], expected, actual })
  }
  markOrder(found, parts)
  return found.sort((a, b) => a.range[0] - b.range[0] || a.range[1] - b.range[1])
}

function tellKind(part: NamePart, expected: string, actual: string): DifferenceKind | null {
  if (actual === expected || plainPunctuation(actual) === plainPunctuation(expected)) return null
  if (actual === '') return 'absent'
  if (part.kind === 'fixed') {
    if (foldCase(actual) === foldCase(expected)) return 'letter-case'
    return [...expected].every(isSeparator) && [...actual].every(isSeparator) ? 'separator' : 'misspelt'
  }
  switch (part.rule.type) {
    case 'number':
    case 'version': return 'digits'
    case 'date': return looseDate(actual, 0, part.rule.pattern)?.written === null ? 'date-range' : 'date-order'
    case 'choice': return foldCase(actual) === foldCase(expected) ? 'letter-case' : 'not-allowed'
    case 'text': return null
    default: {
      const never: never = part.rule
      return never
    }
  }
}

/** What is absent in one place and stands as extra text in another is only out of order. */
function markOrder(found: Difference[], parts: readonly NamePart[]): void {
  for (const one of found) {
    if (one.kind !== 'absent' || one.expected.length < 2 || one.part === 'literal' || !parts.some(part => part.part === one.part)) continue
    const elsewhere = found.find(other => other.kind === 'extra' && foldCase(other.actual).includes(foldCase(one.expected)))
    if (!elsewhere) continue
    one.kind = 'order'
    one.range = elsewhere.range
    one.actual = elsewhere.actual
    found.splice(found.indexOf(elsewhere), 1)
  }
}
