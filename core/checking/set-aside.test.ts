import { expect, test } from 'vitest'
import { globTest } from './set-aside'

test.each([
  ['*.tmp', 'Draft.TMP', true], ['*.tmp', 'draft.tmp.docx', false], ['?.txt', 'a.txt', true], ['?.txt', '🦀.txt', true], ['?.txt', 'ab.txt', false],
  ['*', '', true], ['', '', true], ['', 'a', false], ['a*b*c', 'aXbYbZc', true], ['a*b*c', 'aXbYbZ', false], ['**x**', 'yxy', true],
  ['[a].(b)+$^', '[A].(B)+$^', true], ['straße*', 'STRASSE 1', true], ['notes?', 'notes', false],
  ['*é*', 'caf\u00E9.txt', true], ['*e\u0301*', 'caf\u00E9.txt', true],
])('%j fits %j: %s', (glob, name, fits) => {
  expect(globTest(glob)(name)).toBe(fits)
})

test('a glob of many stars over a long name that fits nowhere takes steps by their product, not by their power', () => {
  const fits = globTest(`${'*a'.repeat(60)}*b`)
  const name = 'a'.repeat(4000)
  for (let turn = 0; turn < 20; turn++) expect(fits(name)).toBe(false)
})
