import { isWrittenDate, parseDatePattern } from './date'
import { MONTH_WORDS, OF_MONTH, monthOf, weekdayOf } from './months'
import { readRoman } from './roman'

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
 * @param range - first and last day that may be meant, which tell the year where it is left out
 * @example
 * looseDate('16.10.2026', 0, 'yyyy-MM-dd') //=> { end: 10, written: '2026-10-16', kind: 'date-order' }
 */
export function looseDate(text: string, position: number, pattern: string, range: Range = ANY): LooseDate | null {
  const inOrder = readInOrder(text, position, pattern)
  const likely = inOrder?.written && !isYearLast(text, position, pattern) ? inOrder : null
  if (likely?.written && isWrittenDate(likely.written, pattern, range.from, range.to)) return likely
  const otherwise = readWithTime(text, position, pattern, range) ?? readMonth(text, position, pattern, range)
    ?? readInAnyOrder(text, position, pattern, range) ?? readDayOfYear(text, position, pattern, range)
  // one that was asked for is meant rather than one that was not
  const asked = range.from !== null && otherwise?.written && isWrittenDate(otherwise.written, pattern, range.from, range.to)
  return (asked ? otherwise : likely) ?? otherwise ?? inOrder
}

/** A day and a time, the day in another order or in words, as 02.11.2026 19.30 for yyyyMMdd_HHmm. */
function readWithTime(text: string, position: number, pattern: string, range: Range): LooseDate | null {
  const [, dayPattern, sign, between] = /^(.*dd)([^\p{L}]*)HH([^\p{L}]*)mm$/u.exec(pattern) ?? []
  const day = dayPattern === undefined ? null : looseDate(text, position, dayPattern, range)
  if (!day?.written) return null
  const [all, hours, minutes] = /^[-_., T]{1,3}([01]?\d|2[0-3])[-_.:h ]?([0-5]\d)(?!\d)/.exec(text.slice(day.end, day.end + 8)) ?? []
  if (all === undefined || hours === undefined || minutes === undefined) return null
  return { end: day.end + all.length, written: `${day.written}${sign}${two(Number(hours))}${between}${minutes}`, kind: 'date-order' }
}

/** A year so many before another one is none of the work that is handed in now. */
const LONG_AGO = 6

/** Years as two figures are those of work that is handed in (common practice, no source). */
const isYearOfWork = (short: string | undefined) => Number(short) >= 20 && Number(short) < 40

/**
 * Whether of three pairs of figures the last one is the year, though the first one was asked to be: 03-10-26. Where both may be, full stops part
 * days from months and years (DIN 5008, from memory), and work is of these years rather than of one long ago: 28.10.26, but 26.10.20.
 */
function isYearLast(text: string, position: number, pattern: string): boolean {
  const [whole, first, sign, last] = /^(\d\d)([-_. /])\d{1,2}[-_. /](\d\d)(?!\d)/.exec(text.slice(position, position + 9)) ?? []
  if (whole === undefined || !pattern.startsWith('yy') || !isYearOfWork(last)) return false
  return !isYearOfWork(first) || (sign === '.' && Number(last) > Number(first) - LONG_AGO)
}

/**
 * Reads a day of the week, where no more than a week is asked for: then it is one day.
 *
 * @param text - received name
 * @param position - where it may begin
 * @example
 * weekdayIn('report Tuesday', 7, 'yyyy-MM-dd', { from: '2026-11-02', to: '2026-11-06' })?.written //=> '2026-11-03'
 */
export function weekdayIn(text: string, position: number, pattern: string, { from, to }: Range): LooseDate | null {
  if (from === null || to === null || !pattern.includes('dd') || /H|mm/.test(pattern)) return null
  const [word = ''] = /^[\p{L}\p{M}]+(?:-feira)?/u.exec(text.slice(position, position + 24)) ?? []
  const day = /\p{L}/u.test(text[position - 1] ?? '') ? undefined : weekdayOf(word)
  const [first, last] = [from, to].map(one => Date.parse(`${one}T00:00:00Z`) / DAY) as [number, number]
  if (day === undefined || last - first >= 7) return null
  // the first of January 1970 was a Thursday
  const meant = first + ((day - (first + 3)) % 7 + 7) % 7
  if (meant > last) return null
  const [year = '', month, date] = new Date(meant * DAY).toISOString().slice(0, 10).split('-')
  return { end: position + word.length, written: write(pattern, year, Number(month), Number(date)), kind: 'date-order' }
}
const DAY = 86_400_000

