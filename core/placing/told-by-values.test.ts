import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: what a name tells in a day, a week, a choice or a column of the list, where it says little else

const HIVES: Rules = {
  list: 'id,name\nForest,Petra Huber\nMeadow,Karl Moser',
  requirements: [
    {
      id: 'sheet', title: 'Hive sheet', name: '{id}_{month}_hivesheet', formats: [{ id: 'xlsx' }], count: { from: 3, to: 3 },
      fields: { month: { type: 'date', pattern: 'yyyy-MM', from: '2026-07-01', to: '2026-09-30' } },
    },
    {
      id: 'mites', title: 'Mite protocol', name: '{id}_mites_{date}', formats: [{ id: 'pdf' }],
      fields: { date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-07-01', to: '2026-09-30' } },
    },
  ],
}

describe('a value that two pieces have', () => {
  test('is that of the piece in whose format the file is', async () => {
    const told = await toldOf(HIVES, 'Forest Sept 26.xlsx', 'Forest_mites_2026-08-20.pdf')
    expect(told.get('Forest Sept 26.xlsx')).toMatchObject({ at: 'sheet Forest 1', right: 'Forest_2026-09_hivesheet.xlsx' })
    expect(told.get('Forest_mites_2026-08-20.pdf')?.at).toBe('mites Forest')
  })

  test.each([
    ['Forest hivesheet 09.xlsx', 'Forest_2026-09_hivesheet.xlsx', 'two figures are a month that is asked for'],
    ['Forest hivesheet 05.xlsx', 'Forest_{month}_hivesheet.xlsx', 'May is not'],
    ['Forest 10044 hivesheet 08.xlsx', 'Forest_2026-08_hivesheet.xlsx', 'beside a longer code as well'],
    ['Forest hivesheet 09-3.xlsx', 'Forest_{month}_hivesheet.xlsx', 'beside another number they may be anything'],
  ])('%s belongs under %s: %s', async (path, right) => {
    expect((await toldOf(HIVES, path)).get(path)?.right).toBe(right)
  })
})

const DRIVES: Rules = {
  list: 'id,given,family\n1,Paula,Dorn\n2,Nils,Brandt',
  requirements: [
    {
      id: 'log', title: 'Driving log', name: '{family}_{given}_drives_{week}', formats: [{ id: 'pdf' }, { id: 'jpg' }], count: { from: 3, to: 3 },
      fields: { week: { type: 'week', from: '2026-W40', to: '2026-W42' } },
    },
    { id: 'eyes', title: 'Vision check', name: '{family}_{given}_eyetest', formats: [{ id: 'pdf' }, { id: 'jpg' }] },
    { id: 'aid', title: 'First aid course', name: '{family}_{given}_firstaid', formats: [{ id: 'pdf' }, { id: 'jpg' }] },
  ],
}

describe('a week where one piece alone has weeks', () => {
  test.each<[path: string, at: string, right: string | null, why: string]>([
    ['Paula D. KW40.jpg', 'log 1 1', 'Dorn_Paula_drives_2026-W40.jpg', 'behind its word'],
    ['Paula 28 Sept - 4 Oct.pdf', 'log 1 1', 'Dorn_Paula_drives_2026-W40.pdf', 'by its first and last day'],
    ['Paula KW43.jpg', 'log 1 1', 'Dorn_Paula_drives_{week}.jpg', 'be it one that is not asked for'],
    ['Paula 40.jpg', 'unplaced', null, 'a number alone may be anything'],
    ['Paula KW40 bridge.jpg', 'unplaced', null, 'other words may be those of another piece'],
  ])('tells it: %s is %s under %s, %s', async (path, at, right) => {
    expect((await toldOf(DRIVES, path)).get(path)).toMatchObject({ at, right })
  })

  test('two weeks in one name are neither', async () => {
    const [path, told] = ['Dorn_Paula_drives_W41_W42.pdf', await toldOf(DRIVES, 'Dorn_Paula_drives_W41_W42.pdf')]
    expect(told.get(path)).toMatchObject({ at: 'log 1 1', right: 'Dorn_Paula_drives_{week}.pdf' })
    expect(told.get(path)?.says).toContain('W41_W42')
  })

  test('two files of one week are one piece where as many weeks are asked for as pieces, marks of copies or not', async () => {
    const names = ['Dorn_Paula_drives_2026-W40.pdf', 'Dorn Paula drives KW41.pdf', 'Dorn Paula drives KW41 (2).pdf']
    expect(Object.values(await roundOf(DRIVES, ...names)).sort()).toEqual(['log 1', 'log 1', 'superseded'])
  })
})

test.each([
  ['nils brandt eye test.pdf', 'eyes 2', 'a word of the rule written as two'],
  ['nils brandt eye notes.pdf', 'unplaced', 'half of it is another word'],
])('%s is %s: %s', async (path, at) => {
  expect((await roundOf(DRIVES, path))[path]).toBe(at)
})

describe('what the list says of a group and its members', () => {
  const podcast: Rules = {
    list: 'id,name,group,topic\n1,Ana Ruiz,T1,Bees\n2,Bo Lind,T1,Bees\n3,Cem Aydin,T2,Tides\n4,Dora Hall,T2,Tides\n5,Eli Frost,T3,Tides of Steel',
    requirements: [{ id: 'script', title: 'Script', holder: 'group', name: '{group}_script', formats: [{ id: 'docx' }] }],
  }
  test.each([
    ['bees script final.docx', 'script T1', 'what its members alone have names it'],
    ['Tides_Script.docx', 'script T2', 'the other one does, too'],
    ['wasps script.docx', 'unplaced', 'nobody has it'],
  ])('%s is %s: %s', async (path, at) => {
    expect((await roundOf(podcast, path))[path]).toBe(at)
  })

  test('a group is known by the first words of its name', async () => {
    const choirs: Rules = {
      list: 'id,name,group\n1,Tom Reed,St. Mary\'s Youth Choir\n2,Ida Blom,Harbour Voices\n3,Pia Berg,St. Mary\'s Bells',
      requirements: [{ id: 'photo', title: 'Photo', holder: 'group', name: '{group}_photo', formats: [{ id: 'jpg' }] }],
    }
    const names = ['St Marys Youth group photo.jpg', 'St Marys photo.jpg']
    expect(await roundOf(choirs, ...names)).toEqual({ [names[0] ?? '']: 'photo St. Mary\'s Youth Choir', [names[1] ?? '']: 'unplaced' })
  })
})

const PLOTS: Rules = {
  list: 'id,given,family,nickname\n12A,Joost,Dam,Heron\n12B,Els,Smit,Robin\n21,Bram,Smit,Swift',
  requirements: [
    {
      id: 'plan', title: 'Plan', name: '{id}_{family}_plan_{year}', formats: [{ id: 'pdf' }], count: { from: 2, to: 2, by: 'year' },
      fields: { year: { type: 'number', digits: 4, from: 2026, to: 2027 } },
    },
    {
      id: 'part', title: 'Chapter', name: '{id}_C{n}', formats: [{ id: 'docx' }], count: { from: 3, to: 3, by: 'n' },
      fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } },
    },
  ],
}

