import { describe, expect, test } from 'vitest'
import { readRoster, readTable } from '../roster/read'
import type { BriefDocument } from './document'
import { BriefError, readBrief } from './read'
import { listUnits } from './units'

// the worked example of the exchange format, version 1
const EXAMPLE: BriefDocument = {
  usitorBrief: 1, title: 'Shore survey, week 2', due: '2026-10-16T15:30:00+02:00', zone: 'Europe/Lisbon', grace: 'PT10M', holder: 'person',
  strictness: { letterCase: 'exact', separators: 'exact', accents: 'ignore' }, ignore: ['*.tmp'], severity: { 'time.late': 'notice' },
  handouts: ['9f86d081884c7d659a2feaa0c55ad015a3bf4f1b2b0b822cd15d6c15b0f00a08'],
  exceptions: [
    { for: { person: 's014' }, requirement: 'quadrat', due: '2026-10-20T15:30:00+02:00' },
    { for: { group: 'Dune' }, requirement: 'report', owed: false },
  ],
  requirements: [
    {
      id: 'quadrat', title: 'Quadrat photo', name: '{group}_{family}-{given:1}_quadrat-{n}',
      fields: { group: { type: 'roster', case: 'upper', spaces: '-' }, n: { type: 'number', digits: 2, from: 1 } },
      formats: [{ id: 'jpg', measured: { width: { from: 1600 } } }, { id: 'png' }], extensionCase: 'lower', folder: '{group}/{family} {given}/photos',
      count: { from: 5, to: 5, by: 'n' }, size: { to: 12000000 }, keep: 'latest',
    },
    { id: 'report', title: 'Report', holder: 'group' },
  ],
}
const copy = () => structuredClone(EXAMPLE)

async function problems(change: (brief: ReturnType<typeof copy> & Record<string, unknown>) => void): Promise<string[]> {
  const document = copy()
  change(document as never)
  try {
    await readBrief(document, { columns: ['given', 'family', 'group'] })
    return []
  }
  catch (error) {
    if (!(error instanceof BriefError)) throw error
    return error.problems.map(({ path, message }) => `${path}: ${message}`)
  }
}

describe('briefs', () => {
  test('the example is read, and what is left out has its default', async () => {
    const { requirements: [quadrat, report], offset } = await readBrief(copy())
    expect(quadrat).toMatchObject({
      due: Date.UTC(2026, 9, 16, 13, 30), grace: 600_000, count: { from: 5, to: 5, by: 'n' }, optional: false, locked: 'refuse',
    })
    expect(report).toMatchObject({
      names: [], formats: [], folder: null, count: { from: 1, to: 1, by: null }, extensionCase: 'any', keep: 'latest',
      size: { from: 1, to: Infinity }, holder: 'group',
    })
    expect(offset).toBe(120)
  })

  test.each<[string, (brief: BriefDocument & Record<string, unknown>) => void, string]>([
    [
      'a number of no digits', brief => Object.assign(brief.requirements[0]?.fields?.n ?? {}, { digits: 0 }),
      'requirements[0].fields.n.digits: 0 is not a whole number from 1 to 12',
    ],
    ['an unknown key', brief => (brief.colour = 'red'), 'colour: unknown key; allowed are usitorBrief, title'],
    ['another version', brief => Object.assign(brief, { usitorBrief: 2 }), 'usitorBrief: 2 is not 1'],
    ['a wrong type', brief => Object.assign(brief, { title: 7 }), 'title: 7 is not text'],
    ['no requirement', brief => (brief.requirements = []), 'requirements: the list has no entry; allowed are at least 1'],
    [
      'an unknown field', brief => Object.assign(brief.requirements[0] ?? {}, { name: '{boat}_{n}' }),
      'requirements[0].name: unknown field {boat}; declare it under fields',
    ],
    [
      'an open brace', brief => Object.assign(brief.requirements[0] ?? {}, { name: '{group_{n}' }),
      'requirements[0].name: "{group_{n}" names no field',
    ],
    ['a slash in a name', brief => Object.assign(brief.requirements[0] ?? {}, { name: 'a/{n}' }), 'requirements[0].name: "/" cannot stand in a name'],
    ['a folder that climbs', brief => Object.assign(brief.requirements[0] ?? {}, { folder: '../{group}' }), 'requirements[0].folder:'],
    ['31 February', brief => (brief.due = '2026-02-31T12:00:00Z'), 'due: "2026-02-31T12:00:00Z" is no day of the calendar'],
    [
      '31 February in a field',
      brief => Object.assign(brief.requirements[0]?.fields ?? {}, { n: { type: 'date', pattern: 'dd', from: '2026-02-31' } }),
      'requirements[0].fields.n.from: "2026-02-31" is no day of the calendar',
    ],
    [
      'a day range upside down',
      brief => Object.assign(brief.requirements[0]?.fields ?? {}, { n: { type: 'date', pattern: 'dd', from: '2026-03-01', to: '2026-02-01' } }),
      'requirements[0].fields.n: from 2026-03-01 lies after to 2026-02-01',
    ],
    [
      '31 April in an exception', brief => (brief.exceptions = [{ for: { person: 's014' }, due: '2026-04-31T12:00:00Z' }]),
      'exceptions[0].due: "2026-04-31T12:00:00Z" is no day of the calendar',
    ],
    ['a time without zone', brief => (brief.due = '2026-02-01T12:00:00'), 'due: "2026-02-01T12:00:00" is not a time such as'],
    [
      'a range upside down', brief => Object.assign(brief.requirements[0] ?? {}, { count: { from: 5, to: 2 } }),
      'requirements[0].count: from 5 lies after to 2',
    ],
    ['a month as duration', brief => (brief.grace = 'P1M'), 'grace: "P1M" is not a duration'],
    [
      'an unknown format', brief => Object.assign(brief.requirements[0] ?? {}, { formats: [{ id: 'jpgg' }] }),
      'requirements[0].formats[0].id: "jpgg" is not a known format id',
    ],
    [
      'an unknown property',
      brief => Object.assign(brief.requirements[0] ?? {}, { formats: [{ id: 'jpg', measured: { girth: { from: 1 } } }] }),
      'requirements[0].formats[0].measured.girth: unknown property',
    ],
    ['two of one id', brief => Object.assign(brief.requirements[1] ?? {}, { id: 'quadrat' }), 'requirements[1].id: "quadrat" is used twice'],
    ['an exception for nobody', brief => (brief.exceptions = [{ for: {} }]), 'exceptions[0].for: names one person or one group'],
    [
      'a date pattern of words',
      brief => Object.assign(brief.requirements[0]?.fields ?? {}, { date: { type: 'date', pattern: 'day' } }),
      'requirements[0].fields.date.pattern: "day" is not a date pattern',
    ],
    [
      'pieces that nothing tells apart', brief => Object.assign(brief.requirements[0] ?? {}, { name: '{group}', folder: '' }),
      'requirements[0].count.by: {n} stands in no template',
    ],
  ])('%s is named with its place, what was found and what is allowed', async (_, change, said) => {
    expect((await problems(change as never)).join('\n')).toContain(said)
  })

  test('everything wrong is said at once', async () => {
    expect(await problems((brief) => {
      Object.assign(brief, { grace: 'soon', zone: 7 })
    })).toHaveLength(2)
  })

  test.each([null, 7, [], 'brief'])('%j is no brief', async (document) => {
    await expect(readBrief(document)).rejects.toThrow(BriefError)
  })
})

