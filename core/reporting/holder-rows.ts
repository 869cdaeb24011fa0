import { gather } from '../text/gather'
import type { Person, Roster } from '../roster/types'
import { groupOf } from '../roster/values'
import { ownOf } from '../text/own'
import { slotKey } from '../brief/slots'
import { STATUS_WORDS } from '../wording/en/statuses'
import type { ReportFile, ReportSlot, SlotStatus } from '../checking/report'
import type { MeasuredColumn } from './measured'

/**
 * One row a person in the roster's order and with its columns, to paste into one's own list: counts, then a column a requirement.
 *
 * What a group owes stands in the row of each of its members.
 *
 * @param requirements - in the brief's order
 * @param measured - columns behind those, of each requirement; values of several pieces stand in one cell
 * @returns the header row, then one a person
 */
export function holderRows(
  roster: Roster, requirements: readonly { id: string, title: string, holder: 'person' | 'group' }[],
  slots: readonly ReportSlot[], measured: { columns: readonly MeasuredColumn[], files: readonly ReportFile[] } = { columns: [], files: [] },
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
  const header = [...columns.map(called), 'complete', 'right', 'to fix', 'missing', 'late', ...requirements.map(one => one.title), ...requirements
    .flatMap(one => measured.columns.map(column => `${one.title}: ${column.heading}`))]
  const placed = new Map<string, ReportFile>()
  for (const file of measured.files) if (file.slot && file.role === 'placed' && !placed.has(slotKey(file.slot))) placed.set(slotKey(file.slot), file)
  const measure = (pieces: readonly ReportSlot[]) => measured.columns.map(({ valueOf }) => {
    const values = pieces.flatMap(slot => placed.get(slotKey(slot)) ?? []).map(valueOf)
    return values.length === 1 ? values[0] ?? '' : values.join('; ')
  })
  return [header, ...roster.people.map((person) => {
    const own = requirements.map(one => bySubject.get(`${one.id}\n${one.holder === 'person' ? person.id : groupOf(person)}`)
      ?? [])
    const all = own.flat()
    const count = (status: SlotStatus) => all.filter(slot => slot.status === status).length
    const nothingOpen = count('to-fix') + count('missing') === 0 ? 'yes' : 'no'
    const complete = all.length === 0 ? '' : nothingOpen
    return [
      ...columns.map(column => valueOf(person, column)), complete, count('right'), count('to-fix'), count('missing'),
      all.filter(slot => slot.late).length, ...own.map(sayCell), ...own.flatMap(measure),
    ]
  })]
}

function sayCell(slots: readonly ReportSlot[]): string {
  const [only] = slots
  if (!only) return ''
  if (slots.length === 1) return STATUS_WORDS[only.status] + (only.late ? ', late' : '')
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
