import { formsOf } from '../brief/forms'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { isAddedWord } from '../names/added-words'
import { bareNumbers } from '../names/number-kinds'
import { isFree } from '../names/fields/index'
import { wordsOfSenses } from '../names/fields/sense-words'
import { readSlip } from '../names/one-slip'
import { neighboursOf } from '../names/neighbour-codes'
import { WEEK_KEYS } from '../names/months'
import { isLanguageCode, namesOfLanguage, otherCodesOf } from '../names/language-names'
import { ARTICLES, PARTICLES } from '../names/particles'
import { ROSTER_COLUMNS } from '../names/roster-columns'
import type { TemplatePart } from '../names/template'
import { valueIn, valuesOf as valuesOfPerson } from '../roster/values'
import { ownOf } from '../text/own'
import { gather, gatherOnce } from '../text/gather'
import { beginningsOf, commonHead, commonTail, lastWordOf, tokensOf, withoutZeros } from '../names/tokens'
import { escapedOf } from '../text/escaped'
import { editDistance } from '../text/distance'
import { looseKey, transcribe } from '../text/fold'
import { behindOtherLetters, codesOfNobody } from './codes-of-nobody'
import { otherFigures } from './other-figures'
import { cutsBefore, cutsOf, runsOf } from './people'
import { wordsOfRule } from './piece-number'
import { LEAST_NAMED, NAMED, OF_NAMED } from './weights'
import { choicesOf } from './words-said'

/** A value of a column that a text holds, for one unit whose rule uses that column. */
export interface ColumnEvidence { strength: number, said: string }

/** A value that more units of one requirement bear says nothing of whose a file is. */
const MOST_SHARED = 40
/** Values so short are words of many languages: they count as the list writes them, not in another letter case. */
const SHORT = 3

interface Entry { unit: number, value: string, strength: number, worth: (text: string) => number }

/** What people are named by is weighed with the people; the id counts here where the rule itself asks for it. */
const NAMES = new Set<string>(['title', 'group', ...ROSTER_COLUMNS.map(column => column.name).filter(name => name !== 'id')])

/**
 * Indexes units by the values of the list's further columns that their rule uses: a code, a language, a number.
 *
 * @returns looks a text up
 */
