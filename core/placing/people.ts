import { WEEK_KEYS } from '../names/months'
import { bareNumbers } from '../names/number-kinds'
import { numberOfWord } from '../names/number-words'
import { romanBehind } from '../names/roman'
import { soundOf } from '../names/sounds'
import { trimSeparators } from '../names/strictness'
import { tokensOf } from '../names/tokens'
import type { Roster } from '../roster/types'
import { foldCase, looseKey, plainDigits } from '../text/fold'
import { gather } from '../text/gather'
import { romanised } from '../text/romanise'
import { EAST_ASIAN, UNSPACED } from '../text/scripts'
import type { Entry, HolderEvidence } from './called'
import { codesOfNobody } from './codes-of-nobody'
import { gatherCalled, holderKey, spelledOut } from './called'
import { BEHIND, LEAST_NAMED, NAMED, OF_NAMED } from './weights'

/** Tells whom a folder level or file name speaks of. */
export interface PeopleIndex {
  /** Holders named in a text, the strongest evidence each. */
  namedIn(text: string): Map<string, HolderEvidence>
  /** The same allowing one slip in a long name; only asked where `namedIn` finds nobody. */
  nearlyNamedIn(text: string): Map<string, HolderEvidence>
  /** Whose value of a roster field a text is, as it would be said; `null`: nobody's, or too short to tell. */
  ownerOf(field: string, text: string): string | null
}

/** A key that speaks of more people than this says nothing. */
const MOST_SHARED = 40

const LONGEST_RUN = 5

/** Years that files are named by; of others a number of four digits may be somebody's (common practice, no source). */
const NEAR_YEAR = /^(?:19[5-9]|20[0-3])\d$/

/**
 * Indexes everybody by the ways people write whose file it is: full name in either order, id, alias, mail, family name.
 *
 * Persons are known by roster id, groups by name; both stand in one index, keyed as `holderKey` writes them.
 *
 * @param groupWords - words that the rules themselves write before a group, such as Table in "Table {group}"
 * @param ruleWords - all words that the rules know, as loose keys: they are nobody's initials, and nobody's name with a slip
 */
