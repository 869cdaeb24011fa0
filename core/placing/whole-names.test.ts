import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { ANY_WAY, checked, rosterOf, roundOf, toldOf } from '../../tests/small-rounds'
import { guessList } from '../roster/guess'
import { readRoster, readTable } from '../roster/read'

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

test('a number in its own place, of which only the zeros are missing, says whose it is beside a word of the rule\'s', async () => {
  const images: Rules = {
    list: 'id,family\n07,Stern\n08,Sommer\n18,Steiner',
    requirements: [{
      id: 'img', title: 'Image', name: '{id}_{category}_{n}_{title}', formats: [{ id: 'jpg' }], count: { from: 1, to: 6 },
      fields: {
        category: { type: 'choice', values: ['nature', 'street'] }, n: { type: 'number', digits: 1, from: 1, to: 2 }, title: { type: 'text' },
      },
    }],
  }
  expect(await roundOf(images, '8 nature 1 Moss.jpg')).toEqual({ '8 nature 1 Moss.jpg': 'img 08' })
  // what may be a day, or has no word of the rule's, is nobody's
  expect(await roundOf(images, '8 10 Moss.jpg')).toEqual({ '8 10 Moss.jpg': 'unplaced' })
})

test.each([
  ['Weiss/Wochenbericht 41.pdf', 'log 1', 'KW41'], ['Weiss/Bericht 19.10.-23.10..pdf', 'log 1', 'KW43'],
  ['Weiss/Wochenbericht 47.pdf', 'log 1', 'KW{week}'],
])('a week is told in the very folder by a word that begins with one for weeks, or as the days of a report: %s', async (path, at, week) => {
  const logs: Rules = {
    list: 'id,family\n1,Weiss\n2,Klein',
    requirements: [
      {
        id: 'log', title: 'Weekly log', name: 'KW{week}_{family}', formats: [{ id: 'pdf' }], folder: '{family}', count: { from: 4, to: 4 },
        fields: { week: { type: 'week', form: 'ww', from: '2026-W41', to: '2026-W44' } },
      },
      { id: 'abs', title: 'Absence note', name: 'Absence_{family}', formats: [{ id: 'pdf' }], folder: '{family}/absence' },
    ],
  }
  const told = (await toldOf(logs, path)).get(path)
  expect(told?.at).toContain(at)
  expect(told?.right).toBe(`Weiss/${week}_Weiss.pdf`)
})

const DESKS: Rules = {
  list: 'id,given,family,desk\nr3,Mats,Berg,Culture\nr4,Nina,Berger,Culture\nr5,Oskar,Stein,Politics',
  requirements: [{
    id: 'art', title: 'Article', name: '{desk}_{family}_{slug}', formats: [{ id: 'docx' }], folder: '{desk}', count: { from: 1, to: 3 },
    fields: { slug: { type: 'text' } },
  }],
}
test.each([
  // whose desk it is says less than whose name stands there, and that one is of another desk
  ['Politics/Politics_Berg_Mayor.docx', 'unplaced'],
  ['Politics/Politics_Stein_Mayor.docx', 'art r5'], ['Politics/Politics_Steinn_Mayor.docx', 'art r5'],
])('another one\'s name outweighs what else the list has of somebody: %s is %s', async (path, at) => {
  expect(await roundOf(DESKS, path)).toEqual({ [path]: at })
})

test('what a camera calls its clips is neither choice nor number', async () => {
  const clips: Rules = {
    list: 'id,name\nw03,Sato',
    requirements: [{
      id: 'raw', title: 'Raw clip', name: '{id}_cam{cam}_{n}', formats: [{ id: 'mp4' }], folder: '{id}/raw', count: { from: 2, to: 9 },
      fields: { cam: { type: 'choice', values: ['A', 'B', 'C'] }, n: { type: 'number', digits: 3, from: 1, to: 99 } },
    }],
  }
  expect((await toldOf(clips, 'w03/raw/C0001.mp4')).get('w03/raw/C0001.mp4')?.right).toBe('w03/raw/w03_cam{cam}_{n}.mp4')
})

