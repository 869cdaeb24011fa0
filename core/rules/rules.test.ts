import { describe, expect, test } from 'vitest'
import type { BriefDocument, RequirementDocument } from '../brief/document'
import { readBrief } from '../brief/read'
import { listUnits } from '../brief/units'
import type { Person, Roster } from '../roster/types'
import { shareDepartures } from './accept-difference'
import { copyBrief } from './copy-brief'
import { movesOf } from './moves'
import { previewRule } from './preview'
import { startFrom, STARTING_POINTS } from './starting-points'
import { prepareTrying } from './try-names'
import { forbidRules, warnOfRule } from './warnings'

const person = (id: string, given: string, family: string, group: string, name = `${given} ${family}`): Person => ({
  id, given, family, name, group, email: '', aliases: [], fields: {},
})
const roster: Roster = { people: [
  person('s1', 'Ana', 'Marsh', 'Reef'), person('s2', 'Bo', 'Lindqvast', 'Reef'), person('s3', 'Zoë', 'd\'Arquelle', 'Dune'),
  person('s4', '', '', 'Dune', 'Aurangi'),
], columns: ['id', 'given', 'family', 'name', 'group'] }
const document = (requirement: Partial<RequirementDocument>): BriefDocument => ({
  usitorBrief: 1, title: 'Test',
  requirements: [{ id: 'photo', title: 'Photo', name: '{group}_{family}_photo', formats: [{ id: 'jpg' }], ...requirement }],
})

async function warnings(requirement: Partial<RequirementDocument>, people: Roster = roster): Promise<string[]> {
  const brief = await readBrief(document(requirement))
  const [first] = brief.requirements
  return first ? warnOfRule(first, listUnits(brief, people).units).map(one => one.message) : []
}

test('what is asked of groups where nobody belongs to one is told, for nothing would be asked', async () => {
  const brief = await readBrief(document({ holder: 'group', name: '{group}_photo' }))
  const alone: Roster = { ...roster, people: roster.people.map(one => ({ ...one, group: '' })), headings: { group: 'Klasse' } }
  const told = (list: Roster) => previewRule(brief, 'photo', list).warnings.map(one => one.message)
  expect(told(alone)).toEqual([expect.stringMatching(/^Asked of each group, but nobody in the list belongs to one.*"Klasse"$/)])
  expect([told(roster), told({ people: [], columns: [] })]).toEqual([[], []])
})

