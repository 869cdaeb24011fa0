import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: how people number without being asked, or otherwise than asked

describe('a number that is not asked for, behind the rule\'s own word', () => {
  const logs: Rules = {
    list: 'id,family,given\nS1,Janssens,Tom\nS2,Beck,Ida',
    requirements: [{
      id: 'log', title: 'Weekly log', name: '{id}_{family}_log_w{w}', fields: { w: { type: 'number', digits: 2, from: 44, to: 46 } },
      folder: '{id} {family}', formats: [{ id: 'pdf' }], count: { from: 3, to: 3, by: 'w' },
    }],
  }
  test.each(['Tom_log_47.pdf', 'week 47.pdf', 'log w47 final.pdf', 'KW47.pdf'])('%s never fills the one week that is open', async (name) => {
    const path = `S1 Janssens/${name}`
    const told = await toldOf(logs, 'S1 Janssens/S1_Janssens_log_w44.pdf', 'S1 Janssens/S1_Janssens_log_w45.pdf', path)
    expect(told.get(path)).toMatchObject({ at: 'surplus', right: null })
    expect(told.get(path)?.says).toBe('Number 47 was not asked for; asked: 44 to 46. 46 is missing: is it 46?')
  })

  test('the counter of a device is none, however many digits it has', async () => {
    const told = await toldOf(logs, 'S1 Janssens/S1_Janssens_log_w44.pdf', 'S1 Janssens/S1_Janssens_log_w45.pdf', 'S1 Janssens/log 2231.pdf')
    expect(told.get('S1 Janssens/log 2231.pdf')).toMatchObject({ at: 'log S1 46' })
  })
})

describe('the number of an entry', () => {
  const quilts: Rules = {
    list: 'Entry,name\n12,June Harlow\n14,Beth Tully\n15,Kofi Mensah',
    requirements: [
      { id: 'full', title: 'Full view', name: '{Entry}_{name}_full', formats: [{ id: 'jpg' }] },
      {
        id: 'detail', title: 'Detail', name: '{Entry}_{name}_detail_{n}', fields: { n: { type: 'number', from: 1, to: 2 } }, formats: [{ id: 'jpg' }],
        count: { from: 2, to: 2, by: 'n' },
      },
    ],
  }
  test.each([
    ['14 full.jpg', 'full beth-tully'], ['14 detail 2.jpg', 'detail beth-tully 2'], ['entry 15 full.jpg', 'full kofi-mensah'],
    ['full Entry12.jpg', 'full june-harlow'],
    // behind a name it is something else as likely, and so it is where the rule's own number is not told besides
    ['14 full Harlow.jpg', 'full june-harlow'], ['14 detail.jpg', 'unplaced'],
  ])('%s is %s', async (path, at) => {
    expect((await toldOf(quilts, path)).get(path)).toMatchObject({ at })
  })

  test('of one figure, written with a zero, says whose it is where it stands first', async () => {
    const dances: Rules = {
      list: 'Nr,name\n3,Ek Sund\n7,Holm Palm',
      requirements: [{
        id: 'music', title: 'Music', name: '{nr}_{dance}', fields: { dance: { type: 'choice', values: ['waltz', 'tango'] } },
        formats: [{ id: 'mp3' }], count: { from: 2, to: 2 },
      }],
    }
    const told = await toldOf(dances, '07 waltz.mp3', '7-tango.mp3', 'tango 3.mp3')
    expect(told.get('07 waltz.mp3')).toMatchObject({ at: expect.stringContaining('music 7') as string, right: '7_waltz.mp3' })
    expect(told.get('tango 3.mp3')).toMatchObject({ at: 'unplaced' })
  })

  test('a letter or Roman letters say which piece it is, and are told as its number', async () => {
    const told = await toldOf(quilts, 'Mensah detail a.jpg', 'Mensah detail b.jpg', 'Harlow detail II.jpg', 'Tully_DetailII.jpg')
    expect(told.get('Tully_DetailII.jpg')).toMatchObject({ at: 'detail beth-tully 2', right: '14_Beth Tully_detail_2.jpg' })
    expect(told.get('Mensah detail b.jpg')).toMatchObject({ at: 'detail kofi-mensah 2' })
    expect(told.get('Mensah detail b.jpg')?.says).toContain('number is written b, asked: 2')
    expect(told.get('Harlow detail II.jpg')?.says).toContain('number is written II, asked: 2')
  })

  test('an initial is no such letter', async () => {
    expect((await toldOf(quilts, 'detail b.jpg')).get('detail b.jpg')).toMatchObject({ at: 'unplaced' })
    expect((await toldOf(quilts, 'Tully detail b.jpg')).get('Tully detail b.jpg')).toMatchObject({ at: 'unplaced' })
  })
})

