// common practice, no source: the asked name as it should be, with a day or a note before or behind it
import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import type { FieldRule } from './fields/index'
import { expandParts, fillTemplate } from './parts'
import { parseTemplate } from './template'

const rules: Record<string, FieldRule> = {
  title: { type: 'text', minLength: 1, maxLength: 60 }, n: { type: 'number', digits: 2, from: 1, to: 99 },
  month: { type: 'date', pattern: 'yyyy-MM', from: '2026-09-01', to: '2026-12-31' }, year: { type: 'choice', values: ['2025', '2026'], meanings: {} },
  kind: { type: 'choice', values: ['AMB', 'MEC', 'VOX'], meanings: {} },
}
const holder = { code: 'R2', family: 'Ott', desk: 'Sport', voice: 'Bass', lang: 'fr' }

function told(template: string, name: string, separators: 'exact' | 'ignore' = 'ignore') {
  const parts = fillTemplate(parseTemplate(template), rules, holder)
  const { captures, differences } = explainParts(parts, name, { strictness: { letterCase: 'ignore', separators, accents: 'ignore' } })
  return { right: expandParts(parts, captures), tooMuch: differences.map(one => (one.kind === 'extra' ? one.actual : one)) }
}

describe('a name that is there whole', () => {
  test.each([
    ['{voice}_log_{month}', 'Bass_log_2026-10_2026-11-12', 'Bass_log_2026-10', ['_2026-11-12'], 'keeps its month beside the day it was sent'],
    ['{voice}_log_{month}', 'Bass_log_2026-09 (12.10.2026)', 'Bass_log_2026-09', [' (12.10.2026)'], 'in whatever form that stands'],
    ['{code}_{family}_{year}', 'R2_Ott_2025_2026-11-12', 'R2_Ott_2025', ['_2026-11-12'], 'a year is none of such a day'],
    ['{kind}_{title}_{code}_{n}', 'MEC_Red fox_R2_03_2026-11-12', 'MEC_Red fox_R2_03', ['_2026-11-12'], 'own words end where it goes on'],
    ['{kind}_{title}_{code}_{n}', 'MEC_Red fox_R2_03_group work', 'MEC_Red fox_R2_03', ['_group work'], 'or words follow'],
    ['{kind}_{title}_{code}_{n}', '2026-11-12_MEC_Red fox_R2_03', 'MEC_Red fox_R2_03', ['2026-11-12_'], 'a day before it is no text'],
    ['{desk}_{family}_{title}', '12.11.26 Sport_Ott_Tide pools', 'Sport_Ott_Tide pools', ['12.11.26 '], 'and own words at its end are all there are'],
    ['{code}_report', 'R2 report for Ms Hall', 'R2_report', [' for Ms Hall'], 'signs between its words are not held against it'],
  ])('%s: %s is %s', (template, name, right, tooMuch) => {
    expect(told(template, name)).toEqual({ right, tooMuch })
  })

  test('is found beside other signs as well where these are asked for', () => {
    expect(told('{voice}_log_{month}', 'Bass_log_2026-10_2026-11-12', 'exact').right).toBe('Bass_log_2026-10')
  })
})

describe('what goes on as the name does leaves open which is meant', () => {
  test.each([
    ['{voice}_log_{month}', 'Bass_log_2026-10_2026-11', 'another month'], ['{code}_{family}_{year}', 'R2_Ott_2025_2026', 'another choice'],
  ])('%s: in %s %s', (template, name) => {
    expect(told(template, name).tooMuch.every(one => typeof one === 'string')).toBe(false)
  })

  test('a code goes on behind a hyphen', () => {
    expect(told('ui_{lang}', 'ui_fr-FR').tooMuch).toMatchObject([{ part: 'lang', actual: 'fr-FR', expected: 'fr' }])
  })

  test('somebody\'s own words go on behind a word of the rule that they hold', () => {
    expect(told('{family}_{title}_score', 'Ott_Largo_score_sheet').right).toBe('Ott_Largo_sheet_score')
  })

  test('a number behind the number is one of two', () => {
    expect(told('{code}_{n}', 'R2_03_04').tooMuch).not.toEqual(['_04'])
  })
})
