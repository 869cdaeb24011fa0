import { gather } from '../text/gather'
import type { Person, Roster } from '../roster/types'
import { ownOf } from '../text/own'
import type { ReportSlot, SlotStatus } from '../checking/report'

const WORDS: Record<SlotStatus, string> = { 'right': 'right', 'to-fix': 'to fix', 'missing': 'missing', 'waived': 'waived', 'absent': 'not sent' }

/**
 * One row a person in the roster's order and with its columns, to paste into one's own list: counts, then a column a requirement.
 *
 * What a group owes stands in the row of each of its members.
 *
 * @param requirements - in the brief's order
 * @returns the header row, then one a person
 */
export function holderRows(
  roster: Roster, requirements: readonly { id: string, title: string, holder: 'person' | 'group' }[],
  slots: readonly ReportSlot[],
): (string | number)[][] {
  const bySubject = new Map<string, ReportSlot[]>()
  for (const slot of slots) {
    const key = `${slot.requirement}\n${slot.holder}`
    gather(bySubject, key, slot)
  }
  // a full name that is only put together from the two parts is no column of the list
  const whole = roster.people.some(person => person.given === '' || person.family === '')
  const columns = roster.columns.filter(column => column !== 'alias' && (column !== 'name' || whole)
    && roster.people.some(person => valueOf(person, column) !== ''))
  const called = (column: string) => ownOf(roster.headings ?? {}, column) ?? column
  const header = [...columns.map(called), 'complete', 'right', 'to fix', 'missing', 'late', ...requirements.map(one => one.title)]
  return [header, ...roster.people.map((person) => {
    const own = requirements.map(one => bySubject.get(`${one.id}\n${one.holder === 'person' ? person.id : person.group.trim().normalize('NFC')}`)
      ?? [])
    const all = own.flat()
    const count = (status: SlotStatus) => all.filter(slot => slot.status === status).length
    const nothingOpen = count('to-fix') + count('missing') === 0 ? 'yes' : 'no'
    const complete = all.length === 0 ? '' : nothingOpen
    return [
      ...columns.map(column => valueOf(person, column)), complete, count('right'), count('to-fix'), count('missing'),
      all.filter(slot => slot.late).length, ...own.map(sayCell),
    ]
  })]
}

function sayCell(slots: readonly ReportSlot[]): string {
  const [only] = slots
  if (!only) return ''
  if (slots.length === 1) return WORDS[only.status] + (only.late ? ', late' : '')
  const done = slots.filter(slot => slot.status === 'right' || slot.status === 'waived').length
  const late = slots.filter(slot => slot.late).length
  return `${done} of ${slots.length}${late > 0 ? `, ${late} late` : ''}`
}

function valueOf(person: Person, column: string): string {
  if (column === 'id' || column === 'given' || column === 'family' || column === 'name' || column === 'group' || column === 'email') {
    return person[column]
  }
  return ownOf(person.fields, column) ?? ''
}
