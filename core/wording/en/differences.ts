import { isAddedWord } from '../../names/added-words'
import { isCopyMark } from '../../names/copy-marks'
import type { Allowed, Difference } from '../../names/difference'
import { plainLook } from '../../names/look-alikes'
import { WEEK_WORDS } from '../../names/months'
import { trimSeparators } from '../../names/strictness'
import { ownOf } from '../../text/own'
import { showText } from '../../text/show'

/** How one part of a name departs, as a part of a sentence. */
export const DIFFERENCE_WORDS: Record<Difference['kind'], (difference: Difference) => string> = {
  'absent': ({ expected, part, label }) =>
    `${named(part, label)}${expected === `{${part}}` ? '' : `"${showText(expected)}" `}is not there`,
  'misspelt': ({ expected, actual, part, label }) => saySignsGone(actual, expected)
    ?? `${named(part, label)}"${showText(actual)}" ` + (looksAlike(actual, expected) ? OTHER_SCRIPT : `instead of "${showText(expected)}"`),
  'order': ({ expected, part, label }) =>
    `${named(part, label)}"${showText(part === 'literal' ? trimSeparators(expected) : expected)}" stands in another place`,
  'separator': sayParted,
  'digits': ({ expected, actual }) => {
    const word = isNumber(expected, actual) ? 'number' : dayWord(expected, actual)
    return `the ${word} is written ${showText(actual)}, asked: ${showText(expected)}`
  },
  'letter-case': ({ expected, actual }) => `small or capital letters: "${showText(actual)}", asked: "${showText(expected)}"`,
  'extra': ({ actual }) => sayExtra(actual),
  // what may be either of two days has no other spelling
  'date-order': ({ expected, actual, part }) => `the ${dayWord(expected, actual)} is written ${showText(actual)}, `
    + (expected === `{${part}}` ? 'which can be read in two ways' : `asked: ${showText(expected)}`),
  'date-range': ({ actual, part, allowed, label }) => `${named(part, label)}says ${sayDay(actual)}${sayAsked(allowed, sayUnread(actual))}`,
  'not-allowed': ({ actual, part, allowed, label }) =>
    `${named(part, label)}says "${showText(part === 'literal' ? trimSeparators(actual) : actual)}"`
    + sayAsked(allowed, 'which is none of the allowed'),
  'other-person': ({ actual, expected, part, label }) =>
    `${named(part, label)}"${showText(actual)}" is somebody else's, not "${showText(expected)}"`,
}

const OTHER_SCRIPT = 'only looks as it should: it holds letters of another script, type it anew'

/** Whether two texts look the same, though they are not. */
const looksAlike = (one: string, other: string): boolean => one !== other && plainLook(one) === plainLook(other)

/** Whether what is written otherwise is a plain number, in digits or as a word, and no day. */
const isNumber = (asked: string, written: string): boolean => /^\p{N}+$/u.test(written) || (/^\d{1,4}$/.test(asked) && !/\p{N}/u.test(written))

const WEEK = new RegExp(`^(?:${WEEK_WORDS})[\\s_.-]*\\d{1,2}$`, 'iu')

/** What a written day, month or week is. */
const dayWord = (asked: string, written: string): string => (/W\d{2}$/.test(asked) || WEEK.test(written) ? 'week' : 'date')

/** What is to be said of what should be a day or a week, and is none. */
const sayUnread = (actual: string): string => (/\d[./-]\d+[./-]\d/.test(actual) ? 'which is no date' : 'which cannot be read')

function sayExtra(actual: string): string {
  if (/^ +$/.test(actual)) return 'a space is too much'
  const shown = `"${showText(actual)}"`
  if (isAddedWord(actual)) return `${shown} is a word too much: leave out what only tells its state`
  return isCopyMark(actual) ? `${shown} is the mark of a copy` : `${shown} is too much`
}

