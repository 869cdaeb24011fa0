import { expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: two given names that a hyphen joins are one name
const CONSENTS: Rules = {
  list: 'id,given,family,group\n1,Anna-Lena,Vogt,Sun\n2,Lena,Vogt,Sun\n3,Anna,Lindner,Moon\n4,Jan,Petersen,Moon',
  requirements: [{ id: 'consent', title: 'Consent', name: '{group}_{given}_{family}_consent', formats: [{ id: 'pdf' }], folder: '{group}' }],
}
test.each([
  ['Sun/consent Anna-Lena.pdf', 'consent 1'], ['consent Anna-Lena.pdf', 'consent 1'],
  ['consent Lena.pdf', 'consent 2'], ['Moon/consent Anna.pdf', 'consent 3'],
])('%s is %s', async (path, at) => expect(await roundOf(CONSENTS, path)).toEqual({ [path]: at }))

const PLANS: Rules = {
  list: 'id,family,subject\ns1,Blanco,Biology\ns4,Darwish,Maths',
  requirements: [
    {
      id: 'plan', title: 'Lesson plan', name: '{family}_{subject}_LP{n}_{topic}', formats: [{ id: 'docx' }], folder: '{family}',
      count: { from: 3, to: 3, by: 'n' }, fields: { n: { type: 'number', digits: 1, from: 1, to: 3 }, topic: { type: 'text' } },
    },
    {
      id: 'refl', title: 'Reflection', name: '{family}_{subject}_R{n}', formats: [{ id: 'pdf' }], folder: '{family}',
      count: { from: 3, to: 3, by: 'n' }, fields: { n: { type: 'number', digits: 1, from: 1, to: 3 } },
    },
    {
      id: 'obs', title: 'Observation sheet', name: '{family}_{subject}_Obs_{observer}', formats: [{ id: 'pdf' }], folder: '{family}',
      fields: { observer: { type: 'text' } },
    },
  ],
}
const [PLAN, SHEET] = ['Darwish/Darwish_Maths_LP2_Angles.docx', 'Darwish/Darwish_Maths_LP2_Angles_worksheet.docx']

test.each([[[PLAN, SHEET]], [[SHEET, PLAN]]])('a right name that goes on behind the rule\'s own sign is no newer one: %j', async (names) => {
  const told = await toldOf(PLANS, ...names)
  expect(told.get(PLAN)?.at).toBe('plan s4 2')
  expect(told.get(SHEET)?.at).toBe('superseded')
})

test.each([
  // words of state say that it is the newer one, and so does the time where free text has other words
  [PLAN, 'Darwish/Darwish_Maths_LP2_Angles_final.docx'], [PLAN, 'Darwish/Darwish_Maths_LP2_Angles and arcs.docx'],
])('of %s and %s the later counts', async (first, then) => {
  const told = await toldOf(PLANS, first, then)
  expect(told.get(then)?.at).toBe('plan s4 2')
})

test('free text is alike to anything: a number behind the sign of another piece is that one', async () => {
  expect(await roundOf(PLANS, 'Darwish/Darwish_Math_R_1.pdf')).toEqual({ 'Darwish/Darwish_Math_R_1.pdf': 'refl s4' })
})

test('who is named behind "by" is named without it', async () => {
  const path = 'Blanco/Observation by Ms Keller.pdf'
  expect((await toldOf(PLANS, path)).get(path)).toMatchObject({ at: 'obs s1', right: 'Blanco/Blanco_Biology_Obs_Ms Keller.pdf' })
})
