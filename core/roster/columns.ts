import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'

/** What a column of a brought list is. `role` and `status` only choose rows (OneRoster users.csv). */
export type ColumnMeaning = 'id' | 'given' | 'family' | 'name' | 'group' | 'email' | 'alias' | 'role' | 'status' | 'other' | 'skip'

/** Header words, folded and without separators. Exact names of the roster format come first in each line. */
const WORDS: Record<Exclude<ColumnMeaning, 'other' | 'skip'>, readonly string[]> = {
  id: ['id', 'sourcedid', 'personid', 'number', 'no', 'nr', 'matriculation', 'memberid', 'kennung', 'matricula', 'numero'],
  given: ['given', 'givenname', 'firstname', 'first', 'forename', 'vorname', 'prenom', 'nombre', 'nome', 'fornavn', 'fornamn', 'voornaam', 'imie'],
  family: ['family', 'familyname', 'lastname', 'last', 'surname', 'nachname', 'familienname', 'nomdefamille', 'apellido', 'apellidos', 'cognome', 'sobrenome', 'etternavn', 'efternamn', 'achternaam', 'nazwisko'],
  name: ['name', 'fullname', 'displayname', 'person', 'participant', 'organisation', 'organization', 'firm', 'company', 'teilnehmer', 'firma', 'nom', 'naam'],
  group: ['group', 'team', 'crew', 'class', 'course', 'section', 'gruppe', 'klasse', 'groupe', 'grupo', 'gruppo', 'grupa'],
  email: ['email', 'mail', 'emailaddress', 'mailaddress'],
  alias: ['alias', 'aliases', 'othernames', 'nickname', 'spitzname', 'goesby'],
  role: ['role'],
  status: ['status'],
}

/** Words a roster field goes by as a heading, itself left out. */
export function headingWords(field: string): readonly string[] {
  return ownOf<readonly string[]>(WORDS, field) ?? []
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
  const found: ColumnMeaning[] = keys.map(() => 'other')
  // two rounds, so that an exact heading wins over a synonym that stands before it
  for (const depth of [2, Infinity]) {
    keys.forEach((key, index) => {
      if (found[index] !== 'other') return
      for (const [meaning, words] of Object.entries(WORDS) as [Exclude<ColumnMeaning, 'other' | 'skip'>, readonly string[]][]) {
        if ((meaning === 'role' || meaning === 'status') && !oneRoster) continue
        if (words.slice(0, depth).includes(key) && !taken.has(meaning)) {
          found[index] = meaning
          taken.add(meaning)
          return
        }
      }
    })
  }
  return found
}
