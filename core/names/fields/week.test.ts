import { execFileSync } from 'node:child_process'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { BriefError, readBrief } from '../../brief/read'
import { DIFFERENCE_WORDS } from '../../wording/en/differences'
import { findAmbiguity } from '../ambiguity'
import { explainParts } from '../explain'
import { matchParts } from '../match'
import { expandParts, fillTemplate } from '../parts'
import { parseTemplate } from '../template'
import type { FieldDocument } from './index'
import { freeField, moveField, readField } from './index'

const EXACT = { letterCase: 'exact', separators: 'exact', accents: 'exact' } as const
const LOOSE = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const
type WeekDocument = Extract<FieldDocument, { type: 'week' }>
const partsOf = (options: Omit<WeekDocument, 'type'> = {}, template = '{family}_{week}') =>
  fillTemplate(parseTemplate(template), { week: readField({ type: 'week', ...options }, false).rule }, { family: 'Marsh' })
const takes = (name: string, options: Omit<WeekDocument, 'type'> = {}) => matchParts(partsOf(options), `Marsh_${name}`, EXACT) !== null
const BETWEEN = { from: '2026-W36', to: '2027-W05' }

const later = (days: number) => ({ days, months: 0, from: null })

describe('a week of the calendar', () => {
  test('exists exactly where Python\'s calendar has it (date.isocalendar, ISO 8601), for every number of every year from 1990 to 2060', () => {
    const script = 'import datetime as d\nx=d.date(1990,1,1)\nwhile x.year<2061:\n print("%d-W%02d"%x.isocalendar()[:2]); x+=d.timedelta(7)'
    const real = new Set(execFileSync('python3', ['-c', script], { encoding: 'utf8' }).trim().split('\n'))
    for (let year = 1990; year <= 2060; year++) {
      for (let week = 0; week <= 54; week++) {
        const text = `${year}-W${String(week).padStart(2, '0')}`
        expect(takes(text), text).toBe(real.has(text))
      }
    }
  })

  test.each([
    [{}, '2026-W41'], [{ form: 'YYYYww' }, '202641'], [{ form: 'ww', ...BETWEEN }, '41'], [{ form: 'ww', ...BETWEEN }, '02'], [BETWEEN, '2026-W53'],
  ] as const)('%o takes %s', (options, name) => expect(takes(name, options)).toBe(true))

  test.each([
    [{}, '2026-w41'], [{}, '2026W41'], [{}, '26-W41'], [{}, '2026-W5'], [{}, '0000-W01'], [BETWEEN, '2026-W35'], [BETWEEN, '2027-W06'],
    [{ form: 'ww', ...BETWEEN }, '30'], [{ form: 'ww', ...BETWEEN }, '2'], [{ form: 'YYYYww' }, '202600'],
  ] as const)('%o refuses %s', (options, name) => expect(takes(name, options)).toBe(false))

  test('letter case and separators count as little as the brief says', () => {
    expect(matchParts(partsOf(), 'marsh 2026 w41', LOOSE)?.exact).toBe(false)
  })

  test.each([
    ['Marsh_KW41', BETWEEN, 'date-order', '2026-W41'], ['Marsh_wk 41', BETWEEN, 'date-order', '2026-W41'],
    ['Marsh_2026W41', {}, 'date-order', '2026-W41'],
    ['Marsh_2026-41', {}, 'date-order', '2026-W41'], ['Marsh_202641', {}, 'date-order', '2026-W41'],
    ['Marsh_2026-W54', {}, 'date-range', '{week}'], ['Marsh_W20', BETWEEN, 'date-range', '{week}'],
  ] as const)('%s is told once: %o %s, asked %s', (name, options, kind, asked) => {
    const { differences, captures } = explainParts(partsOf(options), name, { strictness: EXACT })
    expect(differences.map(one => [one.part, one.kind, one.expected])).toEqual([['week', kind, asked]])
    if (!asked.startsWith('{')) expect(expandParts(partsOf(options), captures)).toBe(`Marsh_${asked}`)
  })

  // common practice, no source; Python's isocalendar (ISO 8601) says in which week the days lie
  test.each([
    ['2-6 novembre', '2026-11-02', '2026-11-06'], ['9.-13. November', '2026-11-09', '2026-11-13'],
    ['16 to 20 Nov 2026', '2026-11-16', '2026-11-20'],
    ['30 nov - 4 dec', '2026-11-30', '2026-12-04'], ['28 dec - 1 jan', '2026-12-28', '2027-01-01'],
    ['2026-11-30_2026-12-04', '2026-11-30', '2026-12-04'], ['14 al 18 de septiembre', '2026-09-14', '2026-09-18'],
  ])('%s is the week that both days lie in', (written, first, last) => {
    const script = 'import datetime as d\nfor x in '
      + `"${first}","${last}": print("%d-W%02d"%d.date.fromisoformat(x).isocalendar()[:2])`
    const [week, other] = execFileSync('python3', ['-c', script], { encoding: 'utf8' }).trim().split('\n')
    const { captures } = explainParts(partsOf(BETWEEN), `Marsh_${written}`, { strictness: LOOSE })
    expect([week, captures['week']]).toEqual([other, week])
  })

  test.each([
    '4-10 novembre', '3 November', 'vom 2. Dezember', '6-2 novembre', '2-6 novembre 2025', '31-35 October',
  ])('%s is no week that is asked for', (written) => {
    expect(explainParts(partsOf(BETWEEN), `Marsh_${written}`, { strictness: LOOSE }).captures).toEqual({})
  })

  test('every week that is written is read again, in every form', () => {
    const monday = fc.integer({ min: 0, max: 51 })
    fc.assert(fc.property(monday, fc.constantFrom('YYYY-\'W\'ww', 'YYYYww', 'ww'), (more, form) => {
      const { rule } = readField({ type: 'week', form, from: '2026-W36', to: '2027-W34' }, false)
      const { from: week } = moveField({ type: 'week', from: '2026-W36' }, later(more * 7)) as WeekDocument
      const written = freeField({ ...rule, from: week ?? '' } as never).sample({ ...rule, from: week } as never, '')
      expect(matchParts(fillTemplate(parseTemplate('{week}'), { week: rule }, {}), written, EXACT)?.captures).toEqual({ week: written })
    }))
  })

  test('moves to another term as whole weeks, over the end of a long year', () => {
    expect(moveField({ type: 'week', from: '2026-W50', to: '2026-W53' }, later(28))).toEqual({ type: 'week', from: '2027-W01', to: '2027-W04' })
    expect(moveField({ type: 'week', from: '2027-W02' }, later(-14))).toEqual({ type: 'week', from: '2026-W53' })
  })

  test('a sample without a range is the week of the day', () => {
    const { rule } = readField({ type: 'week' }, false)
    expect(freeField(rule as never).sample(rule as never, '2027-01-03T12:00')).toBe('2026-W53')
    expect(freeField(rule as never).sample(rule as never, '2027-01-04T12:00')).toBe('2027-W01')
  })

  test('beside a number without separator it could be read in two ways, after one it cannot', () => {
    const rules = { week: readField({ type: 'week', form: 'YYYYww' }, false).rule, n: readField({ type: 'number' }, false).rule }
    expect(findAmbiguity([fillTemplate(parseTemplate('{n}{week}'), rules, {})])).toBeNull()
    expect(findAmbiguity([fillTemplate(parseTemplate('{n}{n}'), rules, {})])).not.toBeNull()
    expect(findAmbiguity([fillTemplate(parseTemplate('{week}-{n}'), rules, {})])).toBeNull()
  })
})

