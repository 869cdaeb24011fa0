import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: short codes that rules write, and which of them say something

describe('a code that every rule of a brief writes', () => {
  const plan = { plan: { type: 'choice', values: ['GR', 'AN', 'SC'] }, scale: { type: 'choice', values: ['100', '200', '500'] } }
  const SHEETS: Rules = {
    list: 'id,given,family,group\na3,Fenna,Dijkstra,5\na4,Kostas,Manos,5',
    requirements: [
      {
        id: 'plan', title: 'Plan', name: 'WS26_G{group}_{family}_{plan}_{scale}', fields: plan, formats: [{ id: 'pdf' }, { id: 'dwg' }],
        folder: 'Group {group}', count: { from: 3, to: 3 },
      },
      { id: 'text', title: 'Notes', name: 'WS26_G{group}_{family}_Notes', formats: [{ id: 'pdf' }], folder: 'Group {group}' },
    ],
  }
  test.each([
    ['Group 5/WS26_G5_Dijkstra_AN_North_100.pdf', 'plan a3', 'Group 5/WS26_G5_Dijkstra_AN_100.pdf'],
    ['Group 5/WS26_G5_Dijkstra_GR_1000.pdf', 'plan a3', 'Group 5/WS26_G5_Dijkstra_GR_{scale}.pdf'],
    ['Group 5/Kostas SC.pdf', 'plan a4', 'Group 5/WS26_G5_Manos_SC_{scale}.pdf'],
    ['Group 5/Dijkstra notes v2.pdf', 'text a3', 'Group 5/WS26_G5_Dijkstra_Notes.pdf'],
  ])('says nothing of one: %s is %s', async (path, at, right) => {
    const file = (await toldOf(SHEETS, path)).get(path)
    expect([file?.at?.split(' ').slice(0, 2).join(' '), file?.right]).toEqual([at, right])
  })
})

describe('a code of a letter and a figure that one rule writes', () => {
  const CONFERENCE: Rules = {
    list: 'id,given,family\ns4,Lea,Aubert\ns5,Jon,Staden',
    requirements: [
      { id: 'abstract', title: 'Abstract', name: '{family}_{given}_Abstract', formats: [{ id: 'pdf' }] },
      { id: 'poster', title: 'Poster', name: '{family}_{given}_Poster_A0', formats: [{ id: 'pdf' }] },
      { id: 'talk', title: 'Slides', name: '{family}_{given}_Talk', formats: [{ id: 'pdf' }] },
    ],
  }
  test('says it by itself, in any letter case', async () => {
    expect(Object.values(await roundOf(CONFERENCE, 'Aubert_Lea_A0.pdf', 'staden a0.pdf'))).toEqual(['poster s4', 'poster s5'])
  })

  test('but not as a part of another, nor what is no code', async () => {
    expect(Object.values(await roundOf(CONFERENCE, 'Aubert_Lea_XA0.pdf', 'Staden_Jon_A01.pdf'))).toEqual(['unplaced', 'unplaced'])
  })
})

describe('a code of two numbers', () => {
  const SHOTS: Rules = {
    list: 'id,name,shot\n1,Ravi,sq010_sh010\n2,Ravi,sq010_sh020\n3,Lea,sq020_sh010\n4,Ugo,sq020_sh015',
    requirements: [{ id: 'comp', title: 'Comp', name: '{shot}_comp', formats: [{ id: 'exr' }] }],
  }
  test.each([
    ['sq020_sh030_comp.exr', 'unplaced', 'nobody\'s, though another ends in one of its numbers'],
    ['sh020_comp.exr', 'comp 2', 'its last number alone'], ['020_comp.exr', 'comp 2', 'or without its letters'],
    ['sq020_comp.exr', 'unplaced', 'the same number behind other letters is none'], ['sq020 sh015 comp.exr', 'comp 4', 'with other signs'],
  ])('says whose it is: %s is %s, %s', async (path, at) => {
    expect(await roundOf(SHOTS, path)).toEqual({ [path]: at })
  })
})

