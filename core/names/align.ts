import { accentForms, foldCase, isMark, plainPunctuation, stripMarks } from '../text/fold'
import { BETWEEN, keeping, keepingFor } from '../text/kept'
import { ownOf } from '../text/own'
import type { Edit } from './difference'
import type { FreeRule } from './fields/index'
import { freeField } from './fields/index'
import type { Captures, NamePart } from './parts'
import type { Strictness } from './strictness'
import { isSeparator } from './strictness'

/** Where one part was found in a received name. */
export interface Span {
  start: number
  end: number
  /** The accepted text of a fixed part that lies nearest; empty for free ones. */
  text: string
  /** Deviations inside a fixed part, in reading order. */
  edits: Edit[]
  /** It stands elsewhere in the name than its part. */
  moved?: boolean
  /** It holds two values of its kind, and is neither. */
  several?: boolean
}

export interface Alignment {
  /** 0 for a fitting name; about one a wrong character. */
  cost: number
  /** One a part. */
  spans: Span[]
  /** Received text that belongs to no part, in reading order; `before`: the index of the part it stands before. */
  extras: { range: [start: number, end: number], before: number }[]
}

const ABSENT_CHAR = 1
const EXTRA_CHAR = 1
const ABSENT_FREE = 2.5
export const OTHER_CASE = 0.15
export const OTHER_SIGN = 0.2
/** One for the cell's way back: received text skipped, row absent, neighbours swapped; else characters taken plus `TAKE`. */
const SKIP = 0
const ABSENT = 1
const SWAP = 2
const TAKE = 3

/** A received name as code units, with what they equal; in memory that is used again. */
interface Units { length: number, raw: Uint16Array, plain: Uint16Array, folded: Uint16Array, separator: Uint8Array, skip: Float64Array }
const RECEIVED: Units = {
  length: 0, raw: new Uint16Array(512), plain: new Uint16Array(512), folded: new Uint16Array(512), separator: new Uint8Array(512),
  skip: new Float64Array(512),
}

/**
 * Aligns a received base name with the parts asked for, at least cost.
 *
 * @param parts - from `fillTemplate`
 * @param text - base name, NFC, at most 500 UTF-16 units: file systems allow 255
 * @param strictness - what may differ costs nothing
 * @param known - values already settled otherwise, such as the slot's number
 */
export function alignParts(parts: readonly NamePart[], text: string, strictness: Strictness, known: Captures): Alignment {
  // what no cheapest way can pass is left out; nearly every name departs by less, and for the others all is looked at
  const asked = parts.reduce((sum, part) => sum + lengthAsked(part, known), 0)
  for (const slips of SLIPS) {
    const near = alignWithin(Math.min(slips + Math.abs(text.length - asked), FAR), parts, text, strictness, known)
    if (near) return near
  }
  return alignWithin(Infinity, parts, text, strictness, known) ?? { cost: Infinity, spans: [], extras: [] }
}

const ANY_DAY = '2026-10-12T12:00'
const sampleOf = keepingFor(1, (rule: FreeRule, today: string) => freeField(rule).sample(rule, today))

/** How long a part is about: a value that is not settled, as its rule writes one. */
function lengthAsked(part: NamePart, known: Captures): number {
  if (part.kind === 'fixed') return part.texts[0]?.length ?? 0
  return (ownOf(known, part.part) ?? sampleOf(part.rule, ANY_DAY)).length
}

/** What most misnamed files cost, and nearly all others, besides what they are longer or shorter than was asked; at most so much. */
const SLIPS = [1, 3]
const FAR = 9

/**
 * The cheapest alignment, where it costs no more than a limit: every way to it then keeps to the limit all along.
 *
 * @returns `null` where every alignment costs more
 */
