import { freeField } from './fields/index'
import type { Automaton, Characters } from './fields/type'
import type { Captures, NamePart } from './parts'

/** One way a name can be read: which of the ways, and what each part's text is, by the part's index. */
export interface NameReading { way: number, captures: Captures }

/** A name that can be read in two ways. */
export interface Ambiguity { name: string, readings: [NameReading, NameReading] }

/** More pairs of places than this are not looked at: then nothing is said. */
const MOST_PAIRS = 60_000

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
  for (let index = 0; index < queue.length; index++) {
    const pair = queue[index]
    const [a, b] = [pair && places[pair.a], pair && places[pair.b]]
    if (!pair || !a || !b) continue
    if (pair.split && a.ends && b.ends) {
      const ambiguity = tell(pair, places, ways)
      if (ambiguity) return ambiguity
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
    run.forEach((state, index) => {
      const place = places[state]
      if (place && index > 0) texts[String(place.part)] = (texts[String(place.part)] ?? '') + (chain[index]?.char ?? '')
    })
    return { way: places[run.at(-1) ?? 0]?.way ?? 0, captures: texts }
  }
  const [first, second] = [read(runs[0]), read(runs[1])]
  if (first.way === second.way && JSON.stringify(first.captures) === JSON.stringify(second.captures)) return null
  return isPossible(first, ways) && isPossible(second, ways) ? { name, readings: [first, second] } : null
}

/** Whether every value lies in its field's range: the automaton knows digits, not numbers or days. */
function isPossible({ way, captures }: NameReading, ways: readonly (readonly NamePart[])[]): boolean {
  return Object.entries(captures).every(([index, text]) => {
    const part = ways[way]?.[Number(index)]
    if (part?.kind !== 'free') return true
    return freeField(part.rule).fits(text, part.rule)
  })
}

/** The places of both runs, walked back together: a pair does not say which of its places leads to which. */
function traceRuns(chain: readonly Pair[], places: readonly Place[]): [number[], number[]] | null {
  const end = chain.at(-1)
  if (!end) return null
  const runs: [number[], number[]] = [[end.a], [end.b]]
  const leads = (from: number, to: number, char: string) => places[from]?.steps.some(step => step.to === to && holds(step.characters, char)) ?? false
  for (let index = chain.length - 1; index > 0; index--) {
    const [before, char] = [chain[index - 1], chain[index]?.char ?? '']
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
  const other = 'only' in b ? b.only : SAMPLES
  const from = 'only' in a ? a.only : other
  for (const char of from) if (holds(a, char) && holds(b, char)) return char
  return null
}

/** Lays one way's places behind one another; free fields branch and repeat. */
function buildWay(parts: readonly NamePart[], way: number, start: number, places: Place[]): void {
  let open = [start]
  parts.forEach((part, index) => {
    const automaton = placesOf(way, index, places)
    if (part.kind === 'free') {
      open = freeField(part.rule).build(part.rule, open, automaton)
      return
    }
    const written = part.texts.filter(Boolean)
    if (written.length > 0) open = written.map(one => automaton.text(open, one))
  })
  for (const state of open) {
    const place = places[state]
    if (place) place.ends = true
  }
}

/** Adds places of one part of one way. */
function placesOf(way: number, part: number, places: Place[]): Automaton {
  const step: Automaton['step'] = (from, characters) => {
    const to = places.push({ steps: [], ends: false, way, part }) - 1
    for (const state of from) places[state]?.steps.push({ characters, to })
    return to
  }
  return {
    step,
    text(from, written) {
      let here = from
      for (const only of written) here = [step(here, { only })]
      return here[0] ?? -1
    },
    repeat(place, characters) {
      places[place]?.steps.push({ characters, to: place })
    },
  }
}
