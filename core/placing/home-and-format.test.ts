import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: what folder and format say where names say less, or something else

const numbered = { n: { type: 'number', from: 1, to: 5 } }

describe('the folder of another piece', () => {
  const lab: Rules = {
    list: 'id,given,family\nr,Paolo,Ricci\nz,Zeno,De Luca',
    requirements: [{
      id: 'data', title: 'Raw data', name: '{family}_{given}_E{n}_data', fields: numbered, count: { from: 2, to: 5, by: 'n' },
      formats: [{ id: 'csv' }], folder: 'E{n}/data',
    }],
  }

  test('is not the right one of a name that fits, and displaces nothing', async () => {
    const [right, other] = ['E1/data/Ricci_Paolo_E1_data.csv', 'E2/data/Ricci_Paolo_E1_data.csv']
    for (const paths of [[right, other], [other, right]]) {
      expect(await roundOf(lab, ...paths)).toEqual({ [right]: 'data r', [other]: 'superseded' })
    }
  })

  test('tells the number that the name leaves out, on whatever level it stands', async () => {
    const path = 'E3/data/Zeno.csv'
    expect((await toldOf(lab, path)).get(path)).toMatchObject({ at: 'data z 3', right: 'E3/data/De Luca_Zeno_E3_data.csv' })
  })
})

describe('two pieces of one name in two formats', () => {
  const plans: Rules = {
    list: 'id,name\nL01,Site plan\nL02,Planting plan',
    requirements: [
      {
        id: 'plan', title: 'Plan', name: '{id}_{stage}_rev{r}', formats: [{ id: 'pdf' }], folder: '{stage}',
        fields: { stage: { type: 'choice', values: ['permit', 'tender'] }, r: { type: 'choice', values: ['A', 'B', 'C'] } },
      },
      {
        id: 'drawing', title: 'Drawing', name: '{id}_tender_rev{r}', formats: [{ id: 'dwg' }], folder: 'tender/cad',
        fields: { r: { type: 'choice', values: ['A', 'B', 'C'] } },
      },
    ],
  }
  test.each([
    ['tender/L01_tender_revA.dwg', 'drawing L01'], ['tender/cad/L01 rev A.dwg', 'drawing L01'], ['tender/L01_tender_revA.pdf', 'plan L01'],
    ['tender/cad/L01_tender_revA.dwg', 'drawing L01'],
  ])('are told apart by the format: %s', async (path, at) => {
    expect(await roundOf(plans, path)).toEqual({ [path]: at })
  })
})

test('who bears another one\'s number displaces nobody who bears none', async () => {
  const poems: Rules = {
    list: 'id,name\n101,Blue Heron\n102,Blue Moon',
    requirements: [{ id: 'poem', title: 'Poem', name: '{id}_{name}_poem', formats: [{ id: 'docx' }] }],
  }
  const [right, own, strange] = ['101_Blue Heron_poem.docx', 'Blue Moon poem.docx', '101_Blue Moon_poem.docx']
  expect(await roundOf(poems, right, own, strange)).toEqual({ [right]: 'poem 101', [own]: 'poem 102', [strange]: 'unplaced' })
})

test('a first word of a letter and a figure says who it is', async () => {
  const crews: Rules = {
    list: 'id,name\n21,R2 Crew\n22,The 4th Axis',
    requirements: [{ id: 'code', title: 'Code', name: '{name}_code', formats: [{ id: 'zip' }] }],
  }
  expect(await roundOf(crews, 'R2_code.zip', 'R3_code.zip')).toEqual({ 'R2_code.zip': 'code 21', 'R3_code.zip': 'unplaced' })
})

test('a word that tells a state says nobody, though somebody is called so', async () => {
  const teams: Rules = {
    list: 'id,name\n2,Final Boss\n3,Data Dogs',
    requirements: [{ id: 'pitch', title: 'Pitch deck', name: '{name}_pitch', formats: [{ id: 'pptx' }], folder: '{name}' }],
  }
  const [own, final] = ['Final Boss/Boss pitch final.pptx', 'final.pptx']
  expect(await roundOf(teams, own, final)).toEqual({ [own]: 'pitch 2', [final]: 'unplaced' })
})