/** The first and last day that may be meant: they tell the year where it is not written. */
interface Range { from: string | null, to: string | null }
const ANY: Range = { from: null, to: null }

/** The year in which a month, or a day of it, lies in the range; else the one the range begins in; `null` where there is no range. */
function yearOf(month: number, day: number | null, { from, to }: Range): string | null {
  if (from === null || to === null) return null
  const [width, rest] = day === null ? [7, two(month)] : [10, `${two(month)}-${two(day)}`]
  const years: string[] = []
  for (let year = Number(from.slice(0, 4)); year <= Math.min(Number(to.slice(0, 4)), Number(from.slice(0, 4)) + 3); year++) {
    const written = `${year}-${rest}`
    if (written >= from.slice(0, width) && written <= to.slice(0, width)) years.push(String(year))
  }
  return years.length > 1 ? null : years[0] ?? from.slice(0, 4)
}

const two = (number: number): string => String(number).padStart(2, '0')

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
  `^(?:(\\d{1,2})[-_. /](\\d{4})|(\\d{4})[-_. /](0[1-9]|1[0-2])(?![-_. /]?\\d)`
  + `|(${MONTH_WORDS})[-_. /]{0,2}(\\d{4}|\\d{2})|(\\d{4})[-_. /]{0,2}(${MONTH_WORDS})|(${MONTH_WORDS}))(?![\\p{L}\\p{N}])`, 'iu',
)

/** A month without a day: its number before the year or behind it, its name on either side, or its name alone where the range tells the year. */
function readMonth(text: string, position: number, pattern: string, range: Range): LooseDate | null {
  const letters = parseDatePattern(pattern).flatMap(token => ('letter' in token ? [token.letter] : []))
  if (!letters.includes('MM') || letters.length > 2 || letters.includes('dd')) return null
  const match = MONTH_AND_YEAR.exec(text.slice(position, position + 24))
  if (!match) {
    return readMonthOfYear(text, position, pattern, range) ?? readRomanMonth(text, position, pattern, range)
      ?? readBareMonth(text, position, pattern, range)
  }
  const [whole, number1, year1, year0, number0, word1, year2, year3, word2, word3] = match
  const number = number1 ?? number0
  const month = number === undefined ? monthOf(word1 ?? word2 ?? word3 ?? '') : Number(number)
  if (month === undefined || month < 1 || month > 12) return null
  const year = year1 ?? year0 ?? year2 ?? year3 ?? yearOf(month, null, range)
  if (year === null) return null
  return { end: position + whole.length, written: write(pattern, year, month), kind: 'date-order' }
}

/** A month's number before two figures of a year about those that are asked for: 10-26, 10/26. Others may be anything. */
function readMonthOfYear(text: string, position: number, pattern: string, { from, to }: Range): LooseDate | null {
  const [whole, month = '', short = ''] = /^(0?[1-9]|1[0-2])[-_. /](\d\d)(?![\p{L}\p{N}])/u.exec(text.slice(position, position + 6)) ?? []
  if (whole === undefined || from === null || to === null || /[\p{L}\p{N}]/u.test(text[position - 1] ?? '')) return null
  const year = `${from.slice(0, 2)}${short}`
  if (Number(year) < Number(from.slice(0, 4)) - 1 || Number(year) > Number(to.slice(0, 4)) + 1) return null
  return { end: position + whole.length, written: write(pattern, year, Number(month)), kind: 'date-order' }
}

/**
 * Figures where one month alone that is asked for can be meant, and no others stand in the name but those of a longer code: 09 for September, and 9
 * at the end of a name.
 */
