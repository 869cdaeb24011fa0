import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: names that say whose they are and leave out what the piece is called

describe('a value that one piece alone asks for says which it is', () => {
  const fabric: Rules = {
    list: 'id,name\nTX-210,Nadja Ott\nTX-330,Milo Faber',
    requirements: [
      {
        id: 'print', title: 'Print', name: '{id}_{colour}_{size}', formats: [{ id: 'pdf' }], count: { from: 1, to: 6 },
        fields: { colour: { type: 'choice', values: ['red', 'blue'] }, size: { type: 'choice', values: ['S', 'M'] } },
      },
      {
        id: 'care', title: 'Care label', name: '{id}_care_{lang}', formats: [{ id: 'pdf' }], count: { from: 1, to: 3 },
        fields: { lang: { type: 'choice', values: ['DE', 'EN'] } },
      },
      {
        id: 'test', title: 'Wash record', name: '{id}_wash_{day}', formats: [{ id: 'pdf' }],
        fields: { day: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-10-31' } },
      },
    ],
  }
  test.each([
    ['TX-210 DE.pdf', 'care TX-210'], ['TX-330_2026-10-03 final.pdf', 'test TX-330'],
    // another day than was asked for, or another word beside it
    ['TX-330_2026-12-03.pdf', 'unplaced'], ['TX-330_2026-10-03 sleeves.pdf', 'unplaced'],
  ])('%s is %s', async (path, at) => {
    expect((await roundOf(fabric, path))[path]).toBe(at)
  })
})

describe('where no word of any rule is said', () => {
  const club: Rules = {
    list: 'id,name\nV01,Altdorf\nV02,Neukirch',
    requirements: [['Belege', 'pdf'], ['Kontoauszug', 'pdf'], ['Kassenbuch', 'xlsx']].map(([title = '', id]) => ({
      id: title, title, name: `{id}_${title}_{month}`, formats: [{ id }], count: { from: 3, to: 3 },
      fields: { month: { type: 'date', pattern: 'yyyy-MM', from: '2026-08-01', to: '2026-10-31' } },
    })),
  }
  test.each([
    ['V01_2026-08.pdf', 'unplaced', 'the shorter word is not the nearer'], ['V02_2026-10.xlsx', 'Kassenbuch V02', 'the format tells which'],
    ['V01_Kontoausz_2026-08.pdf', 'Kontoauszug V01', 'the beginning of one says it'],
  ])('%s is %s: %s', async (path, at) => {
    expect((await roundOf(club, path))[path]).toBe(at)
  })
})

test('a word of a title says one', async () => {
  const day = { day: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-10-31' } }
  const lots: Rules = {
    list: 'id,name\nL3,Sud\nL4,Nord',
    requirements: [
      { id: 'mt', title: 'Mémoire technique', name: '{id}_MT_{day}', fields: day, formats: [{ id: 'pdf' }] },
      { id: 'ae', title: 'Acte d\'engagement', name: '{id}_AE_{day}', fields: day, formats: [{ id: 'pdf' }] },
    ],
  }
  expect(Object.values(await roundOf(lots, 'L3_Memoire_2026-10-02.pdf'))).toEqual(['mt L3'])
})

describe('whose it is', () => {
  const exams: Rules = {
    list: 'id,given,family,subject\nkr,Katja,Rehm,Maths\nvi,Viktor,Iller,Biology',
    requirements: [{
      id: 'key', title: 'Answer key', name: '{subject}_{grade}_key', formats: [{ id: 'pdf' }], count: { from: 2, to: 2 },
      fields: { grade: { type: 'choice', values: ['G9', 'G10'] } },
    }],
  }
  test('a slip in what else the list has of somebody is one, where all the rest is as asked, be a word of state behind it', async () => {
    const names = ['Biiology_G9_key.pdf', 'Mahts_G9_key.pdf', 'Bioology_G10_key_neu.pdf']
    const told = await toldOf(exams, ...names)
    expect(names.map(name => told.get(name)?.right)).toEqual(['Biology_G9_key.pdf', 'Maths_G9_key.pdf', 'Biology_G10_key.pdf'])
  })

  test('a value that joins the words beside it is still theirs', async () => {
    const plots: Rules = {
      list: 'id,name,plot\n1,Erna Fuchs,13\n2,Horst Weidner,21', strictness: { separators: 'exact' },
      requirements: [{ id: 'form', title: 'Selbstauskunft', name: 'P{plot}_Selbstauskunft', formats: [{ id: 'pdf' }] }],
    }
    expect(Object.values(await roundOf(plots, 'P13Selbstauskunft.pdf', 'P31Selbstauskunft.pdf'))).toEqual(['form 1', 'unplaced'])
  })

  test('what its holder is called behind the whole name makes it no other piece', async () => {
    const both: Rules = {
      ...exams, requirements: [{ ...exams.requirements[0], id: 'paper', title: 'Exam paper', name: '{subject}_{grade}' }, ...exams.requirements],
    }
    expect(Object.values(await roundOf(both, 'Biology_G9 (Viktor).pdf'))).toEqual(['paper vi'])
  })

  test('other names beside an id do not count before the right ones', async () => {
    const boards: Rules = {
      list: 'id,given,family\n0023,Li Na,Zhou\n0031,Noor,Amin',
      requirements: [{ id: 'ia', title: 'Assessment', name: '{id}_{family}_{given}_IA', formats: [{ id: 'pdf' }] }],
    }
    expect(await roundOf(boards, '0023_Zhou_Lina_IA.pdf', '0023_Zhang_Wei_IA.pdf'))
      .toEqual({ '0023_Zhou_Lina_IA.pdf': 'ia 0023', '0023_Zhang_Wei_IA.pdf': 'superseded' })
  })

  const pupils: Rules = {
    list: 'id,given,family\n1,Ada,Blum\n2,Ben,Krug\n3,Cem,Tan',
    requirements: [{
      id: 'sheet', title: 'Worksheet', name: '{id}_sheet{n}_{day}', formats: [{ id: 'pdf' }], count: { from: 2, to: 9, by: 'n' },
      fields: { n: { type: 'number', from: 1, to: 9 }, day: { type: 'date', pattern: 'dd.MM.', from: '2026-10-01', to: '2026-10-31' } },
    }, { id: 'photo', title: 'Photo', name: '{id}_photo', formats: [{ id: 'jpg' }] }],
  }
  test.each([
    ['1_sheet1_03.10._neu.pdf', 'sheet 1', 'a number of the list, where the rest is as asked but for its state'],
    ['2_sheet02_4 Oct.pdf', 'sheet 2', 'or is only written otherwise'],
    ['3_.jpg', 'photo 3', 'a number alone, be a sign behind it'],
    ['sheet 2.pdf', 'unplaced', 'the number of the piece is nobody\'s'],
  ])('%s is %s: %s', async (path, at) => {
    expect((await roundOf(pupils, path))[path]).toBe(at)
  })
})

describe('several words are no wrong one of some codes', () => {
  const exams: Rules = {
    list: 'id,name,subject\nkr,Katja Rehm,Maths\nvi,Viktor Iller,Biology',
    requirements: [
      {
        id: 'paper', title: 'Exam paper', name: '{subject}_{grade}_{variant}', formats: [{ id: 'pdf' }], count: { from: 4, to: 4 },
        fields: { grade: { type: 'choice', values: ['G9', 'G10'] }, variant: { type: 'choice', values: ['A', 'B'] } },
      },
      { id: 'source', title: 'Source file', name: '{subject}_source', formats: [{ id: 'docx' }] },
    ],
  }
  test('a piece that says its own word is that, be it in another format', async () => {
    expect(Object.values(await roundOf(exams, 'Maths_source Homework.pdf'))).toEqual(['source kr'])
  })

  test('but of words they may be one', async () => {
    const plays: Rules = {
      list: 'id,name\nM1,Ina Marsh', requirements: [{
        id: 'scene', title: 'Scene', name: '{id}_{play}_scene', formats: [{ id: 'pdf' }],
        fields: { play: { type: 'choice', values: ['Hamlet', 'Faust'] } },
      }],
    }
    expect((await toldOf(plays, 'M1_Die Räuber_scene.pdf')).get('M1_Die Räuber_scene.pdf')?.says).toContain('"Die Räuber"')
  })
})

test('a name that only puts its values in another order is that piece, be it in another format', async () => {
  const paper: Rules = {
    list: 'code,name,desk\nbro,Frieda Brock,Local\nnt,Nils Tamm,Arts', requirements: [
      {
        id: 'text', title: 'Article', name: '{day}_{desk}_{code}_{slug}', formats: [{ id: 'docx' }], count: { from: 2, to: 20 },
        fields: { day: { type: 'date', pattern: 'yyMMdd', from: '2026-11-01', to: '2026-11-30' }, slug: { type: 'text', maxLength: 30 } },
      },
      {
        id: 'picture', title: 'Picture', name: '{day}_{desk}_{code}_picture{n}', formats: [{ id: 'jpg' }], count: { from: 0, to: 20 },
        fields: { day: { type: 'date', pattern: 'yyMMdd', from: '2026-11-01', to: '2026-11-30' }, n: { type: 'number', from: 1, to: 9 } },
      },
    ],
  }
  expect(Object.values(await roundOf(paper, 'Local_261103_bro_Harbour.pdf'))).toEqual(['text frieda-brock'])
})
