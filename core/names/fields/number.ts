import { oneOf, whole } from '../../shapes/shape'
import { tellNumbers } from '../number-kinds'
import { WILD } from '../tokens'
import { buildNumber, endOfRun, endsOfNumber, isNoWider, isPadded, readNumber, takeNumbers, writeNumber } from './digits'
import type { FreeField } from './type'

/** A number in a range, zero-padded to a least width; `zeros` free: the zeros in front may be left out. */
export interface NumberRule { type: 'number', digits: number, from: number, to: number, zeros?: 'free' }

const LARGEST = 999_999_999
const options = { digits: whole(1, 12), from: whole(0, LARGEST), to: whole(0, LARGEST), zeros: oneOf('asked', 'free') }

const isNumber = (digits: string, rule: NumberRule, anyRange = false): boolean =>
  (rule.zeros === 'free' ? isNoWider : isPadded)(digits, rule) && (anyRange || (Number(digits) >= rule.from && Number(digits) <= rule.to))

/** Whether a number is a year: another count of figures is no other value of it. */
export const isYears = ({ digits, from, to }: NumberRule): boolean => digits === 4 && from >= 1900 && to <= 2199

const YEAR = /^(?:19|20)\d\d$/
/** What stands behind the year of a number: that number, which is no month or day. */
const isYearOfNumber = (behind: string): boolean => /^[-_/.](?!\d{1,2}(?!\d))\d{1,6}(?!\d|[-_/.]\d)/.test(behind)

/** The year that its last two digits mean, where one alone may be: 25 for 2025; `undefined`: they are no year. */
function yearMeant(actual: string, rule: NumberRule): string | undefined {
  if (!isYears(rule) || !/^\d\d$/.test(actual)) return undefined
  const { from, to } = rule
  const [only, ...more] = [19, 20, 21].map(century => `${century}${actual}`).filter(year => Number(year) >= from && Number(year) <= to)
  return more.length === 0 ? only : undefined
}

export const number: FreeField<NumberRule, typeof options> = {
  options,
  // pieces are counted from 1 unless the rule says otherwise
  normalise: ({ digits = 1, from, to = Infinity, zeros }, counts) => ({
    type: 'number', digits, from: from ?? (counts ? 1 : 0), to, ...(zeros === 'free' ? { zeros } : {}),
  }),
  problems: ({ from, to }) => (from > to ? [{ at: '', message: `from ${from} lies after to ${to}` }] : []),
  words: ['n', 'nn', 'nnn', 'nr', 'no', 'num', 'number', 'nummer', 'numero', 'numéro', 'número', 'piece', 'lfdnr'],
  digits: true,
  runsOn: true,
  ordered: true,
  openness: 0,
  kinds: ['number'],
  straight(text, index, rule, anyRange) {
    const end = endOfRun(text, index)
    return end > index && isNumber(text.slice(index, end), rule, anyRange) ? end : -1
  },
  ends: (found, at, rule) => endsOfNumber(found, at, digits => isNumber(digits, rule, found.anyRange)),
  take(text, rule, settled, take) {
    const isIn = (digits: string) => Number(digits) >= rule.from && Number(digits) <= rule.to
    // beside a number that is allowed another is hardly meant, a version less than any
    const runs = text.match(/\d+/g) ?? []
    const told = runs.some(isIn)
    const several = () => runs.filter(isIn).length > 1
    const isAmount = (start: number) => tellNumbers(text).some(({ kind, range }) => kind === 'amount' && range[0] === start)
    takeNumbers(text, settled, digits => isNumber(digits, rule, true), (start, end, cost) => {
      // eight figures are a day, and no year, and one or three are none
      if (rule.digits === 4 && end - start > rule.digits) return
      if (isYears(rule) && end - start !== rule.digits && yearMeant(text.slice(start, end), rule) === undefined) return
      // beside another number a year is the year of that: of "2026-114" the number is 114
      if (!isYears(rule) && YEAR.test(text.slice(start, end)) && isYearOfNumber(text.slice(end))) cost += 1.6
      // beside another one an amount is none: 48k
      if (several() && isAmount(start)) cost += 1.6
      const besides = told && !isIn(text.slice(start, end)) ? 1.5 + (/(?<!\p{L})v$/iu.test(text.slice(0, start)) ? 0.5 : 0) : 0
      take(start, end, cost + besides)
    })
  },
  read: (actual, rule) => yearMeant(actual, rule) ?? readNumber(actual, rule, digits => isNumber(digits, rule)),
  tell(actual, rule, settled) {
    if (!/^\d+$/.test(actual) || yearMeant(actual, rule) !== undefined) return 'digits'
    return !settled && !isNumber(writeNumber(Number(actual), rule.digits), rule) ? 'not-allowed' : 'digits'
  },
  outside(actual, rule) {
    if (!/^\d{1,9}$/.test(actual) || yearMeant(actual, rule) !== undefined || (isYears(rule) && actual.length !== rule.digits)) return undefined
    return Number(actual) < rule.from || Number(actual) > rule.to ? actual.padStart(9, '0') : undefined
  },
  allowed: ({ digits, from, to }) => ({ from: writeNumber(from, digits), to: to === Infinity ? null : writeNumber(to, digits) }),
  only: ({ digits, from, to }) => (from === to ? writeNumber(from, digits) : undefined),
  ways: () => [[WILD, WILD, WILD]],
  build: (rule, open, automaton) => buildNumber(rule, rule.to === Infinity ? null : String(rule.to).length, open, automaton),
  fits: (text, rule) => isNumber(text, rule),
  longest: ({ digits, to }) => Math.max(digits, to === Infinity ? 0 : String(to).length),
  sample: ({ from, digits }) => writeNumber(Math.max(from, 1), digits),
  isOpenSign: (actual, { from }) => (/^0+$/.test(actual) ? from > 0 : /^x$/i.test(actual)),
}