export function indexPeople(roster: Roster, groupWords: readonly string[] = [], ruleWords: ReadonlySet<string> = NO_KEYS): PeopleIndex {
  const { entries, numbers } = gatherCalled(roster, groupWords, ruleWords)
  const isNobodys = codesOfNobody([roster.people.map(person => person.id)])
  let families: Map<string, string> | null = null
  let near: Map<string, string[]> | null = null
  let owners: Map<string, string> | null = null

  const familyOf = (holder: string): string => {
    families ??= new Map(roster.people.map(person => [holderKey('person', person.id), looseKey(person.family)]))
    return families.get(holder) ?? ''
  }

  // who is called so without a letter of theirs is no more meant than another who is: Frey, of J. Frey and Ms. Frey
  const isWithoutInitial = (run: string, key: string) => {
    if (key.length !== run.length + 1 || !(key.startsWith(run) || key.endsWith(run))) return false
    const called = new Set(entries.get(run)?.map(({ holder }) => holder))
    return called.size > 0 && (entries.get(key) ?? []).every(({ holder }) => called.has(holder))
  }

  const take = (
    evidence: Map<string, HolderEvidence>, list: readonly Entry[] | undefined, factor: number, key = '', keys?: Map<string, string[]>,
  ) => {
    if (!list || list.length > MOST_SHARED) return
    for (const { holder, strength, said, number } of list) {
      const value = strength * factor
      if (value <= (evidence.get(holder)?.strength ?? 0)) continue
      evidence.set(holder, number ? { strength: value, said, number } : { strength: value, said })
      keys?.set(holder, [key])
    }
  }
  const collect = (
    keys: readonly (readonly [key: string, factor: number])[], { withInitial, capitals, ofCodes, goOn }: Signs = NO_SIGNS,
  ): Map<string, HolderEvidence> => {
    const evidence = new Map<string, HolderEvidence>()
    const halves = new Map<string, Halves>()
    const saidBy = new Map<string, string[]>()
    for (const [key, factor] of keys) {
      const found = entries.get(key)
      if (!found) continue
      const list = inTheirWords(found, withInitial.has(key)).filter(one => one.part !== 'letters' || capitals.has(key))
        .filter(one => one.strength !== NAMED.initialAndFamily || !ofCodes.has(key))
        .filter(one => one.part !== 'stem' || !goOn.some(figures => key.endsWith(figures)))
      take(evidence, list, factor, key, saidBy)
      for (const { holder, part } of list) {
        if (part) halves.set(holder, (halves.get(holder) ?? new Map() as Halves).set(part, { factor, key }))
      }
    }
    joinHalves(evidence, halves, saidBy)
    yieldToLonger(evidence, saidBy)
    yieldToWhole(evidence, saidBy)
    leaveCrossed(evidence, halves, joined => keys.some(([key]) => key === joined) && !entries.has(joined), familyOf)
    return evidence
  }
  /** Adds whose number stands in a text; alone it is as good as a name. */
  const withNumbers = (evidence: Map<string, HolderEvidence>, text: string): Map<string, HolderEvidence> => {
    if (numbers.size === 0 || !text.match(/\d+/g)?.some(run => numbers.has(run))) return evidence
    // what programs write behind a second copy is nobody's number
    const alone = trimSeparators(text.replace(/(?<=\S)\s*\(\d{1,2}\)\s*$/u, ''))
    if (/^\d+$/.test(alone)) take(evidence, numbers.get(alone)?.map(entry => ({ ...entry, strength: NAMED.id })), 1)
    else {
      for (const number of bareNumbers(alone, undefined, true)) {
        if (!NEAR_YEAR.test(number)) take(evidence, numbers.get(number)?.filter(one => !one.isOthers?.(text)), 1)
      }
    }
    return evidence
  }

  return {
    ownerOf(field, text) {
      const key = looseKey(text)
      if (key.length < 3) return null
      owners ??= indexOwners(roster)
      return owners.get(`${field}\n${key}`) ?? null
    },
    namedIn(written) {
      const text = spelledOut(plainDigits(written).replace(ZERO_AS_LETTER, '0'))
      // what stands for itself goes before what stands within other words, and before what is written in other letters
      const ways = [
        () => runsOf(text), () => stretchesOf(text), () => romanised(text).flatMap(runsOf), () => inFigures(text).flatMap(runsOf),
        () => withoutSigns(text).flatMap(runsOf), () => joinedWords(text, word => entries.has(word), ruleWords).flatMap(runsOf),
      ]
      let told = new Map<string, HolderEvidence>()
      const signs: Signs = {
        withInitial: runsWithInitial(text),
        capitals: new Set((text.match(CAPITALS) ?? []).map(looseKey)),
        ofCodes: new Set(Array.from(text.matchAll(LETTER_OF_CODE), ([, letter = '', word = '']) => looseKey(letter + word))),
        goOn: text.match(/\d+(?=\p{L})/gu) ?? [],
      }
      for (const way of ways) if (told.size === 0) told = collect(way().map(run => [run, 1] as const), signs)
      // what a code of nobody else's begins as says little: MAT2 beside MAT1 of mathematics
      const isOthers = told.size > 0 && isNobodys(text)
      for (const [holder, one] of isOthers ? told : []) if (one.strength < NAMED.family) told.set(holder, { ...one, strength: LEAST_NAMED / 2 })
      return withNumbers(told, text)
    },
    nearlyNamedIn(text) {
      near ??= indexDeletions(entries)
      const index = near
      const tokens = tokensOf(text)
      // what somebody else is called by is no slip, be it that it sounds the same: Lea for Leo
      const isAnothers = (run: string, key: string) => tokens.some(token => run.length > token.length && run.includes(token) && !key.includes(token)
        && (entries.get(token) ?? []).some(({ part }) => part === 'given' || part === 'family') && soundOf(run) !== soundOf(key))
      // a week is nobody's name, misspelt: viikko for Veikko; nor is a word of the rules, front for Font
      return collect(runsOf(text).filter(run => run.length >= 4 && !WEEK_KEYS.has(run) && !ruleWords.has(run)).flatMap(run =>
        [...new Set(cutsOf(run).flatMap(cut => index.get(cut) ?? []))].filter(key => !isFigureForLetter(run, key) && !isWithoutInitial(run, key)
          && !isAnothers(run, key))
          .map(key => [key, hasOtherFigures(run, key) ? OF_NAMED.otherFigures : OF_NAMED.slip] as const)))
    },
  }
}

/** A text with words for numbers in figures, as of "team one"; none where it has no such words. */
function inFigures(text: string): string[] {
  const figures = text.replace(/\p{L}{3,}/gu, word => String(numberOfWord(word) ?? word))
  return figures === text ? [] : [figures]
}

