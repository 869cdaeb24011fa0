import { expect, test } from 'vitest'
import { DIFFERENCE_WORDS } from '../../wording/en/differences'
import { explainParts } from '../explain'
import { fillTemplate } from '../parts'
import { parseTemplate } from '../template'

const parts = fillTemplate(
  parseTemplate('{family}_report_{week}'), { week: { type: 'week', form: 'YYYY-\'W\'ww', from: '2026-W41', to: '2026-W44' } }, { family: 'Lund' },
)

// how people write weeks: common practice, no source
test.each([
  'Lund_report_v42', 'Lund_report_v.42', 'Lund_report_vecka 42', 'Lund_report_uke42', 'Lund_report_KW42', 'Lund_report_S42', 'Lund_report_semaine_42',
  'Lund_report_viikko 42', 'Lund_report_týden 42', 'Lund_report_2026 w42', 'Lund_report_42',
])('%s is week 42, written otherwise', (name) => {
  const { captures, differences } = explainParts(parts, name)
  expect(captures).toEqual({ week: '2026-W42' })
  expect(differences.map(one => one.kind)).toEqual(['date-order'])
  expect(differences.map(one => DIFFERENCE_WORDS[one.kind](one))).toEqual([expect.stringMatching(/^the week is written .*42, asked: 2026-W42$/)])
})

test('a version is no week, a word for it says one that was not asked for', () => {
  expect(explainParts(parts, 'Lund_report_v2').captures).toEqual({})
  expect(explainParts(parts, 'Lund_report_week 40').differences.map(one => one.kind)).toEqual(['date-range'])
})
