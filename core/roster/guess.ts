import { withoutForm } from '../names/company-forms'
import { looseKey } from '../text/fold'
import { showText } from '../text/show'
import type { ColumnMeaning } from './columns'
import { guessColumns, isGroupWord, isOfFirms, orderSaid, withoutWritten } from './columns'
import type { RosterMapping, RosterTable } from './read'
import { EAST_ASIAN } from '../text/scripts'

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
  const table = joinSurnames(joinParticles(joinLast(joinNames(wholeIds(withoutTitle(match))))))
  const columns = guessColumns(table.header)
  const bare = columns.every(meaning => meaning === 'other')
  const guessed: GuessedList = bare
    ? guessBare(table)
    : withPerson({ table, mapping: { columns: withMail(table, withCodes(table, columns)), nameOrder: 'whole' } })
  const told = withNumber(withoutRepeated(withFamily(guessed)))
  return { ...told, mapping: { ...told.mapping, nameOrder: guessOrder(told) } }
}

const note = (table: RosterTable, message: string, row: number | null = null): RosterTable => ({
  ...table, notes: [...table.notes ?? [], { level: 'warning', row, message }],
})

/** Lines above the header, which say what the list is: one cell filled, and a header below. */
function withoutTitle(table: RosterTable): RosterTable {
  for (let skipped = 0; skipped < 3; skipped++) {
    const above = [table.header, ...table.rows.slice(0, skipped)]
    const header = table.rows[skipped]
    if (!header || header.filter(Boolean).length < 2 || above.some(row => row.filter(Boolean).length > 1)) return table
    if (guessColumns(header).every(meaning => meaning === 'other')) continue
    const title = above.map(row => row.find(Boolean) ?? '').filter(Boolean).join(' ')
    return note({ ...table, header, rows: table.rows.slice(skipped + 1) }, `"${showText(title)}" stands above the header and was left out`)
  }
  return table
}

/** Numbers that a spreadsheet wrote as 1.0, 2.0 are 1 and 2. */
function wholeIds(table: RosterTable): RosterTable {
  const column = guessColumns(table.header).indexOf('id')
  const ids = column < 0 ? [] : table.rows.map(row => row[column] ?? '').filter(Boolean)
  if (ids.length === 0 || !ids.every(id => /^\d+[.,]0$/.test(id))) return table
  const rows = table.rows.map(row => row.map((cell, index) => (index === column ? cell.replace(/[.,]0$/, '') : cell)))
  return note({ ...table, rows }, `ids such as "${showText(ids[0] ?? '')}" were read as whole numbers`)
}

/** "Marsh, Ada" without quotation marks in the last column gives every row one cell more than the header. */
function joinLast(table: RosterTable): RosterTable {
  const { header, rows, delimiter } = table
  const last = header.length - 1
  if (delimiter !== ',' || last < 1 || guessColumns(header)[last] !== 'name' || rows.length === 0) return table
  if (!rows.every(row => row.length === header.length + 1 && row.slice(last).every(isNameLike))) return table
  return { ...table, rows: rows.map(row => [...row.slice(0, last), row.slice(last).join(', ')]) }
}

/** A column of what stands before family names, as lists in Dutch have it, belongs to them. */
function joinParticles(table: RosterTable): RosterTable {
  const particle = table.header.findIndex(heading => /^(?:tussenvoegsels?|voorvoegsels?)$/.test(looseKey(heading)))
  const family = guessColumns(table.header).indexOf('family')
  if (particle < 0 || family < 0) return table
  const without = (row: readonly string[]) => row.filter((_, index) => index !== particle)
  const joined = (row: readonly string[]) => row.map((cell, index) => (index === family ? [row[particle], cell].filter(Boolean).join(' ') : cell))
  return { ...table, header: without(table.header), rows: table.rows.map(row => without(joined(row))) }
}

/** Two family names in columns of their own, as lists in Spanish have them, are one: it stands in a further column, behind the others. */
function joinSurnames(table: RosterTable): RosterTable {
  const at = (pattern: RegExp) => table.header.findIndex(heading => pattern.test(looseKey(heading)))
  const [first, second] = [at(/^(?:apellido1|1apellido|primerapellido|apellidopaterno)$/), at(/^(?:apellido2|2apellido|segundoapellido|apellidomaterno)$/)]
  if (first < 0 || second < 0 || at(/^apellidos$/) >= 0) return table
  const joined = (row: readonly string[]) => [...row, [row[first], row[second]].filter(Boolean).join(' ')]
  return { ...table, header: [...table.header, 'Apellidos'], rows: table.rows.map(joined) }
}

