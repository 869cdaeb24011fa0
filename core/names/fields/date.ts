import { day, needed, pattern } from '../../shapes/shape'
import { DATE_LETTERS, isRealDate, parseDatePattern } from '../date'
import type { DateLetter } from '../date'
import { looseDate } from '../loose-date'
import type { Strictness } from '../strictness'
import { foldReceived, STRICT } from '../strictness'
import { WILD } from '../tokens'
import { isDigit } from './digits'
import type { FreeField } from './type'

/** A real calendar date (UTS #35 letters), perhaps between two days. */
export interface DateRule { type: 'date', pattern: string, from: string | null, to: string | null }

const letters = DATE_LETTERS.join('|')
const options = {
  pattern: needed(pattern(
    `a date pattern of ${DATE_LETTERS.join(' ')} and separators`, new RegExp(`^(?=.*[yMd])(?:${letters}|[^A-Za-z{}/\\\\])+$`),
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
function writeDate(moment: string, written: string): string {
  const [yyyy = '', MM = '', dd = '', HH = '', mm = ''] = moment.split(/[-T:]/)
  const values: Record<DateLetter, string> = { yyyy, yy: yyyy.slice(2), MM, dd, HH, mm }
  return parseDatePattern(written).map(token => ('letter' in token ? values[token.letter] : token.literal)).join('')
}

const movedDay = (date: string, days: number): string => new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)

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
    // a month without a day may be written as a word
    const words = rule.pattern.includes('MM') && !rule.pattern.includes('dd')
    for (let start = 0; start < text.length; start++) {
      if (!isDigit(text.charCodeAt(start)) && !(words && WORD_BEGINS.test(text.slice(Math.max(0, start - 1), start + 1)))) continue
      const end = endOfDate(text, start, rule)
      if (end !== null) take(start, end, 0)
      if (start > 0 && isDigit(text.charCodeAt(start - 1))) continue
      const loose = looseDate(text, start, rule.pattern)
      if (loose) take(start, loose.end, 0.9)
    }
  },
  read(actual, rule) {
    if (endOfDate(actual, 0, rule) === actual.length) return actual
    const written = looseDate(actual, 0, rule.pattern)?.written
    return written && endOfDate(written, 0, rule) === written.length ? written : undefined
  },
  tell(actual, rule) {
    if (endOfDate(actual, 0, rule) === actual.length) return null
    const loose = looseDate(actual, 0, rule.pattern)
    if (!loose) return 'date-range'
    return loose.written && endOfDate(loose.written, 0, rule) === null ? 'date-range' : loose.kind
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
  fits: (text, rule) => endOfDate(text, 0, rule) === text.length,
  longest: rule => rule.pattern.length,
  sample: ({ pattern: written, from }, today) => writeDate(from ? `${from}T14:30` : today, written),
  moved: ({ from, to, ...rest }, days) => ({ ...rest, ...(from ? { from: movedDay(from, days) } : {}), ...(to ? { to: movedDay(to, days) } : {}) }),
}