test.each([
  ['Q4_1111.pdf', 'Q "4" stands in another place; cand "1111" stands in another place.'],
  ['1111 Q4 rescanned.pdf', '" rescanned" is a word too much: leave out what only tells its state.'],
])('the letter before a number stands where that stands: %s', async (path, says) => {
  const scripts: Rules = {
    list: 'cand,surname\n1110,Byrne\n1111,Ames',
    requirements: [
      {
        id: 'q', title: 'Question script', name: '{cand}_Q{q}', formats: [{ id: 'pdf' }], count: { from: 4, to: 4, by: 'q' },
        fields: { q: { type: 'number', digits: 1, from: 1, to: 4 } },
      },
      { id: 'front', title: 'Front sheet', name: '{cand}_front', formats: [{ id: 'pdf' }] },
    ],
  }
  expect((await toldOf(scripts, path, '1111 Deckblatt.pdf')).get(path)?.says).toBe(says)
})

describe('which of two revisions counts', () => {
  const step = (count: object, values = ['A', 'B', 'C']): Rules => ({
    list: 'id,supplier\nP-1001,Norda\nP-1002,Norda',
    requirements: [{
      id: 'step', title: 'Exchange model', name: '{id}_rev{rev}', formats: [{ id: 'step' }], folder: '{id}', count,
      fields: { rev: { type: 'choice', values } },
    }],
  })
  const [OLD, NEW] = ['P-1001/P-1001_revA.step', 'P-1001/P-1001_revB.step']
  test('is told by the order of the choices, whichever came later', async () => {
    expect(await roundOf(step({ from: 1, to: 1 }), NEW, OLD)).toEqual({ [NEW]: 'step P-1001', [OLD]: 'superseded' })
    expect(await roundOf(step({ from: 1, to: 1 }), OLD, NEW)).toEqual({ [NEW]: 'step P-1001', [OLD]: 'superseded' })
  })
  test('is told without figures', async () => {
    const files = await checked(rosterOf(step({}).list), step({ from: 1, to: 1 }).requirements, [NEW, OLD], ANY_WAY)
    expect(files.find(one => one.path === OLD)?.findings).toMatchObject([{ code: 'version.superseded', params: { older: 'version' } }])
    expect(JSON.stringify(files)).not.toContain('"versions"')
  })
  test('is no question where both are asked for', async () => {
    expect(await roundOf(step({ from: 2, to: 2 }), NEW, OLD)).toEqual({ [NEW]: 'step P-1001', [OLD]: 'step P-1001' })
  })
})

describe('another one\'s id', () => {
  const theses: Rules = {
    list: 'id,family,degree\n20231101,Abara,BSc\n20231102,Abara,MSc\n20221216,Buhl,BSc',
    requirements: [{ id: 'th', title: 'Thesis', name: '{id}_{family}_{degree}_thesis', formats: [{ id: 'pdf' }], folder: '{degree}' }],
  }
  test.each([
    ['MSc/20231101_Abara_MSc_thesis.pdf', 'unplaced'], ['BSc/20231101_Buhl_BSc_thesis.pdf', 'unplaced'],
    ['MSc/20231120_Abara_MSc_thesis.pdf', 'th 20231102'], ['BSc/20221216_Buhl_thesis.pdf', 'th 20221216'],
  ])('leaves it to a person whose a file is: %s is %s', async (path, at) => expect(await roundOf(theses, path)).toEqual({ [path]: at }))
  test('an initial is no degree', async () => {
    const path = 'BSc/Buhl K thesis.pdf'
    expect((await toldOf(theses, path)).get(path)?.says).toContain('degree "BSc" is not there; "K" is too much')
  })
})

test('another letter behind the same word is another group', async () => {
  const path = 'Group C/Group B_Fuchs_talk.pdf'
  const talks: Rules = {
    list: 'id,family,group\n1,Fuchs,Group C\n2,Dietz,Group B',
    requirements: [{ id: 'talk', title: 'Talk', name: '{group}_{family}_talk', formats: [{ id: 'pdf' }], folder: '{group}' }],
  }
  expect((await toldOf(talks, path)).get(path)).toMatchObject({ at: 'talk 1', says: 'Group "Group B" is somebody else\'s, not "Group C".' })
})

