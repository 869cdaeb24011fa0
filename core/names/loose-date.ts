import { parseDatePattern } from './date'
import { MONTH_WORDS, monthOf } from './months'

/** A date that is not written as asked, read as far as that is certain. */
export interface LooseDate {
  /** UTF-16 offset behind it. */
  end: number
  /** As the pattern writes it; `null` where it could be two days, or none. */
  written: string | null
  /** `separator`, `digits`: the asked order, written otherwise. */
  kind: 'separator' | 'digits' | 'date-order' | 'date-range'
}

/**
 * Reads a date in digits with other separators, widths or in another order than asked.
 *
 * @param text - received name
 * @param position - where it may begin
 * @param pattern - UTS #35 letters and separators
 * @example
 * looseDate('16.10.2026', 0, 'yyyy-MM-dd') //=> { end: 10, written: '2026-10-16', kind: 'date-order' }
 */
export function looseDate(text: string, position: number, pattern: string): LooseDate | null {
  const inOrder = readInOrder(text, position, pattern)
  if (inOrder?.written) return inOrder
  return readMonth(text, position, pattern) ?? readInAnyOrder(text, position, pattern) ?? inOrder
}

const TOLERANT: Record<string, string> = {
  yyyy: '(\\d{4}|\\d{2})', yy: '(\\d{4}|\\d{2})', MM: '(\\d{1,2})', dd: '(\\d{1,2})', HH: '(\\d{1,2})', mm: '(\\d{2})',
}
const EXPRESSIONS = new Map<string, RegExp[]>()

/** The pattern with any separators, and with each number as wide as people write it. */
function expressionsOf(pattern: string): RegExp[] {
  const kept = EXPRESSIONS.get(pattern)
  if (kept) return kept
  const letters = parseDatePattern(pattern).flatMap(token => ('letter' in token ? [token.letter] : []))
  const made = [
    new RegExp(`^${letters.map(letter => TOLERANT[letter]).join('[-_. /:]{1,2}')}(?!\\d)`),
    new RegExp(`^${letters.map(letter => `(\\d{${letter.length}})`).join('')}(?!\\d)`),
  ]
  if (EXPRESSIONS.size < 200) EXPRESSIONS.set(pattern, made)
  return made
}

function readInOrder(text: string, position: number, pattern: string): LooseDate | null {
  const piece = text.slice(position, position + 24)
  const match = expressionsOf(pattern).map(expression => expression.exec(piece)).find(Boolean)
  if (!match) return null
  const end = position + match[0].length
  let group = 0
  let possible = true
  const digits: string[] = []
  const written = parseDatePattern(pattern).map((token) => {
    if ('literal' in token) return token.literal
    const number = match[++group] ?? ''
    digits.push(number)
    const value = Number(number)
    if (token.letter === 'MM' && (value < 1 || value > 12)) possible = false
    if (token.letter === 'dd' && (value < 1 || value > 31)) possible = false
    if (token.letter === 'yyyy') return number.length === 4 ? number : `20${number}`
    return token.letter === 'yy' ? number.slice(-2) : number.padStart(2, '0')
  }).join('')
  if (!possible) return { end, written: null, kind: 'date-range' }
  return { end, written, kind: digits.join('') === written.replace(/\D/g, '') ? 'separator' : 'digits' }
}

const MONTH_AND_YEAR = new RegExp(
  `^(?:(\\d{1,2})[-_. /](\\d{4})|(${MONTH_WORDS})[-_. /]{0,2}(\\d{4}|\\d{2})|(\\d{4})[-_. /]{0,2}(${MONTH_WORDS}))(?![\\p{L}\\p{N}])`, 'iu',
)

/** A month without a day: its number before the year, or its name on either side. */
function readMonth(text: string, position: number, pattern: string): LooseDate | null {
  const letters = parseDatePattern(pattern).flatMap(token => ('letter' in token ? [token.letter] : []))
  if (!letters.includes('MM') || letters.length > 2 || letters.includes('dd')) return null
  const match = MONTH_AND_YEAR.exec(text.slice(position, position + 24))
  if (!match) return null
  const [whole, number, year1, word1, year2, year3, word2] = match
  const month = number === undefined ? monthOf(word1 ?? word2 ?? '') : Number(number)
  const year = year1 ?? year2 ?? year3 ?? ''
  if (month === undefined || month < 1 || month > 12) return null
  const written = pattern.replace('yyyy', year.length === 4 ? year : `20${year}`).replace('yy', year.slice(-2))
    .replace('MM', String(month).padStart(2, '0'))
  return { end: position + whole.length, written, kind: 'date-order' }
}

const ANY_ORDER = /^(?:(\d{4})[-_. /]?(\d{1,2})[-_. /]?(\d{1,2})|(\d{1,2})[-_. /](\d{1,2})[-_. /](\d{4}|\d{2})|(\d{2})(\d{2})(\d{4}|\d{2}))(?!\d)/

function readInAnyOrder(text: string, position: number, pattern: string): LooseDate | null {
  const match = ANY_ORDER.exec(text.slice(position, position + 12))
  if (!match) return null
  const [, y1, m1, d1, a2, b2, y2, a3, b3, y3] = match
  const written = new Set<string>()
  const add = (year: string | undefined, month: string | undefined, day: string | undefined) => {
    if (!year || !month || !day || Number(month) < 1 || Number(month) > 12 || Number(day) < 1 || Number(day) > 31) return
    written.add(pattern.replace('yyyy', year.length === 4 ? year : `20${year}`)
      .replace('yy', year.slice(-2)).replace('MM', month.padStart(2, '0')).replace('dd', day.padStart(2, '0')))
  }
  add(y1, m1, d1)
  add(y2, b2, a2)
  add(y2, a2, b2)
  add(y3, b3, a3)
  add(y3, a3, b3)
  if (written.size === 0) return null
  const [only] = written
  // hours and minutes cannot be made up, and two possible days are not one
  return {
    end: position + match[0].length, written: written.size === 1 && only !== undefined && !/[Hm]/.test(only) ? only : null,
    kind: 'date-order',
  }
}