test('a code that is parted otherwise is that code', async () => {
  const plates: Rules = {
    list: 'id,name,plate\n1,Tia Orr,XY-Z 9\n2,Ron Vale,AB-CD 123',
    requirements: [{ id: 'odo', title: 'Odometer', name: '{plate}_odometer', formats: [{ id: 'jpg' }] }],
    strictness: { letterCase: 'ignore' },
  }
  expect((await toldOf(plates, 'XY-Z9_odometer.jpg')).get('XY-Z9_odometer.jpg')).toMatchObject({
    at: 'odo 1', says: 'Plate "XY-Z9" instead of "XY-Z 9".', right: 'XY-Z 9_odometer.jpg',
  })
})

describe('clients of one name', () => {
  const months: Rules = {
    list: 'id,name\nK101,Bäckerei Huber\nK102,Huber & Söhne GmbH',
    requirements: [{
      id: 'cash', title: 'Kassenbuch', name: '{id}_Kassenbuch_{m}', count: { from: 3, to: 3 }, formats: [{ id: 'xlsx' }], folder: '{id}/{m}',
      fields: { m: { type: 'date', pattern: 'yyyy-MM', from: '2026-07-01', to: '2026-09-30' } },
    }],
  }

  test('which of them is meant a sign behind the name does not say', async () => {
    const path = 'Huber Kassenbuch Juli.xlsx'
    expect((await toldOf(months, path)).get(path)).toMatchObject({ at: 'unplaced', candidates: ['cash', 'cash'] })
  })

  test('what one of them called as the other, in the own folder, displaces nothing in that one\'s', async () => {
    const [own, strange] = ['K101/2026-07/Kassenbuch Juli.xlsx', 'K102/2026-07/K101_Kassenbuch_2026-07.xlsx']
    expect(await roundOf(months, own, strange)).toEqual({ [own]: 'cash K101', [strange]: 'superseded' })
  })
})

