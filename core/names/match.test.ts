import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Strictness } from './strictness'
import type { FieldRule } from './fields/index'
import { explainParts } from './explain'
import { matchParts } from './match'
import { expandParts, fillTemplate } from './parts'
import { writeNumber } from './fields/digits'
import { parseTemplate } from './template'

const EXACT: Strictness = { letterCase: 'exact', separators: 'exact', accents: 'exact' }
const LOOSE: Strictness = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' }
const rules: Record<string, FieldRule> = {
  n: { type: 'number', digits: 2, from: 1, to: 20 },
  v: { type: 'version', digits: 3, milestone: false },
  date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-01-01', to: '2026-12-31' },
  part: { type: 'choice', values: ['mix', 'final'], meanings: {} },
  about: { type: 'text', minLength: 1, maxLength: 30 },
}
const parts = (
  template: string, values: Record<string, string> = { family: 'Marsh', given: 'Ana' },
) => fillTemplate(parseTemplate(template), rules, values)
const fits = (
  template: string, name: string, strictness = EXACT, values?: Record<string, string>,
) => matchParts(parts(template, values), name, strictness)

describe('matching names', () => {
  test.each([
    ['{family}_{n}', 'Marsh_02', { n: '02' }],
    ['{family}_{n}', 'Marsh_20', { n: '20' }],
    ['{family}_v{v}', 'Marsh_v007', { v: '007' }],
    ['{family}_v{v}', 'Marsh_v1007', { v: '1007' }],
    ['{date} {family}', '2026-02-28 Marsh', { date: '2026-02-28' }],
    ['{family}_{part}', 'Marsh_final', { part: 'final' }],
    ['{about}_{family}_{n}', 'tide_pools_of_Marsh_Marsh_03', { about: 'tide_pools_of_Marsh', n: '03' }],
  ])('%s takes %s', (template, name, captures) => {
    expect(fits(template, name)?.captures).toEqual(captures)
  })

  test.each([
    ['{family}_{n}', 'Marsh_2', 'too few digits'], ['{family}_{n}', 'Marsh_002', 'more digits than needed'],
    ['{family}_{n}', 'Marsh_21', 'out of range'],
    ['{date}', '2026-02-31', 'no day of the calendar'], ['{date}', '2025-12-31', 'before the range'], ['{date}', '31-12-2026', 'another order'],
    ['{family}_{part}', 'Marsh_draft', 'a word that is not allowed'], ['{family}', 'marsh', 'letter case'],
    ['{family} {given}', 'Marsh_Ana', 'separator'], ['{family}{about}', 'Marsh', 'free text of no length'],
  ])('%s refuses %s: %s', (template, name) => {
    expect(fits(template, name)).toBeNull()
  })

  test('small slips: letter case and runs of separators do not count, their absence does', () => {
    expect(fits('{family}_{given}-x', 'MARSH - ana__X', LOOSE)).toMatchObject({ exact: false })
    expect(fits('{family}_{given}', 'MarshAna', LOOSE)).toBeNull()
  })

  // marks-removed and transcribed forms as in the exchange format; the letters' transcriptions are common practice, no source
  test.each([
    ['Müller', 'Muller', true], ['Müller', 'Mueller', true], ['Müller', 'Müller', true], ['Mueller', 'Müller', false],
    ['Weiß', 'Weiss', true], ['Sørby', 'Sorby', true], ['Sørby', 'Soerby', true], ['Łęcki', 'Lecki', true], ['Åse', 'Aase', true],
    ['Þór', 'Thor', true], ['Ana', 'Anä', true],
  ])('accents ignored: %s written %s fits: %s', (family, name, expected) => {
    expect(fits('{family}', name, { ...EXACT, accents: 'ignore' }, { family }) !== null).toBe(expected)
  })

  test('typographic apostrophes and hyphens are the plain ones even where all is exact', () => {
    expect(fits('{family}', 'O’Neil‐Roe', EXACT, { family: 'O\'Neil-Roe' })).toMatchObject({ exact: true })
  })

  const value = fc.stringMatching(/^[A-Za-zÀ-ÖØ-öø-ÿ' -]{1,12}$/).filter(text => text.trim() === text && text.normalize('NFC') === text)
  const strictness = fc.record({
    letterCase: fc.constantFrom('exact' as const, 'ignore' as const),
    separators: fc.constantFrom('exact' as const, 'ignore' as const),
    accents: fc.constantFrom('exact' as const, 'ignore' as const),
  })

  test('what a rule writes always fits it, under any strictness, and is never explained away', () => {
    fc.assert(fc.property(value, value, fc.integer({ min: 1, max: 20 }), strictness, (family, given, n, how) => {
      const rule = parts('{family}_{given:1}-photo {n}', { family, given })
      const name = expandParts(rule, { n: writeNumber(n, 2) })
      expect(matchParts(rule, name, how)?.captures).toEqual({ n: writeNumber(n, 2) })
      expect(explainParts(rule, name)).toMatchObject({ cost: 0, differences: [] })
    }), { seed: 1, numRuns: 400 })
  })

  test('explaining is bounded and its ranges lie inside the name, whatever the name', () => {
    fc.assert(fc.property(fc.string({ maxLength: 255, unit: 'binary' }), (name) => {
      const { differences } = explainParts(parts('{family}_{date}_{about}_{n}_{part}'), name)
      for (const { range: [start, end] } of differences) expect(start >= 0 && start <= end && end <= name.length).toBe(true)
    }), { seed: 2, numRuns: 150 })
  })

  test('the corrected name fits whenever everything in it could be read', () => {
    fc.assert(fc.property(value, fc.integer({ min: 1, max: 20 }), fc.nat(30), fc.constantFrom('x', '_', 'Q', ''), (family, n, index, put) => {
      const rule = parts('{family}_quadrat-{n}', { family })
      const name = expandParts(rule, { n: writeNumber(n, 2) })
      const spoilt = name.slice(0, index) + put + name.slice(index + 1)
      const { captures } = explainParts(rule, spoilt)
      const corrected = expandParts(rule, captures)
      expect(corrected.includes('{') || matchParts(rule, corrected, EXACT, 'n') !== null).toBe(true)
    }), { seed: 3, numRuns: 300 })
  })
})

describe('explaining names', () => {
  test.each([
    ['{family}_{n}', 'marsh 2', [['family', 'letter-case'], ['literal', 'separator'], ['n', 'digits']]],
    ['{family}_log', 'Mrash_log', [['family', 'misspelt']]],
    ['{family}_log', 'Marsh_log_final', [['literal', 'extra']]],
    ['{family}_{date}', 'Marsh_16.10.2026', [['date', 'date-order']]],
    ['{family}_{part}', 'Marsh_draft', [['part', 'not-allowed']]],
    ['{family}_log', 'log', [['family', 'absent']]],
  ])('%s against %s', (template, name, expected) => {
    expect(explainParts(parts(template), name).differences
      .map(one => [one.part, one.kind]).filter(([, kind]) => kind !== 'misspelt' || expected.some(one => one[1] === 'misspelt'))).toEqual(expected)
  })

  test('a number, a date in another order and free text are kept in the corrected name', () => {
    const rule = parts('{family}_{about}_{date}_{n}')
    const { captures } = explainParts(rule, 'marsh_low tide_16-10-2026_7')
    expect(expandParts(rule, captures)).toBe('Marsh_low tide_2026-10-16_07')
  })

  test('a date that could be two days is left open, never invented', () => {
    const rule = parts('{family}_{date}')
    expect(expandParts(rule, explainParts(rule, 'Marsh_03-04-2026').captures)).toBe('Marsh_{date}')
  })
})
