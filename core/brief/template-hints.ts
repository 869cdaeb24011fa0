import { wordsOfType } from '../names/fields/index'
import { splitExtension } from '../names/extension'
import type { Template } from '../names/template'
import { guessColumns } from '../roster/columns'
import { looseKey } from '../text/fold'
import { showValue } from '../text/show'

/** How a field of a type is declared. */
const DECLARATIONS = {
  number: '{ "type": "number", "digits": 2 }', version: '{ "type": "version", "digits": 3 }', date: '{ "type": "date", "pattern": "yyyy-MM-dd" }',
  week: '{ "type": "week" }', choice: '{ "type": "choice", "values": ["draft", "final"] }', text: '{ "type": "text" }',
} as const

/**
 * What may have been meant by a field that is neither declared nor a column.
 *
 * @param columns - columns of the list
 * @example
 * fieldMeant('Nachname', ['family']) //=> 'write {family}'
 */
export function fieldMeant(field: string, columns: readonly string[]): string {
  const key = looseKey(field)
  const column = columns.find(one => looseKey(one) === key) ?? guessColumns([field])[0]
  if (column !== undefined && column !== 'other' && columns.includes(column)) return `write {${column}}`
  const type = (Object.keys(DECLARATIONS) as (keyof typeof DECLARATIONS)[]).find(one => wordsOfType(one).includes(key)) ?? 'text'
  return `declare it under fields, such as "${field}": ${DECLARATIONS[type]}`
}

/**
 * What stands in a template that other programs write so, and that would be taken literally here; `null`: nothing.
 *
 * @param where - a name, or one level of a folder
 */
export function foreignSigns({ text, parts }: Template, where: 'name' | 'folder'): string | null {
  const angled = /<([\p{L}\p{N}_ .-]{1,60})>/u.exec(text)
  if (angled) return `${showValue(angled[0])} would be taken as it stands; a field is written {${angled[1] ?? ''}}`
  if (text.includes('${')) return '"${" would leave a dollar sign in every name; a field is written {family}'
  if (where === 'folder' && text.includes('\\')) return '"\\" parts no levels here; write "/" between them'
  const last = parts.at(-1)
  const { extension } = splitExtension(last?.kind === 'literal' ? `x${last.text}` : '')
  if (where === 'name' && extension !== '') return `ends in ".${extension}": leave the extension out of the name; formats say which one is asked for`
  return null
}