export function indexColumns(units: readonly Unit[]): ColumnIndex {
  const keyOf = (requirement: string, value: string) => `${requirement}\n${value}`
  const byValue = new Map<string, Set<number>>()
  const used = new Map([...new Set(units.map(unit => unit.requirement))].map(requirement => [requirement, columnsUsed(requirement)]))
  for (const unit of units) {
    for (const value of valuesOf(unit, used.get(unit.requirement) ?? [])) {
      gatherOnce(byValue, keyOf(unit.requirement.id, value), unit.index)
    }
  }
  const leading = new Map([...used].flatMap(([requirement, columns]) => {
    const numbers = numbersBehind(requirement, columns)
    return numbers === null ? [] : [[requirement.id, numbers] as const]
  }))
  const letters = new Map([...used].map(([requirement, columns]) => [requirement.id, lettersWritten(requirement, columns)] as const))
  const entries = new Map<string, Entry[]>()
  for (const [key, bearers] of byValue) {
    if (bearers.size > MOST_SHARED) continue
    const cut = key.indexOf('\n')
    const [requirement, value] = [key.slice(0, cut), key.slice(cut + 1)]
    const strength = strengthOf(bearers)
    const worth = worthOf(value, leading.get(requirement), letters.get(requirement))
    for (const written of /^\d$/.test(value) ? [value, `0${value}`] : [looseKey(value)]) {
      for (const unit of bearers) gather(entries, written, { unit, value, strength, worth })
    }
    // Sued for Süd
    const spelt = transcribe(value)
    if (looseKey(spelt) !== looseKey(value)) {
      for (const unit of bearers) gather(entries, looseKey(spelt), { unit, value, strength, worth: worthOf(spelt) })
    }
    const bare = withoutZeros(value)
    if (bare !== value && !byValue.has(keyOf(requirement, bare))) {
      const meant = { value: bare, strength: strength * OF_NAMED.slip, worth: worthOf(bare) }
      for (const unit of bearers) gather(entries, looseKey(bare), { unit, ...meant })
    }
    const years = withShortYears(value)
    const isShort = years !== value && !byValue.has(keyOf(requirement, years))
    if (isShort) for (const unit of bearers) gather(entries, looseKey(years), { unit, value, strength, worth })
    for (const neighbour of neighboursOf(value)) {
      if (byValue.has(keyOf(requirement, neighbour))) continue
      const meant = { value: neighbour, strength: LEAST_NAMED, worth: worthOf(neighbour) }
      for (const unit of bearers) gather(entries, looseKey(neighbour), { unit, ...meant })
    }
  }
  addPhrases(units, entries)
  addPairs(units, entries)
  const columns = valuesByColumn(units, used)
  addMeant(columns, entries)
  addShortened(columns, entries)
  addTelling(columns, new Set(units.flatMap(unit => unit.people.flatMap(({ group }) => tokensOf(group)))), entries)
  addOtherFigures(columns, entries)
  addInitials(columns, entries)
  const ids = new Set(units.flatMap(unit => unit.people.map(person => person.id)))
  const areNobodys = codesOfNobody([ids, ...columns.map(({ values }) => values.keys())])
  const ruleWords = new Set([...used.keys()].flatMap(wordsOfRule))
  let near: Map<string, string[]> | null = null
  const toldBy = (text: string) => {
    const told = new Map<number, ColumnEvidence>()
    if (entries.size === 0) return told
    const most = areNobodys(text) ? NAMED.sharedColumn : Infinity
    for (const run of runsOf(text)) {
      for (const { unit, value, strength: whole, worth } of entries.get(run) ?? []) {
        const strength = Math.min(most, whole * worth(text))
        if (strength > (told.get(unit)?.strength ?? 0)) told.set(unit, { strength, said: value })
      }
    }
    return told
  }
  const nearly = (text: string) => {
    const told = new Map<number, ColumnEvidence>()
    near ??= indexNear(entries)
    for (const run of entries.size === 0 ? [] : runsOf(text)) {
      if (!WITH_SLIP.test(run) || ruleWords.has(run)) continue
      const meant = new Set(cutsOf(run).flatMap(cut => near?.get(cut) ?? []).filter(word => editDistance(word, run, 1) <= 1))
      const [only, ...more] = meant
      if (only === undefined || more.length > 0) continue
      const isLong = Math.min(only.length, run.length) >= LEAST_SLIPPED
      for (const { unit, value, strength } of entries.get(only) ?? []) {
        if (isLong || departsBy(only, units[unit], text)) told.set(unit, { strength: strength * OF_NAMED.slip, said: value })
      }
    }
    return told
  }
  return { told: toldBy, nearly }
}

/** Looks a text up among the values of the list's further columns: by unit index, the strongest value it holds. */
export interface ColumnIndex {
  told(text: string): Map<number, ColumnEvidence>
  /** The same allowing one slip in a word, where one value alone is as near; only asked where nobody is told. */
  nearly(text: string): Map<number, ColumnEvidence>
}

/** Fewer letters with a slip are another word, unless the rest of a name is as it was asked for; then it may have so many fewer. */
const LEAST_SLIPPED = 6
const LEAST_SLIPPED_ALONE = 4

/** Whether a name departs from the asked one by a letter in a word alone: then it is that, be it short: Sunrise_Celo. A lute is no flute. */
function departsBy(word: string, unit: Unit | undefined, base: string): boolean {
  if (!unit) return false
  const { strictness } = unit.requirement
  const slipped = formsOf(unit).flatMap(({ name }) => (name ? readSlip(name, base, strictness)?.word ?? [] : []))
  return slipped.some(one => word.startsWith(looseKey(one).slice(0, 1)))
}

/** Long words of values by all that is left of them without one letter; what is only known with the rule's own word before it has no slip. */
function indexNear(entries: ReadonlyMap<string, readonly Entry[]>): Map<string, string[]> {
  const index = new Map<string, string[]>()
  for (const [word, list] of entries) {
    const isWord = LONG_WORD.test(word) && list.some(({ value }) => looseKey(value) === word || tokensOf(value).includes(word))
    if (!isWord) continue
    for (const cut of cutsBefore(word, list.map(one => one.value))) gather(index, cut, word)
  }
  return index
}
const WITH_SLIP = new RegExp(`^\\p{L}{${LEAST_SLIPPED_ALONE - 1},40}$`, 'u')
const LONG_WORD = new RegExp(`^\\p{L}{${LEAST_SLIPPED_ALONE},40}$`, 'u')

