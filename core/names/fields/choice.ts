import { either, list, needed, object, text } from '../../shapes/shape'
import { editDistance } from '../../text/distance'
import { accentWays, foldCase } from '../../text/fold'
import { emptyRecord, ownOf } from '../../text/own'
import { isSeparator } from '../strictness'
import type { FreeField } from './type'

/** One of some words; `meanings`: what each stands for, where that is told. */
export interface ChoiceRule { type: 'choice', values: string[], meanings: Record<string, string> }

const options = { values: needed(list(500, either(text(120), object({ value: needed(text(120)), meaning: text(200) })), 1), '["draft", "final"]') }

/** A choice as it stands in a declaration: the word alone, or with its meaning. */
export type ChoiceDocument = string | { value: string, meaning?: string }

/** The word of a choice. */
export const valueOfChoice = (choice: ChoiceDocument): string => (typeof choice === 'string' ? choice : choice.value)

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

const isWord = (text: string, start: number, end: number): boolean => !/[\p{L}\p{N}]/u.test((text[start - 1] ?? '') + (text[end] ?? ''))

export const choice: FreeField<ChoiceRule, typeof options> = {
  options,
  normalise({ values }) {
    const meanings: Record<string, string> = emptyRecord()
    for (const one of values) {
      if (typeof one !== 'string' && one.meaning !== undefined) meanings[one.value.normalize('NFC')] = one.meaning
    }
    return { type: 'choice', values: values.map(one => valueOfChoice(one).normalize('NFC')), meanings }
  },
  words: [],
  digits: false,
  runsOn: false,
  ordered: true,
  openness: 1,
  ends: (found, at, rule) => found.endsOf(rule.values, at),
  take(name, rule, _, take) {
    let told = false
    for (const value of rule.values) {
      const folded = foldCase(value)
      for (let start = 0; start + value.length <= name.length; start++) {
        const there = name.slice(start, start + value.length)
        const same = foldCase(there) === folded
        if (same) take(start, start + value.length, there === value ? 0 : 0.3)
        told ||= same && isWord(name, start, start + value.length)
      }
    }
    // any word may have been meant for one of the choices, unless one of them is there
    if (told) return
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
  outside: (actual, rule) => (/\p{L}\p{L}/u.test(actual) && readChoice(actual, rule.values) === undefined ? actual : undefined),
  allowed: ({ values, meanings }) => ({
    values: values.map((value) => {
      const meaning = ownOf(meanings, value)
      return meaning === undefined ? { value } : { value, meaning }
    }),
  }),
  takesStray: (stray, touching) => /^[\p{L}\p{M}]{1,2}$/u.test(stray) && /\p{L}/u.test(touching),
  ways: rule => rule.values.map(accentWays),
  build: (rule, open, automaton) => rule.values.map(value => automaton.text(open, value)),
  fits: () => true,
  sample: ({ values }) => values[0] ?? '',
  longest: rule => Math.max(...rule.values.map(value => value.length)),
}
