import type { SlotStatus } from '#core/checking/report'
import { byCodeUnit } from '#core/text/order'
import { refTo } from '#core/brief/slots'
import type { CheckHead, RackCell, RackRow } from '#shared/answers'

/** What of a check is looked at: a holder, one of its pieces, one number of that. */
export interface Opening { holder: string, requirement?: string | undefined, n?: number | null | undefined }
export type RackOrder = 'open' | 'list' | 'name'

/** Which of the holders are looked at, and in which order. */
export interface RackChoice {
  only: SlotStatus | 'late' | null
  find: string
  order: RackOrder
  /** How a holder is shown: it is found by that, too. */
  sayName: (holder: string) => string
}

const isOpen = ({ status }: RackCell): boolean => status === 'missing' || status === 'to-fix'
const cellsOf = (row: RackRow): RackCell[] => Object.values(row.cells).flat()

/** How much a holder still owes. */
export const openOf = (row: RackRow): number => cellsOf(row).filter(isOpen).length

/** The holders of a check that fit a choice, in its order. */
export function chooseRows(rows: readonly RackRow[], head: CheckHead, { only, find, order, sayName }: RackChoice): RackRow[] {
  const people = new Map(head.people.map(person => [person.id, person]))
  const wanted = find.trim().toLowerCase()
  const chosen = rows.filter((row) => {
    const cells = cellsOf(row)
    if (only && !cells.some(cell => (only === 'late' ? cell.late : cell.status === only))) return false
    if (!wanted) return true
    return [sayName(row.holder), people.get(row.holder)?.group ?? '', ...cells.map(cell => cell.name ?? '')]
      .some(text => text.toLowerCase().includes(wanted))
  })
  if (order === 'list') return chosen
  if (order === 'open') return chosen.sort((a, b) => openOf(b) - openOf(a))
  // by family name where there is one
  const key = (holder: string) => {
    const person = people.get(holder)
    return (person?.family ? `${person.family} ${person.given}` : person?.name ?? holder).toUpperCase()
  }
  return chosen.sort((a, b) => byCodeUnit(key(a.holder), key(b.holder)))
}

/** Every open pigeonhole of the holders as they are shown, in reading order. */
function openHoles(rows: readonly RackRow[], head: CheckHead): Required<Opening>[] {
  return rows.flatMap(({ holder, cells }) => head.requirements.flatMap(({ id }) =>
    (cells[id] ?? []).filter(isOpen).map(({ n }) => ({ holder, requirement: id, n }))))
}

/**
 * The open pigeonhole before or behind what is looked at; from the end it goes round.
 *
 * @param by - 1: the next one, -1: the one before
 * @returns `null` where nothing else is open
 */
export function nextOpen(rows: readonly RackRow[], head: CheckHead, from: Opening | null, by: 1 | -1): Required<Opening> | null {
  const holes = openHoles(rows, head)
  if (holes.length === 0) return null
  const place = (one: Opening) => rows.findIndex(row => row.holder === one.holder) * 1e6
    + Math.max(0, head.requirements.findIndex(asked => asked.id === one.requirement)) * 1e3 + (one.n ?? 0)
  const here = from ? place(from) : by * -1e12
  const behind = holes.filter(one => (by > 0 ? place(one) > here : place(one) < here))
  const next = (by > 0 ? behind[0] : behind.at(-1)) ?? (by > 0 ? holes[0] : holes.at(-1)) ?? null
  return next && from && place(next) === here ? null : next
}

/** A pigeonhole's key among all of a page. */
export const holeKey = ({ holder, requirement, n }: Opening): string => JSON.stringify(refTo(requirement ?? '', holder, n))

/** What lists call their groups, in words whose plural is known. */
const GROUP_WORDS = ['group', 'team', 'crew', 'class', 'course', 'section', 'period', 'squad', 'firm', 'studio', 'form', 'department']

/** How many people and groups a check counts, in words, groups as the list calls them: "24 people and 6 crews". */
export function countHolders(rows: readonly RackRow[], head: CheckHead, heading = ''): string {
  const groupWord = GROUP_WORDS.includes(heading.toLowerCase()) ? heading.toLowerCase() : 'group'
  const people = new Set(head.people.map(person => person.id))
  const persons = rows.filter(row => people.has(row.holder)).length
  const groups = rows.length - persons
  return [
    ...(persons > 0 ? [persons === 1 ? '1 person' : `${persons} people`] : []),
    ...(groups > 0 ? [groups === 1 ? `1 ${groupWord}` : `${groups} ${groupWord}${groupWord.endsWith('s') ? 'es' : 's'}`] : []),
  ].join(' and ')
}
