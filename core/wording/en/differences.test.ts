// common practice, no source: what is missing beside a word is a sign, and no other word
import { expect, test } from 'vitest'
import { sayDifferences } from './differences'

const misspelt = (actual: string, expected: string) =>
  sayDifferences([{ part: 'literal', kind: 'misspelt', range: [0, actual.length], actual, expected }])

test.each([
  ['register', ' register ', 'A space is not there before and behind "register".'], ['film', '_film', '"_" is not there before "film".'],
  ['plan-', '_plan-', '"_" is not there before "plan".'], ['draft', 'draft.', '"." is not there behind "draft".'],
  ['of', ' of_', 'A space is not there before "of", nor "_" behind it.'],
  [' film', '_film', '" film" instead of "_film".'], ['-film', '_film_', '"-film" instead of "_film_".'],
  ['flim', '_film', '"flim" instead of "_film".'],
  ['', '_film', '"" instead of "_film".'],
])('"%s" for "%s": %s', (actual, expected, said) => {
  expect(misspelt(actual, expected)).toBe(said)
})
