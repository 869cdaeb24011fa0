import type { RosterColumn } from '../names/roster-columns'
import { FIRMS, ROLES, ROSTER_COLUMNS } from '../names/roster-columns'
import { looseKey } from '../text/fold'

/** What a column of a brought list is. `role` and `status` only choose rows (OneRoster users.csv). */
export type ColumnMeaning = RosterColumn | 'role' | 'status' | 'other' | 'skip'

/** Heading words by meaning; those of the roster format itself come first in each line. */
const HEADINGS: readonly (readonly [meaning: ColumnMeaning, words: readonly string[]])[] = [
  ...ROSTER_COLUMNS.map(({ name, headings }) => [name, headings.map(looseKey)] as const), ['role', ['role']], ['status', ['status']],
]

const wordsOf = (name: RosterColumn): readonly string[] => HEADINGS.find(([meaning]) => meaning === name)?.[1] ?? []
const GIVEN = wordsOf('given')
const ROLES_AND_FIRMS = new Set<string>([...ROLES, ...FIRMS].map(looseKey))
const KNOWN = new Set(HEADINGS.flatMap(([, words]) => words))
/** Headings whose words stand in the order in which these names are written. */
const FAMILY_FIRST = new Set([
  'фио', 'піб', 'фамилияимяотчество', 'фамилияиимя', 'прізвищетаімя', 'прізвищеімяпобатькові', 'hoten', 'hovaten', 'teljesnev', 'nev',
  'tanuloneve', 'diakneve', 'hallgatoneve', 'tanulo', 'diak', 'hallgato',
])
/** Words of a heading that only say whose it is, as in "Name des Kindes" (common practice, no source). */
const WHOSE = new Set([
  ...wordsOf('name').filter(word => !['name', 'nom', 'naam', 'navn', 'namn', 'nimi', 'nafn', 'nama'].includes(word)),
  'students', 'pupils', 'schulers', 'schulerinnen', 'kindes', 'leerlings', 'kindern', 'ucznia', 'ucznow', 'zaka', 'studenta', 'studentow',
  'elevens', 'elevs', 'siswa',
  'oppilaan', 'opilase', 'teilnehmers', 'teilnehmenden', 'participants', 'alumnos', 'alumnado', 'eleves', 'studenti', 'alunni',
  'of', 'the', 'des', 'der', 'de', 'du', 'del', 'della', 'dello', 'di', 'do', 'da', 'van', 'het', 'l', 'd', 'la', 'el', 'le', 'your', 's',
])

/** A key without the letters that stand for accents: kurzel of kuerzel. */
export const withoutWritten = (key: string): string => key.replace(/(?<=[aou])e/g, '')

/** A heading as a key; of one that says whose it is besides, what is left without that. */
function keyOf(written: string): string {
  // "N.º", "N°" and "№" are numbers
  const heading = written.replace(/(?<=\p{L}\.?)[º°]/gu, 'o').replace(/№/g, 'No')
  const key = looseKey(heading)
  if (KNOWN.has(key)) return key
  // accents written out: Schueler
  const plain = withoutWritten(key)
  if (KNOWN.has(plain)) return plain
  const words = heading.split(/[^\p{L}\p{N}]+/u).map(looseKey).filter(Boolean)
  const left = words.filter(word => !WHOSE.has(word))
  const bare = left.join('')
  return left.length > 0 && left.length < words.length && KNOWN.has(bare) ? bare : key
}

/** Whether a word says that a group's name stands behind it. */
export const isGroupWord = (word: string): boolean => wordsOf('group').includes(looseKey(word))

/** Whether a heading says that firms stand under it. */
export const isOfFirms = (heading: string): boolean => (FIRMS as readonly string[]).includes(looseKey(heading))