/** A rule's own word behind which a value stands, and how it is shortened: so many letters at least. */
const LEAST_WORD = 3

/**
 * Short values with the rule's own word before them, whole or shortened, as Kap. 4 for "Kapitel {chapter}": by themselves they say little.
 *
 * @returns by requirement and phrase, as a loose key: the value and the units that bear it
 */
function phrasesOf(units: readonly Unit[]): Map<string, { value: string, bearers: Set<number>, worth: (text: string) => number }> {
  const phrases = new Map<string, { value: string, bearers: Set<number>, worth: (text: string) => number }>()
  for (const { requirement, people, index } of units) {
    for (const { parts } of [...requirement.names, ...requirement.folder ?? []]) {
      for (const [at, part] of parts.entries()) {
        if (part.kind !== 'field' || NAMES.has(part.name)) continue
        const before = parts[at - 1]
        const word = before?.kind === 'literal' ? looseKey(lastWordOf(before.text)) : ''
        // or the list's own word for it: "entry 15"
        const words = [word, looseKey(part.name)].filter(one => one.length >= LEAST_WORD)
        for (const value of people.map(person => (part.name === 'id' ? person.id : ownOf(person.fields, part.name) ?? '').trim())) {
          if (value === '' || value.length > SHORT) continue
          // Etappe 2 for 02
          const ways = /^0\d+$/.test(value) ? [value, value.replace(/^0+(?=\d)/, '')] : [looseKey(value)]
          const begun = words.flatMap(one => beginningsOf(one, LEAST_WORD, Infinity))
          const sign = before?.kind === 'literal' && /^\d+$/.test(value) ? signBefore(before.text) : ''
          const signed = sign === '' ? [] : [{ phrase: looseKey(sign + value), worth: asSigned(sign, value) }]
          const whole = [...new Set(begun.flatMap(one => ways.map(way => one + way)))].map(phrase => ({ phrase, worth: () => 1 }))
          for (const { phrase, worth } of [...whole, ...signed]) {
            const key = `${requirement.id}\n${phrase}`
            const known = phrases.get(key)
            if (known) known.bearers.add(index)
            else phrases.set(key, { value, bearers: new Set([index]), worth })
          }
        }
      }
    }
  }
  return phrases
}

/** A letter or two that a rule writes straight before a value, L of L{look}; versions and weeks are written so as well. */
function signBefore(literal: string): string {
  const [sign = ''] = /(?<!\p{L})\p{L}{1,2}$/u.exec(literal) ?? []
  return sign.toLowerCase() === 'v' || WEEK_KEYS.has(looseKey(sign)) ? '' : sign
}

/** Such a sign with its number counts as the rule writes it, or in any letter case where a name begins with it. */
function asSigned(sign: string, value: string): (text: string) => number {
  const written = new RegExp(`(?<![\\p{L}\\p{N}])${sign}0*${value}(?![\\p{L}\\p{N}])`, 'u')
  const first = new RegExp(`^${sign}0*${value}(?![\\p{L}\\p{N}])`, 'iu')
  return text => Number(written.test(text) || first.test(text))
}

function addPhrases(units: readonly Unit[], entries: Map<string, Entry[]>): void {
  for (const [key, { value, bearers, worth }] of phrasesOf(units)) {
    if (bearers.size > MOST_SHARED) continue
    const strength = strengthOf(bearers)
    for (const unit of bearers) gather(entries, key.slice(key.indexOf('\n') + 1), { unit, value, strength, worth })
  }
}

/**
 * Two values of the list that a rule writes beside each other tell together who is meant where neither does alone: U15_7, where other teams
 * have a number 7 as well.
 */