/** A text without the words that only say that a number comes, as in "Team No. 1"; none where it has no such words. */
function withoutSigns(text: string): string[] {
  const bare = text.replace(/(?<=\p{L}[\s_-])(?:nr|no|num|n[°º])(?:\. ?|[ _-])?(?=\d)/giu, '')
  return bare === text ? [] : [bare]
}

/** Words that are nothing but names and words of the rules written as one, with spaces between these: "lina krug video" of linakrugvideo. */
function joinedWords(text: string, isName: (word: string) => boolean, ruleWords: ReadonlySet<string>): string[] {
  return tokensOf(text).filter(token => /^\p{L}{8,40}$/u.test(token)).flatMap((token) => {
    const words = wordsWithin(token, word => isName(word) || ruleWords.has(word)) ?? []
    return words.length > 1 && words.some(word => ruleWords.has(word)) ? [words.join(' ')] : []
  })
}

/** The known words that a word is made of, the longest first; `null`: it is made of others as well. */
function wordsWithin(word: string, isKnown: (word: string) => boolean): string[] | null {
  // by how many letters are left: what these are made of
  const ends: (string[] | null)[] = [[]]
  for (let left = 1; left <= word.length; left++) {
    const start = word.length - left
    let found: string[] | null = null
    for (let length = left; length >= LEAST_NAME && !found; length--) {
      const rest = ends[left - length]
      const first = word.slice(start, start + length)
      if (rest && isKnown(first)) found = [first, ...rest]
    }
    ends.push(found)
  }
  return ends[word.length] ?? null
}

/** What a text says of one holder in halves: by half, the key and what it is worth. */
type Halves = Map<Entry['part'], { factor: number, key: string }>

/** A given and a family half in one text name somebody in full. */
function joinHalves(evidence: Map<string, HolderEvidence>, halves: ReadonlyMap<string, Halves>, saidBy: Map<string, string[]>): void {
  const taken = new Set<string>()
  const inFull = new Set<string>()
  for (const part of ['given', 'later'] as const) {
    for (const [holder, parts] of halves) {
      const [own, family] = [parts.get(part), parts.get('family')]
      // what is somebody's first name is nobody else's further one
      if (!own || !family || inFull.has(holder) || (part === 'later' && taken.has(own.key))) continue
      const both = (part === 'given' ? NAMED.firstAndFamily : NAMED.laterAndFamily) * Math.min(own.factor, family.factor)
      const before = evidence.get(holder)
      if (before && both > before.strength) {
        evidence.set(holder, { ...before, strength: both })
        saidBy.set(holder, [own.key, family.key])
      }
      inFull.add(holder)
      taken.add(own.key).add(family.key)
    }
  }
  leaveOthers(evidence, halves, { taken, inFull })
}

const LEAST_NAME = 3

/** Where one's given name and another's family name stand side by side, and nobody is named in full, a third one is meant: neither of them. */
function leaveCrossed(
  evidence: Map<string, HolderEvidence>, halves: ReadonlyMap<string, Halves>, stand: (joined: string) => boolean,
  familyOf: (holder: string) => string,
): void {
  if (halves.size < 2 || [...evidence.values()].some(({ strength, number }) => !number && strength >= NAMED.initialAndFamily)) return
  const halfOf = (part: Entry['part'], other: Entry['part']) => [...halves].flatMap(([holder, parts]) => {
    const half = parts.get(part)
    return half && !parts.has(other) ? [{ holder, key: half.key }] : []
  })
  const families = halfOf('family', 'given')
  for (const given of halfOf('given', 'family')) {
    for (const family of families) {
      // initials are no names, and Petit may be a short Petitjean
      if (given.key.length < LEAST_NAME || familyOf(given.holder).startsWith(family.key)) continue
      if (!stand(given.key + family.key) && !stand(family.key + given.key)) continue
      for (const { holder } of [given, family]) {
        const before = evidence.get(holder)
        if (before && before.strength > LEAST_NAMED) evidence.set(holder, { ...before, strength: LEAST_NAMED, crossed: true })
      }
    }
  }
}

/** The family name of somebody who is named in full, or with an initial, speaks for nobody else who bears it. */
function leaveOthers(
  evidence: Map<string, HolderEvidence>, halves: ReadonlyMap<string, Halves>, { taken, inFull }: { taken: Set<string>, inFull: Set<string> },
): void {
  for (const [holder, { strength }] of evidence) {
    const family = strength >= NAMED.initialAndFamily ? halves.get(holder)?.get('family') : undefined
    if (!family) continue
    inFull.add(holder)
    taken.add(family.key)
  }
  for (const [holder, parts] of taken.size > 0 ? halves : []) {
    const named = evidence.get(holder)?.strength ?? 0
    if (!inFull.has(holder) && named <= NAMED.family && [...parts.values()].every(one => taken.has(one.key))) evidence.delete(holder)
  }
}

