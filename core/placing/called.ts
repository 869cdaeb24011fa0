import { isAddedWord } from '../names/added-words'
import { andForms } from '../names/and-words'
import { withoutForm } from '../names/company-forms'
import { GROUP_WORDS } from '../names/group-words'
import { MONTH_WORDS, WEEKDAY_WORDS } from '../names/months'
import { PARTICLES, suffixOf } from '../names/particles'
import { petNamesOf } from '../names/pet-names'
import { beginningsOf, commonHead, commonTail, withoutZeros } from '../names/tokens'
import { isTradeWord } from '../names/trade-words'
import type { Person, Roster } from '../roster/types'
import { groupOf } from '../roster/values'
import { isPlain, looseKey, transcribe } from '../text/fold'
import { gather, groupBy } from '../text/gather'
import { ownOf } from '../text/own'
import { romanised } from '../text/romanise'
import { EAST_ASIAN } from '../text/scripts'
import { behindOtherLetters } from './codes-of-nobody'
import { otherFigures } from './other-figures'
import { NAMED, OF_NAMED } from './weights'

/**
 * How strongly a text names somebody: 3 a full name or id, 2 a group or a name with one slip, about 1.5 a family name.
 * `number`: only a bare number says so, which many other things may be.
 */
export interface HolderEvidence {
  strength: number
  said: string
  number?: true
  /** Of two names side by side one is this person's, the other one somebody else's. */
  crossed?: true
}

/**
 * `part`: half of a name; a given and a family half in one text are as good as both side by side. `later`: a further given name. `short`: with
 * initials or a number, which a slip would make of many others. `letters`: nothing but initials, which only capitals are. `stem`:
 * a code without its last letter, which no other letter follows.
 */
export type Entry = HolderEvidence & {
  holder: string
  part?: 'given' | 'later' | 'family' | 'short' | 'letters' | 'stem'
  /** Whether a number in a text is that of somebody else's code. */
  isOthers?: (text: string) => boolean
}

type Add = (text: string, holder: string, strength: number, said: string, part?: Entry['part']) => void

/** Ids of so few digits are written into names for many other reasons. */
const BARE_ID = /^\d{1,4}$/

/** Whom a text may speak of: by the loose keys that they are called by, and by bare numbers. */
export interface Called { entries: Map<string, Entry[]>, numbers: Map<string, Entry[]> }

/**
 * Gathers all the ways people write whose file it is.
 *
 * @param groupWords - words that the rules themselves write before a group, such as Table in "Table {group}"
 * @param ruleWords - all words that the rules know, as loose keys: they are nobody's initials
 */
