import type { HolderValues } from '../names/parts'
import type { Person } from './types'

/** The values a template can use of a person, the group name being the holder's own where a group owes. */
export function valuesOf(person: Person, title: string): HolderValues {
  return {
    ...person.fields,
    id: person.id, given: person.given, family: person.family, name: person.name, group: person.group, email: person.email,
    alias: person.aliases, title,
  }
}
