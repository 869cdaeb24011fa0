import type { FieldRule } from '../names/fields/index'
import { writeValue } from '../names/fields/roster'
import type { Person } from '../roster/types'
import { ownOf } from '../text/own'

/** One way a roster value can be written in a name. */
export interface Writing {
  field: string
  case: 'as-is' | 'lower' | 'upper' | 'title'
  spaces: string | null
  accents: 'keep' | 'strip'
  prefix: number | null
}

const CASES = ['as-is', 'lower', 'upper', 'title'] as const
const SPACES = [null, '', '-', '_', '.'] as const
const ACCENTS = ['keep', 'strip'] as const
const PREFIXES = [1, 2, 3, 4, 5] as const

/** A text that stands for a person's value, with every way of writing that gives it, the plainest first. */
export interface Variant { text: string, writings: ReadonlyMap<string, Writing> }

/**
 * Every text one person's value may be written as.
 *
 * @param field - roster field
 * @param value - as the roster has it
 */
export function variantsOf(field: string, value: string): Variant[] {
  const texts = new Map<string, Map<string, Writing>>()
  const add = (writing: Writing) => {
    const rule: FieldRule = { type: 'roster', case: writing.case, spaces: writing.spaces, accents: writing.accents }
    const text = writeValue(value, rule, writing.prefix)
    if (text === '') return
    const writings = texts.get(text) ?? new Map<string, Writing>()
    writings.set(keyOf(writing), writing)
    texts.set(text, writings)
  }
  for (const accents of ACCENTS) {
    for (const style of CASES) {
      for (const spaces of SPACES) add({ field, case: style, spaces, accents, prefix: null })
      for (const prefix of PREFIXES) for (const spaces of [null, ''] as const) add({ field, case: style, spaces, accents, prefix })
    }
  }
  return [...texts].map(([text, writings]) => ({ text, writings }))
}

function keyOf({ field, case: style, spaces, accents, prefix }: Writing): string {
  return `${field}|${style}|${spaces}|${accents}|${prefix}`
}

/** The roster fields of one person that a name may hold, with their values. */
export function valuesToFind(person: Person, columns: readonly string[]): [field: string, value: string][] {
  // a whole name that is only the other two in a row would hide what parts them
  const whole = person.name === `${person.given} ${person.family}` ? '' : person.name
  const own: [string, string][] = [['family', person.family], ['given', person.given], ['name', whole], ['id', person.id], ['group', person.group]]
  for (const column of columns) own.push([column, ownOf(person.fields, column) ?? ''])
  return own.filter(([, value]) => value.trim() !== '')
}