// common practice, no source
const CLAIM = { id: 'trv', title: 'Travel claim', name: '{name}_travel', formats: [{ id: 'pdf' }] }
test.each([
  ['Weiss Jr travel.pdf', 'e2'], ['Karl Otto Weiss travel.pdf', 'e1'],
  // either of them
  ['Karl Weiss travel.pdf', undefined], ['Weiss travel.pdf', undefined],
])('what stands behind a family name tells a son from others: %s is %s', async (path, holder) => {
  const { table, mapping } = guessList(readTable(new TextEncoder().encode('id,name\ne1,Dr. Karl Otto Weiss\ne2,Karl Weiss Jr.\ne3,Ana Stone\n')))
  const [file] = await checked(readRoster(table, mapping).roster, [CLAIM], [path], ANY_WAY)
  expect(file?.slot?.holder).toBe(holder)
})

describe('a code of one letter and a number before words of one\'s own', () => {
  const exhibits: Rules = {
    list: 'id,name,counsel\nA,Claimant,Voss\nB,Defendant,Klint\nC,Third Party,Arden',
    requirements: [
      {
        id: 'exh', title: 'Exhibit', name: '{id}{n}_{desc}', formats: [{ id: 'pdf' }], folder: '{name}/Exhibits', count: { from: 2, to: 30, by: 'n' },
        fields: { n: { type: 'number', digits: 1, from: 1, to: 30 }, desc: { type: 'text' } },
      },
      { id: 'skel', title: 'Skeleton argument', name: '{name}_skeleton', formats: [{ id: 'docx' }], folder: '{name}' },
    ],
  }
  test('in another one\'s folder is given to neither', async () => {
    const path = 'Third Party/Exhibits/B4_Costs.pdf'
    const told = (await toldOf(exhibits, path)).get(path)
    expect(told?.at).toBe('unplaced')
    expect(told?.candidates.sort()).toEqual(['exh 4', 'exh 4'])
  })
  test.each([
    ['Claimant/Exhibits/Exhibit A4 invoice.pdf', 'exh A 4', 'Claimant/Exhibits/A4_invoice.pdf'],
    // only written otherwise, and in the wrong format: the folder says which piece it is
    ['Third Party/Exhibits/C-2 Schedule.docx', 'exh C 2', 'Third Party/Exhibits/C2_Schedule.pdf'],
  ])('%s is %s', async (path, at, right) => expect((await toldOf(exhibits, path)).get(path)).toMatchObject({ at, right }))
  test('counts before one with the mark of a copy, though words of one\'s own let it through', async () => {
    const [whole, copy] = ['Third Party/Exhibits/C1_Policy.pdf', 'Third Party/Exhibits/C1_Policy (1).pdf']
    expect(await roundOf(exhibits, whole, copy)).toEqual({ [whole]: 'exh C', [copy]: 'superseded' })
  })
})

// common practice, no source: an O' before a name is left out, and Spanish pieces are numbered in words
const WARDS: Rules = {
  list: 'id,given,family,group\n4,Ciara,Nolan,Elm\n5,Niamh,O\'Nolan,Oak\n6,Luis,García López,Oak',
  requirements: [
    { id: 'refl', title: 'Reflection', name: '{group}_{family}_{given}_reflection', formats: [{ id: 'docx' }], folder: '{group}' },
    {
      id: 'pla', title: 'Plano', name: '{group}_{family}_{given}_plano{n}', formats: [{ id: 'pdf' }], folder: '{group}',
      count: { from: 2, to: 2, by: 'n' }, fields: { n: { type: 'number', digits: 1, from: 1, to: 2 } },
    },
  ],
}
test.each([
  ['Oak/Nolan reflection.docx', 'refl 5'], ['Elm/Nolan reflection.docx', 'refl 4'], ['Nolan reflection.docx', 'refl 4'],
  ['Oak/Luis_plano_uno.pdf', 'pla 6 1'],
])('%s is %s', async (path, at) => expect((await toldOf(WARDS, path)).get(path)?.at).toBe(at))

test('a word that leads on is nobody\'s name', async () => {
  const told = await toldOf(WARDS, 'Elm/Reflection on ward.docx')
  expect(told.get('Elm/Reflection on ward.docx')?.says).toContain('given name "Ciara" is not there')
})
