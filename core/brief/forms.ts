import { titleOfValue } from './document'
import type { Requirement } from './types'
import type { Unit } from './units'
import type { FolderLevels } from '../names/levels'
import { fillFolder } from '../names/levels'
import type { HolderValues, NamePart } from '../names/parts'
import { fillTemplate, writtenParts } from '../names/parts'
import { valuesOf } from '../roster/values'
import { isFree } from '../names/fields/index'
import { fieldsOf } from '../names/template'
import type { Person } from '../roster/types'
import { ownOf } from '../text/own'

/** One accepted way to write a unit's file: name and folder filled with the same person's values. */
export interface UnitForm {
  /** `null`: any name. */
  name: NamePart[] | null
  /** `null`: anywhere. */
  folder: FolderLevels | null
}

/**
 * All accepted forms of a unit: one for each accepted template and, where a group owes and its members' own values are
 * asked for, each member. The first is what corrections use unless another lies nearer.
 */
export function formsOf(unit: Unit): readonly UnitForm[] {
  const kept = FORMS.get(unit)
  if (kept) return kept
  const forms = fillForms(unit)
  FORMS.set(unit, forms)
  return forms
}

/** Asked for again at every stage of a check; goes with its units. */
const FORMS = new WeakMap<Unit, UnitForm[]>()

function fillForms(unit: Unit): UnitForm[] {
  const { requirement } = unit
  const people = usesPerson(unit) ? unit.people : unit.people.slice(0, 1)
  return people.flatMap((person: Person): UnitForm[] => {
    const values = valuesIn(unit, person)
    const folder = fillFolder(requirement, values)
    if (requirement.names.length === 0) return [{ name: null, folder }]
    const { names, fields, strictness } = requirement
    return names.map(template => ({ name: writtenParts(fillTemplate(template, fields, values), strictness), folder }))
  })
}

/** What a requirement is called for one person. */
export function titleFor({ title, titles }: Requirement, person: Person): string {
  if (titles === null) return title
  const [value = ''] = [valuesOf(person, '')[titles.column] ?? ''].flat()
  return titleOfValue(titles.values, value) ?? title
}

/** One person's values in a unit's templates; a group that owes is its own name. */
export function valuesIn({ requirement, holder }: Unit, person: Person): HolderValues {
  const values = valuesOf(person, titleFor(requirement, person))
  return { ...values, ...loneName(person, requirement), ...(requirement.holder === 'group' ? { group: holder } : {}) }
}

/** Somebody with one name alone writes it where given and family name are asked for, and nothing else says who it is. */
function loneName({ given, family, name }: Person, { names, folder }: Requirement): HolderValues {
  if (given !== '' || family !== '' || name === '') return {}
  const used = fieldsOf(...names, ...folder ?? [])
  if (used.some(field => field === 'name' || field === 'id' || field === 'alias')) return {}
  if (used.includes('family')) return { family: name }
  return used.includes('given') ? { given: name } : {}
}

function usesPerson({ requirement, people }: Unit): boolean {
  return people.length > 1 && membersFields(requirement).length > 0
}

/** Columns that a group's names and folders take from one of its members. */
function membersFields({ names, folder, fields }: Requirement): string[] {
  return fieldsOf(...names, ...folder ?? []).filter(field => field !== 'group' && field !== 'title' && !isFree(ownOf(fields, field)))
}

/** Whether a group's piece is named, or lies, after one of its members, so that any other one's name is right as well. */
export function isByMember(unit: Unit): boolean {
  const kept = BY_MEMBER.get(unit)
  if (kept !== undefined) return kept
  const { requirement, people } = unit
  const fields = requirement.holder === 'group' ? membersFields(requirement) : []
  const byMember = fields.some(field => new Set(people.map(person => [valuesOf(person, '')[field] ?? ''].flat().join('|'))).size > 1)
  BY_MEMBER.set(unit, byMember)
  return byMember
}

/** Asked for again for every member. */
const BY_MEMBER = new WeakMap<Unit, boolean>()

/** After whom a unit's piece is named where somebody is told of it: after them, where any member will do, else after the first. */
export function namedAfter(unit: Unit, person: Person | undefined): { person: Person | undefined, form: UnitForm | undefined } {
  const at = person && isByMember(unit) ? Math.max(0, unit.people.findIndex(one => one.id === person.id)) : 0
  return { person: unit.people[at], form: formsOf(unit)[at * Math.max(1, unit.requirement.names.length)] }
}
