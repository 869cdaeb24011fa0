import { gather } from '../text/gather'
import type { Unit } from '../brief/units'
import { matchParts } from '../names/match'
import { formsOf } from '../brief/forms'
import type { Person } from '../roster/types'
import { looseKey } from '../text/fold'
import { byCodeUnit } from '../text/order'
import type { Lookups } from './wrapper'

/** A prefix longer than this is no longer looked for. */
const LONGEST = 120
/** Values of one chunk may stand apart where a value holds separators: so many neighbours are tried together. */
const MOST_JOINED = 4

/** What was put before every name, and how to take it off. */
export interface NamePrefix {
  /** In words: `{family}{given}_#_`. */
  pattern: string
  /** Length of the prefix of one base name and whose values it holds; `null` where it bears none. */
  take(base: string): { length: number, people: readonly string[] } | null
}

/** Ways a delivering system writes whose file it is, by the words for it. */
const WAYS: readonly (readonly [words: string, of: (person: Person) => string])[] = [
  ['{family}{given}', ({ family, given }) => (family && given ? family + given : '')],
  ['{given}{family}', ({ family, given }) => (family && given ? given + family : '')],
  ['{name}', ({ name, family }) => (family ? '' : name)], ['{family}', ({ family }) => family], ['{given}', ({ given }) => given],
  ['{id}', ({ id }) => id], ['{group}', ({ group }) => group], ['{email}', ({ email }) => email.split('@')[0] ?? ''],
]

/**
 * Finds what a delivering system put before every name: each holder's own roster values and digit runs.
 *
 * It is one only if more files fit with it taken off than without, and they belong to at least two holders.
 *
 * @param bases - base names of every file that takes part, NFC
 * @param index - where names may belong
 * @param people - the roster
 * @returns `null` where there is none
 */
export function findPrefix(bases: readonly string[], index: Lookups, people: readonly Person[]): NamePrefix | null {
  // a few hundred names tell whether it is worth looking at all of them
  const step = Math.ceil(bases.length / SAMPLE)
  if (step > 1 && !commonPattern(bases.filter((_, at) => at % step === 0), index)) return null
  const pattern = commonPattern(bases, index)
  return pattern === null ? null : { pattern, take: takeOff(pattern, people) }
}

const SAMPLE = 400

function commonPattern(bases: readonly string[], index: Lookups): string | null {
  const patterns = new Map<string, { files: number, holders: Set<string> }>()
  let plain = 0
  for (const base of bases) {
    if (fittingUnits(base, index).length > 0) {
      plain++
      continue
    }
    const split = splitPrefix(base, index)
    if (!split) continue
    const entry = patterns.get(split.pattern) ?? { files: 0, holders: new Set<string>() }
    entry.files++
    if (entry.holders.size < 2) entry.holders.add(split.holder)
    patterns.set(split.pattern, entry)
  }
  const [best] = [...patterns].sort((a, b) => b[1].files - a[1].files || byCodeUnit(a[0], b[0]))
  return best && best[1].files > plain && best[1].holders.size >= 2 ? best[0] : null
}

/** Units whose name a base name really fits; a name that fits very many tells nothing. */
function fittingUnits(base: string, index: Lookups): Unit[] {
  const units = index.byName(base)
  if (units.size === 0 || units.size > 64) return []
  return [...units].flatMap((unitIndex) => {
    const unit = index.units[unitIndex]
    const fits = unit
      && formsOf(unit).some(({ name }) => name && matchParts(name, base, unit.requirement.strictness, unit.requirement.count.by) !== null)
    return fits ? [unit] : []
  })
}

function splitPrefix(base: string, index: Lookups): { pattern: string, holder: string } | null {
  for (const separator of base.slice(0, LONGEST).matchAll(/[ _\-.]+/g)) {
    const cut = separator.index + separator[0].length
    if (separator.index === 0 || cut >= base.length) continue
    for (const unit of fittingUnits(base.slice(cut), index)) {
      for (const person of unit.people) {
        const pattern = describePrefix(base.slice(0, cut), person)
        if (pattern !== null) return { pattern, holder: unit.holder }
      }
    }
  }
  return null
}

/** A prefix in words where it is made of one person's values and digit runs only. */
function describePrefix(prefix: string, person: Person): string | null {
  const pieces = prefix.split(/([ _\-.]+)/)
  let pattern = ''
  let values = 0
  for (let index = 0; index < pieces.length;) {
    const piece = pieces[index] ?? ''
    if (piece === '' || /^[ _\-.]+$/.test(piece)) {
      pattern += piece
      index++
      continue
    }
    if (/^\d+$/.test(piece)) {
      pattern += '#'
      index++
      continue
    }
    const value = valueAt(pieces, index, person)
    if (!value) return null
    pattern += value.words
    values++
    index = value.next
  }
  return values > 0 || pattern.includes('#') ? pattern : null
}

/** A person's value that begins at a piece of a text split at separators. */
export function valueAt(pieces: readonly string[], index: number, person: Person): { words: string, next: number } | null {
  for (let joined = MOST_JOINED; joined >= 1; joined--) {
    const next = index + joined * 2 - 1
    // a run of digits by itself is never part of a value
    if (next > pieces.length || pieces.slice(index + 1, next).some(piece => /^\d+$/.test(piece))) continue
    const key = looseKey(pieces.slice(index, next).join(''))
    const trimmed = key.replace(/\d+$/, '')
    for (const [words, of] of WAYS) {
      const value = looseKey(of(person))
      if (value.length < 2) continue
      if (value === key) return { words, next }
      if (value === trimmed && trimmed !== key) return { words: `${words}#`, next }
    }
  }
  return null
}

/** Takes a prefix of this pattern off any name, whosever values it holds. */
function takeOff(pattern: string, people: readonly Person[]): NamePrefix['take'] {
  const runs = pattern.match(/(?:\{[a-z]+\})+/g) ?? []
  const owners = runs.map((run) => {
    const of = WAYS.find(([words]) => words === run)?.[1]
    const map = new Map<string, string[]>()
    for (const person of people) {
      const key = of ? looseKey(of(person)) : ''
      if (key) gather(map, key, person.id)
    }
    return map
  })
  const source = pattern.replace(/[.*+?^$()|[\]\\]/g, '\\$&').replace(/(?:\{[a-z]+\})+/g, '(.{1,80}?)').replace(/#/g, '\\d+')
  const expression = new RegExp(`^${source}(?=.)`, 'su')
  return (base) => {
    const match = expression.exec(base)
    if (!match) return null
    let named: readonly string[] | null = null
    for (const [index, map] of owners.entries()) {
      const here = map.get(looseKey(match[index + 1] ?? ''))
      if (!here) return null
      named = named === null ? here : named.filter(id => here.includes(id))
    }
    return named !== null && named.length === 0 ? null : { length: match[0].length, people: named ?? [] }
  }
}
