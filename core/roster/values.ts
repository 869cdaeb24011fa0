import type { HolderValues } from '../names/parts'
import { ownOf } from '../text/own'
import type { Person } from './types'

/** The values a template can use of a person, the group name being the holder's own where a group owes. */
export function valuesOf(person: Person, title: string): HolderValues {
  return {
    ...person.fields,
    id: person.id, given: person.given, family: person.family, name: person.name, group: person.group, email: person.email,
    alias: person.aliases, title,
  }
}

/** What a holder's values say in a column, the first where there are several; empty where they say nothing. */
export const valueIn = (values: HolderValues, column: string): string => [ownOf(values, column) ?? ''].flat()[0] ?? ''

/** The group somebody belongs to, as a holder is called; empty where they have none. */
export const groupOf = (person: Pick<Person, 'group'>): string => person.group.trim().normalize('NFC')

/** All that somebody is called. */
export const namesOf = ({ name, given, family, aliases }: Pick<Person, 'name' | 'given' | 'family' | 'aliases'>): string[] =>
  [name, given, family, ...aliases]