/** Under a single heading "Marsh, Ada" is one cell, though a comma parts the columns elsewhere. */
function joinNames(table: RosterTable): RosterTable {
  const parted = table.rows.filter(row => row.length === 2)
  if (table.header.length !== 1 || table.delimiter !== ',' || parted.length <= table.rows.length * MOST_COMMAS) return table
  return { ...table, rows: table.rows.map(row => [row.filter(Boolean).join(', ')]) }
}

/** A single column in which rows such as "Class 5b" stand above the people of each group; `null`: it is none. */
function underGroups({ header, rows, ...table }: RosterTable): GuessedList | null {
  const all = [header, ...rows]
  const groupIn = ([cell = '', ...more]: readonly string[]) => {
    const [, word = '', name = ''] = /^(\p{L}+) (\S{1,6})$/u.exec(cell) ?? []
    return more.every(one => one === '') && isGroupWord(word) && /\d|^\p{L}$/u.test(name) ? name : null
  }
  const groups = all.filter(row => groupIn(row) !== null).length
  if (groups < 2 || groupIn(header) === null || groups * 2 > all.length) return null
  let group = ''
  const people = all.flatMap((row) => {
    const named = groupIn(row)
    if (named !== null) group = named
    return named === null ? [[row[0] ?? '', group]] : []
  })
  const named = { ...table, header: ['name', 'group'], rows: people }
  const said = `Rows such as "${showText(header[0] ?? '')}" were taken for the groups of the people below them: look whether that is right`
  const told = note(named, said)
  return { table: told, mapping: { columns: ['name', 'group'], nameOrder: 'whole' } }
}

/** Codes under a heading such as Student, beside given and family names, are ids and no whole names. */
function withCodes({ rows }: RosterTable, columns: readonly ColumnMeaning[]): ColumnMeaning[] {
  const at = columns.indexOf('name')
  const cells = rows.map(row => row[at] ?? '').filter(Boolean)
  const areCodes = cells.length > 1 && cells.every(cell => /^(?=\S*\d)\S+$/.test(cell)) && new Set(cells).size === cells.length
  const isBeside = columns.includes('given') && columns.includes('family') && !columns.includes('id')
  return columns.map((meaning, column) => (column === at && areCodes && isBeside ? 'id' : meaning))
}

/** A pasted list of bare names has no header row: what looks like a person is one, what stands above other things is none. */
function guessBare(table: RosterTable): GuessedList {
  const grouped = underGroups(table)
  if (grouped) return grouped
  const headed = underUnknown(table)
  if (headed) return headed
  const rows = [table.header, ...table.rows]
  // a text that was taken apart at the comma of "Marsh, Ada" is one name a row
  const apart = table.delimiter === ',' && rows.every(row => row.length === 2 && row.every(isNameLike))
  const parted = apart ? null : guessParted(rows)
  if (parted) {
    const columns = [...parted, ...table.header.slice(parted.length).map(() => 'other' as const)]
    const named = { ...table, header: columns.map((meaning, index) => (meaning === 'other' ? `column ${index + 1}` : meaning)), rows }
    const said = parted.map(meaning => SAID[meaning]).join(', ')
    const told = note(named, `The list has no header row; its columns were read as ${said}: look whether that is right`)
    return { table: told, mapping: { columns: withMail(named, columns), nameOrder: 'whole' } }
  }
  const header = apart ? ['name'] : table.header.map((_, index) => (index === 0 ? 'name' : `column ${index + 1}`))
  const whole = apart ? rows.map(([family = '', given = '']) => [`${family}, ${given}`]) : rows
  const columns = header.map((_, index) => (index === 0 ? 'name' as const : 'other' as const))
  const named = { ...table, header, rows: whole }
  return { table: named, mapping: { columns: withMail(named, columns), nameOrder: 'whole' } }
}

