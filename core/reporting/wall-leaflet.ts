import type { ListColumns } from '../brief/list-words'
import type { Brief } from '../brief/types'
import { listUnits } from '../brief/units'
import { MADE_UP } from '../names/placeholders'
import type { Person } from '../roster/types'
import { ownOf } from '../text/own'
import { writeLeaflet } from './leaflet'
import type { LeafletInput, LeafletLine } from './leaflet-letter'
import { writeLeafletLetter } from './leaflet-letter'

/** Somebody of no list, with something in each of its columns: the column's own name where nothing better is known. */
export function madeUpPerson(columns: readonly string[]): Person {
  const { id = '', given = '', family = '', name = '', group = '', email = '' } = MADE_UP
  const fields = Object.fromEntries(columns.map(column => [column, ownOf(MADE_UP, column) ?? column]))
  return { id, given, family, name, group, email, aliases: [], fields }
}

/**
 * The rule as one page for a wall: names with made-up values in place of anybody's, and what is to be known of each piece.
 *
 * @param brief - asked of anybody here, whoever it is asked of
 * @returns lines; the second says that whoever the names show does not exist
 */
export function writeWallLeaflet(
  brief: Brief, list: ListColumns, input: Pick<LeafletInput, 'title' | 'noteOf' | 'said' | 'sayTime'>,
): LeafletLine[] {
  const person = madeUpPerson(list.columns)
  const everybody = { ...brief, exceptions: [], requirements: brief.requirements.map(one => ({ ...one, owedBy: null })) }
  const pieces = writeLeaflet(listUnits(everybody, { ...list, people: [person] }).units)
  const { lines } = writeLeafletLetter({
    ...input, holder: { name: '', group: person.group }, pieces, link: null,
    words: { greeting: '', before: '', after: '', signature: '', where: '' },
  })
  return [{ kind: 'title', text: input.title }, { kind: 'text', text: input.said.madeUp(person.name, person.group) }, ...lines.slice(1)]
}