function addPairs(units: readonly Unit[], entries: Map<string, Entry[]>): void {
  const beside = new Map([...new Set(units.map(unit => unit.requirement))].map(requirement => [requirement, neighbouring(requirement)]))
  const pairs = new Map<string, { first: string, second: string, word: string, bearers: Set<number> }>()
  for (const { requirement, people, index } of units) {
    const [person, ...more] = people
    if (person === undefined || more.length > 0) continue
    for (const [one, other] of beside.get(requirement) ?? []) {
      const [first, second] = [one, other].map(name => valueIn(valuesOfPerson(person, ''), name).trim()) as [string, string]
      if (first === '' || second === '') continue
      const key = `${requirement.id}\n${first}\n${second}`
      const known = pairs.get(key)
      if (known) known.bearers.add(index)
      else pairs.set(key, { first, second, word: other, bearers: new Set([index]) })
    }
  }
  for (const { first, second, word, bearers } of pairs.values()) {
    if (bearers.size > 1) continue
    const ways = [first, second].map(value => (/^\d{1,2}$/.test(value) ? [String(Number(value)), value.padStart(2, '0')] : [looseKey(value)]))
    const worth = asPair(first, second, word)
    for (const key of new Set(ways[0]?.flatMap(begin => (ways[1] ?? []).flatMap(end => [begin + end, begin + looseKey(word) + end])))) {
      for (const unit of bearers) gather(entries, key, { unit, value: `${first} ${second}`, strength: NAMED.column, worth })
    }
  }
}

/** Columns that a requirement's names write beside each other, signs alone between them; what people are named by stands in one place at most. */
function neighbouring({ names, fields }: Requirement): [string, string][] {
  const isColumn = (part: TemplatePart | undefined) => part?.kind === 'field' && part.name !== 'title' && !isFree(ownOf(fields, part.name))
  return names.flatMap(({ parts }) => parts.flatMap((part, at): [string, string][] => {
    const [between, next] = [parts[at + 1], parts[at + 2]]
    if (part.kind !== 'field' || next?.kind !== 'field' || !isColumn(part) || !isColumn(next)) return []
    if (between?.kind !== 'literal' || /[\p{L}\p{N}]/u.test(between.text) || (NAMES.has(part.name) && NAMES.has(next.name))) return []
    return [[part.name, next.name]]
  }))
}

/** Two values one behind the other, a sign between them where both are figures, or what the list calls the second one. */
function asPair(first: string, second: string, word: string): (text: string) => number {
  const sign = /\d$/.test(first) && /^\d/.test(second) ? '+' : '*'
  const zeros = (value: string) => (/^\d+$/.test(value) ? `0*${String(Number(value))}` : escapedOf(value))
  const between = `(?:[^\\p{L}\\p{N}]${sign}|[^\\p{L}\\p{N}]*${escapedOf(word)}[^\\p{L}\\p{N}]*)`
  const both = new RegExp(`(?<![\\p{L}\\p{N}])${zeros(first)}${between}${zeros(second)}(?![\\p{L}\\p{N}])`, 'iu')
  return text => Number(both.test(text))
}

/** The further columns of the list that a rule uses. */
function columnsUsed({ names, folder }: Requirement): string[] {
  const parts = [...names, ...folder ?? []].flatMap(template => template.parts)
  return [...new Set(parts.flatMap(part => (part.kind === 'field' && !NAMES.has(part.name) ? [part.name] : [])))]
}

/** The values of a column that a rule uses, with the units that bear each. */
interface ColumnValues { requirement: Requirement, values: Map<string, Set<number>> }

function valuesByColumn(units: readonly Unit[], used: ReadonlyMap<Requirement, readonly string[]>): ColumnValues[] {
  const bearers = new Map([...used].flatMap(([requirement, columns]) => columns.map((column) => {
    const values = new Map<string, Set<number>>()
    return [`${requirement.id}\n${column}`, { requirement, values }] as const
  })))
  for (const { requirement, people, index } of units) {
    for (const column of used.get(requirement) ?? []) {
      const values = bearers.get(`${requirement.id}\n${column}`)?.values
      if (!values) continue
      for (const { fields } of people) {
        const value = (ownOf(fields, column) ?? '').trim()
        if (value !== '') gatherOnce(values, value, index)
      }
    }
  }
  return [...bearers.values()]
}

