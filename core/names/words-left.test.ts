import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import { readField } from './fields/index'
import { expandParts, fillTemplate, writtenParts } from './parts'
import { parseTemplate } from './template'

// common practice, no source: names that say a part of their holder, and somebody's own words beside it

const ANY = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const
const FIELDS = {
  topic: readField({ type: 'text' }, false).rule, view: readField({ type: 'choice', values: ['Blatt', 'Blüte', 'ganz'] }, false).rule,
  size: readField({ type: 'choice', values: ['3000px', '1400px'] }, false).rule,
  take: readField({ type: 'number', digits: 2, from: 1, to: 20 }, false).rule,
  d: readField({ type: 'date', pattern: 'yyyyMMdd', from: '2026-11-01', to: '2026-11-20' }, false).rule,
  inches: readField({ type: 'choice', values: ['6in', '9in', '12in'] }, false).rule,
}
function told(template: string, values: Record<string, string>, received: string) {
  const parts = writtenParts(fillTemplate(parseTemplate(template), FIELDS, values), ANY)
  const { captures, differences } = explainParts(parts, received, { strictness: ANY })
  return { right: expandParts(parts, captures), differences: differences.map(one => `${one.part} ${one.kind} ${one.actual}`) }
}

describe('of a value of several words that begins or ends right', () => {
  const chiara = { team: 'Blue Jays', speaker: 'Chiara Longo' }
  const template = '{team}_{speaker}_rebuttal_{topic}'
  test.each([
    ['Chiara - Later start times (rebuttal)', 'Later start times'], ['Chiara Later start times rebuttal', 'Later start times'],
    ['Blue Jays - Chiara - rebuttal - Later start times', 'Later start times'],
  ])('%s: words that are nothing of the rest are somebody\'s own', (received, topic) => {
    expect(told(template, chiara, received).right).toBe(`Blue Jays_Chiara Longo_rebuttal_${topic}`)
  })

  test.each([
    ['Chiara Long - Later start times', 'Chiara Long'], ['Chiara L - Later start times', 'Chiara L'],
    ['Chiara Lnogo - Later start times', 'Chiara Lnogo'],
  ])('%s: a slip, a beginning or a first letter of the rest is the value\'s', (received, said) => {
    const { right, differences } = told(template, chiara, received)
    expect(right).toBe('Blue Jays_Chiara Longo_rebuttal_Later start times')
    expect(differences).toContain(`speaker misspelt ${said}`)
  })
})

describe('words that stand before the rule\'s own word instead of behind it', () => {
  test.each([
    'Carla_Wilde Möhre_Zeichnung Blüte', 'Carla Wilde Möhre Zeichnung Blüte', 'Carla Wilde Möhre Blüte', 'Noll Wilde Möhre Zeichnung (Blüte)',
    '3 Carla Noll Wilde Möhre Zeichnung Blüte',
  ])('%s: they are somebody\'s own, also where not all of the holder is said', (received) => {
    expect(told('{nr}_{name}_Zeichnung_{topic}_{view}', { nr: '3', name: 'Carla Noll' }, received).right)
      .toBe('3_Carla Noll_Zeichnung_Wilde Möhre_Blüte')
  })
})

describe('the word that a number\'s field is called by', () => {
  test.each([
    ['HAWK2 quarry south 3.11. take 1', 'HAWK2_20261103_quarry south_01'], ['HAWK2_20261103_take 2_quarry south', 'HAWK2_20261103_quarry south_02'],
    ['HAWK2_20261103_quarry south_take 12', 'HAWK2_20261103_quarry south_12'],
  ])('%s: is none of somebody\'s own before that number', (received, right) => {
    expect(told('{id}_{d}_{topic}_{take}', { id: 'HAWK2' }, received).right).toBe(right)
  })

  test('elsewhere it is', () => {
    expect(told('{id}_{d}_{topic}_{take}', { id: 'HAWK2' }, 'HAWK2_20261103_last take south_01').right).toBe('HAWK2_20261103_last take south_01')
  })
})

test('the first letter of another name of the holder\'s before a sign is none of somebody\'s own words', () => {
  const parts = writtenParts(fillTemplate(parseTemplate('{family}_{given}_review_{topic}'), FIELDS, { family: 'Mróz', given: 'Jan' }), ANY)
  const review = (received: string) => explainParts(parts, received, { strictness: ANY, called: () => ['jan', 'mroz'] }).captures.topic
  expect(review('Jan M. - Wielka cisza')).toBe('Wielka cisza')
  expect(review('Jan X - Wielka cisza')).toBe('X - Wielka cisza')
})

test('words among which is one that the holder is called by besides stand instead of no value', () => {
  const parts = writtenParts(fillTemplate(parseTemplate('{code}_{surnames}_LA'), {}, { code: 'E02', surnames: 'Ruiz' }), ANY)
  const { differences } = explainParts(parts, 'learning agreement javier firmado', { strictness: ANY, called: () => ['javier'] })
  expect(differences.map(one => `${one.part} ${one.kind} ${one.actual}`)).toContain('surnames absent ')
})

describe('a choice that is a figure and a unit', () => {
  test.each([
    ['cover 3000', 'Deep Soil_cover_3000px'], ['Deep Soil cover 1400 px', 'Deep Soil_cover_1400px'], ['cover 3000 pixels', 'Deep Soil_cover_3000px'],
  ])('%s: is written out, or a long figure alone', (received, right) => {
    expect(told('{show}_cover_{size}', { show: 'Deep Soil' }, received).right).toBe(right)
  })

  test.each([
    'K8_Bear Paw_6', 'K8_Bear Paw_7 inches', 'K8_Bear Paw_6 months',
  ])('%s: a short figure alone, another one or another unit is not told', (received) => {
    expect(told('{id}_{topic}_{inches}', { id: 'K8' }, received).right).toContain('{inches}')
  })
})