test.each([
  ['12b smit plan 26.pdf', 'plan 12B 2026', 'the letter of a code is nobody\'s initial'],
  ['B Smit plan 2026.pdf', 'plan 21 2026', 'by itself it is'],
  ['12A_Dam,J_plan_2025.pdf', 'surplus', 'a year that is not asked for fills no other'],
  ['Robin chapter three.docx', 'part 12B 3', 'a number in words is aside of who is named'],
])('%s is %s: %s', async (path, at) => {
  expect((await toldOf(PLOTS, path)).get(path)?.at).toBe(at)
})

test('a piece that a file says in a format it does not ask for is told as what it may be', async () => {
  const brews: Rules = {
    list: 'id,name\nB7,Pilsner\nB8,Stout',
    requirements: [
      {
        id: 'day', title: 'Gravity readings', name: '{id}_gravity_day{day}', formats: [{ id: 'csv' }], count: { from: 3, to: 14, by: 'day' },
        fields: { day: { type: 'number', from: 1, to: 14 } },
      },
      { id: 'label', title: 'Label proof', name: '{id}_label', formats: [{ id: 'pdf' }] },
    ],
  }
  const told = await toldOf(brews, 'Pilsner gravity 9.txt', 'Pilsner tank.txt')
  expect([told.get('Pilsner gravity 9.txt')?.candidates, told.get('Pilsner tank.txt')?.candidates]).toEqual([['day 9'], []])
})

describe('figures of somebody\'s code', () => {
  const sensors: Rules = {
    list: 'id,name\nS-02,South\nS-12,Dam',
    requirements: [
      {
        id: 'data', title: 'Data', name: '{id}_data_{week}', formats: [{ id: 'csv' }], count: { from: 3, to: 3 },
        fields: { week: { type: 'week', from: '2026-W44', to: '2026-W46' } },
      },
      {
        id: 'photo', title: 'Photo', name: '{id}_photo_{n}', formats: [{ id: 'jpg' }], count: { from: 2, to: 2, by: 'n' },
        fields: { n: { type: 'number', digits: 2, from: 1, to: 2 } },
      },
    ],
  }
  test.each<[path: string, at: string, right: string | null, why: string]>([
    ['S-12_photo_3.jpg', 'surplus', null, 'are no number of a piece besides the one that is told'],
    ['S-12_photo_2.jpg', 'photo S-12 2', 'S-12_photo_02.jpg', 'nor beside one that is asked for'],
    ['S-12_data_2026-11-02_2026-11-08.csv', 'data S-12 1', 'S-12_data_2026-W45.csv', 'are no week beside the days of one'],
    ['S-12_data.csv', 'data S-12 1', 'S-12_data_{week}.csv', 'nor by themselves'],
  ])('%s is %s under %s: they %s', async (path, at, right) => {
    const told = (await toldOf(sensors, path)).get(path)
    expect(told).toMatchObject({ at, right })
  })
})