/** Values by what they stand for, where a column that a rule uses holds nothing but such: "italiano" is IT's, "tenor" is T's. */
function addMeant(columns: readonly ColumnValues[], entries: Map<string, Entry[]>): void {
  for (const { requirement, values } of columns) {
    const senses = wordsOfSenses([...values.keys()])
    const named = [...values].map(([value, of]) => ({ value, of, names: senses.get(value) ?? namesOfLanguage(value) }))
    if (named.length < 2 || named.some(({ names }) => names.length === 0)) continue
    const own = new Set(wordsOfRule(requirement))
    for (const { value, of, names } of named) {
      if (of.size > MOST_SHARED) continue
      const meant = { value, strength: strengthOf(of) * OF_NAMED.slip, worth: () => 1 }
      for (const name of names.map(looseKey)) if (!own.has(name)) for (const unit of of) gather(entries, name, { unit, ...meant })
    }
  }
}

/** Other codes of values that are all languages, by value: fr for fr-FR. */
function languagesOf(values: readonly string[]): Map<string, string[]> {
  return new Map(values.every(isLanguageCode) ? values.map(value => [value, otherCodesOf(value)]) : [])
}

/** What a code says behind its letters, with so many digits that it says which it is. */
const BEHIND_LETTERS = /(?<=^\p{L}{1,4}[^\p{L}\d]?)(?=(?:\D*\d){3})\d[\d./_-]*$/u

/** Enough digits at the end of a code to say which it is. */
const LAST_DIGITS = /(?<!\d)\d{3,}$/u

/**
 * Codes without the year or the like that all of them end in, and by what stands behind their letters or last, as people write them: C-014 and
 * 014 for C-014/26, 1043 for J-1043, 26-03 for G-26-03, 033 for LC-26-033, PL for EN-PL (common practice, no source).
 */
function addShortened(columns: readonly ColumnValues[], entries: Map<string, Entry[]>): void {
  for (const { values } of columns) {
    const tail = commonTail(new Set(values.keys()))
    const head = commonHead(new Set(values.keys()))
    const languages = languagesOf([...values.keys()])
    const shorts = new Map<string, string[]>()
    for (const value of values.keys()) {
      const code = tail === '' ? value : value.slice(0, -tail.length)
      const digits = [tail === '' ? BEHIND_LETTERS : /(?<!\d)\d{2,}$/, LAST_DIGITS].flatMap(pattern => pattern.exec(code)?.[0] ?? [])
      const figures = digits.flatMap(one => [one, one.replace(/^0+(?=\d\d)/, '')])
      for (const short of new Set([code, code.slice(head.length), ...languages.get(value) ?? [], ...figures])) gather(shorts, short, value)
    }
    for (const [short, [value = '', ...more]] of shorts) {
      const of = values.get(value)
      if (more.length > 0 || values.has(short) || short.length < 2 || !of || of.size > MOST_SHARED) continue
      const worth = languages.get(value)?.includes(short) ? worthOfLanguage(short, worthOf(short)) : worthOfShort(short, value)
      const meant = { value, strength: strengthOf(of), worth }
      for (const unit of of) gather(entries, looseKey(short), { unit, ...meant })
    }
  }
}

/** What the code of a language is worth for one with a country or script: nothing where another one of these stands behind it. */
function worthOfLanguage(code: string, worth: (text: string) => number): (text: string) => number {
  const own = escapedOf(code)
  const others = new RegExp(`(?<!\\p{L})(?:${own}|${own.toUpperCase()})[-_](?:\\p{Lu}{2}|\\p{Lu}\\p{Ll}{3})(?!\\p{L})`, 'u')
  return text => (others.test(text) ? 0 : worth(text))
}

/** What the end of a code is worth for the whole: nothing behind other letters than its own. */
function worthOfShort(short: string, value: string): (text: string) => number {
  const worth = worthOf(short)
  const isOthers = behindOtherLetters(value, short)
  return isOthers === null ? worth : text => (isOthers(text) ? 0 : worth(text))
}

/**
 * Values of several words by one that no other value of the column has, and without the article before them: Keeper for Lighthouse Keeper,
 * Captain for The Captain (common practice, no source). Words that the rule knows are none, nor are those of groups.
 */
