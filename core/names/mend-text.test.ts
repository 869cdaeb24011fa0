import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import { expandParts, fillTemplate } from './parts'
import { parseTemplate } from './template'
import type { FieldRule } from './fields/index'
import { isWordEdge } from './word-edges'

// how people leave out, exchange and add words around free text; common practice, no source
const rules: Record<string, FieldRule> = {
  piece: { type: 'text', minLength: 1, maxLength: 40 }, no: { type: 'text', minLength: 1, maxLength: 20 },
  about: { type: 'text', minLength: 1, maxLength: 20 },
}
const holder = { family: 'De Witte', given: 'Jana', group: 'K2', id: '04' }
const corrected = (template: string, name: string, called: string[] = []) => {
  const parts = fillTemplate(parseTemplate(template), rules, holder)
  return expandParts(parts, explainParts(parts, name, {
    strictness: { letterCase: 'exact', separators: 'ignore', accents: 'ignore' }, called: () => called,
  }).captures)
}

describe('free text keeps whole words of the received name', () => {
  test.each([
    ['De Witte_Jana_Largo_score_sheet', 'De Witte_Jana_Largo_sheet_score', 'the rule\'s own word stands inside the text'],
    ['De Witte_Jana_Largo_score_p2', 'De Witte_Jana_Largo_score', 'behind the rule\'s own word a little more is too much'],
    ['De Witte_Jana_score_Largo', 'De Witte_Jana_Largo_score', 'the rule\'s own word stands before it'],
    ['De Witte Jana Largo', 'De Witte_Jana_Largo_score', 'the rule\'s own word is left out'],
    ['De Witte_Jana_score', 'De Witte_Jana_{piece}_score', 'no text: no letters of another part are taken for it'],
    ['De Wittes_Jana_score', 'De Witte_Jana_{piece}_score', 'a letter too much is none either'],
  ])('%s becomes %s: %s', (name, right) => {
    expect(corrected('{family}_{given}_{piece}_score', name)).toBe(right)
  })

  test.each([
    ['Rekening 12 Jana De Witte', 'Invoice Jana De Witte 12', 'another word for the rule\'s, and the text behind it'],
    ['Invoice 12 Jana De Witte', 'Invoice Jana De Witte 12', 'the text in another place'],
    ['Jana De Witte invoice 12', 'Invoice Jana De Witte 12', 'the rule\'s word in another place'],
    ['12 Jana De Witte', 'Invoice Jana De Witte 12', 'a number is no word of the rule'],
    ['Rekening Jana De Witte', 'Invoice Jana De Witte {no}', 'another word for the rule\'s alone is no text'],
    ['Jana De Witte paid', 'Invoice Jana De Witte paid', 'in its place any word is the text'],
    ['Jana De Witte new', 'Invoice Jana De Witte {no}', 'but one that only tells a state'],
    ['new Jana De Witte invoice', 'Invoice Jana De Witte {no}', 'elsewhere a word that tells the state is none'],
    ['Rekening 12', 'Invoice Jana De Witte 12', 'in its place it is the text though nobody is named'],
  ])('%s becomes %s: %s', (name, right) => {
    expect(corrected('Invoice {given} {family} {no}', name)).toBe(right)
  })

  test.each([
    ['Vase final', 'K2-04_Vase final', 'all words are the text where nothing that was asked for stands before'],
    ['Vase blue final', 'K2-04_Vase blue final', 'be they several'],
    ['K2-04_Vase final', 'K2-04_Vase final', 'in its place it is as it stands'],
  ])('%s becomes %s: %s', (name, right) => {
    expect(corrected('{group}-{id}_{piece}', name)).toBe(right)
  })

  test('what the holder is called is no text where the name does not say whose it is', () => {
    expect(corrected('{family}_{given}_{piece}_score', 'Janneke score', ['janneke'])).toBe('De Witte_Jana_{piece}_score')
    expect(corrected('{family}_{given}_{piece}_score', 'Janneke Largo score', ['janneke'])).toBe('De Witte_Jana_Largo_score')
    expect(corrected('{family}_{given}_{piece}_score', 'De Witte_Jana_Janneke_score', ['janneke'])).toBe('De Witte_Jana_Janneke_score')
  })

  test('of two free texts nobody can know which of them words are', () => {
    expect(corrected('{piece} {family} {about}', 'De Witte')).toBe('{piece} De Witte {about}')
  })
})

test.each([
  ['MarshAna', [5], 'before a capital'], ['quadrat02', [7], 'between letters and digits'], ['a\u0301b', [], 'not before a mark'],
  ['山田風景', [1, 2, 3], 'anywhere in scripts without spaces'], ['x💥', [1], 'not inside a character'], ['a_b', [1, 2], 'at signs'],
])('in %s words may end at %j: %s', (text, edges) => {
  const inside = Array.from({ length: text.length - 1 }, (_, at) => at + 1)
  expect(inside.filter(place => isWordEdge(text, place))).toEqual(edges)
})
