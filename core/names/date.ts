import { daysIn } from '../text/calendar'

/** UTS #35 letters that a date pattern may hold, longest first. */
export const DATE_LETTERS = ['yyyy', 'yy', 'MM', 'dd', 'HH', 'mm'] as const
export type DateLetter = typeof DATE_LETTERS[number]

export type DateToken = { letter: DateLetter } | { literal: string }

/** Takes a date pattern apart. */
export function parseDatePattern(pattern: string): DateToken[] {
  const tokens: DateToken[] = []
  for (const [piece] of pattern.matchAll(/yyyy|yy|MM|dd|HH|mm|[^A-Za-z]+/g)) {
    const letter = DATE_LETTERS.find(one => one === piece)
    tokens.push(letter ? { letter } : { literal: piece })
  }
  return tokens
}

/**
 * Whether numbers read from a pattern are a real calendar date (and time) inside a range.
 *
 * @param values - number by letter; a missing year or month is any in the range, without a range a leap year's
 * @param from - first allowed day, `yyyy-MM-dd`
 * @param to - last allowed day
 * @example
 * isRealDate({ yyyy: 2026, MM: 2, dd: 31 }) //=> false
 */
export function isRealDate(values: Partial<Record<DateLetter, number>>, from: string | null = null, to: string | null = null): boolean {
  if ((values.HH ?? 0) > 23 || (values.mm ?? 0) > 59) return false
  const year = values.yyyy ?? (values.yy === undefined ? undefined : centuryOf(values.yy, from))
  const years = year === undefined ? yearsIn(from, to) : [year]
  // a day without its month may be that of any
  const months = values.MM === undefined && values.dd !== undefined ? MONTHS : [values.MM ?? 1]
  const withMonth = values.MM === undefined ? 4 : 7
  const width = values.dd === undefined ? withMonth : 10
  return years.some(one => months.some(month => isDayIn(one, month, values.dd ?? 1, width, from, to)))
}

const MONTHS = Array.from({ length: 12 }, (_, at) => at + 1)

function isDayIn(year: number, month: number, day: number, width: number, from: string | null, to: string | null): boolean {
  if (month < 1 || month > 12 || day < 1 || day > daysIn(year, month)) return false
  const text = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  return (from === null || text.slice(0, width) >= from.slice(0, width)) && (to === null || text.slice(0, width) <= to.slice(0, width))
}

/** In so many years there is a leap year, whatever the century. */
const LEAP = 8

/** The years that a date without one may lie in. */
function yearsIn(from: string | null, to: string | null): number[] {
  if (from === null && to === null) return [2000]
  const first = from === null ? Number(to?.slice(0, 4)) - LEAP : Number(from.slice(0, 4))
  const last = to === null ? first + LEAP : Number(to.slice(0, 4))
  return Array.from({ length: Math.min(LEAP, last - first) + 1 }, (_, at) => first + at)
}

/** The digits of each letter in a date as its pattern writes it. */
export function lettersOf(written: string, pattern: string): Partial<Record<DateLetter, string>> {
  const letters: Partial<Record<DateLetter, string>> = {}
  let offset = 0
  for (const token of parseDatePattern(pattern)) {
    const width = 'letter' in token ? token.letter.length : token.literal.length
    if ('letter' in token) letters[token.letter] = written.slice(offset, offset + width)
    offset += width
  }
  return letters
}

/** Whether a date as a pattern writes it is a real one inside a range. */
export function isWrittenDate(written: string, pattern: string, from: string | null, to: string | null): boolean {
  const letters = Object.entries(lettersOf(written, pattern))
  return isRealDate(Object.fromEntries(letters.map(([letter, digits]) => [letter, Number(digits)])), from, to)
}

/** Two-digit years: the century of the allowed range, else 2000–2069 and 1970–1999. */
function centuryOf(short: number, from: string | null): number {
  if (from) {
    const start = Number(from.slice(0, 4))
    const year = Math.floor(start / 100) * 100 + short
    return year < start ? year + 100 : year
  }
  return short < 70 ? 2000 + short : 1900 + short
}

/** A duration `PnDTnHnMnS` in ms; a day is 24 h. */
export function parseDuration(text: string): number {
  const match = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/.exec(text)
  if (!match) throw new RangeError(`"${text}" is not a duration such as PT10M`)
  const [days = 0, hours = 0, minutes = 0, seconds = 0] = match.slice(1).map(part => Number(part ?? 0))
  return (((days * 24 + hours) * 60 + minutes) * 60 + seconds) * 1000
}