/** Where some headings are known and none of them says who hands in, that stands under the one that calls everybody otherwise. */
function withPerson(guessed: GuessedList): GuessedList {
  const { table, mapping } = guessed
  if (mapping.columns.some(meaning => meaning === 'name' || meaning === 'given' || meaning === 'family' || meaning === 'alias')) return guessed
  const name = nameColumn(table, column => mapping.columns[column] === 'other')
  if (name >= 0) {
    const columns = mapping.columns.map((meaning, column) => (column === name ? 'name' : meaning))
    return { table: takenForName(table, name), mapping: { ...mapping, columns } }
  }
  // groups alone hand in under their own names
  const group = nameColumn(table, column => mapping.columns[column] === 'group')
  // and people of whom a code alone is told under that, where a group has several
  const code = codeColumn(table)
  const own = code >= 0 && new Set(table.rows.map(row => row[group])).size < table.rows.length ? code : group
  if (own < 0) return guessed
  const named = { ...table, header: [...table.header, 'name'], rows: table.rows.map(row => [...row, row[own] ?? '']) }
  return { table: takenForName(named, own), mapping: { ...mapping, columns: [...mapping.columns, 'name'] } }
}

/** Of several columns of words, that which calls everybody otherwise; -1: there is none. */
function nameColumn({ header, rows }: RosterTable, isFree: (column: number) => boolean): number {
  // a year or a number may stand in the name of a club or a film, as long as it is a word or two first
  const isWord = (cell = '') => /\p{L}/u.test(cell) && !/@/.test(cell) && (!/\d/.test(cell) || /^\p{L}{3,}\D*\s\S*\d|\d\s+\D*\p{L}{4,}$/u.test(cell))
  const isWords = (column: number) => rows.length > 1 && rows.every(row => isWord(row[column])) && !rows.every(row => isCode(row[column] ?? ''))
  const different = (column: number) => new Set(rows.map(row => row[column])).size
  const columns = header.map((_, column) => column).filter(column => isFree(column) && isWords(column))
  const [name = -1] = columns.sort((a, b) => different(b) - different(a) || a - b)
  return name >= 0 && different(name) * 2 > rows.length ? name : -1
}

/** The column of codes that calls every row otherwise, where no people are listed but parts, cases or objects; -1: there is none. */
function codeColumn({ header, rows }: RosterTable): number {
  const isOwnCode = (column: number) => {
    const cells = rows.map(row => row[column] ?? '')
    return cells.every(cell => /\p{L}/u.test(cell) && /\d/.test(cell) && !/\s|@/.test(cell)) && new Set(cells).size === cells.length
  }
  return rows.length > 1 ? header.findIndex((_, column) => isOwnCode(column)) : -1
}

const takenForName = (table: RosterTable, name: number): RosterTable => note(table,
  `No heading says who hands in; they were taken to stand under "${showText(table.header[name] ?? '')}": look whether that is right`)

const isCode = (cell: string) => /^\p{Lu}{2,5}$/u.test(cell)

/** A first row of words above a column of numbers or codes is a header, though none of it is known; `null`: it is a row like others. */
function underUnknown(table: RosterTable): GuessedList | null {
  const { header, rows } = table
  const isWords = (cell: string) => /^\p{L}[^\d@]*$/u.test(cell)
  const all = (column: number, test: (cell: string) => boolean) => rows.length > 1 && rows.every(row => test(row[column] ?? ''))
  // numbers, addresses, or codes in capitals under a word that is not written so
  const codes = header.some((word, column) => all(column, cell => /\d|@/.test(cell)) || (!isCode(word) && all(column, isCode)))
  // or two columns of several words under one word each
  const isSpaced = (_: string, column: number) => all(column, cell => /\S\s+\S/.test(cell))
  const areSpaced = header.filter((word, column) => !/\s/.test(word) && isSpaced(word, column)).length > 1
  // or one such column, where no word of the first row stands below it as well
  const isApart = rows.length > 2 && header.every((word, column) => !/\s/.test(word) && rows.every(row => row[column] !== word))
  const isOneSpaced = isApart && header.length > 1 && header.some(isSpaced)
  // or two columns in which what stands below comes again, and the first row's word never does
  const isShared = (word: string, column: number) => all(column, cell => cell !== '' && cell !== word)
    && new Set(rows.map(row => row[column])).size < rows.length
  const areShared = rows.length > 2 && header.filter(isShared).length > 1
  // or small letters above cells that begin otherwise
  const areSmall = header.length > 1 && rows.length > 1 && header.every(word => /^\p{Ll}[\p{Ll} _-]+$/u.test(word))
    && rows.every(row => row.every(cell => !/^\p{Ll}/u.test(cell)))
  if (!(codes || areSpaced || isOneSpaced || areShared || areSmall) || !header.every(isWords)) return null
  const people = nameColumn(table, () => true)
  const name = people < 0 ? codeColumn(table) : people
  if (name < 0) return null
  const columns = header.map((_, column) => (column === name ? 'name' as const : 'other' as const))
  const told = takenForName(table, name)
  return { table: told, mapping: { columns: withMail(told, columns), nameOrder: 'whole' } }
}

