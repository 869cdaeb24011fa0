import { fieldsOf } from '../names/template'
import type { Person, Roster } from '../roster/types'
import { groupOf, valueIn, valuesOf } from '../roster/values'
import type { BriefDocument, RequirementDocument } from './document'
import { titleOfDocument } from './document'
import { columnMeant } from './list-words'
import type { Brief } from './types'
import type { Unit } from './units'
import { listUnits } from './units'

/** A brief as one person may see it. */
export interface OwnBrief { document: BriefDocument, roster: Roster, units: Unit[] }

/**
 * Cuts a brief and its list to one person: what they or their group owe, with their own times, and nobody else but the names of their own
 * group where it owes something together.
 *
 * @param document - the whole document that `brief` was read from
 * @param id - roster id
 * @returns `null` where nobody of the list has this id
 */
export function cutToPerson(document: BriefDocument, brief: Brief, roster: Roster, id: string): OwnBrief | null {
  const person = roster.people.find(one => one.id === id)
  if (!person) return null
  const group = groupOf(person)
  const members = group === '' ? [] : roster.people.filter(one => one.id !== id && groupOf(one) === group)
  const whole = listUnits(brief, { ...roster, people: roster.people.filter(one => one.id === id || members.includes(one)) }).units
  const units = whole.filter(unit => unit.owed && (unit.requirement.holder === 'person' ? unit.holder === id : unit.holder === group))
  const byRequirement = new Map(units.map(unit => [unit.requirement.id, unit]))
  const requirements = document.requirements.flatMap((one) => {
    const unit = byRequirement.get(one.id)
    return unit ? [ownRequirement(one, unit, column => valueIn(valuesOf(person, ''), columnMeant(roster, column)))] : []
  })
  const { exceptions: _, ...rest } = document
  return {
    document: { ...rest, requirements }, units,
    roster: { ...roster, people: [person, ...membersShown(units, members)] },
  }
}

/** The last time at which each unit is taken, grace and corrections included; `null`: always. UTC ms. */
export function lastTimes(units: readonly Unit[]): (number | null)[] {
  return units.map(({ due, correctBy, requirement: { grace } }) => (due === null ? null : Math.max(due + grace, correctBy ?? 0)))
}

/** A requirement with this person's own title and times, and without who else owes it. */
function ownRequirement(
  { owedBy: _, title, ...rest }: RequirementDocument, { due, correctBy }: Unit, value: (column: string) => string,
): RequirementDocument {
  return {
    ...rest,
    ...(title === undefined ? {} : { title: titleOfDocument({ id: rest.id, title }, value) }),
    ...(due === null ? {} : { due: new Date(due).toISOString() }),
    ...(correctBy === null ? {} : { correctBy: new Date(correctBy).toISOString() }),
  }
}

/** Of the others in the group what its names are made of, where the group owes something. */
function membersShown(units: readonly Unit[], members: readonly Person[]): Person[] {
  const owed = units.filter(unit => unit.requirement.holder === 'group').map(unit => unit.requirement)
  if (owed.length === 0) return []
  const used = new Set(owed.flatMap(({ names, folder }) => fieldsOf(...names, ...folder ?? [])))
  return members.map(({ id, given, family, name, group, aliases, fields }, at) => ({
    id: used.has('id') ? id : `member-${at + 2}`, given, family, name, group, email: '', aliases: used.has('alias') ? aliases : [],
    fields: Object.fromEntries(Object.entries(fields).filter(([column]) => used.has(column))),
  }))
}