export function gatherCalled(roster: Roster, groupWords: readonly string[], ruleWords: ReadonlySet<string>): Called {
  const entries = new Map<string, Entry[]>()
  const add: Add = (text, holder, strength, said, part) => {
    for (const key of isPlain(text) ? [looseKey(text)] : new Set([spelledOut(text), transcribe(text), ...romanised(text)].map(looseKey))) {
      if (key.length < 2 && !/^\p{Lo}$/u.test(key)) continue
      const list = entries.get(key)
      if (!list?.some(one => one.holder === holder)) gather(entries, key, part ? { holder, strength, said, part } : { holder, strength, said })
    }
  }
  const numbers = new Map<string, Entry[]>()
  const ids = new Set(roster.people.map(person => person.id))
  for (const person of roster.people) {
    addPerson(person, add)
    if (!BARE_ID.test(person.id)) {
      add(person.id, holderKey('person', person.id), NAMED.id, person.id)
      const bare = withoutZeros(person.id)
      if (bare !== person.id && !ids.has(bare)) add(bare, holderKey('person', person.id), NAMED.id * OF_NAMED.slip, person.id)
    }
    else {
      for (const written of new Set([person.id, person.id.replace(/^0+(?=\d)/, ''), person.id.padStart(2, '0')])) {
        // what is written of it counts: the 1 of 0001 may be anything
        const strength = NAMED.number[Math.min(written.length, person.id.length)] ?? 0
        gather(numbers, written, { holder: holderKey('person', person.id), strength, said: person.id, number: true })
      }
    }
  }
  addOtherNames(roster.people, ruleWords, add)
  addWithoutLetter(ids, add)
  addWithoutEnds(ids, add)
  addWrittenOut(ids, roster.headings?.['id'] ?? '', add)
  addLastDigits(roster.people, ids, add, (number, entry) => {
    gather(numbers, number, entry)
  })
  const groups = new Set(roster.people.map(groupOf).filter(Boolean))
  addGroups(groups, add)
  addOtherFigures(ids, 'person', add)
  addOtherFigures(groups, 'group', add)
  addShortGroups(groups, [...groupWords, ...headingOf(roster, 'group')], ruleWords, add)
  addGenitives(roster.people, entries, add)
  addPetForms(roster.people, entries, add)
  addBegun(roster.people, entries, add)
  if (roster.people.length <= MOST_CALLED_SHORT) {
    addShortNames(roster.people, entries, add)
    addWithLetter(roster.people, entries)
    addShortenedWithin(roster.people, add)
    addInitials(roster.people, key => entries.has(key) || ruleWords.has(key), add)
  }
  const trades = new Set(roster.people.filter(isFirm).flatMap(person => wordsOf(person.name)).map(looseKey).filter(isTradeWord))
  for (const [key, list] of entries) {
    const [only, ...more] = list
    if (!only || more.length > 0) continue
    // what nobody else is called says more than its kind does
    if (only.strength === NAMED.initials) only.strength = NAMED.ownInitials
    // but for words by which firms say what they do
    const isTelling = only.strength === NAMED.wordOfName && key.length >= 4 && !trades.has(key)
    if (only.strength === NAMED.firstOfGiven || isTelling) only.strength = NAMED.given
  }
  return { entries, numbers }
}

/** A text with names in full that are shortened by a raised letter: Mª is María (common practice in Spanish, no source). */
export const spelledOut = (text: string): string => text.replace(/(?<!\p{L})M\.?ª/gu, 'María')

/** One key for persons and groups, which may bear the same text. */
export function holderKey(kind: 'person' | 'group', holder: string): string {
  return `${kind === 'person' ? 'p' : 'g'}:${holder}`
}

/** Words before a name that are none of it (common practice, no source). */
const TITLE = /^(?:(?:dr|prof|mag|dipl|ing|mr|mrs|ms|herr|frau|sir|dott|arch)\.?\s+)+/i

function addPerson(person: Person, add: Add): void {
  const holder = holderKey('person', person.id)
  const { family, name, aliases, email } = person
  const given = person.given.replace(TITLE, '')
  add(name, holder, NAMED.whole, name)
  if (given && family) {
    add(`${given} ${family}`, holder, NAMED.whole, name)
    add(`${family} ${given}`, holder, NAMED.whole, name)
    const first = given.split(/[\s-]/)[0] ?? given
    add(`${first} ${family}`, holder, NAMED.firstAndFamily, name)
    add(`${family} ${first}`, holder, NAMED.firstAndFamily, name)
    const initial = [...given][0] ?? ''
    if (!LETTER.test(family)) for (const short of [`${family} ${initial}`, `${initial} ${family}`]) add(short, holder, NAMED.initialAndFamily, name)
    add(family, holder, NAMED.family, family, 'family')
    add(given, holder, NAMED.given, given, 'given')
    addOfFamily(person, add)
    if (first !== given) add(first, holder, NAMED.firstOfGiven, first, 'given')
    for (const word of wordsOf(given)) if (word !== first) add(word, holder, NAMED.wordOfName, word, 'later')
    const initials = given.split(/[\s-]+/).map(word => [...word][0] ?? '').join('')
    if (initials.length > 1) add(initials, holder, NAMED.initials, initials, 'given')
  }
  for (const alias of aliases) {
    add(alias, holder, NAMED.alias, alias)
    for (const word of wordsOf(alias)) add(word, holder, NAMED.firstOfGiven, word, 'given')
  }
  if (!given && !family) addLoneName(name, holder, add)
  const local = email.split('@')[0] ?? ''
  if (local.length > 3) add(local, holder, NAMED.mailbox, local)
}

