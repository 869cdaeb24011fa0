import { isKindWord } from '../names/kind-words'
import { tokensOf } from '../names/tokens'
import { isGroupWord } from '../roster/columns'
import type { Roster } from '../roster/types'
import { escapedOf } from '../text/escaped'
import { looseKey } from '../text/fold'
import { gather, groupBy } from '../text/gather'
import { holderKey } from './called'
import type { HolderEvidence } from './called'
import { runsOf } from './people'
import { NAMED } from './weights'

/** Numbers but long ones, and words that a rule knows, may be anything. */
const isOfRule = (value: string, ruleWords: ReadonlySet<string>): boolean =>
  (!/\p{L}/u.test(value) && !LONG_NUMBER.test(value)) || tokensOf(value).some(word => ruleWords.has(word))

/** A number of so many figures is nothing else by chance. */
export const LONG_NUMBER = /^\d{5,12}$/

/** Words of a value that are said without the others: Dock Ln of "Unit 5 Dock Ln"; of fewer letters they may be anything. */
const LEAST_SAID = 6
const MOST_WORDS = 6

/** A value as people write it: whole, without its numbers, or two or more of its words in a row. */
function keysOf(value: string): Set<string> {
  const words = tokensOf(value).filter(word => /^\p{L}+$/u.test(word)).slice(0, MOST_WORDS)
  const runs = words.flatMap((_, from) => words.slice(from + 1).map((_, more) => words.slice(from, from + more + 2).join('')))
  // Seeblick of Seeblick 7
  const [alone = '', ...others] = words
  if (others.length === 0 && /\d/.test(value) && /\s/.test(value) && !isKindWord(alone) && !isGroupWord(alone)) runs.push(alone)
  return new Set([looseKey(value), ...runs.filter(run => run.length >= LEAST_SAID)].filter(key => key.length >= 2))
}

/**
 * Whose a folder is that is called as one person, or one group's members alone, are in some column of the list, be it one that no rule uses: a
 * patient's code, a house's name, what a group works on. Numbers, and words that a rule knows, may be anything.
 */
export function ownersOfValues({ people }: Roster, ruleWords: ReadonlySet<string>): OwnersOfValues {
  const owners = new Map<string, Map<string, HolderEvidence>>()
  for (const { id, fields } of people) {
    const holder = holderKey('person', id)
    for (const value of Object.values(fields)) {
      for (const key of isOfRule(value, ruleWords) ? [] : keysOf(value)) {
        const bearers = owners.get(key) ?? new Map<string, HolderEvidence>()
        if (!bearers.has(holder)) bearers.set(holder, { strength: NAMED.column, said: value })
        owners.set(key, bearers)
      }
    }
  }
  const members = groupBy(people.filter(({ group }) => group !== ''), ({ group }) => group)
  const groupOf = new Map(people.map(({ id, group }) => [holderKey('person', id), group]))
  const shared = new Map<string, ReadonlyMap<string, HolderEvidence>>()
  for (const [key, bearers] of owners) {
    if (bearers.size === 1) continue
    owners.delete(key)
    if (bearers.size <= MOST_NAMESAKES) shared.set(key, bearers)
    // what all of one group have and nobody else is the group's, such as what it works on
    const [group = '', ...others] = new Set([...bearers.keys()].map(holder => groupOf.get(holder)))
    const [first] = bearers.values()
    const isGroups = others.length === 0 && members.size > 1 && members.get(group)?.length === bearers.size
    if (isGroups && first) owners.set(key, new Map([[holderKey('group', group), first]]))
  }
  const ids = new Set(people.map(person => person.id))
  // a group of one sign is found in no text, but may be a whole folder's name, where nobody is numbered so
  for (const { group } of people) {
    const key = looseKey(group)
    if (key.length !== 1 || owners.has(key) || ids.has(group)) continue
    owners.set(key, new Map([[holderKey('group', group), { strength: NAMED.group, said: group }]]))
  }
  return { owners, shared }
}

/** Whose a value is that one person or group alone has; and those that share one. */
export interface OwnersOfValues {
  owners: Map<string, ReadonlyMap<string, HolderEvidence>>
  shared: ReadonlyMap<string, ReadonlyMap<string, HolderEvidence>>
}

/**
 * Which of several that share a value a text means by another one that it holds: "Meadow 0-30" of the samples from Meadow; nobody where it holds
 * none, or that of several.
 *
 * @param bearers - by holder
 */
export function meantBySecond(
  { people }: Roster, bearers: ReadonlyMap<string, HolderEvidence>, text: string,
): ReadonlyMap<string, HolderEvidence> | undefined {
  const said = (value: string) => value.length >= LEAST_SECOND
    && new RegExp(`(?<![\\p{L}\\p{N}])${escapedOf(value)}(?![\\p{L}\\p{N}])`, 'iu').test(text)
  const [only, ...more] = people.filter(({ id, fields }) => {
    const first = bearers.get(holderKey('person', id))
    return first !== undefined && Object.values(fields).some(value => value !== first.said && said(value))
  })
  const evidence = only && more.length === 0 ? bearers.get(holderKey('person', only.id)) : undefined
  return only && evidence ? new Map([[holderKey('person', only.id), evidence]]) : undefined
}

/** Of fewer signs a second value may be anything. */
const LEAST_SECOND = 3

/** Two or three words in capitals. */
const NAME_OF_SEVERAL = /^\p{Lu}[\p{L}'’]+(?:[ -]\p{Lu}[\p{L}'’]+){1,2}$/u

/** Of fewer letters a value may be any word. */
export const LEAST_VALUE = 4

/** What the further columns say of each person, by holder, as loose keys. */
export function valuesByPerson({ people }: Roster, ruleWords: ReadonlySet<string>): Map<string, string[]> {
  const values = new Map<string, string[]>()
  for (const { id, fields } of people) {
    for (const value of Object.values(fields)) {
      // of the owner Marlies Kern people write the family name
      const words = NAME_OF_SEVERAL.test(value) ? tokensOf(value) : []
      for (const key of isOfRule(value, ruleWords) ? [] : new Set([looseKey(value), ...words])) {
        if (key.length >= LEAST_VALUE) gather(values, holderKey('person', id), key)
      }
    }
  }
  return values
}

/** Of so many at most it is asked which one is meant. */
const MOST_NAMESAKES = 8

/**
 * Which of several people, of whom a name says as much, it says more of by what another column of the list has for this one alone: the owner of
 * one of two cats called Mia.
 *
 * @param valuesOf - what the further columns say of a holder, as loose keys
 * @returns the holder; `null`: nothing tells them apart
 */
export function namesakeMeant(
  spoken: ReadonlyMap<string, { strength: number }>, texts: readonly string[], valuesOf: (key: string) => readonly string[],
): string | null {
  const people = [...spoken].filter(([key]) => key.startsWith('p:'))
  const strongest = Math.max(0, ...people.map(([, { strength }]) => strength))
  const namesakes = people.filter(([, { strength }]) => strength === strongest).map(([key]) => key)
  if (namesakes.length < 2 || namesakes.length > MOST_NAMESAKES) return null
  const said = new Set(texts.flatMap(runsOf))
  const told = namesakes.map(key => ({ key, values: valuesOf(key).filter(value => said.has(value)) })).filter(({ values }) => values.length > 0)
  const [only, ...more] = told
  return only && more.length === 0 ? only.key : null
}
