import { parseDatePattern } from './date'
import { endOfDate, isNumber } from './match'
import type { Captures, FreeRule, NamePart } from './parts'

/** One way a name can be read: which of the ways, and what each part's text is, by the part's index. */
export interface NameReading { way: number, captures: Captures }

/** A name that can be read in two ways. */
export interface Ambiguity { name: string, readings: [NameReading, NameReading] }

/** More pairs of places than this are not looked at: then nothing is said. */
const MOST_PAIRS = 60_000
const LONGEST_NUMBER = 6

/** A set of characters: any but those left out, or only these. */
type Characters = { only: string } | { not: string }

/** A place in one way of writing names, with the characters that lead on from it. */
interface Place { steps: { characters: Characters, to: number }[], ends: boolean, way: number, part: number }

/**
 * Finds a name that can be read in two ways: other values of its free fields, or another of the given ways.
 *
 * Exact within its bounds: the ways become one automaton, and a name is ambiguous where two runs of it read the same
 * text. Letter case and accents count as written.
 *
 * @param ways - parts of each holder's names, folder levels joined with a fixed `/`
 * @returns the shortest such name it comes across, or `null`
 * @example
 * findAmbiguity([parts('{n}{about}')])?.name //=> '10a', read as 10 + a and as 1 + 0a
 */
export function findAmbiguity(ways: readonly (readonly NamePart[])[]): Ambiguity | null {
  const places: Place[] = []
  const start = places.push({ steps: [], ends: false, way: -1, part: -1 }) - 1
  ways.forEach((parts, way) => buildWay(parts, way, start, places))
  const pairs = new Map<string, Pair>()
  const queue: Pair[] = []
  const meet = (a: number, b: number, before: Pair | null, char: string) => {
    // two runs in one place are one run until they part
    const [left, right] = a <= b ? [a, b] : [b, a]
    const split = (before?.split ?? false) || left !== right
    const key = `${left},${right},${split}`
    if (pairs.has(key) || pairs.size > MOST_PAIRS) return
    const pair: Pair = { a: left, b: right, split, before, char }
    pairs.set(key, pair)
    queue.push(pair)
  }
  meet(start, start, null, '')
  for (let at = 0; at < queue.length; at++) {
    const pair = queue[at]
    const [a, b] = [pair && places[pair.a], pair && places[pair.b]]
    if (!pair || !a || !b) continue
    if (pair.split && a.ends && b.ends) {
      const found = tell(pair, places, ways)
      if (found) return found
    }
    a.steps.forEach((left, i) => {
      b.steps.forEach((right, j) => {
        if (pair.a === pair.b && j < i) return
        const char = common(left.characters, right.characters)
        if (char === null) return
        meet(left.to, right.to, pair, char)
      })
    })
  }
  return null
}

interface Pair { a: number, b: number, split: boolean, before: Pair | null, char: string }

/** Both readings of the text that led to a pair; `null` where they only differ in how one value is written. */
function tell(end: Pair, places: readonly Place[], ways: readonly (readonly NamePart[])[]): Ambiguity | null {
  const chain: Pair[] = []
  for (let pair: Pair | null = end; pair; pair = pair.before) chain.unshift(pair)
  const name = chain.map(pair => pair.char).join('')
  const runs = traceRuns(chain, places)
  if (!runs) return null
  const read = (run: readonly number[]): NameReading => {
    const texts: Captures = {}
    run.forEach((at, index) => {
      const place = places[at]
      if (place && index > 0) texts[String(place.part)] = (texts[String(place.part)] ?? '') + (chain[index]?.char ?? '')
    })
    return { way: places[run.at(-1) ?? 0]?.way ?? 0, captures: texts }
  }
  const [one, two] = [read(runs[0]), read(runs[1])]
  if (one.way === two.way && JSON.stringify(one.captures) === JSON.stringify(two.captures)) return null
  return isPossible(one, ways) && isPossible(two, ways) ? { name, readings: [one, two] } : null
}

/** Whether every value lies in its field's range: the automaton knows digits, not numbers or days. */
function isPossible({ way, captures }: NameReading, ways: readonly (readonly NamePart[])[]): boolean {
  return Object.entries(captures).every(([index, text]) => {
    const part = ways[way]?.[Number(index)]
    if (part?.kind !== 'free') return true
    switch (part.rule.type) {
      case 'number':
      case 'version': return isNumber(text, part.rule)
      case 'date': return endOfDate(text, 0, part.rule) === text.length
      case 'text': return text.length <= part.rule.maxLength
      default: return true
    }
  })
}