describe('warnings before anybody saves a file', () => {
  test.each<[string, Partial<RequirementDocument>, RegExp]>([
    ['two people would get one name', { name: '{group}_photo' }, /Ana Marsh, Bo Lindqvast would get the same name, "Reef_photo"/],
    ['everybody would get one name', { name: 'photo' }, /all 4 holders would get one and the same name, "photo"/],
    ['a value is empty', { name: '{family}_{given}_photo' }, /\{given\} is empty for Aurangi/],
    ['the name could be too long', { name: `{name}_${'x'.repeat(250)}` }, /can be 2\d\d characters long .* portable are 255/],
    [
      'folder and name together could be too long', { name: `{name}_${'x'.repeat(120)}`, folder: `{name}/${'y'.repeat(120)}` },
      /Folder and name can be 2\d\d characters/,
    ],
    ['a fixed text holds a sign not every computer stores', { name: '{family}: photo' }, /The text ": photo" holds ":"/],
    [
      'a name can be read in two ways', { name: '{family}_{a}_{b}', fields: { a: { type: 'text' }, b: { type: 'text' } } },
      /can be read in two ways: .* \{a\} = /,
    ],
    [
      'a number has too few digits for the count',
      { name: '{family}_{n}', fields: { n: { type: 'number', digits: 1, from: 1 } }, count: { from: 12, to: 12, by: 'n' } },
      /\{n\} goes up to 12 but is written with 1 digit: with 2/,
    ],
  ])('%s', async (_, requirement, said) => {
    expect((await warnings(requirement)).join('\n')).toMatch(said)
  })

  test('{title} is not what the list has under that heading', async () => {
    const works = (heading: string): Roster => ({
      people: [{ ...person('a', 'Ada', 'Berg', 'A'), fields: { [heading]: 'Late Light' } }, person('b', 'Bo', 'Lind', 'A')], columns: [heading],
    })
    const [name, folder] = [{ name: '{family}_{title}' }, { name: '{family}', folder: '{title}' }]
    expect((await warnings(name, works('title'))).join()).toMatch(/called, "Photo", .* under "title", such as "Late Light": .* another heading$/)
    expect((await warnings(folder, works('Title'))).join()).toMatch(/: to write that, write \{Title\}$/)
    const own = { ...name, fields: { title: { type: 'text' } } } as Partial<RequirementDocument>
    expect([await warnings(name), await warnings(own, works('title')), await warnings({ name: '{family}' }, works('title'))]).toEqual([[], [], []])
  })

  test('a value with a forbidden sign, and one that is a device name', async () => {
    const odd: Roster = { people: [person('a', 'Con', 'Con', 'A/B'), person('b', 'Bo', 'Lind', 'C')], columns: [] }
    const said = (await warnings({ name: '{family}', folder: '{group}' }, odd)).join('\n')
    expect(said).toMatch(/\{group\} of Con Con holds "\/"/)
    expect(said).toMatch(/"Con" is a name some computers keep for devices/)
  })

  test.each([
    [{ name: '{group}_{family}-{given:1}_{n}', fields: { n: { type: 'number', digits: 2, from: 1 } } }],
    [{ name: '{name}_{about}_{n}', fields: { about: { type: 'text' }, n: { type: 'number', digits: 2 } } }],
    [{ name: 'report', folder: '{group}/{name}' }],
  ] as [Partial<RequirementDocument>][])('%j is not called ambiguous or the same for all', async (requirement) => {
    expect((await warnings(requirement)).filter(one => /two ways|same name/.test(one))).toEqual([])
  })

  test('whose file it is counts as a reading: Lee with 10 and Lee1 with 0', async () => {
    const twins: Roster = { people: [person('a', 'A', 'Lee', 'G'), person('b', 'B', 'Lee1', 'G')], columns: [] }
    expect((await warnings(
      { name: '{family}{n}', fields: { n: { type: 'number', digits: 1 } } }, twins,
    )).join()).toMatch(/"Lee10" as A Lee, \{n\} = "10", or as B Lee1, \{n\} = "0"/)
  })

  test('one name for all is refused when saving, with its place', async () => {
    const brief = await readBrief(document({ name: 'photo' }))
    expect(forbidRules(brief, listUnits(brief, roster).units)[0]).toMatchObject({
      path: 'requirements[0].name', message: expect.stringMatching(/^all 4 holders/),
    })
  })

  test('samples are the longest, the plainest and the most awkward name', async () => {
    const { samples } = previewRule(await readBrief(document({})), 'photo', roster)
    expect(samples.map(one => [one.why, one.path])).toEqual([
      ['longest', 'Dune_d\'Arquelle_photo.jpg'], ['plainest', 'Reef_Marsh_photo.jpg'], ['most awkward', 'Dune_Aurangi_photo.jpg'],
    ])
  })
})

