import { oneOf, pattern } from '../../shapes/shape'
import type { Strictness } from '../strictness'
import { foldReceived, STRICT } from '../strictness'
import { monthOf, MONTH_WORDS, WEEK_WORDS } from '../months'
import { WILD } from '../tokens'
import { DAY_IN_FIGURES, isDigit } from './digits'
import type { FreeField } from './type'

/** Ways to write a week, in UTS #35 letters, with what each is made of. */
const FORMS = { 'YYYY-\'W\'ww': ['year', '-W', 'week'], 'YYYYww': ['year', 'week'], 'ww': ['week'] } as const
type WeekForm = keyof typeof FORMS

/** A week of the calendar that begins on Mondays (ISO 8601), perhaps between two weeks written `2026-W41`. */
export interface WeekRule { type: 'week', form: WeekForm, from: string | null, to: string | null }

const DAY = 86_400_000
const MOST_WEEKS = 52

/** Days since 1970 of the Monday a week begins with. */
function mondayOf(year: number, week: number): number {
  // 4 January is always in the first week (ISO 8601-1:2019, 3.1.1.23)
  const fourth = Date.UTC(year, 0, 4) / DAY
  return fourth - (fourth + 3) % 7 + (week - 1) * 7
}

/** Whether a year has such a week: the next year's first begins after it. */
function isRealWeek(year: number, week: number): boolean {
  return year >= 1583 && week >= 1 && mondayOf(year, week) < mondayOf(year + 1, 1)
}

interface Week { year: number, week: number }
const writeIso = ({ year, week }: Week): string => `${String(year).padStart(4, '0')}-W${String(week).padStart(2, '0')}`
const readIso = (text: string): Week => ({ year: Number(text.slice(0, 4)), week: Number(text.slice(6, 8)) })
const weekOfDay = (day: number): Week => {
  const [year] = [1, 0, -1].map(more => new Date(day * DAY).getUTCFullYear() + more).filter(year => mondayOf(year, 1) <= day)
  return { year: year ?? 1970, week: Math.floor((day - mondayOf(year ?? 1970, 1)) / 7) + 1 }
}

/** How many weeks there are from one to another. */
const weeksIn = (from: string, to: string): number => {
  const [first, last] = [from, to].map(readIso).map(({ year, week }) => mondayOf(year, week)) as [number, number]
  return (last - first) / 7 + 1
}

function write(week: Week, form: WeekForm): string {
  const iso = writeIso(week)
  const pieces = { year: iso.slice(0, 4), week: iso.slice(6) }
  return FORMS[form].map(piece => (piece === 'year' || piece === 'week' ? pieces[piece] : piece)).join('')
}

const inRange = (week: Week, { from, to }: WeekRule): boolean =>
  isRealWeek(week.year, week.week) && (from === null || writeIso(week) >= from) && (to === null || writeIso(week) <= to)

/** The week a number means; without a year the one in the range. */
function settle(year: number | null, week: number, rule: WeekRule): Week | null {
  const years = year === null && rule.from && rule.to ? [readIso(rule.from).year, readIso(rule.to).year] : [year]
  for (const candidate of years) if (candidate !== null && inRange({ year: candidate, week }, rule)) return { year: candidate, week }
  return null
}

/** End of a week as the rule writes it, or `null`. */
function endOfWeek(text: string, position: number, rule: WeekRule, strictness: Strictness = STRICT): number | null {
  let end = position
  const written: { year: number | null, week: number } = { year: null, week: 0 }
  for (const piece of FORMS[rule.form]) {
    const width = piece === 'year' ? 4 : 2
    const there = piece === 'year' || piece === 'week' ? text.slice(end, end + width) : foldReceived(piece, strictness).text
    if (piece === 'year' || piece === 'week') {
      if (there.length < width || !/^\d+$/.test(there)) return null
      written[piece] = Number(there)
    }
    else if (!text.startsWith(there, end)) return null
    end += there.length
  }
  return settle(written.year, written.week, rule) ? end : null
}

/** A week as people write it, in any of the ways: with or without year, `W`, `KW`, `wk`, `week` or another word before the number. */
const LOOSE = new RegExp(`^(?:(\\d{4})[-_. ]?)?(?:((?:${WEEK_WORDS}|[svut](?![\\p{L}]))[-_. ]{0,2})?)(\\d{1,2})(?!\\d)`, 'iu')
/** A whole day: 2026-10-30 is in no way week 10. */
const WHOLE_DAY = /(?<!\d)\d{4}[-_. ]\d{2}[-_. ]\d{2}(?!\d)/g
/** Single letters may be versions or anything: they say a week that is asked for, no other. */
const LETTER = /^[svut][-_. ]*$/i