/** Columns that every list has, as people call them; others are called as their header says. */
const PART_WORDS: Record<string, string> = {
  family: 'family name', given: 'given name', id: 'number in the list', email: 'mail address', alias: 'other name', n: 'number', v: 'version',
}

/** A part of a name as people call it. */
export const sayPart = (part: string): string => ownOf(PART_WORDS, part) ?? showText(part)

function named(part: string, label: string | undefined): string {
  return part === 'literal' ? '' : `${label === undefined ? sayPart(part) : showText(label)} `
}

/** How two values are parted; or one value that is written together or apart. */
function sayParted({ expected, actual, part, label }: Difference): string {
  if (/[\p{L}\p{N}]/u.test(expected)) return `${named(part, label)}"${showText(actual)}" instead of "${showText(expected)}"`
  return actual === '' ? `${separators(expected)} is not there` : `${separators(actual)} instead of ${separators(expected)}`
}

/** What is not there beside a word that is; `null`: more departs, or another sign stands there. */
function saySignsGone(actual: string, expected: string): string | null {
  const word = trimSeparators(actual)
  if (word === '' || word !== trimSeparators(expected)) return null
  const [before = '', behind = ''] = expected.split(word)
  const [there = '', thereBehind = ''] = actual.split(word)
  const [isGone, isGoneBehind] = [there === '' && before !== '', thereBehind === '' && behind !== '']
  if (!isGone && !isGoneBehind) return null
  if ((!isGone && before !== there) || (!isGoneBehind && behind !== thereBehind)) return null
  const shown = `"${showText(word)}"`
  if (!isGone) return `${separators(behind)} is not there behind ${shown}`
  const first = `${separators(before)} is not there before`
  if (!isGoneBehind) return `${first} ${shown}`
  return before === behind ? `${first} and behind ${shown}` : `${first} ${shown}, nor ${separators(behind)} behind it`
}

function separators(text: string): string {
  return text === ' ' ? 'a space' : `"${showText(text)}"`
}

const MONTHS = [
  'January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December',
]

/** A date as it is written; a month by its name as well. */
function sayDay(written: string): string {
  const month = /^(?:\d{4}-(\d{2})|(\d{2})[-.]\d{4})$/.exec(written)
  const name = MONTHS[Number(month?.[1] ?? month?.[2]) - 1]
  return `${showText(written)}${name === undefined ? '' : ` (${name})`}`
}

const MOST_VALUES = 6

const sayAsked = (allowed: Allowed | undefined, otherwise: string): string => (allowed ? `; asked: ${sayAllowed(allowed)}` : `, ${otherwise}`)

function sayAllowed(allowed: Allowed): string {
  if ('values' in allowed) {
    const said = allowed.values.slice(0, MOST_VALUES)
      .map(({ value, meaning }) => `${showText(value)}${meaning === undefined ? '' : ` (${showText(meaning)})`}`)
    return said.join(', ') + (allowed.values.length > MOST_VALUES ? ` and ${allowed.values.length - MOST_VALUES} more` : '')
  }
  const { from, to } = allowed
  if (from === null) return `up to ${sayDay(to ?? '')}`
  if (to === null) return `from ${sayDay(from)} on`
  return from === to ? sayDay(from) : `${sayDay(from)} to ${sayDay(to)}`
}

const MOST_TOLD = 4

/** Differences as one sentence, the first four; the drawing of the name shows them all. */
export function sayDifferences(differences: readonly Difference[]): string {
  if (differences.length === 0) return 'Is not called as it was asked.'
  // where a value is absent, so is what parts it from the next
  const absent = differences.some(one => one.kind === 'absent')
  const told = differences.filter(one => !(absent && one.kind === 'separator' && one.actual === ''))
  const said = told.slice(0, MOST_TOLD).map(one => DIFFERENCE_WORDS[one.kind](one))
  const rest = told.length - said.length
  const text = said.join('; ') + (rest > 0 ? `; and ${rest} more` : '')
  return `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}.`
}