export function alignWithin(
  limit: number, parts: readonly NamePart[], text: string, strictness: Strictness, known: Captures,
): Alignment | null {
  const plain = plainPunctuation(text)
  const received = readUnits(plain, strictness)
  const width = text.length + 1
  const table = new Table(width, limit)
  let input = table.add()
  let skipped = 0
  table.costs[input] = 0
  for (let j = 1; j < width; j++) {
    skipped += received.skip[j - 1] ?? 0
    if (skipped > limit) break
    table.costs[input + j] = skipped
    table.steps[input + j] = SKIP
  }
  const stages: Stage[] = []
  let afterSeparator = false
  for (const part of parts) {
    const begin = input
    const [low, high] = reached(table, begin)
    if (low > high) return null
    if (part.kind === 'free') {
      input = alignFree(part, plain, known, table, input, received.skip)
      stages.push({ begin, output: input, ways: [] })
      afterSeparator = false
      continue
    }
    const texts = strictness.accents === 'ignore' && part.texts.length > 0 ? waysToWrite(part.texts.join(BETWEEN)) : part.texts
    const ways = texts.map(one => alignText(one, received, strictness, table, { begin, low, high }, afterSeparator))
    const [only] = ways
    if (ways.length === 1 && only) input = only.last
    else if (ways.length > 1) {
      input = table.add()
      for (let j = 0; j < width; j++) {
        let best = Infinity
        ways.forEach(({ last }, way) => {
          const cost = table.costs[last + j] ?? Infinity
          if (cost < best) {
            best = cost
            table.steps[input + j] = way
          }
        })
        table.costs[input + j] = best
      }
    }
    stages.push({ begin, output: input, ways })
    const end = part.texts[0]?.slice(-1) ?? ''
    afterSeparator = end === '' ? afterSeparator : isSeparator(end)
  }
  const cost = table.costs[input + text.length] ?? Infinity
  return cost <= limit && cost < Infinity ? { cost, ...trace(stages, table, text, strictness) } : null
}

/** One part's stretch of the table. */
interface Stage { begin: number, output: number, ways: Way[] }
/** A vector, and the first and last place of it that something within the limit reaches. */
interface Reached { begin: number, low: number, high: number }
/** One accepted text of a part: its rows lie between `begin` and `last`. */
interface Way { text: string, first: number, last: number, length: number }

/** Vectors of cost and way back, one after another in memory that is used again. */
class Table {
  costs = COSTS
  steps = STEPS
  private used = 0
  constructor(readonly width: number, readonly limit: number) {}

  /** Offset of so many new vectors, in which nothing is reached yet. */
  add(vectors = 1): number {
    const slot = this.used
    this.used += vectors * this.width
    if (this.used > this.costs.length) {
      this.costs = COSTS = grown(this.costs, new Float64Array(this.used * 2))
      this.steps = STEPS = grown(this.steps, new Uint16Array(this.used * 2))
    }
    this.costs.fill(Infinity, slot, this.used)
    return slot
  }
}

function grown<T extends Float64Array | Uint16Array>(from: T, to: T): T {
  to.set(from)
  return to
}
let COSTS = new Float64Array(16_384)
let STEPS = new Uint16Array(16_384)

/** Of each code unit, once it was met: typographic signs as the plain ones they equal, without marks, and without case. */
const RAW = new Uint16Array(65_536)
const PLAIN = new Uint16Array(65_536)
const FOLDED = new Uint16Array(65_536)
const MARK = new Uint8Array(65_536)
function foldUnit(code: number): void {
  const char = plainPunctuation(String.fromCharCode(code))
  const plain = stripMarks(char)
  RAW[code] = char.charCodeAt(0)
  MARK[code] = isMark(char) ? 1 : 0
  PLAIN[code] = plain.charCodeAt(0) || code
  FOLDED[code] = foldCase(plain).charCodeAt(0) || code
}

/** Reads a name into the memory kept for it: what its units equal, and what leaving each out costs. */
function readUnits(text: string, strictness: Strictness): Units {
  const units = RECEIVED
  units.length = text.length
  for (let position = 0; position < text.length; position++) {
    const code = text.charCodeAt(position)
    if (FOLDED[code] === 0) foldUnit(code)
    const separator = isSeparatorUnit(code)
    units.raw[position] = RAW[code] ?? code
    units.plain[position] = PLAIN[code] ?? code
    units.folded[position] = FOLDED[code] ?? code
    units.separator[position] = separator ? 1 : 0
    // a mark or a repeated separator that does not count costs nothing
    const repeated = strictness.separators === 'ignore' && separator && position > 0 && units.separator[position - 1] === 1
    units.skip[position] = repeated || (strictness.accents === 'ignore' && MARK[code] === 1) ? 0 : EXTRA_CHAR
  }
  return units
}

/** Every accepted text of a part where accents do not count; the same few are asked for again and again. */
const waysToWrite = keeping(5000, texts => [...new Set(texts.split(BETWEEN).flatMap(accentForms))])

export const isSeparatorUnit = (code: number): boolean => code === 0x20 || code === 0x5F || code === 0x2D || code === 0x2E || code === 0xA0