const UNTIL = '[ _]?(?:[-–]|bis|to|au|al|tot|til|t/m|a|do)[ _]?'
/** The first and the last day of a week, as people write it: 26.10.-30.10., 26.-30.10.2026, 26-30 October (common practice, no source). */
const FROM_TO = new RegExp([
  '^(\\d{1,2})\\.(?:(\\d{1,2})\\.?(\\d{4}|\\d{2}(?!\\d))?)?', UNTIL,
  '(\\d{1,2})\\.(\\d{1,2})(?:\\.(\\d{4}|\\d{2}(?!\\d))?)?(?![\\d.])',
].join(''), 'u')
const FROM_TO_IN_WORDS = new RegExp([
  '^(\\d{1,2})\\.?(?:[ _]?(', MONTH_WORDS, ')\\.?)?', UNTIL, '(\\d{1,2})\\.?[ _]?(?:de )?(', MONTH_WORDS, ')(?![\\p{L}])(?:[ _.]?(\\d{4})(?!\\d))?',
].join(''), 'iu')

/** The same in whole days, the year first: 2026-11-02_2026-11-08. */
const FROM_TO_WHOLE = new RegExp(`^(\\d{4})-(\\d\\d)-(\\d\\d)(?:_|${UNTIL})(\\d{4})-(\\d\\d)-(\\d\\d)(?!\\d)`, 'iu')

const LONGEST_DAYS = 40

/** Two days behind each other as a text tells them: their day and month, and the year where it is told. */
function daysTold(text: string): { length: number, days: [[day: number, month: number], [day: number, month: number]], year: number | null } | null {
  const figures = FROM_TO.exec(text)
  if (figures) {
    const [{ length }, day1, month1, year1, day2, month2, year2 = year1] = figures
    const year = year2 === undefined ? null : Number(year2.length === 2 ? `20${year2}` : year2)
    return { length, days: [[Number(day1), Number(month1 ?? month2)], [Number(day2), Number(month2)]], year }
  }
  const days = FROM_TO_WHOLE.exec(text)
  if (days) {
    const [, year, month1, day1, , month2, day2] = days.map(Number)
    return { length: days[0].length, days: [[day1 ?? 0, month1 ?? 0], [day2 ?? 0, month2 ?? 0]], year: year ?? null }
  }
  const [whole, day1, word1, day2, word2 = '', year] = FROM_TO_IN_WORDS.exec(text) ?? []
  const [first, last] = [monthOf(word1 ?? word2), monthOf(word2)]
  if (whole === undefined || first === undefined || last === undefined) return null
  return { length: whole.length, days: [[Number(day1), first], [Number(day2), last]], year: year === undefined ? null : Number(year) }
}

/** The week that two days lie in, where it is one that is asked for. */
function weekOfDays(told: NonNullable<ReturnType<typeof daysTold>>, position: number, rule: WeekRule): { end: number, written: string } | null {
  if (rule.from === null || rule.to === null) return null
  for (const year of told.year === null ? [readIso(rule.from).year, readIso(rule.to).year] : [told.year]) {
    const [[day1, month1], [day2, month2]] = told.days
    // a week may end in the next year
    const [first, last] = [Date.UTC(year, month1 - 1, day1) / DAY, Date.UTC(month2 < month1 ? year + 1 : year, month2 - 1, day2) / DAY]
    const [week, other] = [weekOfDay(first), weekOfDay(last)]
    const isOne = first < last && writeIso(week) === writeIso(other) && inRange(week, rule)
    if (isOne) return { end: position + told.length, written: write(week, rule.form) }
  }
  return null
}

/** Whether a figure is the day before a month's word: it is no week. */
const isOfDay = (text: string, position: number): boolean => DAY_IN_WORDS.test(text.slice(position, position + LONGEST_DAYS))
const DAY_IN_WORDS = new RegExp(`^\\d{1,2}(?:st|nd|rd|th|er|[.º])?[ _]?(?:de )?(?:${MONTH_WORDS})(?![\\p{L}])`, 'iu')

function looseWeek(text: string, position: number, rule: WeekRule): { end: number, written: string | null } | null {
  const days = daysTold(text.slice(position, position + LONGEST_DAYS))
  // days of another week, or of none, tell no week by their figures
  if (days) return weekOfDays(days, position, rule)
  const match = LOOSE.exec(text.slice(position, position + 16))
  if (!match) return null
  const week = settle(match[1] === undefined ? null : Number(match[1]), Number(match[3]), rule)
  if (week === null && LETTER.test(match[2] ?? '')) return null
  return { end: position + match[0].length, written: week && write(week, rule.form) }
}

const weekText = () => pattern('a week such as 2026-W41', /^\d{4}-W\d{2}$/)
const options = { form: oneOf('YYYY-\'W\'ww', 'YYYYww', 'ww'), from: weekText(), to: weekText() }

/** A week written `2026-W41`, so many whole weeks later. */
export function moveWeek(week: string, days: number): string {
  const { year, week: number } = readIso(week)
  return writeIso(weekOfDay(mondayOf(year, number) + Math.round(days / 7) * 7))
}