/** Of a double or particled family name people often write the last word alone; or the name with what stands behind it, Weiss Jr. */
function addOfFamily({ id, family, name }: Person, add: Add): void {
  const holder = holderKey('person', id)
  for (const word of [...family.split(/[\s-]/), ...APOSTROPHE.exec(family)?.slice(1) ?? []]) {
    if (word !== family && word.length > 2 && !PARTICLES.has(word.toLowerCase())) add(word, holder, NAMED.lastOfFamily, word, 'family')
  }
  const suffix = suffixOf(name)
  if (suffix !== '' && !family.endsWith(suffix)) add(`${family} ${suffix}`, holder, NAMED.initialAndFamily, name)
}

/** Nolan of O'Nolan, Diaye of N'Diaye (common practice, no source). */
const APOSTROPHE = /^\p{L}['’](\p{L}{3,})$/u

/** A given and a family name, as people are called. */
const TWO_NAMES = /^\p{Lu}[\p{L}\p{M}'’-]+ \p{Lu}[\p{L}\p{M}'’-]+$/u

/**
 * The names of people in a further column that calls everybody otherwise: of whoever plays a part, tells a case or keeps an animal a file may bear
 * the own name (common practice, no source). Words that a rule knows are none.
 */
function addOtherNames(people: readonly Person[], ruleWords: ReadonlySet<string>, add: Add): void {
  const columns = new Set(people.flatMap(person => Object.keys(person.fields)))
  for (const column of columns) {
    const named = people.map(({ id, fields }) => ({ holder: holderKey('person', id), name: (ownOf(fields, column) ?? '').trim() }))
    const areAll = named.length > 1 && named.every(({ name }) => TWO_NAMES.test(name))
    if (!areAll || new Set(named.map(({ name }) => looseKey(name))).size < named.length) continue
    for (const { holder, name } of named) {
      add(name, holder, NAMED.family, name)
      for (const word of wordsOf(name)) if (!ruleWords.has(looseKey(word))) add(word, holder, NAMED.firstOfGiven, word, 'given')
    }
  }
}

/** What a list calls a column, where that is a word. */
const headingOf = ({ headings = {} }: Roster, column: string): string[] => [headings[column] ?? ''].filter(heading => /^\p{L}{3,}$/u.test(heading))

/**
 * An id of a letter or two and a number written out in what its column is called, or what that is short for: Hive 2 for H02, Episode 7 for E07
 * (common practice, no source).
 */
function addWrittenOut(ids: ReadonlySet<string>, heading: string, add: Add): void {
  const words = /^\p{L}{2,}$/u.test(heading) ? [heading, ...ownOf(SHORT_HEADINGS, looseKey(heading)) ?? []] : []
  for (const id of words.length === 0 ? [] : ids) {
    const [, letters = '', number = ''] = /^(\p{L}{1,2})[-_ .]?0*(\d{1,4})$/u.exec(id) ?? []
    if (letters === '' || !looseKey(heading).startsWith(looseKey(letters))) continue
    for (const word of words) {
      for (const written of new Set([number, number.padStart(2, '0')])) {
        add(`${word} ${written}`, holderKey('person', id), NAMED.id * OF_NAMED.slip, id, 'short')
      }
    }
  }
}

/** What the headings of lists shorten (common practice, no source). */
const SHORT_HEADINGS: Record<string, readonly string[]> = {
  ep: ['episode'], ch: ['chapter'], chap: ['chapter', 'chapitre'], vol: ['volume'], kap: ['kapitel'], obj: ['object', 'objekt', 'objet'],
  st: ['station'], proj: ['project', 'projekt', 'projet'], sta: ['station'], gr: ['group', 'gruppe', 'groupe'], kl: ['klasse'],
}

/** Groups by their names, without zeros and without a firm's form. */
function addGroups(groups: ReadonlySet<string>, add: Add): void {
  for (const group of groups) {
    add(group, holderKey('group', group), NAMED.group, group)
    const short = withoutZeros(group)
    if (short !== group && /\p{L}/u.test(group) && !groups.has(short)) add(short, holderKey('group', group), NAMED.group, group)
    const bare = withoutForm(group.replace(TITLE, ''))
    if (bare !== group) add(bare, holderKey('group', group), NAMED.family, group)
  }
}

/** Ids and groups that differ by a number alone, with it in other figures: Team 2 for Team II. */
function addOtherFigures(values: ReadonlySet<string>, kind: 'person' | 'group', add: Add): void {
  for (const [value, ways] of otherFigures(values)) for (const way of ways) add(way, holderKey(kind, value), NAMED.id * OF_NAMED.slip, value, 'short')
}

/** Ids without what all of them end in or begin with, as people write them for short: A07 for 26-A07 (common practice, no source). */
function addWithoutEnds(ids: ReadonlySet<string>, add: Add): void {
  const tail = commonTail(ids)
  const head = commonHead(ids)
  for (const id of tail === '' && head === '' ? [] : ids) {
    const short = id.slice(head.length, id.length - tail.length)
    if (!BARE_ID.test(short) && !ids.has(short)) add(short, holderKey('person', id), NAMED.id * OF_NAMED.slip, id)
  }
}

/** Ids without the letter they end in, where no other id has the same before it: S-10 for S-10A. */
function addWithoutLetter(ids: ReadonlySet<string>, add: Add): void {
  const byStem = groupBy([...ids].filter(id => LETTER_BEHIND.test(id)), id => id.slice(0, -1))
  for (const [stem, [id = '', ...more]] of byStem) {
    if (more.length === 0 && !ids.has(stem)) add(stem, holderKey('person', id), NAMED.id * OF_NAMED.slip, id, 'stem')
  }
}
const LETTER_BEHIND = /\p{L}.*\d\p{L}$/u

/** Ids by their last digits, as people write them for short, where no other id ends so and none is called so (common practice, no source). */
function addLastDigits(people: readonly Person[], ids: ReadonlySet<string>, add: Add, addNumber: (number: string, entry: Entry) => void): void {
  const byEnd = new Map<string, string[]>()
  const tail = commonTail(ids)
  for (const { id } of people) {
    const [, digits] = /(?:^|[^\d.,])[^\p{L}\d]*(\d{2,})$/u.exec(tail === '' ? id : id.slice(0, -tail.length)) ?? []
    if (digits) for (const end of new Set([digits, digits.replace(/^0+(?=\d\d)/, '')])) gather(byEnd, end, id)
  }
  for (const [end, [id = '', ...more]] of byEnd) {
    if (more.length > 0 || ids.has(end)) continue
    const holder = holderKey('person', id)
    const isOthers = behindOtherLetters(id, end)
    const entry: Entry = { holder, strength: NAMED.number[end.length] ?? 0, said: id, number: true }
    if (BARE_ID.test(end)) addNumber(end, isOthers ? { ...entry, isOthers } : entry)
    else add(end, holder, NAMED.id * OF_NAMED.slip, id)
  }
}

/** What a word for a group and a letter may make besides, which is no group's (common practice, no source). */
const NO_GROUPS = new Set([...GROUP_WORDS, 'teams', 'groups', 'gruppen', 'grupos', 'gruppos', 'equipos', 'squadras', 'groepen'].map(looseKey))

/**
 * Groups as people shorten them, where no other may be meant: T2 and Gruppe 2 for Team 2, Team 7 for 07, Group A for A, and the first or the
 * last word of a name of several.
 */
function addShortGroups(groups: ReadonlySet<string>, groupWords: readonly string[], ruleWords: ReadonlySet<string>, add: Add): void {
  const shorts = new Map<string, string[]>()
  const before = [...new Set([...GROUP_WORDS, ...groupWords])]
  for (const group of [...groups].filter(one => /^\p{L}$/u.test(one))) {
    for (const word of before.filter(one => one.length > 3 || (one.length > 1 && groupWords.includes(one)))) {
      if (!NO_GROUPS.has(looseKey(word + group))) add(word + group, holderKey('group', group), NAMED.group, group)
    }
  }
  for (const group of groups) {
    const [, word = '', number] = /^(\p{L}*)[ _-]?0*(\d{1,3})$/u.exec(group) ?? []
    const words = group.split(/[\s_-]+/)
    const ends = words.length > 1 ? [words[0] ?? '', words.at(-1) ?? ''] : []
    const written = number === undefined ? [] : [number, number.padStart(2, '0')].flatMap(one => before.map(written => `${written}${one}`))
    const own = word === '' ? written : [`${[...word][0] ?? ''}${number}`, ...written]
    const spoken = [
      // a number so long is counted by nothing else
      ...own, ...ends.filter(end => /^(?:\p{L}{4,}|\d{3,})$/u.test(end) && !NO_GROUPS.has(looseKey(end)) && !isAddedWord(end)),
      // St Marys for "St. Mary's Youth Choir"
      ...words.slice(2).map((_, at) => words.slice(0, at + 2).join(' ')).filter(begun => looseKey(begun).length >= LEAST_BEGUN),
      ...singularsOf(group),
    ]
    const begun = shortened(group).map(looseKey).filter(short => !ruleWords.has(short))
    for (const short of new Set([...spoken.map(looseKey), ...begun])) gather(shorts, short, group)
  }
  const known = new Set([...groups].map(looseKey))
  for (const [short, [only = '', ...more]] of shorts) {
    if (more.length === 0 && !known.has(short)) add(short, holderKey('group', only), NAMED.given, only)
  }
}

/** The first words of a long name, of so many letters at least. */
const LEAST_BEGUN = 6

/** What a long name of one word is shortened to: Senioren for Seniorenkreis (common practice, no source). */
const shortened = (name: string): string[] =>
  (/^\p{L}{9,}$/u.test(name) ? beginningsOf(name, LEAST_BEGINNING, [...name].length - 2) : [])

const LEAST_BEGINNING = 5

/** A long name of one word by its beginning, where nothing else begins so: Bahnhofstr for Bahnhofstraße (common practice, no source). */
function addBegun(people: readonly Person[], entries: ReadonlyMap<string, readonly Entry[]>, add: Add): void {
  const begun = new Map<string, Person[]>()
  for (const person of people) {
    if (person.given !== '' || person.family !== '') continue
    for (const short of new Set(shortened(person.name).map(looseKey))) gather(begun, short, person)
  }
  const known = new Set(entries.keys())
  for (const [short, [only, ...more]] of begun) {
    if (only && more.length === 0 && !known.has(short)) add(short, holderKey('person', only.id), NAMED.given, only.name)
  }
}

/** A group's name in the singular, as people write of one of its parts: Klarinet for Klarinetten (common practice, no source). */
function singularsOf(group: string): string[] {
  if (!/^\p{L}{6,}$/u.test(group)) return []
  const stems = ['en', 'er', 'es', 'n', 's', 'e', 'i', 'y'].filter(end => group.endsWith(end)).map(end => group.slice(0, -end.length))
  return stems.flatMap(stem => (stem.at(-1) === stem.at(-2) ? [stem, stem.slice(0, -1)] : [stem]))
}

/** Endings that change, as loose keys, how many letters go, and what comes: Mäkisen for Mäkinen, Wójcickiego for Wójcicki, Kowalskiej, Dvorského. */
const GENITIVES = [['nen', 3, 'sen'], ['ki', 0, 'ego'], ['ska', 1, 'iej'], ['cka', 1, 'iej'], ['sky', 1, 'eho'], ['cky', 1, 'eho']] as const

/** Names as they stand before what is somebody's, "Lisas Referat", "Eetun päiväkirja", where nobody is called so (common practice, no source). */
function addGenitives(people: readonly Person[], entries: ReadonlyMap<string, readonly Entry[]>, add: Add): void {
  const known = new Set(entries.keys())
  for (const person of people) {
    const one = person.given === '' && person.family === ''
    for (const part of one ? ['name'] as const : ['given', 'family'] as const) {
      const name = looseKey(person[part])
      if (!/^\p{L}{3,}$/u.test(name) || /\s/.test(person[part].trim())) continue
      const own = GENITIVES.filter(([end]) => name.endsWith(end)).map(([, cut, instead]) => name.slice(0, name.length - cut) + instead)
      const forms = [`${name}s`, `${name}n`, ...own]
      const half = part === 'name' ? undefined : part
      for (const form of forms) if (!known.has(form)) add(form, holderKey('person', person.id), NAMED.given, person[part], half)
    }
  }
}

/** Endings that make a pet form of a given name: Piotrek, Hansi, Jantje; and those before which it loses its last vowel: Anita, Lenchen. */
const PET_ENDINGS = ['ek', 'us', 'cia', 'sia', 'chen', 'lein', 'i', 'y', 'ie', 'tje', 'ito', 'ita', 'inho', 'inha']

const PET_ENDINGS_CUT = ['chen', 'ito', 'ita', 'inho', 'inha']

const LEAST_PET_FORM = 5

/** Given names in their pet forms, where nobody is called so: who it may be, as long as no folder says more (common practice, no source). */
function addPetForms(people: readonly Person[], entries: ReadonlyMap<string, readonly Entry[]>, add: Add): void {
  const known = new Set(entries.keys())
  const forms = new Map<string, { holder: string, said: string }[]>()
  const told = new Map<string, { holder: string, said: string }[]>()
  const begunForms = new Set<string>()
  for (const { id, given } of people) {
    const first = given.split(/[\s-]/)[0] ?? ''
    const name = looseKey(first)
    for (const form of new Set(petNamesOf(given).map(looseKey))) gather(told, form, { holder: holderKey('person', id), said: first })
    if (!/^[a-z]{3,}$/.test(name)) continue
    // Bogi for Boglárka, Gabi for Gabriele
    const begun = [3, 4].filter(length => name.length >= length + 2 && /[bdfgklmnprstvz]$/.test(name.slice(0, length)))
      .flatMap(length => ['i', 'ie'].map(end => name.slice(0, length) + end))
    for (const form of begun) begunForms.add(form)
    const doubled = /[aeiou][bdglmnprt]$/.test(name) ? ['i', 'y', 'ie'].map(end => name + name.slice(-1) + end) : []
    const cut = /[aeiou]$/.test(name) ? PET_ENDINGS_CUT.map(end => name.slice(0, -1) + end) : []
    for (const form of new Set([...PET_ENDINGS.map(end => name + end), ...doubled, ...cut, ...begun])) {
      gather(forms, form, { holder: holderKey('person', id), said: first })
    }
  }
  const isForm = ([form]: [string, unknown]) => (form.length >= LEAST_PET_FORM || begunForms.has(form)) && !told.has(form)
  for (const [form, [only, ...more]] of [...told, ...[...forms].filter(isForm)]) {
    if (only && more.length === 0 && !known.has(form)) add(form, only.holder, NAMED.petForm, only.said, 'given')
  }
}

const LEAST_SHORT = 3

const MOST_SHORT = 5

/** The first letters of a name, as it is shortened; itself where it is no longer. */
const shortNamesOf = (name: string): string[] => beginningsOf(name, Math.min(LEAST_SHORT, [...name].length), MOST_SHORT)

/** In longer lists too many names begin alike. */
const MOST_CALLED_SHORT = 2000

/** Days and months that are shortened as names are. */
const NO_NAMES = new Set([...MONTH_WORDS.split('|'), ...WEEKDAY_WORDS.split('|')].map(looseKey))

/**
 * Given names by their beginning, Zach for Zachary, where nobody else's begins so or is called so; beside the family name or its first letter
 * wherever nobody is called both (common practice, no source).
 */
function addShortNames(people: readonly Person[], entries: ReadonlyMap<string, readonly Entry[]>, add: Add): void {
  const known = new Set(entries.keys())
  const shorts = new Map<string, { holder: string, said: string, whole: boolean }[]>()
  for (const { id, given, family, name, aliases } of people) {
    const words = name.split(/\s+/)
    const [first = '', last = ''] = given ? [wordsOf(given)[0] ?? given, family] : [words[0], words.length > 1 ? words.at(-1) : '']
    const holder = holderKey('person', id)
    for (const called of [first, ...aliases]) {
      for (const short of shortNamesOf(called)) {
        if (short !== called) gather(shorts, looseKey(short), { holder, said: called, whole: false })
        if (last) for (const more of [last, [...last][0] ?? '']) gather(shorts, looseKey(short + more), { holder, said: name, whole: true })
      }
    }
  }
  const isOthers = (short: string) => known.has(short) || NO_NAMES.has(short) || short.length < LEAST_SHORT
  for (const [short, [only, ...more]] of shorts) {
    if (!only || more.some(one => one.holder !== only.holder) || isOthers(short)) continue
    add(short, only.holder, only.whole ? NAMED.firstAndFamily : NAMED.given, only.said, only.whole ? 'short' : 'given')
  }
}

/** A given name or a pet form with the first letter of the family name, though with an s it is a genitive as well: Hanna S. */
function addWithLetter(people: readonly Person[], entries: Map<string, Entry[]>): void {
  const initials = new Map<string, { holder: string, said: string }[]>()
  for (const { id, given, family, name } of people) {
    const letter = given === '' ? '' : [...family][0] ?? ''
    const called = letter === '' ? [] : [wordsOf(given)[0] ?? given, ...petNamesOf(given)]
    for (const one of called) gather(initials, looseKey(one + letter), { holder: holderKey('person', id), said: name })
  }
  const isOneWord = ({ part, said }: Entry) => part === 'given' && !/[\s-]/.test(said)
  for (const [key, [only, ...more]] of initials) {
    if (!only || more.some(one => one.holder !== only.holder) || NO_NAMES.has(key) || !(entries.get(key) ?? []).every(isOneWord)) continue
    gather(entries, key, { ...only, strength: NAMED.initialAndFamily, part: 'short' })
  }
}

/**
 * The first letters of all words of a name, where nobody else has the same and they are nothing else: ZBL for Zoe Baker-Lee (common practice,
 * no source).
 */
function addInitials(people: readonly Person[], isTaken: (key: string) => boolean, add: Add): void {
  const initialsOf = (words: string) => words.split(/[\s-]+/).map(word => [...word][0] ?? '').join('')
  const byLetters = new Map<string, Set<string>>()
  // D&H for Dust & Honey
  const joined = new Set(people.flatMap(({ name }) => (/^\S+ & \S+$/.test(name) ? [looseKey(initialsOf(name))] : [])))
  for (const { id, given, family, name } of people) {
    const [before, behind] = given && family ? [given, family].map(initialsOf) : [initialsOf(name), '']
    for (const letters of new Set([`${before}${behind}`, `${behind}${before}`])) {
      const key = looseKey(letters)
      byLetters.set(key, (byLetters.get(key) ?? new Set()).add(id))
    }
  }
  for (const [letters, ids] of byLetters) {
    const [only = '', ...more] = ids
    const least = joined.has(letters) ? 2 : LEAST_SHORT
    if (more.length > 0 || letters.length < least || NO_NAMES.has(letters) || isTaken(letters)) continue
    add(letters, holderKey('person', only), NAMED.given, letters.toUpperCase(), 'letters')
  }
}

/** Whether a name is a firm's: a legal form or an "and" stands in it. */
const isFirm = ({ name, given, family }: Person): boolean =>
  given === '' && family === '' && (withoutForm(name) !== name || andForms(name).length > 1)

/** Names that are not divided with some neighbouring words by their first letters: SV GW Asel for SV Grün-Weiß Asel. */
function addShortenedWithin(people: readonly Person[], add: Add): void {
  for (const { id, given, family, name } of people) {
    if (given !== '' || family !== '') continue
    for (const part of shortenedWithin(withoutForm(name).split(/[\s-]+/))) add(part, holderKey('person', id), NAMED.family, part)
  }
}

/** A name's words with each run of neighbouring ones shortened to their first letters, as long as a whole word is left. */
function shortenedWithin(words: readonly string[]): string[] {
  if (words.length < 3 || words.length > MOST_SHORTENED) return []
  const shortened: string[] = []
  for (let from = 0; from < words.length - 1; from++) {
    for (let to = from + 2; to <= words.length; to++) {
      const rest = [...words.slice(0, from), ...words.slice(to)]
      if (!rest.some(word => word.length >= LEAST_SHORT)) continue
      const initials = words.slice(from, to).map(word => [...word][0] ?? '').join('')
      shortened.push([...words.slice(0, from), initials, ...words.slice(to)].join(' '))
    }
  }
  return shortened
}

const MOST_SHORTENED = 6

/** A name that is not divided: a firm's, which is often written without its legal form, or words that may be anything. */
function addLoneName(name: string, holder: string, add: Add): void {
  const bare = withoutForm(name.replace(TITLE, ''))
  // of "Ms Dunne" people write the name alone
  if (TITLE.test(name)) add(bare, holder, NAMED.family, bare)
  for (const written of andForms(bare)) if (written !== name) add(written, holder, NAMED.firstAndFamily, name)
  addUnparted(bare, holder, add)
  // of two who play or work together people write the first; a sign between them is no word
  const words = bare.split(/[\s/-]+/).filter(word => looseKey(word) !== '')
  // two neighbouring ones, or all behind the first
  const parts = words.length > 2 ? [...words.slice(1).map((_, at) => words.slice(at, at + 2)), words.slice(1)].map(some => some.join(' ')) : []
  for (const part of parts) add(part, holder, NAMED.family, part)
  const last = words.at(-1) ?? ''
  // of J. Frey, too
  if (words.length > 1 && words.slice(0, -1).every(word => /^\p{L}\.?$/u.test(word))) add(last, holder, NAMED.family, last)
  if (words.length > 1) {
    add([last, ...words.slice(0, -1)].join(' '), holder, NAMED.firstAndFamily, name)
    const initials = words.slice(0, -1).map(word => [...word][0] ?? '')
    const shorts = LETTER.test(last) ? [] : [initials.join(' '), initials[0] ?? '']
    for (const short of new Set(shorts)) add(`${short} ${last}`, holder, NAMED.initialAndFamily, name, 'short')
  }
  const [first = ''] = words
  if (words.length > 1 && LETTER_AND_FIGURE.test(first)) add(first, holder, NAMED.firstOfGiven, first, 'given')
  // final and draft tell a state, whoever is called so
  for (const word of wordsOf(bare).filter(one => !isAddedWord(one))) {
    // what a name begins with is what people are called by, and firms for short
    if (word === first && word.length > 3) add(word, holder, NAMED.firstOfGiven, word, 'given')
    else add(word, holder, NAMED.wordOfName, word, 'family')
  }
}

/** A letter alone; with an initial beside it, it is no name: SC is not Studio C. */
const LETTER = /^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}]$/u