describe('trying a name', () => {
  test.each<[string, string, string | null, string[]]>([
    ['Reef_Marsh_photo.jpg', 'right', 's1', []], ['Reef_Mrash_photo.jpg', 'to-fix', 's1', ['name.differs']],
    ['Reef_Lindqvast_photo (1).JPG', 'to-fix', 's2', ['name.copy-mark']],
    ['Reef_Marsh_photo', 'to-fix', 's1', ['name.extension-missing']], ['IMG_4711.jpg', 'unknown', null, ['name.default']],
    ['group_family_photo.jpg', 'unknown', null, ['name.default']], ['shopping list.txt', 'unknown', null, []],
    ['any/folder/Reef_Marsh_photo.jpg', 'right', 's1', []], ['.\\x\\Reef_Marsh_photo.jpg', 'right', 's1', []],
  ])('%s is %s', async (path, verdict, holder, codes) => {
    const tried = prepareTrying(await readBrief(document({})), roster)(path)
    expect({
      verdict: tried.verdict, holder: tried.slot?.holder ?? null, codes: tried.findings.map(one => one.code),
    }).toEqual({ verdict, holder, codes })
  })
  test('a folder is judged only where one is given', async () => {
    const judge = prepareTrying(await readBrief(document({ folder: '{group}' })), roster)
    expect([
      judge('Reef_Marsh_photo.jpg').verdict, judge('Dune/Reef_Marsh_photo.jpg').verdict,
      judge('Dune/Reef_Marsh_photo.jpg').correctedPath,
    ]).toEqual(['right', 'to-fix', 'Reef/Reef_Marsh_photo.jpg'])
  })
})

describe('one departure made right for all', () => {
  const judge = async (paths: string[], requirement: Partial<RequirementDocument> = {}) => {
    const brief = document(requirement)
    const tried = paths.map(prepareTrying(await readBrief(brief), roster))
    const [rule] = brief.requirements
    return rule ? shareDepartures(rule, tried.map(one => ({ path: one.path, differences: one.findings[0]?.differences ?? [] }))) : []
  }
  test.each<[string, string[], Partial<RequirementDocument>]>([
    ['a hyphen is fine too', ['Reef-Marsh-photo.jpg', 'Reef-Lindqvast-photo.jpg'], { name: ['{group}_{family}_photo', '{group}-{family}-photo'] }],
    [
      'a word added', ['Reef_Marsh_photo_final.jpg', 'Reef_Lindqvast_photo_final.jpg'],
      { name: ['{group}_{family}_photo', '{group}_{family}_photo_final'] },
    ],
    ['letter case', ['reef_marsh_photo.jpg', 'REEF_lindqvast_photo.jpg'], { strictness: { letterCase: 'ignore' } }],
  ])('%s', async (_, paths, change) => {
    const [shared] = await judge(paths)
    expect(shared).toMatchObject({ files: paths, accepted: change })
    const after = prepareTrying(await readBrief({ usitorBrief: 1, title: 't', requirements: [shared?.accepted ?? { id: 'x' }] }), roster)
    expect(paths.map(path => after(path).verdict)).toEqual(['right', 'right'])
  })
  test('what only one file does, or no form can say for everybody, is not offered', async () => {
    expect(await judge(['Reef-Marsh-photo.jpg', 'Reef_Lindqvist_photo.jpg', 'Reef_Marhs_photo.jpg'])).toEqual([])
  })
})

