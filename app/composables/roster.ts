import { notePeople } from '#core/roster/read'
import type { Person, RosterNote } from '#core/roster/types'

/** Warnings about a list as it stands, however it was made. */
export function noteRoster(people: readonly Person[]): RosterNote[] {
  return people.length === 0 ? [] : notePeople(people)
}
