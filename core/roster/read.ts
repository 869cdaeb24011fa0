import Papa from 'papaparse'
import { PARTICLES, suffixOf } from '../names/particles'
import { ROSTER_COLUMNS } from '../names/roster-columns'
import { ungarble } from '../text/code-pages'
import { decodeWritten, sayOldText } from '../text/decode'
import { foldCase, looseKey, removeAccents } from '../text/fold'
import { counted, showText } from '../text/show'
import { guessColumns } from './columns'
import type { ColumnMeaning } from './columns'
import type { Person, Roster, RosterNote } from './types'

/** A list as it was brought: cells only. */
export interface RosterTable {
  header: string[]
  rows: string[][]
  encoding: string
  delimiter: string
  /** What was found and mended while its cells were read. */
  notes?: RosterNote[]
}

/** How a list's columns are read. */
export interface RosterMapping {
  /** One meaning a column of the table. */
  columns: ColumnMeaning[]
  /** How a single name column is written. */
  nameOrder: 'whole' | 'given-family' | 'family-given'
}

/** More people than any brief has; a bound against hostile lists. */
const MOST_ROWS = 200_000

/**
 * Reads a list's cells: encoding and delimiter are sniffed, a byte-order mark is allowed.
 *
 * @param bytes - a CSV file (RFC 4180), or pasted text
 * @throws Error where the bytes are no text, are a brief, hold no row, or a quotation mark is never closed
 */
