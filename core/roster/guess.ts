import { guessColumns } from './columns'
import type { RosterMapping, RosterTable } from './read'

/** A list with its header row, and how its columns are read. */
export interface GuessedList { table: RosterTable, mapping: RosterMapping }

/**
 * Guesses how a list is to be read: whether it has a header row, what each column is, and how whole names are written.
 *
 * Page and command line read every list by this; on the page the guess can be mended.
 *
 * @param table - cells as they were brought, the first row taken for the header
 * @example
 * guessList(readTable(bytesOf('Marsh, Ada\nLind, Bo\n'))).mapping.nameOrder //=> 'family-given'
 */
export function guessList(match: RosterTable): GuessedList {
  const table = joinNames(match)
  const columns = guessColumns(table.header)
  const bare = columns.every(meaning => meaning === 'other')
  const guessed: GuessedList = bare ? guessBare(table) : { table, mapping: { columns: withMail(table, columns), nameOrder: 'whole' } }
  return { ...guessed, mapping: { ...guessed.mapping, nameOrder: guessOrder(guessed) } }
}

/** Under a single heading "Marsh, Ada" is one cell, though a comma parts the columns elsewhere. */
function joinNames(table: RosterTable): RosterTable {
  const parted = table.rows.filter(row => row.length === 2)
  if (table.header.length !== 1 || table.delimiter !== ',' || parted.length <= table.rows.length * MOST_COMMAS) return table
  return { ...table, rows: table.rows.map(row => [row.filter(Boolean).join(', ')]) }
}

/** A pasted list of bare names has no header row: what looks like a person is one. */
function guessBare(table: RosterTable): GuessedList {
  const rows = [table.header, ...table.rows]
  // a text that was taken apart at the comma of "Marsh, Ada" is one name a row
  const apart = table.delimiter === ',' && rows.every(row => row.length === 2 && row.every(isNameLike))
  const header = apart ? ['name'] : table.header.map((_, index) => (index === 0 ? 'name' : `column ${index + 1}`))
  const whole = apart ? rows.map(([family = '', given = '']) => [`${family}, ${given}`]) : rows
  const columns = header.map((_, index) => (index === 0 ? 'name' as const : 'other' as const))
  const named = { ...table, header, rows: whole }
  return { table: named, mapping: { columns: withMail(named, columns), nameOrder: 'whole' } }
}

function isNameLike(cell: string): boolean {
  return /^\p{Lu}[\p{L}\p{M}'’ .-]*$/u.test(cell)
}

/** Mail addresses show themselves, whatever their heading. */
function withMail(table: RosterTable, columns: readonly RosterMapping['columns'][number][]): RosterMapping['columns'] {
  const known = [...columns]
  table.header.forEach((_, index) => {
    const cells = table.rows.map(row => row[index] ?? '').filter(Boolean)
    const mails = cells.length > 0 && cells.every(cell => /^[^\s@]+@[^\s@]+$/.test(cell))
    if (known[index] === 'other' && !known.includes('email') && mails) known[index] = 'email'
  })
  return known
}

/** So many of the names must be written alike before a list is read so. */
const MOST_COMMAS = 0.5
const MOST_PLAIN = 0.8
const MOST_FIRMS = 0.2

/** How a single column of whole names is written. */
function guessOrder({ table, mapping: { columns } }: GuessedList): RosterMapping['nameOrder'] {
  if (!columns.includes('name') || columns.includes('family') || columns.includes('given')) return 'whole'
  const cells = table.rows.map(row => row[columns.indexOf('name')] ?? '').filter(Boolean)
  if (cells.length === 0) return 'whole'
  const share = (test: (cell: string) => boolean) => cells.filter(test).length / cells.length
  // most names with a comma: they stand as "Family, Given"
  if (share(cell => cell.includes(',')) > MOST_COMMAS) return share(isFirm) > MOST_FIRMS ? 'whole' : 'family-given'
  const plain = share(cell => /^\p{Lu}[\p{L}\p{M}'’-]+(?: [\p{L}\p{M}'’.-]+)+$/u.test(cell)) > MOST_PLAIN
  return plain && share(isFirm) <= MOST_FIRMS ? 'given-family' : 'whole'
}

const FIRM = new RegExp(`\\b(?:${[
  'ltd', 'inc', 'gmbh', 'ag', 's\\.?a\\.?', 'co', 'llc', 'kg', 'b\\.?v\\.?', 'works', 'studio', 'partners', 'associates', 'bros',
  '& \\w+', 'office', 'lab',
  'labs', 'company', 'group', 'institute', 'society', 'club', 'association',
].join('|')})\\b\\.?$`, 'i')

function isFirm(cell: string): boolean {
  return FIRM.test(cell)
}
