import { isRealDate } from '../names/date'
import type { Writing } from './variants'

/** A stretch of an example: a roster value, a run of digits, a date, a word, or what parts them. */
export type Piece
  = | { kind: 'value', text: string, writings: ReadonlyMap<string, Writing> }
    | { kind: 'digits', text: string }
    | { kind: 'date', text: string, patterns: readonly string[] }
    | { kind: 'word', text: string }
    | { kind: 'gap', text: string }

interface DateForm { test: RegExp, patterns(separator: string): string[] }

/** Ways dates stand in names, the longest first; groups: digits, separator, digits, digits. */
const DATE_FORMS: readonly DateForm[] = [
  { test: /^(\d{4})([-_. ])(\d{2})\2(\d{2})(?!\d)/, patterns: s => [`yyyy${s}MM${s}dd`] },
  { test: /^(\d{2})([-_. ])(\d{2})\2(\d{4})(?!\d)/, patterns: s => [`dd${s}MM${s}yyyy`, `MM${s}dd${s}yyyy`] },
  { test: /^(\d{2})([-_. ])(\d{2})\2(\d{2})(?!\d)/, patterns: s => [`yy${s}MM${s}dd`, `dd${s}MM${s}yy`, `MM${s}dd${s}yy`] },
  { test: /^\d{8}(?!\d)/, patterns: () => ['yyyyMMdd', 'ddMMyyyy', 'MMddyyyy'] },
  { test: /^\d{6}(?!\d)/, patterns: () => ['yyMMdd', 'ddMMyy', 'MMddyy'] },
  { test: /^(\d{4})([-_.])(\d{2})(?![\d])/, patterns: s => [`yyyy${s}MM`] },
]

/**
 * Takes text that is no roster value apart.
 *
 * @param text - a stretch between values
 * @param dates - whether dates are looked for
 */
export function piecesOf(text: string, dates: boolean): Piece[] {
  const pieces: Piece[] = []
  for (let position = 0; position < text.length;) {
    const rest = text.slice(position)
    if (/^\d/.test(rest)) {
      const date = dates ? dateAt(rest) : null
      const run = date?.text ?? /^\d+/.exec(rest)?.[0] ?? ''
      pieces.push(date ?? { kind: 'digits', text: run })
      position += run.length
      continue
    }
    const word = /^[\p{L}\p{M}]+/u.exec(rest)?.[0]
    const run = word ?? /^[^\p{L}\p{M}\d]/u.exec(rest)?.[0] ?? rest
    const last = pieces.at(-1)
    if (word === undefined && last?.kind === 'gap') last.text += run
    else pieces.push({ kind: word === undefined ? 'gap' : 'word', text: run })
    position += run.length
  }
  return pieces
}

function dateAt(rest: string): Extract<Piece, { kind: 'date' }> | null {
  for (const { test, patterns } of DATE_FORMS) {
    const match = test.exec(rest)
    if (!match) continue
    const possible = patterns(match[2] ?? '').filter(pattern => isPatternDate(match[0], pattern))
    if (possible.length > 0) return { kind: 'date', text: match[0], patterns: possible }
  }
  return null
}

function isPatternDate(text: string, pattern: string): boolean {
  const value = (letter: string): number | undefined => {
    const index = pattern.indexOf(letter)
    return index < 0 ? undefined : Number(text.slice(index, index + letter.length))
  }
  const yyyy = value('yyyy')
  if (yyyy !== undefined && (yyyy < 1950 || yyyy > 2100)) return false
  return isRealDate({ ...(yyyy === undefined ? { yy: value('yy') } : { yyyy }), MM: value('MM'), dd: value('dd') })
}