/** The places of both runs, walked back together: a pair does not say which of its places leads to which. */
function traceRuns(chain: readonly Pair[], places: readonly Place[]): [number[], number[]] | null {
  const end = chain.at(-1)
  if (!end) return null
  const runs: [number[], number[]] = [[end.a], [end.b]]
  const leads = (from: number, to: number, char: string) => places[from]?.steps.some(step => step.to === to && holds(step.characters, char)) ?? false
  for (let at = chain.length - 1; at > 0; at--) {
    const [before, char] = [chain[at - 1], chain[at]?.char ?? '']
    const [x, y] = [runs[0][0] ?? 0, runs[1][0] ?? 0]
    if (!before) return null
    if (leads(before.a, x, char) && leads(before.b, y, char)) {
      runs[0].unshift(before.a)
      runs[1].unshift(before.b)
    }
    else if (leads(before.b, x, char) && leads(before.a, y, char)) {
      runs[0].unshift(before.b)
      runs[1].unshift(before.a)
    }
    else return null
  }
  return runs
}

function holds(set: Characters, char: string): boolean {
  return 'only' in set ? set.only.includes(char) : !set.not.includes(char)
}

const SAMPLES = 'aeb10_- .'

/** A character in both sets. */
function common(a: Characters, b: Characters): string | null {
  const from = 'only' in a ? a.only : 'only' in b ? b.only : SAMPLES
  for (const char of from) if (holds(a, char) && holds(b, char)) return char
  return null
}

/** Lays one way's places behind one another; free fields branch and repeat. */
function buildWay(parts: readonly NamePart[], way: number, start: number, places: Place[]): void {
  const add = (part: number): number => places.push({ steps: [], ends: false, way, part }) - 1
  let open = [start]
  const text = (from: number[], written: string, part: number): number => {
    let here = from
    let last = -1
    for (const char of written) {
      last = add(part)
      for (const one of here) places[one]?.steps.push({ characters: { only: char }, to: last })
      here = [last]
    }
    return last
  }
  parts.forEach((part, index) => {
    if (part.kind === 'fixed') {
      const written = part.texts.filter(Boolean)
      if (written.length === 0) return
      open = written.map(one => text(open, one, index))
      return
    }
    open = free(part.rule, open, index, add, text, places)
  })
  for (const one of open) {
    const place = places[one]
    if (place) place.ends = true
  }
}

function free(rule: FreeRule, open: number[], part: number, add: (part: number) => number, text: (from: number[], written: string, part: number) => number, places: Place[]): number[] {
  const step = (from: number[], characters: Characters): number => {
    const to = add(part)
    for (const one of from) places[one]?.steps.push({ characters, to })
    return to
  }
  switch (rule.type) {
    case 'number':
    case 'version': {
      const most = rule.type === 'number' && rule.to !== Infinity ? Math.max(rule.digits, String(rule.to).length) : Math.max(rule.digits, LONGEST_NUMBER)
      const ends: number[] = []
      for (let width = rule.digits; width <= most; width++) {
        let here = open
        for (let digit = 0; digit < width; digit++) {
          // wider than asked only where it has to be
          here = [step(here, { only: digit === 0 && width > rule.digits ? '123456789' : '0123456789' })]
        }
        ends.push(...here)
      }
      return ends
    }
    case 'date': {
      let here = open
      for (const token of parseDatePattern(rule.pattern)) {
        if ('literal' in token) here = [text(here, token.literal, part)]
        else for (const digits of digitsOf(token.letter)) here = [step(here, { only: digits })]
      }
      return here
    }
    case 'choice': return rule.values.map(value => text(open, value, part))
    case 'text': {
      let here = open
      for (let at = 0; at < rule.minLength; at++) here = [step(here, { not: '/' })]
      const [last] = here
      // as long as it may be is as good as endless here
      if (last !== undefined && rule.maxLength > rule.minLength) places[last]?.steps.push({ characters: { not: '/' }, to: last })
      return here
    }
    default: {
      const never: never = rule
      return never
    }
  }
}

/** What each digit of a date's letter may be. */
function digitsOf(letter: string): string[] {
  switch (letter) {
    case 'yyyy': return ['12', '09', '0123456789', '0123456789']
    case 'MM': return ['01', '0123456789']
    case 'dd': return ['0123', '0123456789']
    case 'HH': return ['012', '0123456789']
    case 'mm': return ['012345', '0123456789']
    default: return ['0123456789', '0123456789']
  }
}
