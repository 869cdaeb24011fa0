import type { Person } from './types'

/** Columns that hold addresses for copies, folded (common practice, no source). */
const COLUMNS = new Set(['copyto', 'copies', 'copy', 'cc', 'kopiean', 'copiea'])
const folded = (column: string): string => column.toLowerCase().replace(/[\s_-]/g, '')

/** Whether a list has a column of addresses for copies. */
export const hasCopies = (columns: readonly string[]): boolean => columns.some(column => COLUMNS.has(folded(column)))

/**
 * Addresses that get copies of letters to somebody, each once: parents, a firm's office. They never tell whose a file is.
 *
 * @example
 * copiesOf({ fields: { copyTo: 'a@home.example; b@home.example' } }) //=> ['a@home.example', 'b@home.example']
 */
export function copiesOf({ fields }: Pick<Person, 'fields'>): string[] {
  const texts = Object.entries(fields).flatMap(([column, text]) => (COLUMNS.has(folded(column)) ? [text] : []))
  return [...new Set(texts.flatMap(text => text.split(/[|;,\n]/)).map(one => one.trim()).filter(Boolean))]
}
