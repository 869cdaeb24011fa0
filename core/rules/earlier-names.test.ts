import { describe, expect, test } from 'vitest'
import type { BriefDocument, RequirementDocument } from '../brief/document'
import { readBrief } from '../brief/read'
import type { Person, Roster } from '../roster/types'
import type { EarlierBrief, RuleCost } from './earlier-names'
import { weighEarlier } from './earlier-names'
import { prepareTrying } from './try-names'

const person = (id: string, given: string, family: string): Person =>
  ({ id, given, family, name: `${given} ${family}`, group: 'Reef', email: '', aliases: [], fields: {} })
const roster: Roster = {
  people: [person('s1', 'Ana', 'Marsh'), person('s2', 'Bo', 'Lindqvast'), person('s3', 'Pål', 'Weißenbach'), person('s4', 'Ida', 'Quill')],
  columns: ['id', 'given', 'family', 'name', 'group'],
}
const strict = { letterCase: 'exact', separators: 'exact', accents: 'exact' } as const
const asks = (requirement: Partial<RequirementDocument>): BriefDocument => ({
  usitorBrief: 1, title: 'Test', requirements: [{
    id: 'photo', title: 'Photo', name: '{family}_photo-{n}', fields: { n: { type: 'number', digits: 2, from: 1 } },
    count: { from: 2, to: 2, by: 'n' }, strictness: strict, ...requirement,
  }],
})
/** Names of last term, each under the person who sent it. */
const lastTerm = (names: Record<string, string[]>, document: BriefDocument = asks({})): EarlierBrief => ({
  title: 'Autumn', document, roster,
  files: Object.entries(names)
    .flatMap(([holder, bases]) => bases.map((base, at) => ({ requirement: 'photo', holder, now: holder, n: at + 1, base }))),
})
const told = ({ slips }: RuleCost) => slips.map(({ cause, part, holders, left }) => `${cause} ${part} ${holders} left ${left}`)

describe('what a rule would cost the same people', () => {
  test('the leading zero: how many, one example, and the rule that takes both', async () => {
    const cost = await weighEarlier(asks({}), 'photo', roster, [lastTerm({
      s1: ['Marsh_photo-1', 'Marsh_photo-2'], s2: ['Lindqvast_photo-1'], s3: ['Weißenbach_photo-01'],
    })])
    expect(cost).toMatchObject({ holders: 3, slipping: 2 })
    expect(told(cost)).toEqual(['zeros n 2 left 0'])
    const [slip] = cost.slips
    expect(slip?.example).toMatchObject({ wrote: expect.stringMatching(/^(?:Marsh|Lindqvast)_photo-1$/), asked: expect.stringMatching(/photo-01$/) })
    const brief = await readBrief({ ...asks({}), requirements: slip?.allowed ? [slip.allowed] : [] })
    const judge = prepareTrying(brief, roster)
    expect(['Marsh_photo-1', 'Marsh_photo-01', 'Marsh_photo-001'].map(name => judge(name).verdict)).toEqual(['right', 'right', 'to-fix'])
  })

  test('what was asked otherwise then is no slip now, but a habit is', async () => {
    const then = asks({ name: 'photo {n} of {family}', fields: { n: { type: 'number', digits: 1, from: 1 } } })
    const obedient = lastTerm({ s1: ['photo 1 of Marsh'], s2: ['photo 1 of Lindqvast'] }, then)
    // separators and order were as asked then; that they wrote 1 shows they would again
    expect(told(await weighEarlier(asks({}), 'photo', roster, [obedient]))).toEqual(['zeros n 2 left 0'])
    expect(told(await weighEarlier(asks({ fields: { n: { type: 'number', digits: 1, from: 1 } } }), 'photo', roster, [obedient]))).toEqual([])
  })

  test.each<[string, string, string, string[]]>([
    ['spaces for underscores', 'Marsh photo-01', 'separators', ['separators literal 1 left 0']],
    ['small letters throughout', 'marsh_photo-01', 'letter-case', ['letter-case literal 1 left 0']],
    ['another spelling of a name, which only the person can mend', 'Marshe_photo-01', 'value', ['value family 1 left 1']],
  ])('%s', async (_, name, __, expected) => {
    expect(told(await weighEarlier(asks({}), 'photo', roster, [lastTerm({ s1: [name] })]))).toEqual(expected)
  })

  test('letters without their marks', async () => {
    const cost = await weighEarlier(asks({ name: '{given}_{n}' }), 'photo', roster, [
      lastTerm({ s3: ['Pal_01'] }, asks({ name: '{given}_{n}' })),
    ])
    expect(told(cost)).toEqual(['accents literal 1 left 0'])
  })

  test('a date in the order of last time', async () => {
    const dated = asks({ name: '{family}_{day}', fields: { day: { type: 'date', pattern: 'yyyy-MM-dd' } }, count: { from: 1, to: 1 } })
    const cost = await weighEarlier(dated, 'photo', roster, [lastTerm({ s1: ['Marsh_23.09.2026'], s2: ['Lindqvast_2026-09-23'] }, dated)])
    expect(cost).toMatchObject({ holders: 2, slipping: 1 })
    expect(cost.slips).toMatchObject([{ cause: 'date', part: 'day', allowed: null, example: { wrote: 'Marsh_16.10.2026' } }])
  })

  test('the newest brief tells a habit before the older one; strangers and stray files tell nothing', async () => {
    const cost = await weighEarlier(asks({}), 'photo', roster, [
      lastTerm({ s1: ['Marsh_photo-01'] }), lastTerm({ s1: ['Marsh_photo-1'], gone: ['Gone_photo-1'] }),
    ])
    expect(cost).toEqual({ holders: 1, slipping: 0, slips: [] })
  })
})