describe('an exam paper and its key', () => {
  const grade = { grade: { type: 'choice', values: ['G9', 'G10'] }, variant: { type: 'choice', values: ['A', 'B'] } }
  const exams: Rules = {
    list: 'id,given,family,subject\n1,Katja,Rehm,Maths\n2,Lothar,Ohm,Physics',
    requirements: [
      { id: 'paper', title: 'Exam paper', name: '{subject}_{grade}_{variant}', fields: grade, count: { from: 4, to: 4 }, formats: [{ id: 'pdf' }] },
      { id: 'key', title: 'Answer key', name: '{subject}_{grade}_{variant}_key', fields: grade, count: { from: 4, to: 4 }, formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['Physics grade 10 version A.pdf', 'paper 2'], ['physics key G10 A.pdf', 'key 2'], ['Physics_G9_B_solution.pdf', 'key 2'],
    ['Maths 10 A answers.pdf', 'key 1'], ['Maths_G9_A_2026-11-12.pdf', 'paper 1'], ['Maths_G9_A Homework.pdf', 'unplaced'],
    ['G9 A Physics.pdf', 'paper 2'], ['key G9 A Physics.pdf', 'key 2'],
  ])('are told apart by the word that one of them has: %s', async (path, at) => {
    expect(await roundOf(exams, path)).toEqual({ [path]: at })
  })
})

test('a choice that is told makes a piece one more that may come', async () => {
  const dances: Rules = {
    list: 'id,given,family\n1,Nino,Alba\n2,Nina,Albano',
    requirements: [
      {
        id: 'var', title: 'Variation', name: '{family}_{given}_{role}', formats: [{ id: 'mp4' }], count: { from: 1, to: 3 },
        fields: { role: { type: 'choice', values: ['Giselle', 'Swan'] } },
      },
      { id: 'note', title: 'Medical note', name: '{family}_{given}_medical', formats: [{ id: 'pdf' }] },
    ],
  }
  const [first, more, other] = ['Albano_Nina_Giselle.mp4', 'Nina Swan.mp4', 'Nina holiday.mp4']
  expect(await roundOf(dances, first, more)).toEqual({ [first]: 'var 2', [more]: 'var 2' })
  expect(await roundOf(dances, first, other)).toEqual({ [first]: 'var 2', [other]: 'unplaced' })
})

test('two numbers that are named together are none of the pieces, though only one is open', async () => {
  const tasks: Rules = {
    list: 'id,family\n1,Salonen\n2,Niemi',
    requirements: [{
      id: 'task', title: 'Task', name: '{family}_T{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } }, formats: [{ id: 'pdf' }],
      count: { from: 3, to: 3, by: 'n' }, folder: '{family}',
    }],
  }
  const [one, two, both] = ['Salonen/Salonen_T01.pdf', 'Salonen/Salonen_T02.pdf', 'Salonen/Salonen_T02_T03.pdf']
  expect(await roundOf(tasks, one, two, both)).toEqual({ [one]: 'task 1', [two]: 'task 1', [both]: 'unplaced' })
})

test('what begins as somebody\'s family name is no other one\'s where the code and the folder are theirs', async () => {
  const band: Rules = {
    list: 'id,given,family,part\n1,Ann,Bell,Flute\n2,Anna,Bellmann,Clarinet',
    requirements: [{ id: 'rec', title: 'Recording', name: '{part}_{family}_take', formats: [{ id: 'wav' }], folder: '{part}' }],
  }
  const [path, other] = ['Clarinet/Clarinet_Bell_take.wav', 'Flute/Flute_Bell_take.wav']
  expect(await roundOf(band, path, other)).toEqual({ [path]: 'rec 2', [other]: 'rec 1' })
})

test('the rule\'s own word says the piece in whatever format, though free text stands beside it', async () => {
  const tests: Rules = {
    list: 'id,given,family\n1,Orla,Byrne',
    requirements: [
      { id: 'recipe', title: 'Recipe', name: '{family}_recipe_{glaze}', fields: { glaze: { type: 'text' } }, formats: [{ id: 'xlsx' }] },
      { id: 'reflection', title: 'Reflection', name: '{family}_reflection', formats: [{ id: 'docx' }] },
    ],
  }
  expect(await roundOf(tests, 'Byrne_recipe_celadon.docx')).toEqual({ 'Byrne_recipe_celadon.docx': 'recipe 1' })
})

describe('somebody\'s own words are no sound that lies among the pictures', () => {
  const choirs: Rules = {
    list: 'id,name\nKH,Kantorei Hall\nVM,Voces Mundi',
    requirements: [
      {
        id: 'foto', title: 'Chorfoto', name: '{id}_Foto_{n}', fields: { n: { type: 'number', from: 1, to: 3 } },
        count: { from: 1, to: 3, by: 'n' }, formats: [{ id: 'jpg' }], folder: '{id}/Fotos',
      },
      {
        id: 'sound', title: 'Hörprobe', name: '{id}_{title}', fields: { title: { type: 'text' } }, count: { from: 1, to: 2 },
        formats: [{ id: 'mp3' }], folder: '{id}/Audio',
      },
      {
        id: 'yes', title: 'Zusage', name: '{id}_Zusage_{day}', formats: [{ id: 'pdf' }], folder: '{id}',
        fields: { day: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-09-01', to: '2026-11-15' } },
      },
    ],
  }
  test.each([
    ['KH/Fotos/KH_eins.jpg', 'foto KH', 'a number of these says which'], ['VM/VM_2026-09-03.pdf', 'yes VM', 'and so does a day'],
    ['KH/Audio/KH_eins.mp3', 'sound KH', 'but where they lie among their own'],
  ])('%s is %s: %s', async (path, at) => {
    expect((await roundOf(choirs, path))[path]).toBe(at)
  })
})