function readBareMonth(text: string, position: number, pattern: string, { from, to }: Range): LooseDate | null {
  const [month] = /^(?:0[1-9]|1[0-2])(?![\p{L}\p{N}])|^[1-9]$/u.exec(text.slice(position, position + 3)) ?? []
  if (month === undefined || from === null || to === null || /[\p{L}\p{N}]/u.test(text[position - 1] ?? '')) return null
  const others = [...text.matchAll(/\d+/g)].filter(({ index }) => index !== position)
  if (others.some(([run]) => !CODE.test(run))) return null
  const year = yearOf(Number(month), null, { from, to })
  const written = year === null ? '' : write(pattern, year, Number(month))
  return isWrittenDate(written, pattern, from, to) ? { end: position + month.length, written, kind: 'date-order' } : null
}

/** Figures that are no day, month, year or number of a piece. */
const CODE = /^(?:\d{3}|0\d{3}|\d{5,}|(?:3[2-9]|[4-9]\d)\d\d|(?!19|20)\d\d(?:3[2-9]|[4-9]\d))$/

/** A month in Roman letters before its year, as in "X 2026"; one letter may be anything else, unless that month is asked for. */
function readRomanMonth(text: string, position: number, pattern: string, { from, to }: Range): LooseDate | null {
  const [whole, letters = '', year = ''] = /^(XI{0,2}|IX|IV|VI{0,3}|I{1,3})[-_. /]{1,2}(\d{4})(?![\p{L}\p{N}])/u.exec(text.slice(position, position + 12)) ?? []
  const month = whole === undefined || /\p{L}/u.test(text[position - 1] ?? '') ? null : readRoman(letters)
  if (whole === undefined || month === null) return null
  const written = write(pattern, year, month)
  if (letters.length === 1 && (from === null || to === null || !isWrittenDate(written, pattern, from, to))) return null
  return { end: position + whole.length, written, kind: 'date-order' }
}

function write(pattern: string, year: string, month: number, day?: number): string {
  return pattern.replace('yyyy', year.length === 4 ? year : `20${year}`).replace('yy', year.slice(-2)).replace('MM', two(month))
    .replace('dd', two(day ?? 1))
}

/** A day and a year with the words between them in Romance languages: 20 de septiembre de 2026. */
const LONGEST_DAY = 32

const DAY_AND_MONTH = new RegExp(
  `^(?:(\\d{1,2})(?:st|nd|rd|th|er|[.º])?(?:[-_ ]?|${OF_MONTH})(${MONTH_WORDS})`
  + `|(${MONTH_WORDS})[-_. ]?(\\d{1,2})(?:st|nd|rd|th)?|(\\d{1,2})\\.(\\d{1,2})\\.?)`
  + '(?:(?:[-_. ]{0,2}|[ _]del?[ _])(\\d{4}))?(?![\\p{L}\\p{N}])', 'iu',
)

/** A day with its month in words, or in figures with dots, and perhaps a year; else the range tells it. */
function readDayOfYear(text: string, position: number, pattern: string, range: Range): LooseDate | null {
  if (!pattern.includes('dd') || !pattern.includes('MM') || /H|mm/.test(pattern)) return null
  const match = DAY_AND_MONTH.exec(text.slice(position, position + LONGEST_DAY))
  if (!match) return readBareDay(text, position, pattern, range)
  const [whole, day1, word1, word2, day2, day3, number, stated] = match
  const month = number === undefined ? monthOf(word1 ?? word2 ?? '') : Number(number)
  const day = Number(day1 ?? day2 ?? day3)
  if (month === undefined || month < 1 || month > 12 || day < 1 || day > 31) return null
  const year = stated ?? yearOf(month, day, range)
  return year === null ? null : { end: position + whole.length, written: write(pattern, year, month, day), kind: 'date-order' }
}

const BARE_DAY = /^(?:(\d\d)([-_/ ]?)(\d\d)|(\d{1,2})([-/])(\d{1,2}))(?![\d\p{L}]|[-_/]\d)/u