test('what is written of a long number counts: the 1 of 0001 is a piece beside a name', async () => {
  const exams: Rules = {
    list: 'Cand No,Name,Centre\n0001,Adeyemi Tolu,114\n0002,Burns Kit,114\n0010,Drew Ellis,114',
    requirements: [
      {
        id: 'rec', title: 'Recording', name: '{centre}_{id}_rec{n}', fields: { n: { type: 'number', from: 1, to: 2 } }, folder: '{centre}',
        formats: [{ id: 'wav' }], count: { from: 2, to: 2, by: 'n' },
      },
      { id: 'form', title: 'Authentication form', name: '{centre}_{id}_authentication', folder: '{centre}', formats: [{ id: 'pdf' }] },
    ],
  }
  const told = await toldOf(exams, '114/Burns recording 1.wav', '114/Burns recording 2.wav', '114/0001 rec 1.wav', '114/10 authentication.pdf')
  expect([...told.values()].map(one => one.at).sort()).toEqual(['form 0010', 'rec 0001 1', 'rec 0002 1', 'rec 0002 2'])
})

test('a month before two figures of its year: the other month never stands before the one that is asked for', async () => {
  const books: Rules = {
    list: 'client,name\n20014,Rast GmbH',
    requirements: [{
      id: 'cash', title: 'Kassenbuch', name: '{client}_{m}_kasse', folder: '{client}', formats: [{ id: 'xlsx' }],
      fields: { m: { type: 'date', pattern: 'yyyy-MM', from: '2026-10-01', to: '2026-10-31' } },
    }],
  }
  for (const [asked, other] of [['10-26', '09-26'], ['10.26', '9.26'], ['10_26', '11_26']] as const) {
    const told = await toldOf(books, `20014/Kasse ${asked}.xlsx`, `20014/Kasse ${other}.xlsx`)
    expect(told.get(`20014/Kasse ${asked}.xlsx`)).toMatchObject({ at: 'cash rast-gmbh', right: '20014/20014_2026-10_kasse.xlsx' })
    expect(told.get(`20014/Kasse ${other}.xlsx`)).toMatchObject({ at: 'unplaced', right: null })
  }
  // figures that are no year about those that are asked for are no month either
  expect((await toldOf(books, '20014/Kasse 3-12.xlsx')).get('20014/Kasse 3-12.xlsx')?.says).not.toContain('says 3-12')
})

