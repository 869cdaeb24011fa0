// common practice, no source: how people write the rule's own words and choices
import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import type { FieldRule } from './fields/index'
import { expandParts, fillTemplate } from './parts'
import { parseTemplate } from './template'

const rules: Record<string, FieldRule> = {
  issue: { type: 'choice', values: ['A12'], meanings: {} }, lang: { type: 'choice', values: ['FR'], meanings: {} },
  term: { type: 'choice', values: ['T1', 'T2'], meanings: {} }, slug: { type: 'text', minLength: 1, maxLength: 40 },
}
function explained(template: string, name: string, called: string[] = []) {
  const parts = fillTemplate(parseTemplate(template), rules, { family: 'Meier', given: 'Sabine' })
  const { captures, differences } = explainParts(parts, name, {
    strictness: { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' }, called: () => called,
  })
  return { right: expandParts(parts, captures), told: differences.map(one => `${one.part} ${one.kind} ${one.actual.trim()}`) }
}

// letters of a word that stands elsewhere are no beginning of the value behind it
test('a value that stands there whole takes nothing of the next, be that shortened by a word', () => {
  const parts = fillTemplate(parseTemplate('{stage}_{act}_plot'), {}, { stage: 'North', act: 'The Loose Ends' })
  const told = (name: string, more: object = {}) => explainParts(parts, name, {
    strictness: { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' }, ...more,
  }).differences.map(one => `${one.part} ${one.kind} ${one.actual.trim()}`)
  expect(told('North_Loose Ends_plot')).toEqual(['act misspelt Loose Ends'])
  // a word of the title is no stage, nor is a number in words
  expect(told('Tech The Loose Ends_plot', { titled: () => ['technical', 'plot'] })).toEqual(['stage absent ', 'stage extra Tech'])
  expect(told('four_The Loose Ends_plot')[0]).toBe('stage absent ')
})

test('the letter of a version is no letter of a value', () => {
  const parts = fillTemplate(parseTemplate('leaflet_{pair}'), {}, { pair: 'EN-SV' })
  const { differences } = explainParts(parts, 'leaflet_SV_v2', { strictness: { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } })
  expect(differences.map(one => `${one.part} ${one.kind} ${one.actual}`)).toEqual(['pair misspelt SV', 'literal extra _v2'])
})

test('a letter before a figure is the word for it, and no value of one letter', () => {
  const parts = fillTemplate(parseTemplate('Round1_{team}_{family}'), {}, { team: 'B', family: 'Finch' })
  const told = (name: string) => explainParts(parts, name, { strictness: { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } })
    .differences.filter(one => one.part === 'team').map(one => `${one.kind} ${one.actual}`)
  expect(told('Finch R1')).toEqual(['absent '])
  // another letter by itself is another team's
  expect(told('Round1_A_Finch')).toEqual(['misspelt A'])
})

describe('the rule\'s own word', () => {
  test('in two words is one, and neither of them is too much', () => {
    expect(explained('{family}_linesheet', 'Line sheet Meier').told).toEqual(['literal misspelt Line sheet', 'family order Meier'])
    expect(explained('{family}_linesheet', 'Meier line sheet').told).toEqual(['literal misspelt line sheet'])
  })
  test('twice in two words stands nowhere for certain', () => {
    expect(explained('{family}_linesheet', 'line sheet line sheet').told.join()).not.toContain('order')
  })
  test('at the end of a compound is no part of somebody\'s name', () => {
    expect(explained('{family}_{given}_Foto', 'Bewerbungsfoto').told).toEqual(expect.arrayContaining([
      'family absent ', 'given absent ', 'literal misspelt Bewerbungsfoto',
    ]))
    expect(explained('{family}_{given}_Ausweis', 'Personalausweis Rückseite').told.join('\n')).not.toMatch(/(?:family|given) misspelt/)
  })
  test('a name with a slip is still that one, and so is its longer form', () => {
    expect(explained('{family}_{given}_Foto', 'Maier_Sabine_Foto').told).toEqual(['family misspelt Maier'])
    expect(explained('{family}_{given}_Foto', 'Meiers_Sabine_Foto').told).toEqual(['family misspelt Meiers'])
  })
})

describe('the one choice there is', () => {
  test.each([
    ['Meier_opera', 'A12_opera_Meier'], ['bakery opening Meier', 'A12_bakery opening_Meier'],
  ])('is filled in where %s tells no other', (name, right) => {
    expect(explained('{issue}_{slug}_{family}', name).right).toBe(right)
  })
  test.each([
    ['A11_opera_Meier', 'another issue'], ['opera Meier a9', 'one that stands elsewhere'],
  ])('is never given to %s: %s', (name) => {
    expect(explained('{issue}_{slug}_{family}', name).right).toMatch(/^\{issue\}/)
  })
  test('is not filled in where a word looks like another one', () => {
    expect(explained('{family}_label_{lang}', 'Meier label').right).toBe('Meier_label_FR')
    expect(explained('{family}_label_{lang}', 'Meier label DE').right).toBe('Meier_label_{lang}')
  })
  test('what holder is called by is no other choice', () => {
    expect(explained('{family}_label_{lang}', 'al Meier label', ['al']).right).toBe('Meier_label_FR')
  })
  test('of several none is', () => {
    expect(explained('{family}_{term}', 'Meier').right).toBe('Meier_{term}')
  })
})

test('a word of state, or one without a figure where every choice has one, is no other choice', () => {
  expect(explained('{term}_{family}', 'Meier final').told).toEqual(expect.arrayContaining(['term absent ']))
  expect(explained('{term}_{family}', 'Herbst_Meier').told).toEqual(expect.arrayContaining(['term absent ']))
  expect(explained('{term}_{family}', 'T3_Meier').told).toEqual(['term not-allowed T3'])
})
