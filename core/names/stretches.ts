/** A stretch of a name; `field`: whoever hands in fills it themselves, and `text` is an example. */
export interface NameStretch { text: string, field?: string }

/**
 * A name or folder as text, with its examples filled in, or with what is to be filled in between brackets.
 *
 * @example
 * sayStretches([{ text: 'log_' }, { text: '2026-10-16', field: 'date' }], field => `[${field}]`) //=> 'log_[date]'
 */
export function sayStretches(stretches: readonly NameStretch[], gap?: (field: string, example: string) => string): string {
  return stretches.map(({ text, field }) => (field === undefined || !gap ? text : gap(field, text))).join('')
}

/** Whether nothing is left to be filled in. */
export const isWhole = (stretches: readonly NameStretch[]): boolean => stretches.every(one => one.field === undefined)
