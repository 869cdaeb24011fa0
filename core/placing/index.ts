import { gather } from '../text/gather'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import type { Roster } from '../roster/types'
import { isAddedWord } from '../names/added-words'
import { monthOf } from '../names/months'
import { numberOfWord } from '../names/number-words'
import type { Template } from '../names/template'
import { lastWordOf, tokensOf } from '../names/tokens'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { formsOf } from '../brief/forms'
import { fixedEnds, patternsOf } from '../names/patterns'
import { KeyIndex, NONE, union } from '../names/key-index'
import type { UnitSet } from '../names/key-index'
import type { ColumnIndex } from './columns'
import { indexColumns } from './columns'
import { holderKey } from './called'
import { LEAST_VALUE, LONG_NUMBER, meantBySecond, ownersOfValues, valuesByPerson } from './further-values'
import type { HolderEvidence } from './called'
import { indexPeople, runsOf, withoutWeakNumbers } from './people'
import { wordsOfRule } from './piece-number'
import { NAMED } from './weights'
import { choicesOf, isNearWord, knowApart } from './words-said'
import type { PeopleIndex } from './people'

/** Where a file may belong, looked up by name, folder and people; never by comparing every file with every unit. */
export interface EvidenceIndex {
  units: readonly Unit[]
  people: PeopleIndex
  /** What the list itself calls the columns that every list has. */
  headings: Readonly<Record<string, string>>
  /** Units whose name a base name may fit. */
  byName(base: string): UnitSet
  /** Units whose folder a path (`/` between levels) may be. */
  byFolder(folder: string): UnitSet
  /** Holders that the levels of a folder name, the strongest evidence each; without slips, and with. */
  namedInFolder(levels: readonly string[]): NamedInFolder
  /** Whose value of any column a name is, but for the rule's own words, numbers and words of state. */
  byValue(base: string): ReadonlyMap<string, HolderEvidence>
  /** Whether one person alone is of a group: then the group says who it is. */
  isOfOne(group: string): boolean
  /** Units whose further columns (a code, a language) a text names, as far as their rule uses them. */
  byColumns: ColumnIndex
  /** Whether a text is a group's or another value of the list. */
  isListed(text: string): boolean
  /** Whether a number of a text stands only behind the word that rules write before a number of the piece: the 1 of take 1. */
  isOfPiece(number: string, text: string): boolean
  /** Whether titles, rules or their choices have a word. */
  hasWord(word: string): boolean
  /** What a person's further columns say, be they ones that no rule uses, as loose keys. */
  furtherValues(key: string): readonly string[]
  /** A holder's own units, and its group's. */
  ofHolder(key: string): readonly number[]
}

export interface NamedInFolder {
  named: Map<string, HolderEvidence>
  nearly(): Map<string, HolderEvidence>
  groupsOf(key: string): ReadonlySet<string>
}

/** All words that titles, rules and their choices are made of, as loose keys. */
function wordsKnown(requirements: ReadonlySet<Requirement>): string[] {
  return [...requirements].flatMap(requirement => [
    ...wordsOfRule(requirement),
    ...choicesOf(requirement).flatMap(tokensOf),
  ])
}

/** The words that rules write before a group, in names and folders. */
function wordsBeforeGroup(requirements: ReadonlySet<Requirement>): string[] {
  const templates = [...requirements].flatMap(({ names, folder }) => [...names, ...folder ?? []])
  return [...new Set(templates.flatMap(wordsBeforeFields).flatMap(({ word, field }) => (field === 'group' ? [word] : [])))]
}

/** The words that a template itself writes before its fields. */
const wordsBeforeFields = ({ parts }: Template): { word: string, field: string }[] => parts.flatMap((part, at) => {
  const before = parts[at - 1]
  const word = before?.kind === 'literal' ? lastWordOf(before.text) : ''
  return part.kind === 'field' && word !== '' ? [{ word, field: part.name }] : []
})

/** The words that rules write before a number that the name tells, and before nothing of the holder's. */
function signsOfPieces(requirements: ReadonlySet<Requirement>): Set<string> {
  const before = [...requirements].flatMap(({ names, fields }) => names.flatMap(wordsBeforeFields).map(({ word, field }) => {
    const type = ownOf(fields, field)?.type
    return { key: looseKey(word), isFree: type === 'number' || type === 'version' }
  }))
  const ofHolder = new Set(before.filter(one => !one.isFree).map(one => one.key))
  return new Set(before.map(one => one.key).filter(key => !ofHolder.has(key)))
}