const SAID = { id: 'id', given: 'given name', family: 'family name', name: 'name' } as const

/** What the first columns of a list without header are, where a number stands before one or two names. */
function guessParted(rows: readonly (readonly string[])[]): (keyof typeof SAID)[] | null {
  const all = (column: number, test: (cell: string) => boolean) => rows.every(row => test(row[column] ?? ''))
  if (!all(0, cell => /^[A-Za-z]{0,3}\d{1,12}$/.test(cell)) || !all(1, isNameLike)) return null
  return all(2, isNameLike) ? ['id', 'given', 'family'] : ['id', 'name']
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

/**
 * What a column of names is beside the others (common practice, no source): with a given name, "Name", "Nom" or "Naam" is the family name,
 * unless the given name stands in it, too; without any other, "Nome" or "Ad" is the whole name where most have two words; with a family
 * name and no given name, what people go by is that, and so is a name that does not hold it.
 */
function withFamily({ table, mapping }: GuessedList): GuessedList {
  const [given, family, name, alias] = (['given', 'family', 'name', 'alias'] as const).map(meaning => mapping.columns.indexOf(meaning)) as
    [number, number, number, number]
  const most = (test: (row: readonly string[]) => boolean) => table.rows.filter(test).length > table.rows.length / 2
  const take = (column: number, as: 'family' | 'name' | 'given'): GuessedList => ({
    table, mapping: withMeaning(mapping, column, as),
  })
  if (family >= 0) {
    if (given < 0 && name < 0 && alias >= 0) return take(alias, 'given')
    // "Cognoms" and "Nom": what does not hold the family name is the other one
    const isApart = (row: readonly string[]) => (row[name] ?? '') !== '' && !(row[name] ?? '').includes(row[family] ?? '')
    return given < 0 && name >= 0 && most(isApart) ? take(name, 'given') : { table, mapping }
  }
  if (given < 0) return { table, mapping }
  if (name < 0) return most(row => /\S\s+\S/.test(row[given] ?? '')) ? take(given, 'name') : { table, mapping }
  return most(row => (row[given] ?? '') !== '' && (row[name] ?? '').includes(row[given] ?? '')) ? { table, mapping } : take(name, 'family')
}

/** Whether a heading says the number or id of something that has one each: "Paper ID", "Exponat-Nr."; not where to reach or find somebody. */
function isNumberHeading(heading: string): boolean {
  const words = heading.split(/[^\p{L}\p{N}]+/u).map(looseKey).filter(Boolean)
  const isNumber = /^(?:id|no|nr|num|number|nummer|numero|numer)$/.test(words.at(-1) ?? '') || /\p{L}{3}(?:nummer|nr)$/u.test(words.at(-1) ?? '')
  return isNumber && !/tel|fon|phone|mobil|handy|fax|haus|house|zimmer|room|raum|konto|account|post|plz|zip|steuer|tax/.test(words.join(''))
}

/** Where no heading says whose number it is, what numbers everybody otherwise in the first column does; 1, 2, 3 only count the rows. */
function withNumber(guessed: GuessedList): GuessedList {
  const { table, mapping } = guessed
  if (mapping.columns.includes('id')) return guessed
  const isOwn = (column: number, form: RegExp) => {
    const cells = table.rows.map(row => row[column] ?? '')
    return mapping.columns[column] === 'other' && cells.length > 1 && areOnce(cells) && cells.every(cell => form.test(cell))
  }
  const called = table.header.findIndex((heading, column) => isNumberHeading(heading) && isOwn(column, NUMBER))
  const first = isOwn(0, OWN_NUMBER) ? 0 : signColumn(guessed)
  const column = called >= 0 ? called : first
  if (column < 0) return guessed
  const said = `No heading says which number is whose; "${showText(table.header[column] ?? '')}" was taken for it: look whether that is right`
  return { table: note(table, said), mapping: withMeaning(mapping, column, 'id') }
}

/** Whatever may number somebody under a heading that says so, and what does under any. */
const NUMBER = /^(?=.*\d)[\p{L}\p{N}][\p{L}\p{N}._/ -]{0,11}$/u
const OWN_NUMBER = /^(?:\p{L}{1,4}[-_. /]?\d{1,12}\p{L}?|\d{3,12}\p{L}?|\d{2,4}[-/]\d{2,6})$/u

const areOnce = (cells: readonly string[]) => new Set(cells).size === cells.length
const withMeaning = (mapping: RosterMapping, column: number, as: RosterMapping['columns'][number]): RosterMapping =>
  ({ ...mapping, columns: mapping.columns.map((meaning, at) => (at === column ? as : meaning)) })

/** A short number that begins anew in every group, as one on a shirt does, is nobody's own, whatever its heading. */
function withoutRepeated(guessed: GuessedList): GuessedList {
  const { table: { header, rows }, mapping } = guessed
  const [id, group] = [mapping.columns.indexOf('id'), mapping.columns.indexOf('group')]
  const numbers = rows.map(row => row[id] ?? '')
  if (id < 0 || group < 0 || areOnce(numbers) || !areOnce(rows.map(row => `${row[group] ?? ''}\n${row[id] ?? ''}`))) return guessed
  if (!numbers.every(number => /^\d{1,3}$/.test(number))) return guessed
  const said = `"${showText(header[id] ?? '')}" begins anew in every "${showText(header[group] ?? '')}": it was not taken for an id`
  return { table: note(guessed.table, said), mapping: withMeaning(mapping, id, 'other') }
}

/** Headings of the few letters people sign with (common practice, no source), as loose keys. */
const SIGNS = new Set(['kurzel', 'lehrerkurzel', 'kurzzeichen', 'initials', 'initialen', 'initiales', 'iniciales', 'iniziali', 'initialer'])

/** The column of the signs that call everybody otherwise; -1: there is none, or a firm's stands with several of its people. */
function signColumn({ table: { header, rows }, mapping }: GuessedList): number {
  const isOwn = (column: number) => {
    const cells = rows.map(row => row[column] ?? '')
    return areOnce(cells.map(looseKey)) && cells.every(cell => /^\p{L}[\p{L}\d.]{0,5}$/u.test(cell))
  }
  return header.findIndex((heading, column) => mapping.columns[column] === 'other' && SIGNS.has(withoutWritten(looseKey(heading))) && isOwn(column))
}

/** So many of the names must be written alike before a list is read so. */
const MOST_COMMAS = 0.5
const MOST_PLAIN = 0.8
const MOST_FIRMS = 0.2

/** Two words in scripts of East Asia, where the family name stands first: 佐藤 葵. */
const FAMILY_FIRST = new RegExp(`^[${EAST_ASIAN}]+\\s[${EAST_ASIAN}]+$`, 'u')

/** How a single column of whole names is written. */
function guessOrder({ table, mapping: { columns } }: GuessedList): RosterMapping['nameOrder'] {
  if (!columns.includes('name') || columns.includes('family') || columns.includes('given')) return 'whole'
  const heading = table.header[columns.indexOf('name')] ?? ''
  const said = orderSaid(heading)
  if (said) return said
  if (isOfFirms(heading)) return 'whole'
  const cells = table.rows.map(row => row[columns.indexOf('name')] ?? '').filter(Boolean)
  if (cells.length === 0) return 'whole'
  const share = (test: (cell: string) => boolean) => cells.filter(test).length / cells.length
  // most names with a comma: they stand as "Family, Given"
  if (share(cell => cell.includes(',')) > MOST_COMMAS) return share(isFirm) > MOST_FIRMS ? 'whole' : 'family-given'
  if (share(cell => FAMILY_FIRST.test(cell)) > MOST_PLAIN) return 'family-given'
  // scripts without capitals have a given name first as well: דנה כהן
  const plain = share(cell => /^[\p{Lu}\p{Lo}][\p{L}\p{M}'’.-]+(?: [\p{L}\p{M}'’.-]+)+$/u.test(cell)) > MOST_PLAIN
  return plain && share(isFirm) <= MOST_FIRMS ? 'given-family' : 'whole'
}

/** What firms are called behind their own names, beside their legal forms. */
const FIRM = new RegExp(`\\b(?:${[
  'co', 'works', 'studio', 'partners', 'associates', 'bros', '& \\w+', 'office', 'labs?', 'company', 'group', 'institute', 'society', 'club',
  'association',
].join('|')})\\b\\.?$`, 'i')

function isFirm(cell: string): boolean {
  return FIRM.test(cell) || withoutForm(cell) !== cell
}