export function readTable(bytes: Uint8Array): RosterTable {
  const decoded = decodeWritten(bytes)
  if (!decoded) throw new Error('The list is not text: found binary data; allowed is CSV in UTF-8, UTF-16, Windows-1252 or Mac Roman.')
  const text = decoded.text.replace(/^\uFEFF/, '')
  if (/^\s*[{[]\s*"/.test(text)) throw new Error('The list is no list: it begins like JSON. Is this the brief?')
  const parsed = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', ...delimiterOf(text) })
  const open = parsed.errors.find(error => error.code === 'MissingQuotes')
  if (open) throw new Error(`Row ${(open.row ?? 0) + 1} of the list: a quotation mark is opened and never closed. Close it, or take it away.`)
  const notes: RosterNote[] = []
  const old = sayOldText(decoded)
  if (old !== null) notes.push({ level: 'warning', row: null, message: `The list ${old}` })
  const cells = mendGarbled(parsed.data, notes)
  const [header = [], ...rows] = cells.map(row => row.map(cell => cell.trim().normalize('NFC')))
  if (header.length === 0) throw new Error('The list is empty: found no row; needed is a header row and one row a person.')
  if (rows.length > MOST_ROWS) throw new Error(`The list has ${rows.length} rows; allowed are ${MOST_ROWS}.`)
  return { header, rows, encoding: decoded.encoding, delimiter: parsed.meta.delimiter, ...(notes.length > 0 ? { notes } : {}) }
}

/**
 * How columns are parted: of two ways that fit alike, by what stands in no name; an upright stroke also parts the other names of one cell, so
 * it is only looked for where nothing else parts.
 */
function delimiterOf(text: string): Papa.ParseConfig<string[]> {
  const [first = ''] = text.trimStart().split(/\r\n|\r|\n/, 1)
  return !/[,;\t]/.test(first) && first.includes('|') ? { delimiter: '|' } : { delimitersToGuess: ['\t', ';', ','] }
}

/** Letters that were UTF-8 and were saved as something else are read as what they were; the first of them is named. */
function mendGarbled(rows: string[][], notes: RosterNote[]): string[][] {
  let first: [garbled: string, mended: string] | null = null
  const mended = rows.map(row => row.map((cell) => {
    const whole = ungarble(cell)
    if (whole !== null) first ??= [cell.trim(), whole.trim()]
    return whole ?? cell
  }))
  if (first) {
    const [garbled, whole] = first as [string, string]
    notes.push({
      level: 'warning', row: null,
      message: `Letters were garbled, such as "${showText(garbled)}", and read as "${showText(whole)}": look whether all names are right`,
    })
  }
  return mended
}

/**
 * Reads a roster from a table.
 *
 * @param table - cells, see `readTable`
 * @param mapping - what each column is; guessed from the header where left out
 * @returns the people in the list's order, and notes; with a note of level `error` the roster must not be used
 * @example
 * readRoster(readTable(bytesOf('name\nAna Marsh\n'))).roster.people[0].id //=> 'ana-marsh'
 */
export function readRoster(table: RosterTable, mapping: RosterMapping = guessMapping(table.header)): { roster: Roster, notes: RosterNote[] } {
  const notes: RosterNote[] = [...table.notes ?? []]
  const { columns } = mapping
  const has = (meaning: ColumnMeaning) => columns.includes(meaning)
  if (!has('name') && !has('family') && !has('given')) {
    notes.push({
      level: 'error', row: 1,
      message: `No column names a person: found ${table.header.map(cell => `"${showText(cell)}"`).join(', ')}; needed is "name", `
        + 'or "given" and "family".',
    })
    return { roster: { people: [], columns: [] }, notes }
  }
  const people: Person[] = []
  const rowOf: number[] = []
  table.rows.forEach((row, index) => {
    const cell = (meaning: ColumnMeaning) => row[columns.indexOf(meaning)] ?? ''
    if (isSum(row, mapping)) {
      const said = showText(row.find(Boolean) ?? '')
      notes.push({ level: 'warning', row: index + 2, message: `begins with "${said}" and was taken for a sum: left out` })
      return
    }
    if (has('role') && !['', 'student'].includes(cell('role').toLowerCase())) return
    if (has('status') && !['', 'active'].includes(cell('status').toLowerCase())) return
    if (row.length > columns.length && row.slice(columns.length).some(Boolean)) {
      notes.push({ level: 'warning', row: index + 2, message: `has ${row.length} cells, the header has ${columns.length}; the rest is left out` })
    }
    const person = readPerson(table.header, row, mapping)
    if (person.name === '') {
      notes.push({ level: 'error', row: index + 2, message: 'names nobody: given name, family name and name are empty' })
      return
    }
    people.push(person)
    rowOf.push(index + 2)
  })
  makeIds(people, rowOf, has('id'), notes)
  notes.push(...notePeople(people))
  if (people.length === 0 && notes.every(note => note.level !== 'error')) {
    notes.push({ level: 'error', row: null, message: 'The list names nobody: found a header row only.' })
  }
  const own: readonly string[] = ROSTER_COLUMNS.map(column => column.name)
  const inOrder = table.header.flatMap((name, index) => {
    const meaning = columns[index] ?? ''
    if (own.includes(meaning)) return [meaning]
    return meaning === 'other' && name !== '' ? [name] : []
  })
  const headings = Object.fromEntries(columns.flatMap((meaning, index) => {
    const heading = table.header[index] ?? ''
    return own.includes(meaning) && heading !== '' && heading !== meaning ? [[meaning, heading]] : []
  }))
  return { roster: { people, columns: [...new Set([...inOrder, ...own])], headings }, notes }
}

/** Words a row of sums begins with (common practice, no source). */
const SUM = /^(?:sum(?:me|ma|a)?|total(?:e|s)?|totaal|gesamt(?:zahl|summe)?|insgesamt|anzahl|somme|count|razem|ogółem|i alt|totalt)\b[: ]*\d*$/i

/** Whether a row counts the others: its first cell says so, and whoever stands in it is a number or nobody. */
function isSum(row: readonly string[], { columns }: RosterMapping): boolean {
  if (!SUM.test(row.find(Boolean) ?? '')) return false
  return (['given', 'family'] as const).every((meaning) => {
    const cell = columns.includes(meaning) ? row[columns.indexOf(meaning)] ?? '' : ''
    return cell === '' || /^[\d.,]+$/.test(cell) || SUM.test(cell)
  })
}

/** The mapping a header asks for, with names read as they stand. */
export function guessMapping(header: string[]): RosterMapping {
  return { columns: guessColumns(header), nameOrder: 'whole' }
}

function readPerson(header: string[], row: string[], { columns, nameOrder }: RosterMapping): Person {
  const cell = (meaning: ColumnMeaning) => row[columns.indexOf(meaning)] ?? ''
  const [own, wholly] = [withoutNickname(cell('given')), withoutNickname(cell('name'))]
  let given = own.name
  let family = cell('family')
  // firms and clubs keep what stands in brackets
  let name = nameOrder === 'whole' ? cell('name') : wholly.name
  if (!given && !family && name && nameOrder !== 'whole') ({ given, family } = splitName(name, nameOrder))
  // a name stays as the list writes it; "Marsh, Ada" is Ada Marsh
  if (name === '' || (name.includes(',') && nameOrder !== 'whole')) name = [given, family].filter(Boolean).join(' ')
  const fields = Object.fromEntries(columns.flatMap((meaning, index) => {
    const column = header[index]
    return meaning === 'other' && column ? [[column, row[index] ?? '']] : []
  }))
  const nicknames = [own.nickname, nameOrder === 'whole' ? '' : wholly.nickname]
  const aliases = [...new Set([...cell('alias').split('|').map(alias => alias.trim()), ...nicknames])].filter(Boolean)
  return { id: cell('id'), given, family, name, group: cell('group'), email: cell('email'), aliases, fields }
}

/**
 * A name without what stands behind it in brackets or quotes, which is what somebody is called, unless it says what they were called by birth:
 * "Amelia (Millie)" (common practice, no source).
 */
function withoutNickname(written: string): { name: string, nickname: string } {
  // longer cells hold no name
  const [whole = '', birth, bracket, quoted] = written.length > LONGEST_NAME ? [] : BESIDE_NAME.exec(written) ?? []
  if (whole === '' || whole === written) return { name: written, nickname: '' }
  const name = written.replace(whole, ' ').replace(/\s+/g, ' ').replace(' ,', ',').trim()
  return { name, nickname: birth === undefined ? (bracket ?? quoted ?? '').trim() : '' }
}
const LONGEST_NAME = 200
const BESIDE_NAME = /(?:\(((?:geb|née?|born|nata|nacida|ur|roz)[. ][^()]*)\)|\((\p{Lu}\p{Ll}[\p{L}\p{M}'’ .-]*)\)|["“„](\p{Lu}[^"“”„]+)["”“])/u

/**
 * Takes a name in one column apart.
 *
 * @example
 * splitName('de la Cruz, Ana', 'family-given') //=> { given: 'Ana', family: 'de la Cruz' }
 * splitName('Ana de la Cruz', 'given-family') //=> { given: 'Ana', family: 'de la Cruz' }
 * splitName('LE GOFF Maëlle', 'given-family') //=> { given: 'Maëlle', family: 'LE GOFF' }
 * splitName('Karl Weiss Jr.', 'given-family') //=> { given: 'Karl', family: 'Weiss' }
 */
export function splitName(name: string, order: 'given-family' | 'family-given'): { given: string, family: string } {
  const suffix = suffixOf(name)
  if (suffix !== '') return splitName(name.trim().slice(0, -suffix.length).replace(/[\s,]+$/, ''), order)
  const comma = name.indexOf(',')
  if (comma >= 0) return { family: name.slice(0, comma).trim(), given: name.slice(comma + 1).trim() }
  const words = name.trim().split(/\s+/)
  if (words.length === 1) return { given: '', family: '' }
  const capitals = capitalsOf(words)
  if (capitals) return capitals
  if (order === 'family-given') {
    // what stands before a family name belongs to it: Le Goff, de la Cruz
    const family = words.findIndex((word, index) => index === words.length - 2 || word.length === 1 || !PARTICLES.has(word.toLowerCase()))
    return { family: words.slice(0, family + 1).join(' '), given: words.slice(family + 1).join(' ') }
  }
  // particles are written small and belong to the family name
  const particle = words.findIndex((word, index) => index > 0 && index < words.length - 1 && /^\p{Ll}/u.test(word))
  // or large, straight before it: Da Silva, De la Cruz
  const isParticle = (word: string) => word.length > 1 && PARTICLES.has(word.toLowerCase())
  const large = words.findIndex((_, index) => index > 0 && words.slice(index, -1).length > 0 && words.slice(index, -1).every(isParticle))
  const cut = Math.min(...[particle, large].filter(index => index > 0), words.length - 1)
  return { given: words.slice(0, cut).join(' '), family: words.slice(cut).join(' ') }
}

/** Family names in capitals, as many lists have them, show themselves on whichever side they stand; `null`: none is, or all are. */
function capitalsOf(words: readonly string[]): { given: string, family: string } | null {
  const isCapital = (word: string) => /^[\p{Lu}\p{M}'’.-]{2,}$/u.test(word) && /\p{Lu}.*\p{Lu}/u.test(word)
  const [family, given] = [words.filter(isCapital).join(' '), words.filter(word => !isCapital(word)).join(' ')]
  const whole = words.join(' ')
  // all on one side, else they are no family name
  return family !== '' && given !== '' && (whole === `${family} ${given}` || whole === `${given} ${family}`) ? { family, given } : null
}

function makeIds(people: Person[], rowOf: number[], given: boolean, notes: RosterNote[]): void {
  const rows = new Map<string, number>()
  let made = 0
  people.forEach(({ id }, index) => {
    if (id === '') return
    const row = rowOf[index] ?? 0
    const first = rows.get(id)
    if (first === undefined) rows.set(id, row)
    else notes.push({ level: 'error', row, message: `id "${showText(id)}" stands in row ${first} already; ids must be unique` })
  })
  for (const person of people) {
    if (person.id !== '') continue
    const stem = foldCase(removeAccents(person.name)).replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'person'
    let id = stem
    for (let serial = 2; rows.has(id); serial++) id = `${stem}-${serial}`
    rows.set(id, 0)
    person.id = id
    made++
  }
  if (made > 0) {
    notes.push({
      level: 'note', row: null,
      message: given ? `${counted(made, 'id')} made from names where the cell was empty` : 'The list has no id column: ids were made from the names',
    })
  }
}

/** What a coordinator may want to look at in a list: groups spelt in two ways, people without group, people of one name. */
export function notePeople(people: readonly Person[]): RosterNote[] {
  const notes: RosterNote[] = []
  noteGroups(people, notes)
  noteNames(people, notes)
  return notes
}

function noteGroups(people: readonly Person[], notes: RosterNote[]): void {
  const spellings = new Map<string, Set<string>>()
  for (const { group } of people) if (group) spellings.set(looseKey(group), (spellings.get(looseKey(group)) ?? new Set()).add(group))
  for (const spelling of spellings.values()) {
    if (spelling.size > 1) notes.push({
      level: 'error', row: null,
      message: `One group is spelt in ${spelling.size} ways: ${[...spelling].map(group => `"${showText(group)}"`).join(', ')}; use one spelling`,
    })
  }
  const without = people.filter(person => person.group === '').length
  if (without > 0 && without < people.length) {
    notes.push({ level: 'warning', row: null, message: `${counted(without, 'person has', 'people have')} no group` })
  }
}

function noteNames(people: readonly Person[], notes: RosterNote[]): void {
  const seen = new Map<string, number>()
  for (const person of people) seen.set(person.name, (seen.get(person.name) ?? 0) + 1)
  for (const [name, times] of seen) {
    if (times > 1) notes.push({
      level: 'warning', row: null,
      message: `${counted(times, 'person is', 'people are')} called "${showText(name)}": a name alone cannot tell their files apart`,
    })
  }
}
