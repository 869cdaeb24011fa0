import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { toldOf } from '../../tests/small-rounds'
import { explainParts } from './explain'
import { readField } from './fields/index'
import { expandParts, fillTemplate } from './parts'
import { parseTemplate } from './template'

// common practice, no source: whose a number in a name is, where several could have it

const ANY = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const
const FIELDS = {
  scene: readField({ type: 'number', digits: 2, from: 1, to: 6 }, true).rule, take: readField({ type: 'version', digits: 1 }, false).rule,
  v: readField({ type: 'version', digits: 1 }, false).rule, w: readField({ type: 'number', digits: 1, from: 1, to: 3 }, true).rule,
  title: readField({ type: 'text' }, false).rule, s: readField({ type: 'number', from: 10, to: 60 }, false).rule,
  week: readField({ type: 'week', form: 'ww', from: '2026-W08', to: '2026-W12' }, false).rule,
}
const HOLDER = { role: 'Widow', id: 'P007', paper: '031', child: 'Cleo', aflevering: '02' }

function told(template: string, received: string, known = {}) {
  const parts = fillTemplate(parseTemplate(template), FIELDS, HOLDER)
  const { captures, differences } = explainParts(parts, received, { strictness: ANY, known })
  return { right: expandParts(parts, captures), differences: differences.map(one => `${one.part} ${one.kind} ${one.actual}`) }
}

test.each([
  ['Widow scene 3', 'S03_Widow_T{take}'], ['Scene 3 - Widow', 'S03_Widow_T{take}'], ['scene 3 widow T2', 'S03_Widow_T2'],
])('a number behind what its field is called is that field\'s: %s', (received, right) => {
  expect(told('S{scene}_{role}_T{take}', received).right).toBe(right)
})

test('a number that is settled otherwise is not dealt out to two fields', () => {
  expect(told('S{scene}_{role}_T{take}', 'widow_02', { scene: '02' }).right).toBe('S02_Widow_T{take}')
})

describe('a code without its zeros', () => {
  test('is no version, and stands for the code', () => {
    expect(told('{id}_abstract_v{v}', 'P7 abstract')).toEqual({
      right: 'P007_abstract_v{v}', differences: ['id misspelt P7', 'v absent ', 'literal misspelt  abstract'],
    })
  })
  test('beside it a version is one', () => {
    expect(told('{id}_abstract_v{v}', 'P7 abstract v2').right).toBe('P007_abstract_v2')
    expect(told('{id}_abstract_v{v}', 'P007 abstract 7').right).toBe('P007_abstract_v7')
  })
})

describe('a number that is the holder\'s own', () => {
  test.each([
    ['teaser_031', 'paper031_teaser_{s}s', 'it is written as the list has it'], ['31', 'paper031_teaser_{s}s', 'nothing says what else it is'],
    ['31 Tan', 'paper031_teaser_{s}s', 'no word of the rule stands beside it'],
  ])('is told once: %s is %s: %s', (received, right) => {
    expect(told('paper{paper}_teaser_{s}s', received).right).toBe(right)
  })
  test.each([
    ['31_teaser_31s', 'paper031_teaser_31s'], ['paper031_teaser_31', 'paper031_teaser_31s'], ['teaser 31s', 'paper031_teaser_31s'],
    ['031_teaser_45', 'paper031_teaser_45s'],
  ])('is another number where it stands twice or beside a word of the rule: %s', (received, right) => {
    expect(told('paper{paper}_teaser_{s}s', received).right).toBe(right)
  })
})

test('a number beside a value without figures is none of it', () => {
  const parts = fillTemplate(parseTemplate('{login}_sheet{w}'), FIELDS, { login: 'cmeier' })
  const { captures, differences } = explainParts(parts, 'sheet3_meier_clara', { strictness: ANY })
  expect([captures, differences.find(one => one.part === 'login')?.actual]).toEqual([{ w: '3' }, 'meier'])
})

test('a word of the rule\'s own in another place is there, be it with ß for ss', () => {
  expect(told('{role}_massblatt', 'Maßblatt Widow').differences).toEqual(['literal misspelt Maßblatt', 'role order Widow'])
})

