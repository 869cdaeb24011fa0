import type { RosterColumn } from '../names/roster-columns'
import { ROSTER_COLUMNS } from '../names/roster-columns'
import { looseKey } from '../text/fold'

/** What a column of a brought list is. `role` and `status` only choose rows (OneRoster users.csv). */
export type ColumnMeaning = RosterColumn | 'role' | 'status' | 'other' | 'skip'

/** Heading words by meaning; those of the roster format itself come first in each line. */
const HEADINGS: readonly (readonly [meaning: ColumnMeaning, words: readonly string[]])[] = [
  ...ROSTER_COLUMNS.map(({ name, headings }) => [name, headings.map(looseKey)] as const), ['role', ['role']], ['status', ['status']],
]

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
  const meanings: ColumnMeaning[] = keys.map(() => 'other')
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