/** Four digits, perhaps parted, where one day alone that is asked for can be meant: 1103 or 03-11 for 3 November. */
function readBareDay(text: string, position: number, pattern: string, range: Range): LooseDate | null {
  const [whole = '', ...groups] = BARE_DAY.exec(text.slice(position, position + 7)) ?? []
  const [first = '', sign = '', second = ''] = groups[0] === undefined ? groups.slice(3) : groups
  // a figure alone is one of a day only where no letter or figure stands before it
  if (first.length + second.length < 4 && /[\p{L}\p{N}]/u.test(text[position - 1] ?? '')) return null
  // behind other digits and the same sign it is a part of another date
  if (sign !== '' && /^\d/.test(text.slice(Math.max(0, position - 2), position)) && text[position - 1] === sign) return null
  if (first === '' || range.from === null || range.to === null) return null
  const days = ([[first, second], [second, first]] as const).flatMap(([month, day]) => {
    const year = Number(month) >= 1 && Number(month) <= 12 ? yearOf(Number(month), Number(day), range) : null
    const written = year === null ? '' : write(pattern, year, Number(month), Number(day))
    return isWrittenDate(written, pattern, range.from, range.to) ? [written] : []
  })
  const [only, other = only] = days
  return only === undefined || other !== only ? null : { end: position + whole.length, written: only, kind: 'date-order' }
}

const ANY_ORDER = /^(?:(\d{8}|\d{6})|(\d{4})[-_. /]?(\d{1,2})[-_. /]?(\d{1,2})|(\d{1,2})[-_. /](\d{1,2})[-_. /](\d{4}|\d{2}))(?!\d)/

/** Year, month and day in digits that nothing parts, in every order people write them in. */
function undivided(digits: string): (readonly [year: string, month: string, day: string])[] {
  const pairs = (from: number, to: number) => [digits.slice(from, from + 2), digits.slice(to, to + 2)] as const
  const [atFirst, atLast] = digits.length === 8 ? [digits.slice(0, 4), digits.slice(4)] : [digits.slice(0, 2), digits.slice(4)]
  const [month, day] = pairs(atFirst.length, atFirst.length + 2)
  const [one, other] = pairs(0, 2)
  const isYear = (year: string) => year.length === 2 || /^(?:19|20)/.test(year)
  return ([[atFirst, month, day], [atLast, other, one], [atLast, one, other]] as const).filter(([year]) => isYear(year))
}

function readInAnyOrder(text: string, position: number, pattern: string, { from, to }: Range): LooseDate | null {
  const match = ANY_ORDER.exec(text.slice(position, position + 12))
  if (!match) return null
  const [, digits, y1, m1, d1, a2, b2, y2] = match
  const written = new Set<string>()
  const allowed = new Set<string>()
  const add = (year: string | undefined, month: string | undefined, day: string | undefined) => {
    if (!year || !month || !day || Number(month) < 1 || Number(month) > 12 || Number(day) < 1 || Number(day) > 31) return
    const one = write(pattern, year, Number(month), Number(day))
    const iso = write('yyyy-MM-dd', year, Number(month), Number(day))
    written.add(one)
    if (from !== null && to !== null && iso >= from && iso <= to) allowed.add(one)
  }
  add(y1, m1, d1)
  add(y2, b2, a2)
  add(y2, a2, b2)
  const [first, ...behind] = digits === undefined ? [] : undivided(digits)
  for (const [year, month, day] of behind) add(year, month, day)
  // two digits of a year stand behind the day, unless that is no date or not one that is asked for
  if (first && (first[0].length === 4 || written.size === 0 || from !== null)) add(...first)
  if (written.size === 0) return null
  // of two days it could be, the one that was asked for is meant
  const days = written.size > 1 && allowed.size === 1 ? allowed : written
  const [only] = days
  // with dots people write the day before the month (common practice, no source)
  const isOne = days.size === 1 || match[0].includes('.')
  // hours and minutes cannot be made up, and two possible days are not one
  return {
    end: position + match[0].length, written: isOne && only !== undefined && !/[Hm]/.test(only) ? only : null,
    kind: 'date-order',
  }
}