test('figures of a day are no week', () => {
  expect(told('{child}_W{week}', 'Cleo 26.10.').right).toBe('Cleo_W{week}')
  expect(told('{child}_W{week}', 'Cleo 2026-10-30').right).toBe('Cleo_W{week}')
  expect(told('{child}_W{week}', 'Cleo W10').right).toBe('Cleo_W10')
})

test('a number in brackets behind the piece\'s own marks a copy', () => {
  const { right, differences } = told('{child} reading log week {w}', 'reading log 2 (1)', { w: '2' })
  expect([right, differences.at(-1)]).toEqual(['Cleo reading log week 2', 'w extra  (1)'])
  expect(told('{child} reading log week {w}', 'Cleo reading log week (2)', { w: '2' }).right).toBe('Cleo reading log week 2')
})

describe('a number of the holder\'s behind what it is called', () => {
  test.each([
    ['Aflevering 2 - Nachtwinkel', 'afl02_Nachtwinkel'], ['Nachtwinkel (afl 2)', 'afl02_Nachtwinkel'], ['afl. 2 Nachtwinkel', 'afl02_Nachtwinkel'],
    ['afl02 2 Nachtwinkels', 'afl02_2 Nachtwinkels'],
  ])('is none of the text: %s', (received, right) => {
    expect(told('afl{aflevering}_{title}', received).right).toBe(right)
  })
  test('is no version', () => {
    expect(told('afl{aflevering}_transcript_v{v}', 'transcript aflevering 2').right).toBe('afl02_transcript_v{v}')
    expect(told('afl{aflevering}_transcript_v{v}', 'transcript aflevering 2 v3').right).toBe('afl02_transcript_v3')
  })
})

describe('a version without the letter that the rule writes before it', () => {
  const EPISODES = { ep: readField({ type: 'number', digits: 2, from: 1, to: 4 }, true).rule, v: FIELDS.v }
  const parts = fillTemplate(parseTemplate('EP{ep}_{lang}_v{v}'), EPISODES, { lang: 'DA' })
  const right = (received: string, known = {}) => expandParts(parts, explainParts(parts, received, { strictness: ANY, known }).captures)

  test.each([
    ['Ep 3 DA', { ep: '03' }, 'EP03_DA_v{v}', 'the number of the piece'], ['Ep 3 DA', {}, 'EP03_DA_v{v}', 'in another place'],
    ['S01E02_DA', { ep: '02' }, 'EP02_DA_v{v}', 'behind another letter'], ['S01E01_DA', { ep: '01' }, 'EP01_DA_v{v}', 'a number that stands twice'],
  ])('is none: of %s %j makes %s: %s', (received, known, asked, _why) => {
    expect(right(received, known)).toBe(asked)
  })

  test('is one in its own place, and with its letter anywhere', () => {
    expect(right('EP03_DA_2', { ep: '03' })).toBe('EP03_DA_v2')
    expect(right('S01E02_DA_v3', { ep: '02' })).toBe('EP02_DA_v3')
    expect(right('v2 EP04 DA', { ep: '04' })).toBe('EP04_DA_v2')
  })
})

test.each([
  ['P007_031_48k', 'P007_31'], ['P007_31_24bit', 'P007_31'], ['P007_30s_31', 'P007_31'], ['P007_48k', 'P007_48'],
])('an amount beside another number is none, and with it and a code it is no day: %s', (received, right) => {
  expect(told('{id}_{s}', received).right).toBe(right)
})

test.each([
  ['Widow_v1.2', '1.2 is no whole number'], ['Widow_1.0', 'nor without its letter'], ['Widow v0.9', 'nor below one'],
])('a version in tenths makes none, and its tenths are the mark of no copy: %s, %s', async (path, _why) => {
  expect(told('{role}_v{v}', path).right).toBe('Widow_v{v}')
  const rules: Rules = {
    list: 'id,name\n1,Widow',
    requirements: [{ id: 'part', title: 'Part', name: '{name}_v{v}', fields: { v: { type: 'version' } }, formats: [{ id: 'pdf' }] }],
  }
  expect((await toldOf(rules, `${path}.pdf`)).get(`${path}.pdf`)?.says).toContain('version is not there')
})