test('a name that is nothing but a choice says it, in the format that is asked for', async () => {
  const [fields, count] = [{ x: { type: 'choice', values: ['1', '2', '3'] } }, { from: 3, to: 3 }]
  const labs: Rules = {
    list: 'id,name,group\na5,Lily Vance,2A\na6,Ned Wolf,2A',
    requirements: [
      { id: 'report', title: 'Lab report', name: '{group}_exp{x}_report', fields, holder: 'group', formats: [{ id: 'docx' }], count },
      { id: 'data', title: 'Raw data', name: '{group}_exp{x}_data', fields, holder: 'group', formats: [{ id: 'csv' }], count },
      { id: 'essay', title: 'Reflection', name: '{name}_reflection', formats: [{ id: 'docx' }] },
    ],
  }
  const told = await toldOf(labs, '2A/1.docx', '2A/2.docx', '2A/3.docx', '2A/1.csv', '2A/lily.docx')
  expect(['1.docx', '2.docx', '3.docx', '1.csv', 'lily.docx'].map(name => told.get(`2A/${name}`)?.right)).toEqual([
    '2A_exp1_report.docx', '2A_exp2_report.docx', '2A_exp3_report.docx', '2A_exp1_data.csv', 'Lily Vance_reflection.docx',
  ].map(name => expect.stringContaining(name) as string))
  expect(told.get('2A/1.docx')?.says).toContain('Bears only "1"')
})

describe('given names in their pet forms', () => {
  const list = 'id,family,given,group\n1,Wiśniewski,Piotr,2b\n2,Nowak,Jan,2a\n3,Sosa,Ana,2a\n4,Beck,Tom,2a'
  const talks = [{ id: 'talk', title: 'Talk', name: '{group}_{family}_talk', folder: '{group}', formats: [{ id: 'pdf' }] }]
  test.each([['2b/Piotrek talk.pdf', 'talk 1'], ['2a/anita_talk.pdf', 'talk 3'], ['2a/Talk Tommy.pdf', 'talk 4'], ['2a/Jantje talk.pdf', 'talk 2']])(
    '%s is %s in the folder of the group', async (path, at) => {
      expect((await roundOf({ list, requirements: talks }, path))[path]).toBe(at)
    },
  )
  test('without a folder only say who it may be', async () => {
    const flat = { list, requirements: talks.map(({ folder: _, ...one }) => one) }
    const told = await toldOf(flat, 'Piotrek talk.pdf')
    expect(told.get('Piotrek talk.pdf')).toMatchObject({ at: 'unplaced', candidates: ['talk'] })
  })
  test('are nobody\'s where somebody else is called so', async () => {
    const two = `${list}\n5,Kern,Anita,2a`
    expect((await roundOf({ list: two, requirements: talks }, '2a/anita_talk.pdf'))['2a/anita_talk.pdf']).toBe('talk 5')
  })
})

describe('words in other forms', () => {
  const consents: Rules = {
    list: 'id,family,given,group\n1,Nowak,Jan,2a\n2,Janssens,Tom,N2',
    requirements: [
      { id: 'consent', title: 'Zgoda rodziców', name: '{family}_{given}_zgoda', folder: '{family}', formats: [{ id: 'pdf' }] },
      {
        id: 'cert', title: 'Vaccination certificate', name: '{family}_{given}_vaccination', folder: '{family}', formats: [{ id: 'jpg' }],
        optional: true,
      },
    ],
  }
  test('are nobody\'s name', async () => {
    const told = await toldOf(consents, 'Nowak/Zgoda rodzica - Jan.pdf')
    expect(told.get('Nowak/Zgoda rodzica - Jan.pdf')?.says).not.toContain('"rodzica" instead of')
  })
  test('or of another language, which end otherwise, say the piece', async () => {
    expect((await roundOf(consents, 'Janssens/vaccinatiebewijs.jpg'))['Janssens/vaccinatiebewijs.jpg']).toBe('cert 2')
    expect((await roundOf(consents, 'Janssens/vacature.jpg'))['Janssens/vacature.jpg']).toBe('unplaced')
  })
  test('of the rule\'s own that stand there are told where nobody is', async () => {
    const requirements = [{ id: 'src', name: '{id}-hw', formats: [{ id: 'zip' }] }]
    const homework = { list: 'id,name\namoreno,Ana Moreno\nclund,Carl Lund', requirements }
    expect((await toldOf(homework, 'hw1.zip')).get('hw1.zip')?.says).toBe('Says "hw"; whose it is cannot be told.')
  })
})

