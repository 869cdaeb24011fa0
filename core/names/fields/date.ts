import type { Hint } from '../../shapes/shape'
import { day, needed, pattern } from '../../shapes/shape'
import { DATE_LETTERS, isRealDate, lettersOf, parseDatePattern } from '../date'
import type { DateLetter } from '../date'
import { looseDate, weekdayIn } from '../loose-date'
import type { Strictness } from '../strictness'
import { foldReceived, STRICT } from '../strictness'
import { WILD } from '../tokens'
import { isDigit } from './digits'
import type { FreeField } from './type'

/** A real calendar date (UTS #35 letters), perhaps between two days. */
export interface DateRule { type: 'date', pattern: string, from: string | null, to: string | null }

/** The letters of other languages and programs for day, month and year (common practice, no source). */
const meantPattern: Hint = (found) => {
  if (typeof found !== 'string' || found.length > 40) return undefined
  const meant = found.replace(/[YJA]/gi, 'y').replace(/[TDG]/gi, 'd').replace(/m/gi, 'M')
  return meant !== found && /^(?:yyyy|yy|MM|dd|[^A-Za-z{}/\\])+$/.test(meant) ? `write "${meant}"` : undefined
}

const letters = DATE_LETTERS.join('|')
const options = {
  pattern: needed(pattern(
    `a date pattern of ${DATE_LETTERS.join(' ')} and separators`, new RegExp(`^(?=.*[yMd])(?:${letters}|[^A-Za-z{}/\\\\])+$`),
    undefined, meantPattern,
  )),
  from: day(),
  to: day(),
}

/** End of a real date of the rule's pattern that begins at `at`, or `null`. */
export function endOfDate(text: string, position: number, rule: DateRule, strictness: Strictness = STRICT): number | null {
  const values: Partial<Record<DateLetter, number>> = {}
  let end = position
  for (const token of parseDatePattern(rule.pattern)) {
    if ('literal' in token) {
      const folded = foldReceived(token.literal, strictness).text
      if (!text.startsWith(folded, end)) return null
      end += folded.length
      continue
    }
    const digits = text.slice(end, end + token.letter.length)
    if (!/^\d+$/.test(digits) || digits.length < token.letter.length) return null
    values[token.letter] = Number(digits)
    end += token.letter.length
  }
  return isRealDate(values, rule.from, rule.to) ? end : null
}

/** What each digit of a date's letter may be. */
const DIGITS: Record<DateLetter, string[]> = {
  yyyy: ['12', '09', '0123456789', '0123456789'], yy: ['0123456789', '0123456789'], MM: ['01', '0123456789'], dd: ['0123', '0123456789'],
  HH: ['012', '0123456789'], mm: ['012345', '0123456789'],
}

/** A point in time (`yyyy-MM-ddTHH:mm`) as a pattern writes it. */
export function writeDate(moment: string, written: string): string {
  const [yyyy = '', MM = '', dd = '', HH = '', mm = ''] = moment.split(/[-T:]/)
  const values: Record<DateLetter, string> = { yyyy, yy: yyyy.slice(2), MM, dd, HH, mm }
  return parseDatePattern(written).map(token => ('letter' in token ? values[token.letter] : token.literal)).join('')
}

/** Whether a range lies in one month, where the pattern tells none, and the like: then one value alone is possible. */
function isWhole(from: string, to: string, form: string): boolean {
  return form.includes('MM') || from.slice(0, 7) === to.slice(0, 7) || !form.includes('dd')
}

/** A written date from the year down, so that dates sort; as far as the pattern tells. */
function sortable(written: string, form: string): string {
  const values = lettersOf(written, form)
  const year = values.yyyy ?? (values.yy === undefined ? undefined : `20${values.yy}`)
  return [year, values.MM, values.dd, values.HH, values.mm].filter(one => one !== undefined).join('-')
}

/** A day so many days later. */
export function moveDay(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)
}

/** A month counted on from year to year. */
const monthOf = (date: string): number => Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)) - 1

/** The first of a month, and the last of one, so many months later. */
const firstOf = (date: string, months: number): string => {
  const total = monthOf(date) + months
  return `${String(Math.floor(total / 12)).padStart(4, '0')}-${String(total % 12 + 1).padStart(2, '0')}-01`
}
const lastOf = (date: string, months: number): string => moveDay(firstOf(date, months + 1), -1)

const readLoosely = (actual: string, rule: DateRule) => looseDate(actual, 0, rule.pattern, rule) ?? weekdayIn(actual, 0, rule.pattern, rule)

/** A letter with no letter before it. */
const WORD_BEGINS = /^[^\p{L}]?\p{L}$/u