describe('starting points and copies', () => {
  test.each(STARTING_POINTS.map(point => [point.title, point] as const))('%s can be used as it is', async (_, point) => {
    const brief = await readBrief({ usitorBrief: 1, title: 't', requirements: [startFrom(point, 'piece', 'Field report')] }, roster)
    const [requirement] = brief.requirements
    expect(requirement && warnOfRule(requirement, listUnits(brief, roster).units).filter(one => one.level === 'error')).toEqual([])
  })

  test('the next term has other dates and people, and the same rules', () => {
    const autumn: BriefDocument = {
      ...document({ fields: { date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-10-31' } }, owedBy: { people: ['s1'] } }),
      due: '2026-10-16T15:30:00+02:00',
      exceptions: [{ for: { person: 's1' }, due: '2026-10-20T15:30:00+02:00' }, { for: { group: 'Dune' }, owed: false }],
    }
    const spring = copyBrief(autumn, { title: 'Spring', due: '2027-04-14T15:30:00+02:00', samePeople: false })
    expect(spring).toMatchObject({
      title: 'Spring', due: '2027-04-14T15:30:00+02:00',
      requirements: [{ name: '{group}_{family}_photo', fields: { date: { from: '2027-04-01', to: '2027-04-30' } } }],
    })
    expect([spring.exceptions, spring.requirements[0]?.owedBy]).toEqual([undefined, undefined])
    // October is a month: the days it is held to are April's, not 30 days later
    const again = { title: 'Again', due: null, samePeople: true }
    expect(copyBrief(autumn, { ...again, exceptions: true }).exceptions).toEqual([{ for: { group: 'Dune' }, owed: false }])
    expect(copyBrief(autumn, again).exceptions).toBeUndefined()
  })

  const said = (brief: BriefDocument, due: string | null) =>
    movesOf(brief, due).map(one => `${one.about} ${one.old} → ${one.new}${one.likely ? '' : ' ?'}`)
  test('next month from this one: everything that tells the term, old beside new', () => {
    const october: BriefDocument = {
      usitorBrief: 1, title: 'Accounts, Oktober 2026', due: '2026-10-30T18:00:00+01:00', correctBy: '2026-11-06T18:00:00+01:00', requirements: [
        {
          id: 'a', title: 'Report 2026-10', name: '2026-10_{name}_report', folder: 'KW44/{n}/A4',
          fields: { day: { type: 'date', pattern: 'yyyyMMdd', from: '2026-10-01', to: '2026-10-31' } },
        },
        {
          id: 'b', title: 'Log', name: '{name}_30.10.2026', due: '2026-10-29T12:00:00+01:00',
          fields: { week: { type: 'week', from: '2026-W40', to: '2026-W44' } },
        },
      ],
    }
    expect(said(october, '2026-11-27T18:00:00+01:00')).toEqual([
      'title Oktober 2026 → November 2026', 'correct-by 2026-11-06T18:00:00+01:00 → 2026-12-04T18:00:00+01:00',
      'title 2026-10 → 2026-11', 'name 2026-10 → 2026-11', 'folder KW44 → KW48', 'range 2026-10-01 – 2026-10-31 → 2026-11-01 – 2026-11-30',
      'name 30.10.2026 → 27.11.2026', 'due 2026-10-29T12:00:00+01:00 → 2026-11-26T12:00:00+01:00', 'range 2026-W40 – 2026-W44 → 2026-W44 – 2026-W48',
    ])
    const next = copyBrief(october, { title: 'x', due: '2026-11-27T18:00:00+01:00', samePeople: true })
    expect(next.requirements[0]).toMatchObject({ title: 'Report 2026-11', name: '2026-11_{name}_report', folder: 'KW48/{n}/A4' })
    // into the next year, and back to the same language and letters
    const winter = { ...october, title: 'OKTOBER', correctBy: undefined, requirements: [{ id: 'a', title: 'Term 2026/27' }] }
    expect(said(winter, '2027-01-29T18:00:00+01:00')).toEqual(['title OKTOBER → JANUAR', 'title 2026/27 → 2027/28'])
  })

  test('a number moves where it counts the terms; names that hold a digit do not', () => {
    const sheet = { ...document({ name: '{family}_sheet07_part2_A4_3d', title: 'Sheet 7' }), title: 'Exercise 7' }
    expect(said(sheet, null)).toEqual(['title 7 → 8', 'title 7 → 8', 'name 2 → 3 ?', 'name 07 → 08'])
    const id = movesOf(sheet, null)[2]?.id ?? ''
    const again = { title: 'Exercise 8', due: null, samePeople: true }
    expect(copyBrief(sheet, again).requirements[0]?.name).toBe('{family}_sheet08_part2_A4_3d')
    expect(copyBrief(sheet, { ...again, moves: [id] }).requirements[0]?.name).toBe('{family}_sheet07_part3_A4_3d')
  })
})
