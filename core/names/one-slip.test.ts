// common practice, no source: most names that are wrong are the right ones with one letter missed, doubled, swapped or hit beside,
// or in other letters and with other signs between the words
import { describe, expect, test } from 'vitest'
import { drawer, drawPeople } from '../../tests/outside/rules'
import { alignParts } from './align'
import { explainParts } from './explain'
import type { FieldRule } from './fields/index'
import { alignSlip, readSlip } from './one-slip'
import { expandParts, fillTemplate } from './parts'
import { STRICT } from './strictness'
import { parseTemplate } from './template'

const rules: Record<string, FieldRule> = {
  n: { type: 'number', digits: 2, from: 1, to: 99 }, no: { type: 'number', digits: 1, from: 1, to: 9 },
  day: { type: 'date', pattern: 'yyyy-MM-dd', from: null, to: null }, v: { type: 'version', digits: 1, milestone: false },
  title: { type: 'text', minLength: 1, maxLength: 60 },
}
const holder = { id: 'P7', group: 'G12', family: 'Marsh', given: 'Ana', code: 'NBY' }
const partsOf = (template: string) => fillTemplate(parseTemplate(template), rules, holder)
const templates = [
  '{group}_{family}-{given}_photo-{n}', '{family}_{given}_{day}_log', '{id} {given} {family} sheet {no}', '{group}-{family}_mesh_v{v}',
]
const strictness = { letterCase: 'exact', separators: 'exact', accents: 'ignore' } as const

test('the quick way finds what the thorough one does: no name is nearer otherwise', () => {
  const chance = drawer(41)
  let found = 0
  for (const person of drawPeople(chance, 400)) {
    for (const template of templates) {
      const parts = fillTemplate(parseTemplate(template), rules, { ...person })
      const right = expandParts(parts, { n: '07', no: '3', day: '2026-11-12', v: '4' })
      const at = chance.below(right.length)
      const wrong = chance.pick([
        right.slice(0, at) + right.slice(at + 1), right.slice(0, at) + right.slice(at, at + 1) + right.slice(at),
        `${right.slice(0, at)}x${right.slice(at + 1)}`,
        right.slice(0, at) + right.slice(at, at + 2).split('').reverse().join('') + right.slice(at + 2),
        right.toLowerCase(), right.toUpperCase(), right.replace(/_/g, ' '), right.replace(/[- ]/g, '_').toLowerCase(),
      ])
      const quick = alignSlip(parts, wrong, strictness, {})
      if (!quick) continue
      found++
      expect(quick.cost, wrong).toBeCloseTo(alignParts(parts, wrong, strictness, {}).cost, 9)
      expect(quick.spans.map(({ start, end }) => wrong.slice(start, end)).join('')).toBe(wrong)
    }
  }
  expect(found).toBeGreaterThan(900)
})

describe('what departs but by a letter, case or signs', () => {
  test.each([
    ['{family}_{given}_photo_{no}', 'Marsh_Ana_pheto_4 (3)', 'Marsh_Ana_photo_4', 'the number is not that of the copy'],
    ['{family}_{given}_photo_{no}', 'Marsh_Ana_poto_4 (1)', 'Marsh_Ana_photo_4', 'nor where one is missing'],
    ['{group}-{family}_mesh_v{v}', 'G12-Mrash_mesh_v3 (1)', 'G12-Marsh_mesh_v3', 'nor is the version'],
    ['{group}-{family}_mesh_v{v}', '12-Marsh_mesh_v3', 'G12-Marsh_mesh_v3', 'the letter of a code'],
    ['{family}_{day}_log', 'Marh_2026-11-12_log', 'Marsh_2026-11-12_log', 'a day is kept'],
    ['Poster {group} v{v}', 'Poster-G12-v3 (1)', 'Poster G12 v3', 'nor is it where only signs are others'],
    ['Poster {group} v{v}', 'poster g12 v3 (1)', 'Poster G12 v3', 'or letter case'],
  ])('%s: %s is %s: %s', (template, wrong, right) => {
    const parts = partsOf(template)
    expect(expandParts(parts, explainParts(parts, wrong, { strictness }).captures)).toBe(right)
  })

  test('a letter more before the sign of a version is that, and no word too many', () => {
    expect(explainParts(partsOf('{group}-{family}_mesh_v{v}'), 'G12-Marsh_mesh_xv3', { strictness }).differences)
      .toMatchObject([{ kind: 'misspelt', edits: [{ range: [15, 16], expected: '' }] }])
  })
})

describe('is read as the word with the slip and its values', () => {
  test.each([
    ['{family}_photo-{n}', 'Marsh_pohto-02', { word: 'pohto', cost: 1, length: 14, captures: { n: '02' } }],
    ['{family}_photo-{n}', 'Marsh_photo-02', null], ['{family}_photo-{n}', 'Mars_poto-02', null],
    ['{group}_{family}', '12_Marsh', { word: '12', cost: 1, length: 8, captures: {} }],
    ['{group}_{family}', 'G13_Marsh', null], ['{group}_{family}', 'G12-Marsh', null], ['{group}_{family}', 'G12__Marsh', null],
    ['{code}_{family}', 'NBX_Marsh', null], ['{code}_{family}', 'NBBY_Marsh', { word: 'NBBY', cost: 1, length: 10, captures: {} }],
    ['{family}_{title}', 'Marh_Tide', null],
    ['{family}_photo-{n}', 'Mash_photo-02 (1)', { word: 'Mash', cost: 1, length: 13, captures: { n: '02' } }],
    ['{family}_photo-{n}', 'Mash_photo-02_final', null], ['{family}_photo-{n}', 'Mash_photo-002', null],
    ['{family}_{n}_scan-{n}', 'Mash_02_scan-03', null],
    ['{family}_{n}_scan-{n}', 'Mash_02_scan-02', { word: 'Mash', cost: 1, length: 15, captures: { n: '02' } }],
  ])('%s: %s', (template, name, slip) => {
    expect(readSlip(partsOf(template), name, STRICT)).toEqual(slip && { ...slip, captures: expect.objectContaining(slip.captures) as object })
  })
})

test('another value than the one that is settled is no slip', () => {
  expect(alignSlip(partsOf('{family}_photo-{n}'), 'Mash_photo-02', STRICT, { n: '02' })).not.toBeNull()
  expect(alignSlip(partsOf('{family}_photo-{n}'), 'Mash_photo-02', STRICT, { n: '03' })).toBeNull()
})