// eslint-disable-next-line complexity -- the innermost loop of every explanation: each step in it is taken for every pair of characters
function alignText(text: string, received: Units, strictness: Strictness, table: Table, from: Reached, afterSeparator: boolean): Way {
  const { width, limit } = table
  const length = text.length
  const first = table.add(length)
  const { costs, steps } = table
  const { raw: rawAt, plain: plainAt, folded: foldedAt, separator: separatorAt, skip } = received
  const caseFree = strictness.letterCase === 'ignore'
  const marksFree = strictness.accents === 'ignore'
  const separatorCost = strictness.separators === 'ignore' ? 0 : OTHER_SIGN
  let { begin: before, low, high } = from
  let twoBefore = -1
  let previous = 0
  let previousSeparator = afterSeparator
  for (let i = 0; i < length; i++) {
    const row = first + i * width
    const code = text.charCodeAt(i)
    if (FOLDED[code] === 0) foldUnit(code)
    const raw = RAW[code] ?? code
    const unmarked = PLAIN[code] ?? code
    const folded = FOLDED[code] ?? code
    const separator = isSeparatorUnit(raw) ? 1 : 0
    // of separators that meet one is enough where their runs count as one
    const absent = separator === 1 && separatorCost === 0 && previousSeparator ? 0 : ABSENT_CHAR
    // one cell left of this one, in the row above and in this row
    let diagonal = Infinity
    let left = Infinity
    let lowest = width
    let highest = -1
    if (low === 0) {
      diagonal = costs[before] ?? Infinity
      left = diagonal + absent
      costs[row] = left
      steps[row] = ABSENT
      if (left <= limit) lowest = highest = 0
    }
    for (let j = Math.max(1, low); j < width; j++) {
      // beyond what a character more, or two swapped, lead to from the rows above, only skipping leads on
      if (j > high + 2 && left > limit) break
      const column = j - 1
      const above = costs[before + j] ?? 0
      let best = above + absent
      let step = ABSENT
      let cost: number
      if (rawAt[column] === raw || (marksFree && plainAt[column] === unmarked)) cost = 0
      else if (foldedAt[column] === folded) cost = caseFree && (marksFree || foldedOnlyByCase(rawAt[column] ?? 0, raw)) ? 0 : OTHER_CASE
      else if (separator === 1 && separatorAt[column] === 1) cost = separatorCost
      // a letter hardly ever stands for a separator
      else cost = separator === separatorAt[column] ? 1.1 : 1.6
      cost += diagonal
      if (cost <= best) {
        best = cost
        step = TAKE + 1
      }
      if (twoBefore >= 0 && j > 1 && foldedAt[column] === previous && foldedAt[column - 1] === folded && previous !== folded) {
        const swapped = (costs[twoBefore + j - 2] ?? 0) + 1
        if (swapped < best) {
          best = swapped
          step = SWAP
        }
      }
      const skipped = left + (skip[column] ?? 0)
      if (skipped < best) {
        best = skipped
        step = SKIP
      }
      costs[row + j] = best
      steps[row + j] = step
      diagonal = above
      left = best
      if (best > limit) continue
      if (lowest === width) lowest = j
      highest = j
    }
    low = lowest
    high = highest
    twoBefore = before
    before = row
    previous = folded
    previousSeparator = separator === 1
  }
  return { text, first, last: before, length }
}

/** The first and last place of a vector that something within the limit reaches. */
function reached({ costs, width, limit }: Table, vector: number): [low: number, high: number] {
  let low = 0
  let high = width - 1
  while (low < width && (costs[vector + low] ?? Infinity) > limit) low++
  while (high >= low && (costs[vector + high] ?? Infinity) > limit) high--
  return [low, high]
}

function foldedOnlyByCase(a: number, b: number): boolean {
  return foldCase(String.fromCharCode(a)) === foldCase(String.fromCharCode(b))
}

function alignFree(
  part: Extract<NamePart, { kind: 'free' }>, text: string, known: Captures, table: Table, before: number, skips: Float64Array,
): number {
  const row = table.add()
  const { costs, steps, width } = table
  for (let j = 0; j < width; j++) {
    costs[row + j] = (costs[before + j] ?? 0) + ABSENT_FREE
    steps[row + j] = ABSENT
  }
  freeField(part.rule).take(text, part.rule, ownOf(known, part.part), (start, end, cost) => {
    const total = (costs[before + start] ?? 0) + cost
    if (total < (costs[row + end] ?? 0)) {
      costs[row + end] = total
      steps[row + end] = end - start + TAKE
    }
  })
  for (let j = 1; j < width; j++) {
    const skipped = (costs[row + j - 1] ?? 0) + (skips[j - 1] ?? 0)
    if (skipped < (costs[row + j] ?? 0)) {
      costs[row + j] = skipped
      steps[row + j] = SKIP
    }
  }
  return row
}