describe('a number that is not in its place', () => {
  test.each([
    ['Harbour_30 s by Widow', 'Widow_Harbour_30s', 'it stands before the rule\'s own word'],
    ['30s_Harbour_Widow', 'Widow_Harbour_30s', 'be it with it in another place'],
    ['Route 66 in 30s Widow', 'Widow_Route 66 in_30s', 'or beside another number'],
  ])('%s is %s: %s', (received, right) => {
    expect(told('{role}_{title}_{s}s', received).right).toBe(right)
  })

  test.each([
    ['S03_Widow_two', 'S03_Widow_2', 'is told by a word where it belongs'], ['S03_Widow_two pages', 'S03_Widow_{take}', 'beside no other'],
    ['S03_Widow_twofold', 'S03_Widow_{take}', 'nor by a part of one'],
  ])('%s is %s: it %s', (received, right) => {
    const parts = fillTemplate(parseTemplate('S{scene}_{role}_{take}'), { ...FIELDS, take: FIELDS.w }, HOLDER)
    expect(expandParts(parts, explainParts(parts, received, { strictness: ANY }).captures)).toBe(right)
  })
})

describe('a year', () => {
  test.each([
    ['P007_Widow_2026', 'P007_Widow_v{v}', 'by itself'], ['P007 Widow 2026-11-12', 'P007_Widow_v{v}', 'of a day'],
    ['P007 Widow 3 2026-11-12', 'P007_Widow_v3', 'beside a version'], ['P007_Widow_v2026', 'P007_Widow_v2026', 'which another letter says, is one'],
  ])('%s is %s: it is no version %s', (received, right) => {
    expect(told('{id}_{role}_v{v}', received).right).toBe(right)
  })
})

describe('a day beside what is asked for', () => {
  test.each([
    ['P007_spary_2025_2026-11-12', '{id}_spray_{y}', 'P007_spray_2025', 'its year is none where one stands by itself'],
    ['P007 spray 2025 (12.11.2026)', '{id}_{role}_spray_{y}', 'P007_Widow_spray_2025', 'be it in another form'],
    ['P007_spary_2026-11-12', '{id}_spray_{y}', 'P007_spray_2026', 'alone it tells the year'],
    ['Widow_spary_2026-10_2026-11-12', '{role}_spray_{month}', 'Widow_spray_2026-10', 'nor is its month one'],
    ['Rain 05 AMB P007', '{kind}_{title}_{id}_{w}', 'AMB_Rain 05_P007_{w}', 'nor are the figures of a code a number'],
    ['Harbour walk_2026-11-12', '{id}_{title}_{role}', 'P007_Harbour walk_Widow', 'own words do not end within it'],
  ])('%s for %s is %s: %s', (received, template, right) => {
    const y = readField({ type: 'number', digits: 4, from: 2022, to: 2030 }, false).rule
    const month = readField({ type: 'date', pattern: 'yyyy-MM', from: '2026-09-01', to: '2026-12-31' }, false).rule
    const kind = readField({ type: 'choice', values: ['AMB', 'MEC'] }, false).rule
    const w = readField({ type: 'number', from: 1, to: 99 }, false).rule
    const parts = fillTemplate(parseTemplate(template), { ...FIELDS, y, month, kind, w }, HOLDER)
    expect(expandParts(parts, explainParts(parts, received, { strictness: ANY }).captures)).toBe(right)
  })
})

test('own words end before a code of the holder\'s behind which only a number stands', () => {
  const fields = { ...FIELDS, n: readField({ type: 'number', digits: 2, from: 1, to: 20 }, true).rule }
  const parts = fillTemplate(parseTemplate('{code}_{n}_{title}'), fields, { code: 'OBJ103' })
  const right = (received: string, n: string) => expandParts(parts, explainParts(parts, received, { strictness: ANY, known: { n } }).captures)
  expect(right('Tide pools OBJ103 zwei', '02')).toBe('OBJ103_02_Tide pools')
  expect(right('OBJ103 2 Room 101', '02')).toBe('OBJ103_02_Room 101')
})