export const week: FreeField<WeekRule, typeof options> = {
  options,
  normalise: ({ form = 'YYYY-\'W\'ww', from = null, to = null }) => ({ type: 'week', form, from, to }),
  problems({ form, from, to }) {
    const unreal = ([['from', from], ['to', to]] as const)
      .flatMap(([at, text]) => (text === null || isRealWeek(readIso(text).year, readIso(text).week)
        ? []
        : [{ at, message: `"${text}" is no week of the calendar` }]))
    if (unreal.length > 0) return unreal
    if (from !== null && to !== null && from > to) return [{ at: '', message: `from ${from} lies after to ${to}` }]
    if (form !== 'ww') return []
    if (from === null || to === null) return [{ at: 'form', message: 'a week without its year needs from and to' }]
    const weeks = weeksIn(from, to)
    return weeks > MOST_WEEKS
      ? [{ at: 'form', message: `${from} to ${to} are ${weeks} weeks: a week without its year needs ${MOST_WEEKS} or fewer` }]
      : []
  },
  words: ['week', 'kw', 'wk', 'ww', 'yyyyww', 'yyyywww', 'semana', 'semaine', 'woche'],
  digits: true,
  runsOn: false,
  ordered: true,
  openness: 0,
  straight: (text, at, rule) => endOfWeek(text, at, rule) ?? -1,
  ends(received, index, rule) {
    const end = endOfWeek(received.text, index, rule, received.strictness)
    return end === null ? [] : [end]
  },
  take(text, rule, _, take) {
    const others: [start: number, end: number, cost: number][] = []
    let told = false
    const days = [...text.matchAll(DAY_IN_FIGURES), ...text.matchAll(WHOLE_DAY)].map(({ index, 0: { length } }) => [index, index + length] as const)
    for (let start = 0; start < text.length; start++) {
      const end = endOfWeek(text, start, rule)
      const isInDay = (last: number) => days.some(([from, to]) => start >= from && last <= to)
      if (end !== null && !isInDay(end)) {
        take(start, end, 0)
        told = true
      }
      // only from where a word or number begins
      if (start > 0 && /[\p{L}\p{N}]/u.test(text[start - 1] ?? '')) continue
      const loose = looseWeek(text, start, rule)
      if (!loose || (isDigit(text.charCodeAt(start)) && loose.end < start + 3 && isOfDay(text, start))) continue
      const cost = isDigit(text.charCodeAt(start)) ? 0.9 : 0.8
      const isBare = loose.written === null && isDigit(text.charCodeAt(start))
      if (isInDay(loose.end)) continue
      if (isBare) others.push([start, loose.end, cost])
      else take(start, loose.end, cost)
      told ||= loose.written !== null
    }
    // beside a week that was asked for no bare number is meant
    if (!told) for (const one of others) take(...one)
  },
  read(actual, rule) {
    if (endOfWeek(actual, 0, rule) === actual.length) return actual
    const loose = looseWeek(actual, 0, rule)
    return loose?.end === actual.length ? loose.written ?? undefined : undefined
  },
  tell(actual, rule) {
    if (endOfWeek(actual, 0, rule) === actual.length) return null
    return looseWeek(actual, 0, rule)?.written ? 'date-order' : 'date-range'
  },
  outside(actual, rule) {
    const [whole, year = rule.from?.slice(0, 4), word = '', number] = LOOSE.exec(actual) ?? []
    if (LETTER.test(word)) return undefined
    // a number alone may be anything, where weeks are not written so
    if (whole !== actual || year === undefined || (rule.form !== 'ww' && /^\d{1,2}$/.test(actual))) return undefined
    const week = { year: Number(year), week: Number(number) }
    return isRealWeek(week.year, week.week) && settle(week.year, week.week, rule) === null ? writeIso(week) : undefined
  },
  allowed: ({ form, from, to }) => (from === null && to === null
    ? null
    : { from: from && write(readIso(from), form), to: to && write(readIso(to), form) }),
  many: ({ from, to }) => (from === null || to === null ? undefined : weeksIn(from, to)),
  only: ({ form, from, to }) => (from !== null && from === to ? write(readIso(from), form) : undefined),
  ways({ form }) {
    const run = FORMS[form].map(piece => (piece === 'year' || piece === 'week' ? WILD : piece)).join('')
    return [[run, run, run]]
  },
  build(rule, open, automaton) {
    let here = open
    for (const piece of FORMS[rule.form]) {
      if (piece === 'year') for (let digit = 0; digit < 4; digit++) here = [automaton.step(here, { only: '0123456789' })]
      else if (piece === 'week') for (const only of ['012345', '0123456789']) here = [automaton.step(here, { only })]
      else here = [automaton.text(here, piece)]
    }
    return [...here]
  },
  fits: (text, rule) => endOfWeek(text, 0, rule) === text.length,
  longest: ({ form }) => write({ year: 2026, week: 41 }, form).length,
  sample: ({ form, from }, today) => write(from ? readIso(from) : weekOfDay(Math.floor(Date.parse(`${today.slice(0, 10)}T00:00:00Z`) / DAY)), form),
  moved: ({ from, to, ...rest }, { days }) => (days === 0 || !(from ?? to)
    ? null
    : { ...rest, ...(from ? { from: moveWeek(from, days) } : {}), ...(to ? { to: moveWeek(to, days) } : {}) }),
}