function addTelling(columns: readonly ColumnValues[], ofGroups: ReadonlySet<string>, entries: Map<string, Entry[]>): void {
  for (const { requirement, values } of columns) {
    const own = new Set([...wordsOfRule(requirement), ...ARTICLES, ...PARTICLES, ...ofGroups])
    const byWord = new Map<string, string[]>()
    for (const value of values.keys()) for (const word of new Set(tokensOf(value))) gather(byWord, word, value)
    for (const [value, of] of values) {
      const words = tokensOf(value)
      if (of.size > 1 || words.length < 2) continue
      // the A of A2 is none
      const hasArticle = ARTICLES.has(words[0] ?? '') && /^\p{L}+[^\p{L}\p{N}]+(?=\p{L})/u.test(value)
      const bare = hasArticle ? words.slice(1) : words
      const telling = words.filter(word => word.length >= LEAST_TELLING && /^\p{L}+$/u.test(word) && byWord.get(word)?.length === 1 && !own.has(word))
      const shorts = [...bare.length < words.length ? [{ key: bare.join(''), strength: NAMED.column * OF_NAMED.slip }] : [],
        ...telling.map(key => ({ key, strength: NAMED.given }))]
      for (const { key, strength } of shorts) {
        for (const unit of own.has(key) ? [] : of) gather(entries, key, { unit, value, strength, worth: () => 1 })
      }
    }
  }
}
const LEAST_TELLING = 4

/** Values that differ by a number alone, with it in other figures: Violin 2 for Violin II. */
function addOtherFigures(columns: readonly ColumnValues[], entries: Map<string, Entry[]>): void {
  for (const { values } of columns) {
    for (const [value, ways] of otherFigures(values.keys())) {
      const of = values.get(value) ?? new Set()
      if (of.size > MOST_SHARED) continue
      for (const key of new Set(ways.map(looseKey))) {
        for (const unit of of) gather(entries, key, { unit, value, strength: strengthOf(of) * OF_NAMED.slip, worth: () => 1 })
      }
    }
  }
}