/** R2 of R2 Crew. */
const LETTER_AND_FIGURE = /^(?:\p{Lu}\d|\d\p{Lu})$/u

/**
 * A whole name that nothing parts, in scripts that write them so: the family name stands first, of one sign or of two, and people write what is
 * behind it alone: 민준 for 김민준 (common practice, no source).
 */
function addUnparted(name: string, holder: string, add: Add): void {
  const signs = [...name]
  const [, family = '', given = ''] = HAN_AND_KANA.exec(name) ?? []
  if (family !== '') {
    add(family, holder, NAMED.family, family, 'family')
    add(given, holder, NAMED.given, given, 'given')
    return
  }
  if (signs.length < 3 || signs.length > 4 || !UNPARTED.test(name)) return
  for (const given of [signs.slice(1), signs.slice(2)]) if (given.length > 1) add(given.join(''), holder, NAMED.given, given.join(''), 'given')
  if (signs.length === 4) add(signs.slice(0, 2).join(''), holder, NAMED.family, signs.slice(0, 2).join(''), 'family')
}

/** A family name in one script and a given name in another: 高橋さくら. */
const HAN_AND_KANA = /^(\p{Script=Han}{1,4})([\p{Script=Hiragana}\p{Script=Katakana}ー]{2,6})$/u

const UNPARTED = new RegExp(`^[${EAST_ASIAN}]+$`, 'u')

/** Words of a name of several, long enough to say something. */
function wordsOf(name: string): string[] {
  const words = name.split(/[\s-]+/)
  return words.length < 2 ? [] : words.filter(word => word.length > 2 && !PARTICLES.has(word.toLowerCase()))
}