describe('a code with other figures', () => {
  const cases: Rules = {
    list: 'id,name,case\n501203,Mia,C 118/26\n501240,Nils,C 121/26',
    requirements: [
      { id: 'thesis', title: 'Thesis', name: 'Thesis_{id}', formats: [{ id: 'pdf' }] },
      { id: 'poa', title: 'Authority', name: '{case}_authority', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['Thesis_501241.pdf', 'unplaced', 'nobody\'s number'], ['Thesis_501241_Nils.pdf', 'thesis 501240', 'beside the name it is a slip'],
    ['C 118-25_authority.pdf', 'unplaced', 'another year'], ['C118-26 authority.pdf', 'poa 501203', 'with other signs'],
  ])('is another one: %s is %s, %s', async (path, at) => {
    expect(await roundOf(cases, path)).toEqual({ [path]: at })
  })
})

describe('a code without its last letter', () => {
  const samples: Rules = {
    list: 'id,name,place\nS-01A,Nils,Hafen\nS-01B,Imke,Hafen\nS-10A,Jorid,Watt',
    requirements: [{ id: 'foto', title: 'Foto', name: '{id}_Foto', formats: [{ id: 'jpg' }] }],
  }
  test.each([
    ['S10_Foto.jpg', 'foto S-10A', 'the only one with these figures'], ['S01_Foto.jpg', 'unplaced', 'two have them'],
    ['S-10B_Foto.jpg', 'unplaced', 'another letter is another one'], ['S-11A_Foto.jpg', 'unplaced', 'nobody has them'],
  ])('%s is %s: %s', async (path, at) => expect(await roundOf(samples, path)).toEqual({ [path]: at }))

  test('is no other one\'s in a further column', async () => {
    const probes: Rules = {
      list: 'id,name,probe\n1,Nils,S-01A\n2,Imke,S-01B\n3,Jorid,S-10A',
      requirements: [{ id: 'foto', title: 'Foto', name: '{probe}_Foto', formats: [{ id: 'jpg' }] }],
    }
    expect(await roundOf(probes, 'S-10B_Foto.jpg')).toEqual({ 'S-10B_Foto.jpg': 'unplaced' })
  })
})

test.each([['A07 form.pdf', 'form 2'], ['B02_form.pdf', 'form 3'], ['A08 form.pdf', 'unplaced'], ['A07 budget.xlsx', 'budget 2']])(
  'a code is known without the year that all begin with: %s is %s', async (path, at) => {
    const grants: Rules = {
      list: 'id,name,app\n1,Noor,26-A04\n2,Nebel,26-A07\n3,Ines,26-B02',
      requirements: [
        { id: 'form', title: 'Form', name: '{app}_form', formats: [{ id: 'pdf' }] },
        { id: 'budget', title: 'Budget', name: '{app}_budget', formats: [{ id: 'xlsx' }] },
      ],
    }
    expect(await roundOf(grants, path)).toEqual({ [path]: at })
  })

test('a family name is no other given name: of two who bear it neither is meant', async () => {
  const swimmers: Rules = {
    list: 'id,given,family\n15,Lara,Voss\n21,Kim,Voss',
    requirements: [{ id: 'times', title: 'Times', name: '{id}_{given}_Times', formats: [{ id: 'csv' }] }],
  }
  expect(await roundOf(swimmers, 'Voss times.csv', '21_Kim_Times.csv')).toEqual({ 'Voss times.csv': 'unplaced', '21_Kim_Times.csv': 'times 21' })
})

test.each([
  ['lease Frey.pdf', 'unplaced'], ['lease J Frey.pdf', 'lease j-frey'], ['lease Ms Frey.pdf', 'lease ms-frey'], ['lease Oduya.pdf', 'lease mr-oduya'],
])('a family name behind an initial or a title is each one\'s who bears it: %s is %s', async (path, at) => {
  const flats: Rules = {
    list: 'name,unit\nMr. Oduya,1A\nMs. Frey,1B\nJ. Frey,3',
    requirements: [{ id: 'lease', title: 'Lease', name: '{unit}_lease', formats: [{ id: 'pdf' }] }],
  }
  expect(await roundOf(flats, path)).toEqual({ [path]: at })
})

test.each([['manual_fr.docx', 'man 2'], ['Manual FR.docx', 'man 2'], ['manual french.docx', 'man 2'], ['manual_it.docx', 'unplaced']])(
  'a language is known without its region: %s is %s', async (path, at) => {
    const manuals: Rules = {
      list: 'id,name,lang\n1,Voss,de-DE\n2,Petit,fr-FR\n3,Ruiz,es-ES',
      requirements: [{ id: 'man', title: 'Manual', name: 'manual_{lang}', formats: [{ id: 'docx' }] }],
    }
    expect(await roundOf(manuals, path)).toEqual({ [path]: at })
  })

test.each([['Bahnhofstr photo.jpg', 'photo 2'], ['Bahnhof photo.jpg', 'photo 2'], ['Kirchg. photo.jpg', 'unplaced']])(
  'a long name of one word is known by its beginning where no other begins so: %s is %s', async (path, at) => {
    const streets: Rules = {
      list: 'id,name\n1,Kirchgasse\n2,Bahnhofstraße\n3,Kirchgarten',
      requirements: [{ id: 'photo', title: 'Photo', name: '{id}_photo', formats: [{ id: 'jpg' }] }],
    }
    expect(await roundOf(streets, path)).toEqual({ [path]: at })
  })

describe('a letter that a rule writes before a number of the list', () => {
  const LOOKS: Rules = {
    list: 'id,given,family,look\nM01,Kaito,Mori,3\nM02,Lars,Dyck,5',
    requirements: [
      { id: 'costs', title: 'Cost sheet', name: 'L{look}_{family}_costs', formats: [{ id: 'xlsx' }] },
      { id: 'mood', title: 'Mood board', name: 'L{look}_{family}_mood', formats: [{ id: 'jpg' }] },
    ],
  }
  test.each([
    ['L3_costs.xlsx', 'costs M01', 'as the rule writes it'], ['l5 mood.jpg', 'mood M02', 'in small letters at the front'],
    ['mood (L5).jpg', 'mood M02', 'further behind'], ['mood l5.jpg', 'unplaced', 'in small letters within a name'],
    ['XL3_costs.xlsx', 'unplaced', 'as the end of a word'],
  ])('says whose it is: %s is %s, %s', async (path, at) => {
    expect(Object.values(await roundOf(LOOKS, path))).toEqual([at])
  })

  test('is none where versions are written so', async () => {
    const versions: Rules = {
      list: 'id,given,family,variant\nM01,Kaito,Mori,2\nM02,Lars,Dyck,5',
      requirements: [{ id: 'plan', title: 'Plan', name: 'V{variant}_plan', formats: [{ id: 'pdf' }] }],
    }
    expect(Object.values(await roundOf(versions, 'plan v2 new.pdf'))).toEqual(['unplaced'])
  })
})

test('a word that stands whole is told as such, though another\'s letters begin in it', async () => {
  const rules: Rules = {
    list: 'id,name,station\n2,Ömer Şahin,Saucier',
    requirements: [{ id: 'plate', title: 'Plate', name: '{station}_{name}_Plate', formats: [{ id: 'jpg' }] }],
  }
  expect([...(await toldOf(rules, 'Saucier_Sahin_Plate.jpg')).values()][0]?.says).toBe('Name "Sahin" instead of "Ömer Şahin".')
})

describe('a code that nobody of the list has', () => {
  const JOBS: Rules = {
    list: 'job,name,pair\nJ101,Petra Ost,DE-EN\nJ102,Ian Bell,DE-FR\nJ103,Lise Roy,ES-FR',
    requirements: [
      { id: 'tr', title: 'Translation', name: '{job}_{pair}_translation', formats: [{ id: 'docx' }] },
      { id: 'inv', title: 'Invoice', name: '{job}_invoice', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['J105_DE-EN_translation.docx', 'unplaced', 'is a stranger\'s, whatever else it says'],
    ['J105_DE-EN_translation Petra Ost.docx', 'tr petra-ost', 'beside a name is a slip'],
    ['DE-EN translation.docx', 'tr petra-ost', 'is not there'],
    ['J101 J105 DE-EN translation.docx', 'tr petra-ost', 'stands beside one that somebody has'],
    ['J1011_DE-EN_translation.docx', 'tr petra-ost', 'of other length is none'],
  ])('%s is %s: it %s', async (path, at) => {
    expect(Object.values(await roundOf(JOBS, path))).toEqual([at])
  })
})

test('a rule\'s word with ue is found in a compound with ü', async () => {
  const keys: Rules = {
    list: 'id,name\n1,Aydemir\n2,Bott',
    requirements: [
      { id: 'key', title: 'Quittung', name: '{name}_Schluessel', formats: [{ id: 'pdf' }] },
      { id: 'plan', title: 'Plan', name: '{name}_Plan', formats: [{ id: 'pdf' }] },
    ],
  }
  expect(Object.values(await roundOf(keys, 'Aydemir Schlüsselausgabe.pdf', 'Bott Planung.pdf'))).toEqual(['key 1', 'plan 2'])
})

test('who is named in part, under another number than theirs, is not in the list; with the family name it is a slip', async () => {
  const rules: Rules = {
    list: 'id,given,family\nA-101,Anna,Wolters\nA-102,Bo,Hansen',
    requirements: [{ id: 'plan', title: 'Plan', name: '{id}_{given} {family}', folder: 'plans', formats: [{ id: 'pdf' }] }],
  }
  expect(await roundOf(rules, 'plans/A-102_Bo Hansn.pdf', 'plans/A-103_Bo Krug.pdf', 'plans/A-107_Anna Wolters.pdf')).toEqual({
    'plans/A-102_Bo Hansn.pdf': 'plan A-102', 'plans/A-103_Bo Krug.pdf': 'unplaced', 'plans/A-107_Anna Wolters.pdf': 'plan A-101',
  })
})

describe('a value of several words by its initials', () => {
  const FILMS: Rules = {
    list: 'id,given,family,film\n1,Mia,Vega,The Long Field\n2,Ola,Lind,Night Ferry\n3,Bea,Roy,North Fell',
    requirements: [{
      id: 'sub', title: 'Subtitles', name: '{film}_{lang}', fields: { lang: { type: 'choice', values: ['EN', 'FR'] } }, formats: [{ id: 'srt' }],
    }],
  }
  test.each([['TLF_EN.srt', 'sub 1'], ['LF_FR.srt', 'sub 1'], ['tlf_EN.srt', 'sub 1'], ['lf_EN.srt', 'unplaced'], ['NF_EN.srt', 'unplaced']])(
    'is meant where it is the only one, in capitals or long and first: %s is %s', async (path, at) => {
      expect(Object.values(await roundOf(FILMS, path))).toEqual([at])
    })
})

test('an inventory number with the mark of a copy is no day', async () => {
  const rules: Rules = {
    list: 'id,given,family\n1987-0123,Schale,Ton\n1987-0124,Krug,Ton',
    requirements: [{
      id: 'photo', title: 'Photo', name: '{id}_{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } }, count: { by: 'n', from: 2, to: 3 },
      formats: [{ id: 'tif' }],
    }],
  }
  const file = (await toldOf(rules, '1987-0124_01.tif', '1987.0124 (2).tif')).get('1987.0124 (2).tif')
  expect([file?.at, file?.right]).toEqual(['photo 1987-0124 2', '1987-0124_02.tif'])
  expect(file?.says).not.toContain('date')
})

test('a code of two letters in small ones at the end, behind a number', async () => {
  const scripts: Rules = {
    list: 'code,name\nFR,Luc Perrin\nES,Inma Soler\nDE,Jan Holt',
    requirements: [{
      id: 'audio', title: 'Audio script', name: 'Audio_{code}_{object}', formats: [{ id: 'pdf' }], count: { from: 1, to: 6 },
      fields: { object: { type: 'number', digits: 3, from: 101, to: 106 } },
    }],
  }
  const [said, other] = ['audio 105 fr.pdf', 'audio mer de.pdf']
  expect(await roundOf(scripts, said, other)).toEqual({ [said]: 'audio luc-perrin', [other]: 'unplaced' })
})

test('the number of a piece is nobody\'s, where another one stands in the place of whose it is', async () => {
  const parishes: Rules = {
    list: 'id,name\n01,Altdorf\n02,Neudorf\n03,Oberdorf',
    requirements: [
      {
        id: 'photo', title: 'Damage', name: '{id}_{what}_{n}', formats: [{ id: 'jpg' }], count: { from: 1, to: 99 },
        fields: { what: { type: 'choice', values: ['Road', 'Walk'] }, n: { type: 'number', digits: 2, from: 1, to: 99 } },
      },
      { id: 'plan', title: 'Winter plan', name: '{id} {name} - Winter', formats: [{ id: 'xlsx' }] },
    ],
  }
  const [right, other, more] = ['01_Road_02.jpg', '05_Road_01.jpg', '06_Walk_02.jpg']
  expect(await roundOf(parishes, right, other, more)).toEqual({ [right]: 'photo 01', [other]: 'unplaced', [more]: 'unplaced' })
})