export const date: FreeField<DateRule, typeof options> = {
  options,
  normalise: ({ pattern: written, from = null, to = null }) => ({ type: 'date', pattern: written, from, to }),
  problems: ({ from, to }) => [
    ...(from !== null && to !== null && from > to ? [{ at: '', message: `from ${from} lies after to ${to}` }] : []),
  ],
  words: [
    'date', 'datum', 'fecha', 'data', 'yyyymmdd', 'ddmmyyyy', 'mmddyyyy', 'yymmdd', 'ddmmyy', 'jjjjmmtt', 'ttmmjjjj', 'aaaammjj',
    'jjmmaaaa', 'ddmmaaaa',
    'aaaammdd', 'today', 'day',
  ],
  digits: true,
  runsOn: false,
  ordered: true,
  openness: 0,
  straight: (text, at, rule) => endOfDate(text, at, rule) ?? -1,
  ends(received, index, rule) {
    const end = endOfDate(received.text, index, rule, received.strictness)
    return end === null ? [] : [end]
  },
  take(text, rule, _, take) {
    // a month may be written as a word
    const words = rule.pattern.includes('MM')
    const others: [start: number, end: number][] = []
    const weekdays: typeof others = []
    let told = false
    for (let start = 0; start < text.length; start++) {
      if (!isDigit(text.charCodeAt(start)) && !(words && WORD_BEGINS.test(text.slice(Math.max(0, start - 1), start + 1)))) continue
      const end = endOfDate(text, start, rule)
      if (end !== null) {
        take(start, end, 0)
        told = true
      }
      if (start > 0 && isDigit(text.charCodeAt(start - 1))) continue
      const weekday = weekdayIn(text, start, rule.pattern, rule)
      if (weekday) weekdays.push([start, weekday.end])
      const loose = looseDate(text, start, rule.pattern, rule)
      // 0023 is no year of any work
      if (!loose || (rule.pattern === 'yyyy' && !/^(?:19|20|21)/.test(text.slice(start, start + 4)))) continue
      if (loose.written === null || endOfDate(loose.written, 0, rule) === null) others.push([start, loose.end])
      else {
        take(start, loose.end, 0.9)
        told = true
      }
    }
    // beside a day that was asked for nothing else is meant, such as the time behind it
    const left = others.length > 0 ? others : weekdays
    if (!told) for (const [start, end] of left) take(start, end, 0.9)
  },
  read(actual, rule) {
    if (endOfDate(actual, 0, rule) === actual.length) return actual
    const { written } = readLoosely(actual, rule) ?? {}
    return written && endOfDate(written, 0, rule) === written.length ? written : undefined
  },
  tell(actual, rule) {
    if (endOfDate(actual, 0, rule) === actual.length) return null
    const loose = readLoosely(actual, rule)
    if (!loose) return 'date-range'
    return loose.written && endOfDate(loose.written, 0, rule) === null ? 'date-range' : loose.kind
  },
  outside(actual, rule) {
    const any = { ...rule, from: null, to: null }
    const written = endOfDate(actual, 0, any) === actual.length ? actual : looseDate(actual, 0, rule.pattern, rule)?.written
    if (!written || endOfDate(written, 0, any) !== written.length || endOfDate(written, 0, rule) !== null) return undefined
    return sortable(written, rule.pattern)
  },
  allowed: ({ from, to, pattern: written }) => (from === null && to === null
    ? null
    : { from: from && writeDate(`${from}T00:00`, written), to: to && writeDate(`${to}T00:00`, written) }),
  // the months of a range; days are too many, and of years there is one
  many: ({ from, to, pattern: written }) => (from === null || to === null || written.includes('dd') || !written.includes('MM')
    ? undefined
    : monthOf(to) - monthOf(from) + 1),
  only({ from, to, pattern: written }) {
    if (from === null || to === null || /H|mm/.test(written)) return undefined
    // what the pattern leaves out must be the same as well
    const told = written.includes('yy') ? 0 : 4
    const first = writeDate(`${from}T00:00`, written)
    return first === writeDate(`${to}T00:00`, written) && from.slice(0, told) === to.slice(0, told) && isWhole(from, to, written) ? first : undefined
  },
  ways(rule) {
    const run = parseDatePattern(rule.pattern).map(token => ('letter' in token ? WILD : token.literal)).join('')
    return [[run, run, run]]
  },
  build(rule, open, automaton) {
    let here = open
    for (const token of parseDatePattern(rule.pattern)) {
      if ('literal' in token) here = [automaton.text(here, token.literal)]
      else for (const only of DIGITS[token.letter]) here = [automaton.step(here, { only })]
    }
    return [...here]
  },
  day: (value, { pattern: form }) => (['yy', 'MM', 'dd'].every(letter => form.includes(letter)) ? sortable(value, form).slice(0, 10) : undefined),
  fits: (text, rule) => endOfDate(text, 0, rule) === text.length,
  longest: rule => rule.pattern.length,
  sample: ({ pattern: written, from }, today) => writeDate(from ? `${from}T14:30` : today, written),
  moved({ from, to, ...rest }, { days, months }) {
    if (days === 0 || !(from ?? to)) return null
    // whole months stay whole months
    if (from && to && from === firstOf(from, 0) && to === lastOf(to, 0)) return { ...rest, from: firstOf(from, months), to: lastOf(to, months) }
    return { ...rest, ...(from ? { from: moveDay(from, days) } : {}), ...(to ? { to: moveDay(to, days) } : {}) }
  },
}