test('of a name that bears nothing else of the asked one the day is told whole', async () => {
  const handovers: Rules = {
    list: 'unit,name\nH1-02,Seidel',
    requirements: [{
      id: 'handover', title: 'Übergabe', name: '{unit}_protokoll_{d}', folder: '{unit}', formats: [{ id: 'pdf' }],
      fields: { d: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-11-20' } },
    }],
  }
  const path = 'H1-02/Übergabe Seidel 3.11.26.pdf'
  const told = await toldOf(handovers, path)
  expect(told.get(path)?.says).toContain('Bears only "3.11.26" of the asked name')
  expect(told.get(path)?.right).toBe('H1-02/H1-02_protokoll_2026-11-03.pdf')
})

// the counter of programs and devices: common practice, no source
describe('a number that a program counts its own files by', () => {
  const talks: Rules = {
    list: 'id,family,given,group\n1,Müller,Lena,10a\n2,Schmidt,Jonas,10a\n11223355,Fischer,Ben,10b',
    requirements: [{ id: 'talk', title: 'Referat', name: '{group}_{family}_{given}_Referat', folder: '{group}', formats: [{ id: 'pdf' }] }],
  }
  const counted = ['10a/Dokument1.pdf', '10a/Scan 2.pdf', '10a/Unbenannt 2.pdf', '10a/Untitled-1.pdf', '10a/IMG_0001.pdf']
  test.each(counted)('%s is nobody\'s', async (path) => {
    expect((await toldOf(talks, path)).get(path)).toMatchObject({ at: 'unplaced', candidates: [] })
  })

  test('nor is it a team\'s', async () => {
    const teams: Rules = {
      list: 'group,name\n1,Ana Roth\n2,Ben Lang\n12,Cleo Hahn',
      requirements: [{ id: 'pitch', title: 'Pitch', holder: 'group', name: 'team{group}_pitch', formats: [{ id: 'pdf' }] }],
    }
    const told = await toldOf(teams, 'Presentation12.pdf', 'Team 2/Presentation1.pdf')
    expect(told.get('Presentation12.pdf')).toMatchObject({ at: 'unplaced' })
    expect(told.get('Team 2/Presentation1.pdf')).toMatchObject({ at: 'pitch 2' })
  })

  test('a long one somebody typed, and one by itself tells whose it is', async () => {
    const told = await toldOf(talks, '10b/Scan 11223355.pdf', '10a/2.pdf')
    expect(told.get('10b/Scan 11223355.pdf')).toMatchObject({ at: 'talk 11223355' })
    expect(told.get('10a/2.pdf')).toMatchObject({ at: 'talk 2' })
  })

  test('a column of numbers tells no more by it', async () => {
    const desks: Rules = {
      list: 'id,name,Desk\ns1,Lena Lind,113\ns2,Jonas Roth,114',
      requirements: [{ id: 'plan', title: 'Plan', name: '{Desk}_Plan', formats: [{ id: 'pdf' }] }],
    }
    const told = await toldOf(desks, 'Dokument113.pdf', 'Plan 114.pdf')
    expect(told.get('Dokument113.pdf')).toMatchObject({ at: 'unplaced' })
    expect(told.get('Plan 114.pdf')).toMatchObject({ at: 'plan s2' })
  })
})

describe('somebody\'s number of four digits', () => {
  const staff: Rules = {
    list: 'id,given,family\n2025,Grace,Okafor\n2042,Paul,Meyer',
    requirements: [
      { id: 'bank', title: 'Bank details', name: '{id}_{family}_bank', formats: [{ id: 'pdf' }] },
      { id: 'tax', title: 'Tax form', name: '{id}_{family}_tax', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['2042 bank.pdf', 'bank 2042', 'no year that files are named by'], ['tax 2025.pdf', 'unplaced', 'that may be the year'],
    ['tax 2025 Okafor.pdf', 'tax 2025', 'beside the name'],
  ])('in a name: %s is %s, %s', async (path, at) => {
    expect(await toldOf(staff, path).then(told => told.get(path)?.at)).toBe(at)
  })
})

test('the number in brackets that many files get at once counts the pieces, beside a number of their holder\'s', async () => {
  const rules: Rules = {
    list: 'id,given,family\n4711,Stefan,Kolb\n4712,Anna,Reiss',
    requirements: [{
      id: 'photo', title: 'Photo of the part', name: '{id}_{n}', fields: { n: { type: 'number', from: 1, to: 2 } },
      count: { by: 'n', from: 2, to: 2 },
      formats: [{ id: 'jpg' }],
    }],
  }
  const told = await toldOf(rules, 'Teil 4712 (1).jpg', 'Teil 4712 (2).jpg', '4711_1 (2).jpg')
  expect([...told.values()].map(({ at, right }) => [at, right])).toEqual([
    ['photo 4711 1', '4711_1.jpg'], ['photo 4712 1', '4712_1.jpg'], ['photo 4712 2', '4712_2.jpg'],
  ])
})

describe('a number that is its holder\'s, in a list that numbers people and work alike', () => {
  const diary: Rules = {
    list: 'id,given,family\n1,Ali,Acar\n2,Berta,Bauer\n5,Emil,Engel',
    requirements: [{
      id: 'diary', title: 'Lesetagebuch', name: '{id}_{given}_Lesetagebuch_{woche}', formats: [{ id: 'jpg' }],
      fields: { woche: { type: 'number', digits: 1, from: 1, to: 3 } }, count: { by: 'woche', from: 3, to: 3 },
    }],
  }
  test.each([
    // what the number is called stands before it, as before a week
    ['2 Berta Woche 1.jpg', 'diary 2 1', '2_Berta_Lesetagebuch_1.jpg'], ['2 Berta Woche 2.jpg', 'diary 2 2', '2_Berta_Lesetagebuch_2.jpg'],
    // first and before the name it is none of the work's, whatever else is left out
    ['2 Berta Tagebuch.jpg', 'unplaced', null], ['Berta 2.jpg', 'diary 2 2', '2_Berta_Lesetagebuch_2.jpg'],
    ['5 Emil Lesetagebuch Woche 1+2.jpg', 'unplaced', null],
  ])('%s is %s', async (path, at, right) => {
    const file = (await toldOf(diary, path)).get(path)
    expect([file?.at, file?.right]).toEqual([at, right])
  })
})

test('a name that tells all, its number written otherwise, is the piece in a format that is not asked for', async () => {
  const songs: Rules = {
    list: 'id,name\nB3,North Pier\nB4,Echo & Ivy',
    requirements: [
      {
        id: 'track', title: 'Track', name: '{name} - {n} - {song}',
        fields: { n: { type: 'number', digits: 2, from: 1, to: 3 }, song: { type: 'text' } },
        formats: [{ id: 'wav' }], folder: '{name}', count: { from: 3, to: 3, by: 'n' }, strictness: { letterCase: 'exact', separators: 'exact' },
      },
      { id: 'rider', title: 'Stage rider', name: '{name} - rider', formats: [{ id: 'pdf' }], folder: '{name}' },
    ],
  }
  const told = await toldOf(songs, 'Echo and Ivy/Echo & Ivy - 1 - Mirror.mp3', 'Echo and Ivy/Echo & Ivy - Mirror.mp3')
  expect(told.get('Echo and Ivy/Echo & Ivy - 1 - Mirror.mp3')).toMatchObject({ at: 'track B4 1', right: 'Echo & Ivy/Echo & Ivy - 01 - Mirror.wav' })
  expect(told.get('Echo and Ivy/Echo & Ivy - Mirror.mp3')).toMatchObject({ at: 'unplaced' })
})
