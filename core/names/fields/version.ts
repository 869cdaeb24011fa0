import { flag, whole } from '../../shapes/shape'
import { WILD } from '../tokens'
import { buildNumber, DAY_IN_FIGURES, endOfRun, endsOfNumber, isPadded, readNumber, takeNumbers, writeNumber } from './digits'
import type { FreeField } from './type'

/** The number of a saved version; the highest is the latest. Names with a milestone's number are always kept. */
export interface VersionRule { type: 'version', digits: number, milestone: boolean }

/** A version in tenths, such as v0.9, is no whole number, nor is one of three, such as 0.9.2, nor what is less than one: 0,75. */
const DECIMAL = /(?<!\p{L})v(?:ers?(?:ion)?)?[ ._-]?\d{1,3}[.,]\d{1,3}(?![.,]?\d)|(?<![\p{N}.])\d{1,3}(?:\.\d{1,3}){2,3}(?![\p{N}.])|(?<![\p{N}.,])0[.,]\d{1,3}(?![.,]?\d)/giu

const options = { digits: whole(1, 12), milestone: flag() }

export const version: FreeField<VersionRule, typeof options> = {
  options,
  normalise: ({ digits = 1, milestone = false }) => ({ type: 'version', digits, milestone }),
  words: ['v', 'vv', 'vvv', 'vn', 'version', 'nn', 'nnn', 'n'],
  digits: true,
  runsOn: true,
  ordered: true,
  openness: 0,
  kinds: ['version', 'number'],
  straight(text, index, rule) {
    const end = endOfRun(text, index)
    return end > index && isPadded(text.slice(index, end), rule) ? end : -1
  },
  ends: (found, at, rule) => endsOfNumber(found, at, digits => isPadded(digits, rule)),
  take(text, rule, settled, take) {
    const others = [...text.matchAll(DECIMAL), ...text.matchAll(DAY_IN_FIGURES)].map(({ index, 0: { length } }) => [index, index + length] as const)
    takeNumbers(text, settled, digits => isPadded(digits, rule), (start, end, cost) => {
      if (!others.some(([from, to]) => start >= from && end <= to)) take(start, end, cost)
    })
  },
  read: (actual, rule) => readNumber(actual, rule, digits => isPadded(digits, rule)),
  tell: () => 'digits',
  ways: () => [[WILD, WILD, WILD]],
  build: (rule, open, automaton) => buildNumber(rule, null, open, automaton),
  fits: (text, rule) => isPadded(text, rule),
  longest: ({ digits }) => digits,
  sample: ({ digits }) => writeNumber(1, digits),
  version: ({ milestone }) => ({ milestone }),
}