/** Beside a word for the given name these mean the family name. */
const FAMILY = [...wordsOf('family'), 'name', 'nom', 'naam', 'navn', 'namn']
const AND = ['', 'and', 'und', 'et', 'y', 'e', 'en', 'i', 'a', 'og', 'och', 'ja', 'es', 'si', 'in', 'un', 'ir', 'eta', 'ac', 'и', 'та', 'και']

/**
 * In which order a heading of whole names says that they are written; `null`: it says nothing of it.
 *
 * @example
 * orderSaid('Nom et prénom') //=> 'family-given'
 */
export function orderSaid(heading: string): 'family-given' | 'given-family' | null {
  // "Name (Last, First)"
  const key = looseKey(heading).replace(/^(?:full|student)?name(?=last|first|given|family|surname)/, '')
  if (FAMILY_FIRST.has(key)) return 'family-given'
  if (KNOWN.has(key)) return null
  const begins = (words: readonly string[]) => words.filter(word => key.startsWith(word)).map(word => key.slice(word.length))
  const says = (first: readonly string[], second: readonly string[]) => begins(first).some(left => AND.some(and =>
    left.startsWith(and) && second.includes(left.slice(and.length))))
  if (says(FAMILY, GIVEN)) return 'family-given'
  return says(GIVEN, FAMILY) ? 'given-family' : null
}

/** Words for a group at the end of a longer one, as in Löschgruppe, werkgroep, Projektteam (common practice, no source). */
const GROUP_COMPOUND = /^\p{L}{3,}(?:gruppe|klasse|groep|grupp|gruppen|ryhma|team)$/u

/** Whether a heading of a few words says a group of some kind: "Lab group", "Groupe de TP" (common practice, no source). */
function endsWithGroup(heading: string): boolean {
  const words = heading.trim().split(/\s+/)
  const [first = '', second = ''] = words
  return words.length > 1 && words.length <= 4 && (isGroupWord(words.at(-1) ?? '') || (isGroupWord(first) && /^d[eiu]l?$/i.test(second)))
}

/**
 * Guesses what each column is from its heading, in several languages.
 *
 * `role` and `status` choose rows only in lists that carry `sourcedId`; elsewhere they are columns like any other.
 *
 * @example
 * guessColumns(['Vorname', 'Nachname', 'Boat']) //=> ['given', 'family', 'other']
 */
export function guessColumns(header: readonly string[]): ColumnMeaning[] {
  const keys = header.map(keyOf)
  const oneRoster = keys.includes('sourcedid')
  const taken = new Set<ColumnMeaning>()
  // a heading of both names is one of whole names
  const both = header.findIndex(heading => orderSaid(heading) !== null)
  const meanings: ColumnMeaning[] = keys.map((_, index) => (index === both ? 'name' : 'other'))
  if (both >= 0) taken.add('name')
  for (const [meaning, words] of HEADINGS) {
    if (taken.has(meaning) || ((meaning === 'role' || meaning === 'status') && !oneRoster)) continue
    // people are called by their own names where these stand there, not by their firm's or by whoever they work with
    const isOthers = (key: string) => meaning === 'name' && ROLES_AND_FIRMS.has(key) && (taken.has('given') || taken.has('family'))
    const rankOf = (key: string, index: number) => (meanings[index] === 'other' && !isOthers(key) ? words.indexOf(key) : -1)
    const ranked = keys.map((key, index) => ({ index, rank: rankOf(key, index) })).filter(({ rank }) => rank >= 0)
    // of several headings that mean the same, the one whose word comes first among them
    const best = ranked.reduce<typeof ranked[number] | null>((least, one) => (least && least.rank <= one.rank ? least : one), null)
    if (!best) continue
    meanings[best.index] = meaning
    taken.add(meaning)
  }
  const isGroup = (key: string, index: number) => meanings[index] === 'other' && (GROUP_COMPOUND.test(key) || endsWithGroup(header[index] ?? ''))
  const compound = taken.has('group') ? -1 : keys.findIndex(isGroup)
  if (compound >= 0) meanings[compound] = 'group'
  return meanings
}
