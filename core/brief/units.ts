import { gather } from '../text/gather'
import type { Person, Roster } from '../roster/types'
import { groupOf } from '../roster/values'
import { byCodeUnit } from '../text/order'
import { inListWords } from './list-words'
import type { Brief, BriefException, Requirement } from './types'

/** One requirement owed by one holder: one slot, or several numbered ones. */
export interface Unit {
  /** Position in the list, for quick look-up. */
  index: number
  requirement: Requirement
  /** Roster id, or group name. */
  holder: string
  /** The person, or all members of the group. */
  people: readonly Person[]
  /** False where this holder need not hand it in; files may still fit it. */
  owed: boolean
  /** UTC ms */
  due: number | null
  /** UTC ms until which a file sent again, after one in time, is not late. */
  correctBy: number | null
}

/** All units of a brief, holders in roster order (groups in code-unit order), requirements in the brief's order. */
export interface UnitList {
  units: Unit[]
  /** People who have no group where a group owes something. */
  peopleWithoutGroup: number
}

/** More files than this are not asked for at once: a slip in a count must not fill the memory. */
const MOST_ASKED = 5_000_000

/**
 * Lists who owes what.
 *
 * @param stated - from `readBrief`; a unit's rule calls columns as every list does, see `inListWords`
 * @param roster - from `readRoster`
 * @throws RangeError where the brief asks for more than five million files
 */
export function listUnits(stated: Brief, roster: Roster): UnitList {
  const brief = inListWords(stated, roster)
  const asked = brief.requirements.reduce((sum, { count }) => sum + roster.people.length * Math.max(1, count.from), 0)
  if (asked > MOST_ASKED) throw new RangeError(
    `The brief asks ${roster.people.length} people for up to ${asked} files; at most ${MOST_ASKED} can be asked for. Is a count too large?`,
  )
  const groups = new Map<string, Person[]>()
  for (const person of roster.people) {
    const group = groupOf(person)
    if (group === '') continue
    gather(groups, group, person)
  }
  const sortedGroups = [...groups].sort((a, b) => byCodeUnit(a[0], b[0]))
  const owners = brief.requirements.map(({ owedBy }) => owedBy && { groups: new Set(owedBy.groups), people: new Set(owedBy.people) })
  const exceptions = indexExceptions(brief.exceptions)
  const units: Unit[] = []
  const add = (requirement: Requirement, position: number, holder: string, people: readonly Person[], person: Person | null, group: string) => {
    const owner = owners[position]
    const chosen = !owner || owner.groups.has(group) || (person !== null && owner.people.has(person.id))
    const fitting = exceptions(person?.id ?? null, group, requirement.id)
    units.push({
      index: units.length, requirement, holder, people,
      owed: fitting.find(one => one.owed !== null)?.owed ?? chosen,
      due: fitting.find(one => one.due !== null)?.due ?? requirement.due,
      correctBy: fitting.find(one => one.correctBy !== null)?.correctBy ?? requirement.correctBy,
    })
  }
  for (const person of roster.people) {
    const group = groupOf(person)
    brief.requirements.forEach((requirement, position) => {
      if (requirement.holder === 'person') add(requirement, position, person.id, [person], person, group)
    })
  }
  for (const [group, members] of sortedGroups) {
    brief.requirements.forEach((requirement, position) => {
      if (requirement.holder === 'group') add(requirement, position, group, members, null, group)
    })
  }
  const groupsOwe = brief.requirements.some(({ holder }) => holder === 'group')
  return { units, peopleWithoutGroup: groupsOwe ? roster.people.filter(person => person.group.trim() === '').length : 0 }
}

/** Exceptions that hold for a holder, the one that counts first: person before group, one requirement before all. */
function indexExceptions(exceptions: readonly BriefException[]): (person: string | null, group: string, requirement: string) => BriefException[] {
  if (exceptions.length === 0) return () => []
  const byKey = new Map<string, BriefException[]>()
  for (const exception of exceptions) {
    const key = `${exception.for.person === undefined ? 'g' : 'p'}\n${exception.for.person ?? exception.for.group}\n${exception.requirement ?? ''}`
    gather(byKey, key, exception)
  }
  return (person, group, requirement) => [
    ...(person === null ? [] : [`p\n${person}\n${requirement}`, `p\n${person}\n`]),
    ...(group === '' ? [] : [`g\n${group}\n${requirement}`, `g\n${group}\n`]),
  ].flatMap(key => byKey.get(key) ?? [])
}