/** Walks the cheapest way back and gathers where each part stands, the last first. */
function trace(stages: readonly Stage[], table: Table, text: string, strictness: Strictness): Pick<Alignment, 'spans' | 'extras'> {
  const spans: Span[] = []
  const extras: Alignment['extras'] = []
  let j = text.length
  const skipAt = (row: number): number => {
    const end = j
    while (j > 0 && table.steps[row + j] === SKIP) j--
    return end
  }
  for (let index = stages.length - 1; index >= 0; index--) {
    const stage = stages[index]
    if (!stage) continue
    if (stage.ways.length === 0 && stage.output === stage.begin) {
      spans.push({ start: j, end: j, text: '', edits: [] })
      continue
    }
    if (stage.ways.length === 0) {
      const end = skipAt(stage.output)
      if (end > j) extras.push({ range: [j, end], before: index + 1 })
      const step = table.steps[stage.output + j] ?? ABSENT
      const taken = step >= TAKE ? step - TAKE : 0
      spans.push({ start: j - taken, end: j, text: '', edits: [] })
      j -= taken
      continue
    }
    const way = stage.ways.length === 1 ? stage.ways[0] : stage.ways[table.steps[stage.output + j] ?? 0]
    if (way) j = traceText(way, table, text, j, index, spans, extras, strictness)
  }
  if (j > 0) extras.push({ range: [0, j], before: 0 })
  return { spans: spans.reverse(), extras: extras.reverse() }
}

/** The same within one part. */
function traceText(
  way: Way, table: Table, text: string, from: number, index: number, spans: Span[], extras: Alignment['extras'],
  strictness: Strictness,
): number {
  const { width, steps } = table
  const edits: Edit[] = []
  /** Skipped text that lies inside the part only if more of the part is found before it. */
  let pending: [number, number] | null = null
  let end = -1
  let j = from
  for (let i = way.length - 1; i >= 0; i--) {
    const row = way.first + i * width
    const stop = j
    while (j > 0 && steps[row + j] === SKIP) j--
    if (stop > j) {
      // a mark belongs to the letter before it
      if (end < 0 && areFreeMarks(text.slice(j, stop), strictness)) end = stop
      else if (end < 0) extras.push({ range: [j, stop], before: index + 1 })
      else pending = [j, pending ? pending[1] : stop]
    }
    const step = steps[row + j] ?? ABSENT
    if (step === ABSENT) {
      edits.push({ range: [j, j], expected: way.text[i] ?? '' })
      continue
    }
    if (end < 0) end = j
    if (pending) edits.push(...extraIn(pending, way.text.slice(i, i + 2), text, strictness))
    pending = null
    if (step === SWAP) {
      edits.push({ range: [j - 2, j], expected: way.text.slice(i - 1, i + 1) })
      j -= 2
      i--
      continue
    }
    if (text.charCodeAt(j - 1) !== way.text.charCodeAt(i) && !isAlike(text.charAt(j - 1), way.text.charAt(i), strictness)) {
      edits.push({ range: [j - 1, j], expected: way.text.charAt(i) })
    }
    j--
  }
  if (pending) extras.push({ range: pending, before: index })
  spans.push({ start: j, end: end < 0 ? j : end, text: way.text, edits: edits.length > 1 ? joined(edits.reverse()) : edits })
  return j
}

/** Text inside a part that does not belong there, as what is to be taken out. */
function extraIn(gap: [number, number], beside: string, text: string, strictness: Strictness): Edit[] {
  return !isFreeGap(text.slice(...gap), beside, strictness) ? [{ range: gap, expected: '' }] : []
}

/**
 * More separators than asked are no slip where their runs count as one, nor are marks where accents do not count.
 *
 * @param beside - what is asked for on either side of the gap
 */
function isFreeGap(text: string, beside: string, { separators, accents }: Strictness): boolean {
  return (separators === 'ignore' && [...text].every(isSeparator) && [...beside].some(isSeparator))
    || areFreeMarks(text, { accents })
}

const areFreeMarks = (text: string, { accents }: Pick<Strictness, 'accents'>): boolean => accents === 'ignore' && [...text].every(isMark)

/** Whether one character may stand for another without any deviation. */
export function isAlike(received: string, expected: string, strictness: Strictness): boolean {
  if (received === expected || plainPunctuation(received) === plainPunctuation(expected)) return true
  if (strictness.separators === 'ignore' && isSeparator(received) && isSeparator(expected)) return true
  const fold = (char: string) => {
    const plain = strictness.accents === 'ignore' ? stripMarks(char) : char
    return strictness.letterCase === 'ignore' ? foldCase(plain) : plain
  }
  return fold(received) === fold(expected)
}

/** Deviations that touch are one. */
export function joined(edits: readonly Edit[]): Edit[] {
  const out: Edit[] = []
  for (const { range, expected } of edits) {
    const last = out.at(-1)
    if (last && last.range[1] === range[0]) {
      last.range = [last.range[0], range[1]]
      last.expected += expected
    }
    else out.push({ range: [...range], expected })
  }
  return out
}
