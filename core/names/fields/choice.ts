import { list, needed, text } from '../../shapes/shape'
import { editDistance } from '../../text/distance'
import { accentWays, foldCase } from '../../text/fold'
import { isSeparator } from '../strictness'
import type { FreeField } from './type'

/** One of some words. */
export interface ChoiceRule { type: 'choice', values: string[] }

const options = { values: needed(list(500, text(120), 1)) }

/** A slip is only looked for in words that have at least so many letters. */
const LONG_ENOUGH = 4
const LONGEST_WORD = 40

/** The one choice a word means: the same but for letter case, or with one slip in a long word. */
function readChoice(actual: string, values: readonly string[]): string | undefined {
  const same = values.find(one => one === actual) ?? values.find(one => foldCase(one) === foldCase(actual))
  if (same !== undefined || actual.length < LONG_ENOUGH) return same
  const near = values.filter(one => one.length >= LONG_ENOUGH && editDistance(foldCase(one), foldCase(actual), 1) <= 1)
  return near.length === 1 ? near[0] : undefined
}

export const choice: FreeField<ChoiceRule, typeof options> = {
  options,
  normalise: ({ values }) => ({ type: 'choice', values: values.map(one => one.normalize('NFC')) }),
  words: [],
  digits: false,
  runsOn: false,
  ordered: true,
  openness: 1,
  ends: (found, at, rule) => found.endsOf(rule.values, at),
  take(name, rule, _, take) {
    for (const value of rule.values) {
      const folded = foldCase(value)
      for (let start = 0; start + value.length <= name.length; start++) {
        const there = name.slice(start, start + value.length)
        if (there === value) take(start, start + value.length, 0)
        else if (foldCase(there) === folded) take(start, start + value.length, 0.3)
      }
    }
    // any word may have been meant for one of the choices
    for (let start = 0; start < name.length; start++) {
      if (start > 0 && !isSeparator(name[start - 1] ?? ' ')) continue
      let end = start
      while (end < name.length && end < start + LONGEST_WORD && !isSeparator(name[end] ?? ' ')) end++
      if (end > start) take(start, end, 2)
    }
  },
  read: (actual, rule) => readChoice(actual, rule.values),
  tell(actual, rule, _, strictness) {
    const value = readChoice(actual, rule.values)
    if (value === undefined) return 'not-allowed'
    if (foldCase(value) !== foldCase(actual)) return 'misspelt'
    return strictness.letterCase === 'ignore' ? null : 'letter-case'
  },
  takesStray: (stray, touching) => /^[\p{L}\p{M}]{1,2}$/u.test(stray) && /\p{L}/u.test(touching),
  ways: rule => rule.values.map(accentWays),
  build: (rule, open, automaton) => rule.values.map(value => automaton.text(open, value)),
  fits: () => true,
  sample: ({ values }) => values[0] ?? '',
  longest: rule => Math.max(...rule.values.map(value => value.length)),
}
