import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: classes count their children anew, teams are called by letters

describe('a short value behind the rule\'s own letter', () => {
  const plots: Rules = {
    list: 'id,name,plot\n1,Gerda Stolz,12a\n2,Milan Petrović,12b\n3,Erna Fuchs,13',
    requirements: [{
      id: 'meter', title: 'Zählerfoto', name: 'P{plot}_Strom_{date}', formats: [{ id: 'jpg' }],
      fields: { date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-10-31' } },
    }],
  }
  test.each([
    ['P12a_Strom_4.10.26.jpg', 'meter 1', 'P12a_Strom_2026-10-04.jpg'], ['12b Strom 5.10.26.jpg', 'meter 2', 'P12b_Strom_2026-10-05.jpg'],
    ['p13 Strom 6.10.26.jpg', 'meter 3', 'P13_Strom_2026-10-06.jpg'],
  ])('is known with it: %s is %s', async (path, at, right) => expect((await toldOf(plots, path)).get(path)).toMatchObject({ at, right }))
  test.each(['P12c_Strom_4.10.26.jpg', 'P12_Strom_4.10.26.jpg', 'XP12a Strom 4.10.26.jpg'])('is nobody\'s: %s', async (path) => {
    expect((await toldOf(plots, path)).get(path)).toMatchObject({ at: 'unplaced' })
  })
})

describe('a number that begins anew in every class', () => {
  const essays: Rules = {
    list: 'id,name,Klasse,Nr\ns1,Mia Abel,5a,1\ns2,Leo Busch,5a,2\ns3,Ida Conrad,5a,12\ns4,Max Dorn,5b,1\ns5,Lia Eder,5b,2\ns6,Ben Funk,5b,12',
    requirements: [{ id: 'essay', title: 'Aufsatz', name: '{Klasse}_{Nr}_Aufsatz', formats: [{ id: 'docx' }] }],
  }
  test.each([
    ['5a-02 Aufsatz.docx', 'essay s2', '5a_2_Aufsatz.docx'], ['5a 12.docx', 'essay s3', '5a_12_Aufsatz.docx'],
    ['Aufsatz 5b 1.docx', 'essay s4', '5b_1_Aufsatz.docx'], ['5b2 aufsatz.docx', 'essay s5', '5b_2_Aufsatz.docx'],
    ['Aufsatz 5b nr 12.docx', 'essay s6', '5b_12_Aufsatz.docx'],
  ])('%s is known by class and number together', async (path, at, right) => {
    expect((await toldOf(essays, path)).get(path)).toMatchObject({ at, right })
  })
  test.each(['Aufsatz 2.docx', '5c_1_Aufsatz.docx', '5b Aufsatz.docx'])('%s is nobody\'s', async (path) => {
    expect((await toldOf(essays, path)).get(path)).toMatchObject({ at: 'unplaced' })
  })

  test('two figures beside each other need a sign between them', async () => {
    const desks: Rules = {
      list: 'id,name,Room,Desk\ns1,Mia Abel,1,12\ns2,Leo Busch,11,2\ns3,Ida Conrad,1,2\ns4,Max Dorn,11,12',
      requirements: [{ id: 'plan', title: 'Plan', name: '{Room}-{Desk} Plan', formats: [{ id: 'pdf' }] }],
    }
    const told = await toldOf(desks, 'plan 11_2.pdf', 'plan 112.pdf')
    expect(told.get('plan 11_2.pdf')).toMatchObject({ at: 'plan s2' })
    expect(told.get('plan 112.pdf')).toMatchObject({ at: 'unplaced' })
  })
})

describe('teams that are called by letters', () => {
  const boards: Rules = {
    list: 'id,name,group\ns1,Lara Vogt,A\ns2,Ines Falk,B\ns3,Pia Kunze,C\ns4,Rolf Jahn,C',
    requirements: [
      {
        id: 'board', title: 'Plakat', holder: 'group', name: 'Gr{group}_Plakat_{n}', fields: { n: { type: 'number', from: 1, to: 2 } },
        formats: [{ id: 'pdf' }], count: { from: 2, to: 2, by: 'n' },
      },
      { id: 'photo', title: 'Modellfoto', holder: 'group', name: 'Gr{group}_Modell', formats: [{ id: 'jpg' }] },
    ],
  }
  test.each([
    // by the rule's own word before the letter, however short
    ['GrC_Plakat 2_A3.pdf', 'board C 2', 'GrC_Plakat_2.pdf'], ['Gr B Modell.jpg', 'photo B', 'GrB_Modell.jpg'],
    // and by the letter where the rule's own words alone stand beside it
    ['B_Modellfoto.jpg', 'photo B', 'GrB_Modell.jpg'], ['Plakat 1 C.pdf', 'board C 1', 'GrC_Plakat_1.pdf'],
  ])('%s is theirs', async (path, at, right) => {
    expect((await toldOf(boards, path)).get(path)).toMatchObject({ at, right })
  })
  test.each([
    ['B-Modell bereinigt.jpg', 'photo B', 'GrB_Modell.jpg'], ['C Plakat 1 Freude.pdf', 'board C 1', 'GrC_Plakat_1.pdf'],
    ['A_Modell Holz.jpg', 'photo A', 'GrA_Modell.jpg'],
  ])('%s begins with their letter and the rule\'s own word', async (path, at, right) => {
    expect((await toldOf(boards, path)).get(path)).toMatchObject({ at, right })
  })
  // a small letter, other words beside it, no team's; a letter that is a word
  test.each([
    'A Plakat about joy.pdf', 'B about Modell.jpg', 'a Modellfoto.jpg', 'Plakat b.pdf', 'Vitamin B Plakat 1.pdf', 'D_Modell.jpg',
  ])('%s is nobody\'s', async (path) => {
    expect((await toldOf(boards, path)).get(path)).toMatchObject({ at: 'unplaced' })
  })
})

describe('a number that begins anew in every squad, in the folder of one', () => {
  const squads: Rules = {
    list: 'id,given,family,team,nr\na1,Tim,Adler,U11,1\na2,Lia,Bock,U11,2\na3,Kim,Dorn,U13,1\na4,Lou,Esch,U13,2',
    requirements: [
      { id: 'consent', title: 'Einwilligung', name: '{team}_{nr}_Einwilligung', folder: '{team}', formats: [{ id: 'pdf' }] },
      {
        id: 'photo', title: 'Foto', name: '{team}_{nr}_Foto{n}', fields: { n: { type: 'number', from: 1, to: 2 } },
        count: { by: 'n', from: 2, to: 2 }, folder: '{team}', formats: [{ id: 'jpg' }],
      },
    ],
  }
  test.each([
    ['U13/Einwilligung 1.pdf', 'consent a3'], ['U11/consent no 2 Einwilligung.pdf', 'consent a2'], ['U13/U13 Einwilligung_2.pdf', 'consent a4'],
    // in no squad's folder, of another number, or where the rule counts pieces, it says nothing; a name says more
    ['Einwilligung 1.pdf', 'unplaced'], ['U13/Einwilligung 3.pdf', 'unplaced'], ['U13/Foto 1.jpg', 'unplaced'], ['U13/Scan 2.pdf', 'unplaced'],
    ['U13/Esch Einwilligung 1.pdf', 'consent a4'],
  ])('%s is %s', async (path, at) => {
    expect((await toldOf(squads, path)).get(path)?.at).toBe(at)
  })
})

describe('a class list with the numbers 1 to 7, of which pieces are numbered as well', () => {
  const week = { type: 'number', from: 1, to: 6 }
  const day = { type: 'date', pattern: 'yyyyMMdd', from: '2026-10-01', to: '2026-11-20' }
  const lab: Rules = {
    list: 'id,given,family,group\n1,Aaron,Bauer,BT2\n2,Aylin,Demir,BT2\n3,Ben,Fuchs,BT2\n4,Lieke,Jansen,4T1\n5,Joost,Prins,4T1',
    requirements: [
      {
        id: 'prot', title: 'Protokoll', name: '{group}_{family}_V{n}_{day}', fields: { n: week, day }, count: { from: 3, to: 5, by: 'n' },
        formats: [{ id: 'pdf' }],
      },
      {
        id: 'week', title: 'Weekverslag', name: '{group}_{family}_week{n}', fields: { n: week }, count: { from: 6, to: 6, by: 'n' },
        formats: [{ id: 'docx' }],
      },
    ],
  }
  test.each([
    ['BT2_V2_20261012.pdf', 'the class bears a 2, and the piece does'], ['BT2_V20261003_1.pdf', 'the number is the piece\'s'],
    ['4T1_week 2.docx', 'the class bears a 1'], ['4T1 week 4.docx', 'the class bears a 4, and so does the week'],
  ])('%s is nobody\'s: %s', async (path) => {
    expect((await toldOf(lab, path)).get(path)?.at).toBe('unplaced')
  })
  test.each([['BT2_2_V3_20261012.pdf', 'prot 2 3'], ['4T1 5 week 2.docx', 'week 5 2']])('beside it a number is somebody\'s: %s', async (path, at) => {
    expect((await toldOf(lab, path)).get(path)?.at).toBe(at)
  })

  test('the number behind the piece\'s own word is none of a code that ends so', async () => {
    const works: Rules = {
      list: 'id,name\nG-004,Ana Lima\nG-005,Ana Lima',
      requirements: [{
        id: 'detail', title: 'Detail', name: '{id}_detail_{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 6 } },
        count: { from: 2, to: 6, by: 'n' }, formats: [{ id: 'jpg' }], folder: '{name}/{id}',
      }],
    }
    expect((await toldOf(works, 'Ana Lima/detail 05.jpg')).get('Ana Lima/detail 05.jpg')?.at).toBe('unplaced')
  })
})

describe('a word that only says that a number comes is none of a group\'s name', () => {
  const posters = {
    list: 'id,name,group\n1,Ana Marsh,Team 1\n2,Leo Reef,Team 2\n3,Mia Strand,Team 3',
    requirements: [{ id: 'poster', title: 'Poster', name: 'Poster {group}', holder: 'group', formats: [{ id: 'pdf' }] }],
  }

  test.each([
    ['Poster Team Nr 1.pdf', 'poster Team 1'], ['Poster Team No. 2.pdf', 'poster Team 2'], ['Poster_Team_nr_3.pdf', 'poster Team 3'],
    ['Poster Team n° 2.pdf', 'poster Team 2'],
  ])('%s is %s', async (path, at) => {
    expect(Object.values(await roundOf(posters, path))).toEqual([at])
  })
})

test('a number in a name written together is that of the piece where it stands where the rule asks for it', async () => {
  const registers = {
    list: 'code,name\nMOS,Moss Garden\nFEN,Fen and Fern',
    requirements: [{
      id: 'register', title: 'Plant register', name: '{code} register {x} of {y}', fields: { x: { type: 'number' }, y: { type: 'number' } },
      volumes: { number: 'x', of: 'y' }, formats: [{ id: 'xlsx' }], folder: 'Registers',
    }],
  }
  const [first, second] = ['Registers/FEN register 1 of 2.xlsx', 'Registers/FENregister2of2.xlsx']
  const told = await toldOf(registers, first, second)
  expect([told.get(first)?.says, told.get(second)?.right]).toEqual(['', 'Registers/FEN register 2 of 2.xlsx'])
  expect(told.get(second)?.says).toBe('A space is not there before and behind "register"; a space is not there before and behind "of".')
})