/** Of people whose full names stand in a text, one whose name is all inside another's is hardly meant: Mary O'Shea in Mary Ann O'Shea. */
function yieldToLonger(evidence: Map<string, HolderEvidence>, saidBy: ReadonlyMap<string, readonly string[]>): void {
  const full = [...evidence].filter(([holder, { strength }]) => holder.startsWith('p:') && strength >= NAMED.firstAndFamily)
  if (full.length < 2) return
  const lengthOf = (holder: string) => (saidBy.get(holder) ?? []).join('').length
  const longest = Math.max(...full.map(([holder]) => lengthOf(holder)))
  const [whole, { strength: most }] = full.find(([holder]) => lengthOf(holder) === longest) ?? ['', { strength: 0 }]
  for (const [holder, before] of full) {
    const inside = (key: string) => saidBy.get(whole)?.some(one => one.includes(key))
    if (lengthOf(holder) >= longest || !saidBy.get(holder)?.every(inside)) continue
    evidence.set(holder, { ...before, strength: Math.min(NAMED.family, most - BEHIND.aligned) })
  }
}

/** A name that is all inside a longer one of its kind that stands there is not said: Bianco in Lo Bianco, Lena in Anna-Lena. */
function yieldToWhole(evidence: Map<string, HolderEvidence>, saidBy: ReadonlyMap<string, readonly string[]>): void {
  yieldAmong(evidence, saidBy, ({ strength }) => strength <= NAMED.family && strength >= NAMED.lastOfFamily)
  // Ben Youssef is not Youssef Gharbi
  if ([...evidence.values()].some(one => one.strength === NAMED.family && /\p{L}[\s-]\p{L}/u.test(one.said))) {
    yieldAmong(evidence, saidBy, ({ strength }) => strength <= NAMED.family && strength > LEAST_NAMED)
  }
  // two given names that no hyphen joins may be two people's
  const isGiven = ({ strength }: HolderEvidence) => strength <= NAMED.given && strength > LEAST_NAMED
  if ([...evidence.values()].some(one => isGiven(one) && one.said.includes('-'))) yieldAmong(evidence, saidBy, isGiven)
}

function yieldAmong(
  evidence: Map<string, HolderEvidence>, saidBy: ReadonlyMap<string, readonly string[]>, isOfKind: (one: HolderEvidence) => boolean,
): void {
  const alone = [...evidence].filter(([holder, one]) => holder.startsWith('p:') && isOfKind(one))
  if (alone.length < 2) return
  const keyOf = (holder: string) => saidBy.get(holder)?.[0] ?? ''
  const longest = alone.reduce((best, [holder]) => (keyOf(holder).length > best.length ? keyOf(holder) : best), '')
  for (const [holder] of alone) {
    const key = keyOf(holder)
    if (key.length < longest.length && longest.includes(key) && saidBy.get(holder)?.length === 1) evidence.delete(holder)
  }
}

function indexOwners(roster: Roster): Map<string, string> {
  const owners = new Map<string, string>()
  for (const person of roster.people) {
    const { fields, aliases, ...own } = person
    for (const [field, value] of [...Object.entries({ ...fields, ...own }), ...aliases.map(alias => ['alias', alias] as const)]) {
      if (value) owners.set(`${field}\n${looseKey(value)}`, field === 'group' ? value : person.name)
    }
  }
  return owners
}

/** Leaves out whose number stands in a text, where that is something else: a piece, a day. */
export function withoutWeakNumbers(named: ReadonlyMap<string, HolderEvidence>): Map<string, HolderEvidence> {
  return new Map([...named].filter(([, { number, strength }]) => !number || strength > LEAST_NAMED))
}

/** A capital O behind a figure: of "Team 1O" Team 1 is not said. */
const ZERO_AS_LETTER = /(?<=\d)O(?![\p{L}\p{N}])/gu

/** A word of capitals alone, as initials are written; two with the sign for "and" between them. */
const CAPITALS = /(?<![\p{L}\p{N}])(?:\p{Lu}{3,5}|\p{Lu}&\p{Lu})(?!\p{L})/gu

/** Scripts that leave no space between a name and what stands beside it. */
const CLOSE = new RegExp(`[${EAST_ASIAN}${UNSPACED}]`, 'u')

const LONGEST_NAME = 8

