import type { RosterColumn } from '../names/roster-columns'
import { ROSTER_COLUMNS } from '../names/roster-columns'
import { looseKey } from '../text/fold'

/** What a column of a brought list is. `role` and `status` only choose rows (OneRoster users.csv). */
export type ColumnMeaning = RosterColumn | 'role' | 'status' | 'other' | 'skip'

/** Heading words by meaning; those of the roster format itself come first in each line. */
const HEADINGS: readonly (readonly [meaning: ColumnMeaning, words: readonly string[]])[] = [
  ...ROSTER_COLUMNS.map(({ name, headings }) => [name, headings.map(looseKey)] as const), ['role', ['role']], ['status', ['status']],
]

const wordsOf = (name: RosterColumn): readonly string[] => HEADINGS.find(([meaning]) => meaning === name)?.[1] ?? []
const GIVEN = wordsOf('given')
const KNOWN = new Set(HEADINGS.flatMap(([, words]) => words))
/** Beside a word for the given name these mean the family name. */
const FAMILY = [...wordsOf('family'), 'name', 'nom', 'naam', 'navn', 'namn']
const AND = ['', 'and', 'und', 'et', 'y', 'e', 'en', 'i', 'a', 'og', 'och', 'ja', 'es', 'si', 'и', 'та', 'και']

/**
 * In which order a heading of whole names says that they are written; `null`: it says nothing of it.
 *
 * @example
 * orderSaid('Nom et prénom') //=> 'family-given'
 */
export function orderSaid(heading: string): 'family-given' | 'given-family' | null {
  // "Name (Last, First)"
  const key = looseKey(heading).replace(/^(?:full|student)?name(?=last|first|given|family|surname)/, '')
  if (KNOWN.has(key)) return null
  const begins = (words: readonly string[]) => words.filter(word => key.startsWith(word)).map(word => key.slice(word.length))
  const says = (first: readonly string[], second: readonly string[]) => begins(first).some(left => AND.some(and =>
    left.startsWith(and) && second.includes(left.slice(and.length))))
  if (says(FAMILY, GIVEN)) return 'family-given'
  return says(GIVEN, FAMILY) ? 'given-family' : null
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
  const keys = header.map(looseKey)
  const oneRoster = keys.includes('sourcedid')
  const taken = new Set<ColumnMeaning>()
  // a heading of both names is one of whole names
  const both = header.findIndex(heading => orderSaid(heading) !== null)
  const meanings: ColumnMeaning[] = keys.map((_, index) => (index === both ? 'name' : 'other'))
  if (both >= 0) taken.add('name')
  // two rounds, so that an exact heading wins over a synonym that stands before it
  for (const depth of [2, Infinity]) {
    keys.forEach((key, index) => {
      if (meanings[index] !== 'other') return
      for (const [meaning, words] of HEADINGS) {
        if ((meaning === 'role' || meaning === 'status') && !oneRoster) continue
        if (words.slice(0, depth).includes(key) && !taken.has(meaning)) {
          meanings[index] = meaning
          taken.add(meaning)
          return
        }
      }
    })
  }
  return meanings
}
