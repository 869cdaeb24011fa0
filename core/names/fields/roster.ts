import { oneOf, text } from '../../shapes/shape'
import { removeAccents } from '../../text/fold'
import type { DeclaredField } from './type'

/** How a holder's own value is written. */
export interface RosterRule { type: 'roster', case: 'as-is' | 'lower' | 'upper' | 'title', spaces: string | null, accents: 'keep' | 'strip' }

const options = { case: oneOf('as-is', 'lower', 'upper', 'title'), spaces: text(10, 0), accents: oneOf('keep', 'strip') }

export const roster: DeclaredField<RosterRule, typeof options> = {
  options,
  normalise: ({ case: style = 'as-is', spaces = null, accents = 'keep' }) => ({ type: 'roster', case: style, spaces, accents }),
  words: [],
}

const WRITTEN: Record<RosterRule['case'], (value: string) => string> = {
  'as-is': value => value,
  'lower': value => value.toLowerCase(),
  'upper': value => value.toUpperCase(),
  'title': value => value.replace(/(^|[^\p{L}\p{N}\p{M}'’])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase()),
}

/** A roster value as a field writes it: accents, case, spaces, prefix, in this order. */
export function writeValue(value: string, rule: RosterRule | undefined, prefix: number | null): string {
  let written = value.normalize('NFC').trim()
  if (rule) {
    if (rule.accents === 'strip') written = removeAccents(written)
    written = WRITTEN[rule.case](written)
    if (rule.spaces !== null) written = written.replace(/\s+/g, rule.spaces)
  }
  return prefix === null ? written : [...written].slice(0, prefix).join('')
}