/** Every stretch that may be a name, of words that leave no space between a name and what stands beside it. */
function stretchesOf(text: string): string[] {
  if (!CLOSE.test(text)) return []
  return tokensOf(text).filter(token => CLOSE.test(token)).flatMap((token) => {
    const letters = [...token]
    return letters.flatMap((_, from) => Array.from(
      { length: Math.max(0, Math.min(LONGEST_NAME, letters.length - from) - 1) }, (_none, more) => letters.slice(from, from + more + 2).join(''),
    ))
  })
}

/** A name and an initial are no longer name, nor is that one both: Иванов А is not Иванова. */
function inTheirWords(list: readonly Entry[], isWithInitial: boolean): readonly Entry[] {
  const isBoth = ({ part, strength }: Entry) => (part === undefined || part === 'short') && strength === NAMED.initialAndFamily
  const isWord = ({ part, said }: Entry) => part !== undefined && tokensOf(said).length === 1
  if (!(isWithInitial || list.some(isBoth)) || !list.some(isWord)) return list
  return list.filter(one => !(isWithInitial ? isWord : isBoth)(one))
}

const NO_KEYS: ReadonlySet<string> = new Set()

/** What a text tells of its keys: which stand with an initial, in capitals, or behind a code's last letter; and figures that go on in letters. */
interface Signs { withInitial: ReadonlySet<string>, capitals: ReadonlySet<string>, ofCodes: ReadonlySet<string>, goOn: readonly string[] }
const NO_SIGNS: Signs = { withInitial: NO_KEYS, capitals: NO_KEYS, ofCodes: NO_KEYS, goOn: [] }

/** A letter right behind a figure is a part of its code and nobody's initial, whatever name follows: of "12b smit" no B. Smit is named. */
const LETTER_OF_CODE = /\d(\p{L})[\s_.-]+(\p{L}+)/gu

/** Runs of a word and a letter beside it. */
function runsWithInitial(text: string): ReadonlySet<string> {
  const tokens = tokensOf(text)
  const runs = new Set<string>()
  for (let at = 1; at < tokens.length; at++) {
    const [before, now] = [tokens[at - 1] ?? '', tokens[at] ?? '']
    if ((before.length === 1) !== (now.length === 1) && /^\p{L}+$/u.test(before + now)) runs.add(before + now)
  }
  return runs.size === 0 ? NO_KEYS : runs
}

/** All joined runs of up to five neighbouring tokens. */
export function runsOf(text: string): string[] {
  const tokens = tokensOf(text)
  const runs = new Set<string>([looseKey(text)])
  for (let start = 0; start < tokens.length; start++) {
    let run = ''
    for (let end = start; end < Math.min(tokens.length, start + LONGEST_RUN); end++) {
      run += tokens[end] ?? ''
      runs.add(run)
    }
  }
  return [...runs]
}

/** Another figure in one's place makes another number; one left out, or two swapped, is a slip. */
function hasOtherFigures(run: string, key: string): boolean {
  const figuresOf = (text: string) => [...text.replace(/\D/g, '')].sort().join('')
  return run.length === key.length && figuresOf(run) !== figuresOf(key)
}

/** A figure where another has a letter is no slip: Violin 3 is not Violin I. */
function isFigureForLetter(run: string, key: string): boolean {
  return run.length === key.length && /\d/.test(run) !== /\d/.test(key)
}

/** Every key under itself and under itself less one character: two texts one slip apart share one of these. */
function indexDeletions(entries: Map<string, Entry[]>): Map<string, string[]> {
  const index = new Map<string, string[]>()
  for (const [key, list] of entries) {
    if (key.length < 5 || key.length > 40 || list.every(one => one.part === 'short' || one.part === 'letters')) continue
    for (const cut of cutsBefore(key, list.map(one => one.said))) gather(index, cut, key)
  }
  return index
}

/** The same of a value whose number, in Roman letters, is no letter that may be left out: Violin is not Violin I. */
export function cutsBefore(key: string, said: readonly string[]): string[] {
  const number = said.map(romanBehind).find(Boolean)?.toLowerCase() ?? ''
  return key.endsWith(number) ? cutsOf(key.slice(0, key.length - number.length)).map(cut => cut + number) : cutsOf(key)
}

/** A word, and all that is left of it without one of its letters, without repeats: two that are one slip apart share one of these. */
export function cutsOf(key: string): string[] {
  return [...new Set([key, ...Array.from({ length: Math.min(key.length, 40) }, (_, at) => foldCase(key.slice(0, at) + key.slice(at + 1)))])]
}