describe('of somebody whose own number is asked for', () => {
  const plots: Rules = {
    list: 'id,given,part\n3,Cem,Violin I\n4,Dana,Oboe', requirements: [{
      id: 'plot', title: 'Plot', name: '{id}_{given}_plot{n}', fields: { n: { type: 'number', from: 1, to: 4 } }, count: { from: 3, to: 4, by: 'n' },
      formats: [{ id: 'png' }],
    }, {
      id: 'rec', title: 'Recording', name: '{part}_mvt{n}', fields: { n: { type: 'number', from: 1, to: 4 } }, count: { from: 3, to: 4, by: 'n' },
      formats: [{ id: 'mp3' }],
    }],
  }
  test.each([
    ['4_Dana_plot two.png', 'plot 4 2', 'a word tells the piece\'s'], ['3_Cem_plot II.png', 'plot 3 2', 'and so do Roman letters'],
    ['Violin I_mvt III.mp3', 'rec 3 3', 'which their own are none of'],
    ['4_Dana_plotone (2).png', 'plot 4 1', 'a word that is written together with the rule\'s goes before the number of a copy'],
    ['Cem plot 3+4.png', 'unplaced', 'two named together are both, be one of them like their own'],
  ])('%s is %s: %s', async (path, at) => {
    expect((await toldOf(plots, path)).get(path)?.at).toBe(at)
  })
})

test.each([
  ['3a_2_Ben Cordes_Lauf two.pdf', 'lauf 2 2'], ['3a_Alina Beck_Lauf.pdf', 'unplaced'], ['F01_Alina Beck_Foto.jpg', 'unplaced'],
  ['F01_Alina Beck_Foto two.jpg', 'foto 1 2'], ['Ben Cordes Foto F02 3.jpg', 'foto 2 3'], ['Ben Cordes_Lauf 3a 2.pdf', 'lauf 2 2'],
])('the figures of a class or code number no piece, be they asked for or not: %s', async (path, at) => {
  const runs: Rules = {
    list: 'id,name,group,code\n1,Alina Beck,3a,F01\n2,Ben Cordes,3a,F02', requirements: [['lauf', '{id}_{name}_Lauf{n}', 'pdf'],
      ['foto', '{code}_{name}_Foto{n}', 'jpg']].map(([id, name, format]) => ({
      id, title: id, name, fields: { n: { type: 'number', from: 1, to: 4 } }, count: { from: 2, to: 4, by: 'n' }, formats: [{ id: format }],
    })),
  }
  expect((await toldOf(runs, path)).get(path)?.at).toBe(at)
})

test('two of the rule\'s own signs name two pieces, be it a V; one and a version name one', async () => {
  const lab: Rules = {
    list: 'id,name\nq,Ihde', requirements: [{
      id: 'data', title: 'Data', name: '{name}_V{n}_data', fields: { n: { type: 'number', from: 1, to: 5 } }, count: { from: 3, to: 5, by: 'n' },
      formats: [{ id: 'csv' }],
    }],
  }
  expect((await toldOf(lab, 'Ihde data V1 V2.csv')).get('Ihde data V1 V2.csv')?.at).toBe('unplaced')
  expect((await toldOf(lab, 'Ihde_V1_data_v2.csv')).get('Ihde_V1_data_v2.csv')?.at).toBe('data q 1')
})

describe('a team that is called by a number', () => {
  const teams: Rules = {
    list: 'id,name\nx,No. 5 Alive\ny,Blue 7', requirements: [{
      id: 'log', title: 'Log', name: '{name}_log_{n}', formats: [{ id: 'pdf' }],
      fields: { n: { type: 'number', from: 1, to: 9 } }, count: { from: 3, to: 9, by: 'n' },
    }],
  }
  test.each([
    ['No. 5 Alive_log.pdf', 'unplaced', 'says no number of a piece by it'], ['No. 5 Alive_log_zwei.pdf', 'log x 2', 'but by a word'],
    ['No. 5 Alive_log_5.pdf', 'log x 5', 'or by the same figure once more'],
  ])('%s is %s: it %s', async (path, at) => {
    expect((await toldOf(teams, path)).get(path)?.at).toBe(at)
  })
})
