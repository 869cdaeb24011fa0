import type { RequirementDocument } from '#core/brief/document'
import { freeField, isFree, readField } from '#core/names/fields/index'
import { valueOfChoice } from '#core/names/fields/choice'
import { roster as rosterField, writeValue } from '#core/names/fields/roster'
import { parseTemplate } from '#core/names/template'
import { ownOf } from '#core/text/own'

export type Fields = NonNullable<RequirementDocument['fields']>
export type Field = Fields[string]

/** One part of a drawn rule. `level`: where a folder's next level begins. */
export type DrawnPart
  = | { key: string, kind: 'literal', text: string }
    | { key: string, kind: 'level' }
    | { key: string, kind: 'field', name: string, prefix: number | null }

let serial = 0
const newKey = () => `part-${++serial}`

export const literalPart = (text: string): DrawnPart => ({ key: newKey(), kind: 'literal', text })
export const levelPart = (): DrawnPart => ({ key: newKey(), kind: 'level' })
export const fieldPart = (name: string, prefix: number | null = null): DrawnPart => ({ key: newKey(), kind: 'field', name, prefix })

/** A template as drawn parts; `null` where it cannot be read. */
export function drawTemplate(text: string, folder: boolean): DrawnPart[] | null {
  try {
    return parseTemplate(text).parts.flatMap((part): DrawnPart[] => {
      if (part.kind === 'field') return [fieldPart(part.name, part.prefix)]
      if (!folder) return [literalPart(part.text)]
      return part.text.split('/').flatMap((piece, at): DrawnPart[] => [...(at > 0 ? [levelPart()] : []), ...(piece ? [literalPart(piece)] : [])])
    })
  }
  catch {
    return null
  }
}

/** Drawn parts as template text. */
export function writeTemplate(parts: readonly DrawnPart[]): string {
  return parts.map((part) => {
    if (part.kind === 'literal') return part.text
    return part.kind === 'level' ? '/' : `{${part.name}${part.prefix === null ? '' : `:${part.prefix}`}}`
  }).join('')
}

/** Values of the person whose name is drawn, by field. */
export type SampleValues = Record<string, string>

/** What a part looks like in the sample name. */
export function sampleOfPart(part: DrawnPart, fields: Fields, values: SampleValues): string {
  if (part.kind === 'literal') return part.text
  if (part.kind === 'level') return '/'
  const field = ownOf(fields, part.name)
  if (!field || field.type === 'roster') {
    const rule = field && rosterField.normalise(field, false)
    return writeValue(ownOf(values, part.name) ?? '', rule, part.prefix) || `{${part.name}}`
  }
  const { rule } = readField(field, false)
  return isFree(rule) ? freeField(rule).sample(rule, now()) : ''
}

/** The moment as dates in sample names show it. */
function now(): string {
  const time = new Date()
  const two = (value: number) => String(value).padStart(2, '0')
  return `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())}T14:30`
}

const PERSON_WORDS: Record<string, string> = {
  id: 'the person\'s id', given: 'the given name', family: 'the family name', name: 'the whole name', group: 'the group',
  email: 'the mail address', alias: 'the other name', title: 'what is asked for',
}
const CASE_WORDS = { 'as-is': '', 'lower': 'in small letters', 'upper': 'in capitals', 'title': 'first letters raised' } as const

function sayPrefix(prefix: number | null): string {
  if (prefix === null) return ''
  return prefix === 1 ? 'first letter only' : `first ${prefix} letters`
}

function saySpaces(spaces: string | undefined): string {
  if (spaces === undefined) return ''
  return spaces === '' ? 'spaces left out' : `spaces become ${spaces}`
}

/** What the list itself calls the columns that every list has. */
type Headings = Readonly<Record<string, string>>

/** A column as the list calls it, or in words. */
function sayColumn(name: string, headings: Headings): string {
  const [heading, words] = [ownOf(headings, name), ownOf(PERSON_WORDS, name)]
  return heading === undefined && words !== undefined ? words : `“${heading ?? name}” of the list`
}

/** What a part is and how it is written, in words. */
export function sayPart(part: DrawnPart, fields: Fields, headings: Headings = {}): string {
  if (part.kind === 'literal') return `the text ${[...part.text].map(char => (char === ' ' ? 'space' : char)).join('')}`
  if (part.kind === 'level') return 'next level'
  const field = ownOf(fields, part.name)
  if (!field || field.type === 'roster') {
    return [
      sayColumn(part.name, headings), sayPrefix(part.prefix),
      CASE_WORDS[field?.case ?? 'as-is'], saySpaces(field?.spaces), field?.accents === 'strip' ? 'without accents' : '',
    ].filter(Boolean).join(', ')
  }
  return (FIELD_WORDS[field.type] as (field: Field) => string)(field)
}

type OwnField = Exclude<Field, { type: 'roster' }>

/** What a field of the file itself is, in words. */
const FIELD_WORDS: { [T in OwnField['type']]: (field: Extract<OwnField, { type: T }>) => string } = {
  number: ({ digits, from, to, zeros }) =>
    `a number, ${countedDigits(digits)}${zeros === 'free' ? ' or fewer' : ''}${from ? `, from ${from}` : ''}${to === undefined ? '' : ` to ${to}`}`,
  version: ({ digits, milestone }) => `${milestone ? 'a milestone\'s number' : 'a version'}, ${countedDigits(digits)}`,
  date: ({ pattern }) => `a date, ${pattern}`,
  week: ({ form, from, to }) => `a week, ${form ?? 'YYYY-\'W\'ww'}${from ? `, from ${from}` : ''}${to ? ` to ${to}` : ''}`,
  choice: ({ values }) => `one of: ${values.map(valueOfChoice).join(', ')}`,
  text: () => 'free text',
}

function countedDigits(digits = 1): string {
  return digits === 1 ? '1 digit or more' : `${digits} digits`
}

/** Fields of a person that can stand in a name, with what they are. */
export function personFields(columns: readonly string[], headings: Headings = {}): { name: string, label: string }[] {
  const known = columns.length > 0 ? columns : ['family', 'given', 'group']
  return [...known, 'title'].map(name => ({ name, label: sayColumn(name, headings) }))
}

/** Kinds of fields of the file itself, with a field to begin with. */
export const OWN_FIELDS: readonly { label: string, name: string, field: Field }[] = [
  { label: 'a number', name: 'n', field: { type: 'number', digits: 2, from: 1 } },
  { label: 'a version', name: 'version', field: { type: 'version', digits: 3 } },
  { label: 'a milestone', name: 'milestone', field: { type: 'version', digits: 2, milestone: true } },
  { label: 'a date', name: 'date', field: { type: 'date', pattern: 'yyyy-MM-dd' } },
  { label: 'a week', name: 'week', field: { type: 'week' } },
  { label: 'one of some words', name: 'part', field: { type: 'choice', values: ['draft', 'final'] } },
  { label: 'free text', name: 'text', field: { type: 'text' } },
]

/** A field name that is still free. */
export function freeName(wanted: string, fields: Fields): string {
  let name = wanted
  for (let number = 2; ownOf(fields, name); number++) name = `${wanted}${number}`
  return name
}
