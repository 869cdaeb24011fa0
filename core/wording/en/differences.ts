import { isAddedWord } from '../../names/added-words'
import { copyMarks } from '../../names/copy-marks'
import type { Difference } from '../../names/difference'
import { showText } from '../../text/show'

/** How one part of a name departs, as a part of a sentence. */
export const DIFFERENCE_WORDS: Record<Difference['kind'], (difference: Difference) => string> = {
  'absent': ({ expected, part }) => `${named(part)}"${showText(expected)}" is not there`,
  'misspelt': ({ expected, actual, part }) => `${named(part)}"${showText(actual)}" instead of "${showText(expected)}"`,
  'order': ({ expected, part }) => `${named(part)}"${showText(expected)}" stands in another place`,
  'separator': ({ expected, actual }) => (actual === ''
    ? `${separators(expected)} is not there`
    : `${separators(actual)} instead of ${separators(expected)}`),
  'digits': ({ expected, actual }) => `the number is written ${showText(actual)}, asked: ${showText(expected)}`,
  'letter-case': ({ expected, actual }) => `small or capital letters: "${showText(actual)}", asked: "${showText(expected)}"`,
  'extra': ({ actual }) => sayExtra(actual),
  'date-order': ({ expected, actual }) => `the date is written ${showText(actual)}, asked: ${showText(expected)}`,
  'date-range': ({ actual }) => `${showText(actual)} is no date that was asked for`,
  'not-allowed': ({ actual }) => `"${showText(actual)}" is none of the allowed words`,
  'other-person': ({ actual, expected, part }) => `${named(part)}"${showText(actual)}" is somebody else's, not "${showText(expected)}"`,
}

function sayExtra(actual: string): string {
  const shown = `"${showText(actual)}"`
  if (isAddedWord(actual)) return `${shown} is a word too much: leave out what only tells its state`
  return copyMarks(`x${actual}`).some(({ base }) => base === 'x') ? `${shown} is the mark of a copy` : `${shown} is too much`
}

function named(part: string): string {
  return part === 'literal' ? '' : `${part} `
}

function separators(text: string): string {
  return text === ' ' ? 'a space' : `"${showText(text)}"`
}

const MOST_TOLD = 4

/** Differences as one sentence, the first four; the drawing of the name shows them all. */
export function sayDifferences(differences: readonly Difference[]): string {
  if (differences.length === 0) return 'Departs from the name that was asked for.'
  const said = differences.slice(0, MOST_TOLD).map(one => DIFFERENCE_WORDS[one.kind](one))
  const rest = differences.length - said.length
  const text = said.join('; ') + (rest > 0 ? `; and ${rest} more` : '')
  return `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}.`
}