describe('a slip in a further column of the list', () => {
  const cast: Rules = {
    list: 'id,name,role\n1,Eva Roth,Gertrud\n2,Clara Ott,Ophelia\n3,Ben Fuchs,Bernardo',
    requirements: [{ id: 'costume', title: 'Costume photo', name: '{role}_costume', formats: [{ id: 'jpg' }] }],
  }
  test.each([
    ['gertrude_costume.jpg', 'costume 1', 'one letter too much'], ['Ofelia_costume.jpg', 'unplaced', 'two letters are another word'],
    ['Ophelio costume.jpg', 'costume 2', 'one letter another'],
  ])('%s is %s: %s', async (path, at) => {
    expect((await roundOf(cast, path))[path]).toBe(at)
  })
})

test('a file of which nothing but one of the choices is known says so', async () => {
  const parts: Rules = {
    list: 'id,name\nfox,Fiona Oxley\nowl,Olaf Weber',
    requirements: [{
      id: 'mesh', title: 'Model', name: '{id}_{part}', fields: { part: { type: 'choice', values: ['housing', 'lid'] } }, count: { from: 2, to: 2 },
      formats: [{ id: 'stl' }],
    }],
  }
  const told = await toldOf(parts, 'housing.stl', 'screw.stl')
  expect([told.get('housing.stl')?.says, told.get('screw.stl')?.says]).toEqual([
    'Says "housing"; whose it is cannot be told.', 'Belongs to nothing that was asked for.',
  ])
})

test('a file of which nothing but the group is known says so', async () => {
  const nursery: Rules = {
    list: 'id,name,group\n1,Odin Moe,Lingon\n2,Sara Lie,Lingon\n3,Jonas Vik,Lingon\n4,Leo Strand,Bilberry',
    requirements: [{ id: 'story', title: 'Story', name: '{group}_{name}_story', formats: [{ id: 'docx' }] }],
  }
  const told = await toldOf(nursery, 'Lingon outing.jpg', 'outing.jpg')
  expect([told.get('Lingon outing.jpg')?.says, told.get('outing.jpg')?.says]).toEqual([
    'Names Lingon; which piece it is cannot be told.', 'Belongs to nothing that was asked for.',
  ])
})

test('a name that fits one piece in the format of another, whose word alone it leaves out, is the other', async () => {
  const reports: Rules = {
    list: 'id,name\n7,Fiona Oxley\n8,Olaf Weber',
    requirements: [
      { id: 'text', title: 'Report', name: '{id}_report', formats: [{ id: 'pdf' }] },
      { id: 'data', title: 'Report data', name: '{id}_report_data', formats: [{ id: 'xlsx' }] },
    ],
  }
  const told = await toldOf(reports, '7_report.xlsx', '8_report.docx')
  expect(told.get('7_report.xlsx')).toMatchObject({ at: 'data 7', right: '7_report_data.xlsx' })
  // a format that neither asks for says nothing
  expect(told.get('8_report.docx')?.at).toBe('text 8')
})

describe('an id with other figures', () => {
  const exam: Rules = {
    list: 'id,given,family,group\n1001,Eva,Jansen,B1\n1003,Noor,Smeets,B2\n1005,Lars,Jansen,C1',
    requirements: [{
      id: 'audio', title: 'Recording', name: '{group}_{id}_part{n}', formats: [{ id: 'mp3' }, { id: 'wav' }],
      fields: { n: { type: 'number', from: 1, to: 2 } }, count: { from: 2, to: 2, by: 'n' },
    }],
  }
  test('is somebody whom the list does not have, though one alone is of that group', async () => {
    const told = await toldOf(exam, 'C1_1006_part1.mp3', 'C1_1005_part1.m4a')
    expect(told.get('C1_1006_part1.mp3')?.at).toBe('unplaced')
    expect(told.get('C1_1005_part1.m4a')?.at).toBe('audio 1005 1')
  })

  test('which the letters of a code alone say nothing of', async () => {
    const dance: Rules = {
      list: 'id,name\nCON3,Contemporary advanced\nJAZ2,Jazz middle',
      requirements: [{ id: 'music', title: 'Music', name: '{id}_music', formats: [{ id: 'mp3' }] }],
    }
    expect(await roundOf(dance, 'CON2_music.mp3', 'Jazz_music.mp3')).toEqual({ 'CON2_music.mp3': 'unplaced', 'Jazz_music.mp3': 'music JAZ2' })
  })

  test('is a slip beside the name of who is meant', async () => {
    const path = 'Lars Jansen_1006_part1.mp3'
    expect((await toldOf(exam, path)).get(path)?.at).toBe('audio 1005 1')
  })
})

test('but not where it says a word that the first alone has', async () => {
  const council: Rules = {
    list: 'id,name\nENV,Elke Moor\nCUL,Cora Wiese',
    requirements: [
      { id: 'cr', title: 'Minutes', name: '{id}_minutes', formats: [{ id: 'pdf' }] },
      { id: 'odj', title: 'Agenda', name: '{id}_agenda', formats: [{ id: 'pdf' }, { id: 'docx' }] },
    ],
  }
  expect(Object.values(await roundOf(council, 'CUL_minutes.docx', 'ENV_agenda.docx'))).toEqual(['cr CUL', 'odj ENV'])
})