const NOBODY: ReadonlyMap<string, HolderEvidence> = new Map()

/** A street with the number of a house, as a loose key. */
const NAME_AND_NUMBER = /^\p{L}{4,}\d{1,4}\p{L}?$/u

/** A slip is looked for in words of so many letters. */
const LONG_WORD = 8

/** Folders whose look-ups are kept. */
const MOST_KEPT = 2000

/**
 * Builds the index over all units; linear in their number.
 *
 * @param units - from `listUnits`
 */
export function indexUnits(units: readonly Unit[], roster: Roster): EvidenceIndex {
  const names = new KeyIndex()
  const begins = new KeyIndex()
  const ends = new KeyIndex()
  const folders = new KeyIndex()
  const holders = new Map<string, number[]>()
  const own = (key: string, unit: number) => {
    gather(holders, key, unit)
  }
  const members = new Map<string, number>()
  for (const { group } of roster.people) members.set(group, (members.get(group) ?? 0) + 1)
  const isOfOne = (group: string) => group !== '' && members.get(group) === 1
  for (const unit of units) {
    for (const { name, folder } of formsOf(unit)) {
      if (name) {
        const patterns = patternsOf(name)
        for (const pattern of patterns) names.add(pattern, unit.index)
        if (patterns.length === 0) {
          const { before, behind } = fixedEnds(name)
          const begin = tokensOf(before).join('')
          const end = tokensOf(behind).join('')
          if (begin) begins.put(begin, unit.index)
          if (end) ends.put(end, unit.index)
        }
      }
      if (folder) {
        const levels = folder.map(patternsOf)
        const ways = Math.max(1, ...levels.map(level => level.length))
        for (let way = 0; way < ways; way++) {
          if (levels.every(level => level.length > 0)) folders.add(levels.map(level => level[way] ?? level[level.length - 1]).join('/'), unit.index)
        }
      }
    }
    const kind = unit.requirement.holder
    own(holderKey(kind, unit.holder), unit.index)
    if (kind === 'group') for (const person of unit.people) own(holderKey('person', person.id), unit.index)
    else for (const { group } of unit.people) if (isOfOne(group)) own(holderKey('group', group), unit.index)
  }
  const requirements = new Set(units.map(unit => unit.requirement))
  const values = new Set(roster.people.flatMap(person => [person.group, ...Object.values(person.fields)]).map(looseKey))
  const ruleWords = wordsKnown(requirements)
  const people = indexPeople(roster, wordsBeforeGroup(requirements), new Set([...ruleWords, ...values]))
  const ofRule = new Set(ruleWords)
  const { owners, shared } = ownersOfValues(roster, ofRule)
  const furtherValues = valuesByPerson(roster, ofRule)
  const namedAt = (level: string): ReadonlyMap<string, HolderEvidence> => {
    // what is a group's or another value of the list numbers nobody: CZ2 is not number 2's
    const found = values.has(looseKey(level)) ? withoutWeakNumbers(people.namedIn(level)) : people.namedIn(level)
    return found.size > 0 ? found : owners.get(looseKey(level)) ?? found
  }
  knowApart(requirements)
  const signs = signsOfPieces(requirements)
  const long = ruleWords.filter(word => word.length >= LONG_WORD)
  // be it with a slip, or in a longer word: Jahresplanung of Jahresplan
  const isNear = (token: string) => long.some(word => isNearWord(token, word) || token.startsWith(word))
  const isOfRule = (token: string) => ofRule.has(token) || (token.length >= LONG_WORD && isNear(token))
  const isAside = (token: string) => /^\d+$/.test(token) || isOfRule(token) || isAddedWord(token) || monthOf(token) !== undefined
    || numberOfWord(token) !== null
  const letters = new Map([...members.keys()].filter(group => /^\p{Lu}$/u.test(group)).map(group => [group.toLowerCase(), group]))
  // right before the rule's own word it is one whatever stands behind: B-Data cleaned; but a letter that is a word goes on with a space
  const letterBefore = ([first = '', next = '']: readonly string[], base: string) =>
    (letters.get(first.toLowerCase()) === first && ofRule.has(looseKey(next)) && !/^[AEIOUY]\s/.test(base) ? first : '')
  // thousands of files share a few folders, and come folder by folder
  const byFolder = new Map<string, NamedInFolder>()
  const groups = new Map<string, Set<string>>()
  const unitsOfFolder = new Map<string, UnitSet>()
  return {
    units,
    people,
    headings: roster.headings ?? {},
    namedInFolder(levels) {
      const folder = levels.join('/')
      const kept = byFolder.get(folder)
      if (kept) return kept
      const strongest = (look: (text: string) => ReadonlyMap<string, HolderEvidence>) => {
        const best = new Map<string, HolderEvidence>()
        for (const level of levels) {
          for (const [key, evidence] of look(level)) if (evidence.strength > (best.get(key)?.strength ?? 0)) best.set(key, evidence)
        }
        return best
      }
      let nearly: Map<string, HolderEvidence> | null = null
      const made: NamedInFolder = {
        named: strongest(namedAt),
        // a level that is a group's or another value of the list is no slip of somebody's name
        nearly: () => (nearly ??= strongest(level => (values.has(looseKey(level)) ? NOBODY : people.nearlyNamedIn(level)))),
        groupsOf(key) {
          const members = groups.get(key) ?? new Set((holders.get(key) ?? []).flatMap(at => units[at]?.people.map(person => person.group) ?? []))
          groups.set(key, members)
          return members
        },
      }
      if (byFolder.size >= MOST_KEPT) byFolder.clear()
      byFolder.set(folder, made)
      return made
    },
    byName(base) {
      const sets = [names.find(base)]
      if (begins.isEmpty && ends.isEmpty) return sets[0] ?? NONE
      const tokens = tokensOf(base)
      for (let count = 1; count <= Math.min(8, tokens.length); count++) {
        sets.push(begins.get(tokens.slice(0, count).join('')) ?? NONE, ends.get(tokens.slice(-count).join('')) ?? NONE)
      }
      return union(sets.filter(set => set.size > 0))
    },
    byFolder(folder) {
      const units = unitsOfFolder.get(folder) ?? folders.find(folder)
      if (unitsOfFolder.size >= MOST_KEPT) unitsOfFolder.clear()
      unitsOfFolder.set(folder, units)
      return units
    },
    byValue(base) {
      if (owners.size === 0 && shared.size === 0 && letters.size === 0) return NOBODY
      const key = tokensOf(base).filter(token => !isAside(token)).join('')
      const words = base.split(/[^\p{L}\p{N}]+/u)
      // a group's letter by itself: B_model1
      const letter = letters.get(key) ?? ''
      const only = words.includes(letter) ? letter : letterBefore(words, base)
      if (only !== '') return new Map([[holderKey('group', only), { strength: NAMED.group, said: only }]])
      // the whole, or a word and a number amid others: "Lindenweg 14 2033"
      const whole = [key, ...runsOf(base).filter(run => NAME_AND_NUMBER.test(run))].find(one => one.length >= LEAST_VALUE && owners.has(one))
      if (whole !== undefined) return owners.get(whole) ?? NOBODY
      const bearers = key.length >= LEAST_VALUE ? shared.get(key) : undefined
      const second = bearers && meantBySecond(roster, bearers, base)
      if (second) return second
      const long = words.every(word => tokensOf(word).every(isAside)) ? words.find(word => LONG_NUMBER.test(word) && owners.has(word)) : undefined
      if (long !== undefined) return owners.get(long) ?? NOBODY
      // a code of letters and figures is one word
      const [code, ...more] = words.filter(word => !tokensOf(word).every(isAside))
      return code !== undefined && more.length === 0 && /\p{L}\p{N}|\p{N}\p{L}/u.test(code) ? owners.get(looseKey(code)) ?? NOBODY : NOBODY
    },
    isOfOne,
    byColumns: indexColumns(units),
    isOfPiece: (number, text) => {
      const runs = signs.size === 0 ? [] : [...text.matchAll(/(\p{L}*)[\s_.-]?(\d+)/gu)].filter(([, , run]) => Number(run) === Number(number))
      return runs.length > 0 && runs.every(([, letters = '']) => signs.has(looseKey(letters)))
    },
    hasWord: word => ofRule.has(word),
    isListed: text => values.has(looseKey(text)),
    furtherValues: key => furtherValues.get(key) ?? [],
    ofHolder: key => holders.get(key) ?? [],
  }
}