describe('who owes what', () => {
  const { roster } = readRoster(readTable(new TextEncoder().encode('id,given,family,group\ns014,Ana,Marsh,Dune\ns015,Bo,Lind,Reef\ns016,Cy,Solo,\n')))

  test('exceptions: person before group, one requirement before all', async () => {
    const document = copy()
    document.exceptions = [
      { for: { group: 'Dune' }, owed: false }, { for: { person: 's014' }, requirement: 'quadrat', owed: true },
      { for: { group: 'Reef' }, requirement: 'quadrat', due: '2026-10-18T00:00:00Z' }, { for: { group: 'Reef' }, due: '2026-10-19T00:00:00Z' },
    ]
    const { units, peopleWithoutGroup } = listUnits(await readBrief(document), roster)
    const unit = (requirement: string, holder: string) => units.find(one => one.requirement.id === requirement && one.holder === holder)
    expect(unit('quadrat', 's014')?.owed).toBe(true)
    expect(unit('report', 'Dune')?.owed).toBe(false)
    expect(unit('quadrat', 's015')?.due).toBe(Date.UTC(2026, 9, 18))
    expect(unit('report', 'Reef')?.due).toBe(Date.UTC(2026, 9, 19))
    expect(peopleWithoutGroup).toBe(1)
  })

  test('a count that would ask for millions of files is refused in words', async () => {
    const document = copy()
    Object.assign(document.requirements[0] ?? {}, { count: { from: 100_000, to: 100_000, by: 'n' } })
    const many = { ...roster, people: Array.from({ length: 60 }, (_, at) => ({ ...roster.people[0], id: `p${at}` }) as never) }
    const brief = await readBrief(document)
    expect(() => listUnits(brief, many)).toThrow('asks 60 people for up to 6000060 files; at most 5000000')
  })

  test('only these owe it', async () => {
    const document = copy()
    document.exceptions = []
    Object.assign(document.requirements[0] ?? {}, { owedBy: { groups: ['Reef'], people: ['s016'] } })
    const { units } = listUnits(await readBrief(document), roster)
    expect(units.filter(unit => unit.requirement.id === 'quadrat' && unit.owed).map(unit => unit.holder)).toEqual(['s015', 's016'])
  })
})
