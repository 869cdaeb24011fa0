import fc from 'fast-check'
import { expect, test } from 'vitest'
import { isJsonBeginning, lineOfJsonError } from './json-prefix'

const wholes = fc.json({ maxDepth: 4 }).map(text => JSON.stringify(JSON.parse(text), null, 1)).filter(text => /^[{[]/.test(text) && text.length > 3)

test('every beginning of a list or an object is one, and the whole is none', () => {
  fc.assert(fc.property(wholes, fc.double({ min: 0, max: 1, noNaN: true }), (text, share) => {
    const cut = 1 + Math.floor(share * (text.length - 2))
    expect(isJsonBeginning(text.slice(0, cut))).toBe(true)
    expect(isJsonBeginning(text)).toBe(false)
  }), { numRuns: 400 })
})

test.each(['[0.1] a list', '{a: 1', '[1,,2', '{"a" 1', '["x" "y"', '{"a": 01', 'plain', '[1, tru e'])('%j is no beginning of JSON', (text) => {
  expect(isJsonBeginning(text)).toBe(false)
})

test('the line up to which a text is JSON', () => {
  expect([lineOfJsonError('{\n"a": 1,\n"b" 2\n}'), lineOfJsonError('x'), lineOfJsonError('{"a":\n\n oops}')]).toEqual([3, 1, 3])
})
