import type { SlotStatus } from '#core/checking/report'
import { isFindingCode } from '#core/findings/codes'
import { sayPart } from '#core/wording/en/differences'
import { shortOf } from '#core/wording/index'
import { byCodeUnit } from '#core/text/order'
import { refTo } from '#core/brief/slots'
import type { CheckHead, RackCell, RackRow } from '#shared/answers'

/** What of a check is looked at: a holder, one of its pieces, one number of that. */
export interface Opening { holder: string, requirement?: string | undefined, n?: number | null | undefined }
export type RackOrder = 'open' | 'list' | 'name'

/** One kind of mistake: of one requirement, with one code, and where it is one of names in one part of them. */
export interface Mistake { requirement: string, code: string, part: string }

/** Which of the holders are looked at, and in which order. */
export interface RackChoice {
  only: SlotStatus | 'late' | null
  mistake: Mistake | null
  find: string
  order: RackOrder
  /** How a holder is shown: it is found by that, too. */
  sayName: (holder: string) => string
}

/** Whether a pigeonhole is one of those that are looked for. */
export function isWanted(requirement: string, cell: RackCell, only: RackChoice['only'], mistake: Mistake | null): boolean {
  if (only && !(only === 'late' ? cell.late : cell.status === only)) return false
  if (mistake === null) return true
  return mistake.requirement === requirement && cell.codes.some(code => code === mistake.code)
    && (mistake.part === '' || cell.parts.includes(mistake.part))
}

const isOpen = ({ status }: RackCell): boolean => status === 'missing' || status === 'to-fix'
const cellsOf = (row: RackRow): RackCell[] => Object.values(row.cells).flat()

/** How much a holder still owes. */
export const openOf = (row: RackRow): number => cellsOf(row).filter(isOpen).length

/** The holders of a check that fit a choice, in its order. */
export function chooseRows(rows: readonly RackRow[], head: CheckHead, { only, mistake, find, order, sayName }: RackChoice): RackRow[] {
  const people = new Map(head.people.map(person => [person.id, person]))
  const wanted = find.trim().toLowerCase()
  const chosen = rows.filter((row) => {
    const cells = cellsOf(row)
    if (!Object.entries(row.cells).some(([requirement, holes]) => holes.some(cell => isWanted(requirement, cell, only, mistake)))) return false
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

/** A kind of mistake in few words, with the part of the name it is made in. */
export function sayMistake({ code, part }: Mistake): string {
  if (part !== '') return `the ${sayPart(part)} in the name`
  return `“${isFindingCode(code) ? shortOf(code) : code}”`
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