describe('a brief', () => {
  const brief = (week: Record<string, unknown>) => readBrief(
    { usitorBrief: 1, title: 'Logs', requirements: [{ id: 'log', name: '{family}_{week}', fields: { week: { type: 'week', ...week } } }] },
    { columns: ['family'] },
  )

  test.each([
    [{ form: 'YYYY/ww' }, 'is not one of'], [{ from: '2026-41' }, 'is not a week such as 2026-W41'],
    [{ from: '2025-W53' }, '"2025-W53" is no week of the calendar'],
    [{ from: '2026-W41', to: '2026-W40' }, 'lies after'], [{ form: 'ww' }, 'needs from and to'],
    [{ form: 'ww', from: '2026-W01', to: '2027-W01' }, '54 weeks'], [{ digits: 2 }, 'digits'],
  ])('with %o is refused in words', async (week, said) => {
    const error: unknown = await brief(week).then(() => null, (found: unknown) => found)
    expect(error).toBeInstanceOf(BriefError)
    expect(String((error as BriefError).message)).toContain(said)
  })

  test('with weeks in their range is read', async () => {
    expect((await brief({ form: 'ww', from: '2026-W36', to: '2027-W05' })).requirements[0]?.id).toBe('log')
  })
})

const lund = fillTemplate(
  parseTemplate('{family}_report_{week}'), { week: readField({ type: 'week', from: '2026-W41', to: '2026-W44' }, false).rule }, { family: 'Lund' },
)

// how people write weeks: common practice, no source
test.each([
  'Lund_report_v42', 'Lund_report_v.42', 'Lund_report_vecka 42', 'Lund_report_uke42', 'Lund_report_KW42', 'Lund_report_S42', 'Lund_report_semaine_42',
  'Lund_report_viikko 42', 'Lund_report_týden 42', 'Lund_report_2026 w42', 'Lund_report_42',
])('%s is week 42, written otherwise', (name) => {
  const { captures, differences } = explainParts(lund, name)
  expect(captures).toEqual({ week: '2026-W42' })
  expect(differences.map(one => one.kind)).toEqual(['date-order'])
  expect(differences.map(one => DIFFERENCE_WORDS[one.kind](one))).toEqual([expect.stringMatching(/^the week is written .*42, asked: 2026-W42$/)])
})

test('a version is no week, a word for it says one that was not asked for', () => {
  expect(explainParts(lund, 'Lund_report_v2').captures).toEqual({})
  expect(explainParts(lund, 'Lund_report_week 40').differences.map(one => one.kind)).toEqual(['date-range'])
})