/** Values of several words by their initials in capitals, NF for Night Ferry, where nothing else is called so (common practice, no source). */
function addInitials(columns: readonly ColumnValues[], entries: Map<string, Entry[]>): void {
  for (const { requirement, values } of columns) {
    const others = new Set([...wordsOfRule(requirement), ...[...values.keys(), ...choicesOf(requirement)].map(looseKey)])
    const byInitials = new Map<string, string[]>()
    for (const value of values.keys()) {
      const [first = '', ...more] = value.match(/(?<![\p{L}\p{N}'’])\p{Lu}/gu) ?? []
      const begins = ARTICLES.has(tokensOf(value)[0] ?? '') ? [more.join('')] : []
      const all = (value.match(/(?<![\p{L}\p{N}'’])\p{L}/gu) ?? []).join('').toUpperCase()
      for (const initials of new Set([first + more.join(''), all, ...begins])) {
        if (initials.length > 1 && initials.length <= MOST_INITIALS && !others.has(looseKey(initials))) gather(byInitials, initials, value)
      }
    }
    for (const [initials, [value = '', ...more]] of byInitials) {
      const of = values.get(value)
      if (more.length > 0 || !of || of.size > 1) continue
      const worth = (text: string) => Number(standAsInitials(initials, text))
      for (const unit of of) gather(entries, looseKey(initials), { unit, value, strength: NAMED.given, worth })
    }
  }
}

const MOST_INITIALS = 6

/** Whether initials stand alone in capitals, or first where they are more than two: in small letters these may be any word. */
function standAsInitials(initials: string, text: string): boolean {
  const alone = new RegExp(`(?<![\\p{L}\\p{N}])${initials}(?![\\p{L}\\p{N}])`, 'u')
  return alone.test(text) || (initials.length > 2 && new RegExp(`^${initials}[ _.-]`, 'iu').test(text))
}

/** How many numbers of its own a rule writes behind a further column's value, where all its names have that first; `null`: they do not. */
function numbersBehind({ names, fields }: Requirement, columns: readonly string[]): number | null {
  const begins = names.length > 0 && names.every(({ parts }) => {
    const told = parts.flatMap(part => (part.kind === 'field' && (columns.includes(part.name) || ownOf(fields, part.name)) ? [part.name] : []))
    return columns.includes(told[0] ?? '')
  })
  if (!begins) return null
  const isDigits = (field: string) => ownOf(fields, field) !== undefined && ownOf(fields, field)?.type !== 'choice'
  return Math.max(...names.map(({ parts }) => parts.filter(part => part.kind === 'field' && isDigits(part.name)).length))
}

/** The letters that a rule itself writes straight before a column's value. */
function lettersWritten({ names }: Requirement, columns: readonly string[]): string[] {
  const letters = names.flatMap(({ parts }) => parts.flatMap((part, at) => {
    const next = parts[at + 1]
    const isBefore = part.kind === 'literal' && next?.kind === 'field' && columns.includes(next.name)
    return isBefore ? /(?<!\p{L})\p{L}{1,3}$/u.exec(part.text)?.slice(0, 1) ?? [] : []
  }))
  return [...new Set(letters)]
}

/** Years from and to, as people shorten them: 1860-69 for 1860-1869; itself where there are none. */
const withShortYears = (value: string): string => value.replace(/(?<!\d)((\d\d)\d\d[-–/])\2(\d\d)$/u, '$1$3')

/** How strongly a value speaks of each of those that bear it. */
const strengthOf = (bearers: ReadonlySet<number>): number => (bearers.size === 1 ? NAMED.column : NAMED.sharedColumn)

/** The values of one unit in the columns that its templates use. */
function valuesOf({ people }: Unit, columns: readonly string[]): Set<string> {
  const values = columns.flatMap(column => people.map(person => (column === 'id' ? person.id : ownOf(person.fields, column) ?? '').trim()))
  return new Set(values.filter(Boolean))
}

/** A text without what only tells its state at its end: _final, _v2. */
function withoutState(text: string): string {
  const [, before = '', last = ''] = /^(.+)[ _.-]+([\p{L}\p{N}]+)$/u.exec(text) ?? []
  return isAddedWord(last) || /^v\d{1,2}$/i.test(last) ? withoutState(before) : text
}

/**
 * What a value is worth in a text, of what it is worth as written; made once a value, asked of every file. A bare number must
 * not be part of a date or version; a short word must stand alone, as the list writes it, or larger.
 *
 * @param numbersBehind - how many numbers follow in names that begin with it: where one more stands in a name, the first is it
 */
function worthOf(value: string, numbersBehind?: number, before: readonly string[] = []): (text: string) => number {
  if (/^\d+$/.test(value)) {
    // of one figure nothing is told wherever else it stands
    const share = value.length === 1 ? 0 : (NAMED.number[value.length] ?? NAMED.column) / NAMED.column
    return (text) => {
      const numbers = bareNumbers(text)
      if (!numbers.some(number => Number(number) === Number(value))) return 0
      const isFirst = numbersBehind !== undefined && numbers.length > numbersBehind && Number(numbers[0]) === Number(value) && /^\d/.test(text)
      if (isFirst && /\p{L}/u.test(text)) return 1
      return numbers.includes(value) ? share : 0
    }
  }
  if (value.length > SHORT) return () => 1
  // one letter is the whole name of a level, or anything
  if (value.length === 1) return text => Number(text === value)
  // 1 b for 1b
  const escaped = escapedOf(value).replace(/(?<=\d)(?=\p{L})/u, '[ _.-]?')
  // be it behind the rule's own letters: P12a
  const own = /^\d/.test(value) && before.length > 0 ? `(?:${before.map(escapedOf).join('|')})?` : ''
  const alone = new RegExp(`(?<![\\p{L}\\p{N}])${own}${escaped}(?![\\p{L}\\p{N}])`, value === value.toLowerCase() ? 'iu' : 'u')
  // in small letters it stands first or last, as in manual_de: within a name it may be any word, and so may two letters before a space, or behind
  // one, but for a number before it
  const behind = value.length < SHORT ? '[_.-]' : '[ _.-]'
  const outer = new RegExp(`^${escaped}${behind}|(?:[_.-]|\\d )${escaped}$`, 'iu')
  return text => (alone.test(text) ? 1 : Number(outer.test(withoutState(text))) * OF_NAMED.slip)
}
