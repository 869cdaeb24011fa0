import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: two pieces that share a word, and codes written out

describe('a word that two pieces have tells neither from the other', () => {
  const rounds: Rules = {
    list: 'id,given,family,group\n1,Ida,Adler,Turm\n2,Jana,Berg,Turm',
    requirements: [
      {
        id: 'game', title: 'Partie', name: 'Runde{r}_{given} {family}-{rival}', folder: '{group}', formats: [{ id: 'txt' }],
        count: { by: 'r', from: 3 },
        fields: { r: { type: 'number', digits: 1, from: 1, to: 3 }, rival: { type: 'text' } },
      },
      {
        id: 'form', title: 'Partieformular', name: 'Runde{r}_{given} {family}_Formular', folder: '{group}/Formulare', formats: [{ id: 'jpg' }],
        fields: { r: { type: 'number', digits: 1, from: 1, to: 3 } }, count: { by: 'r', from: 3 },
      },
    ],
  }

  test('the file is the one in whose folder and format it lies', async () => {
    const told = await toldOf(rounds, 'Turm/Formulare/3. Runde Ida.jpg', 'Turm/Runde 2 Ida - Dorn.txt')
    expect([...told.values()].map(one => one.at)).toEqual(['form 1 3', 'game 1 2'])
    expect(told.get('Turm/Formulare/3. Runde Ida.jpg')?.right).toBe('Turm/Formulare/Runde3_Ida Adler_Formular.jpg')
  })
})

describe('an id of a letter and a number, written out in what its column is called', () => {
  const hives = (heading: string): Rules => ({
    list: `${heading},name,yard\nK01,Sam Archer,North\nK02,Sam Archer,North\nK12,Lena Boon,South`,
    requirements: [{ id: 'queen', title: 'Queen photo', name: '{id}_queen', folder: '{yard}', formats: [{ id: 'jpg' }] }],
  })
  const files = ['North/Kennung 2 queen.jpg', 'South/queen kennung12.jpg']

  test('is that id', async () => {
    expect(Object.values(await roundOf(hives('Kennung'), ...files))).toEqual(['queen K02', 'queen K12'])
  })
  test('of a column that is called otherwise it says nothing', async () => {
    expect((await roundOf(hives('id'), ...files))['North/Kennung 2 queen.jpg']).toBe('unplaced')
  })
})

describe('a number that two files say', () => {
  const leaves: Rules = {
    list: 'id,given,family\n1,Jonas,Dietz',
    requirements: [{
      id: 'leaf', title: 'Herbarblatt', name: '{family}_Herbar_{n}_{plant}', formats: [{ id: 'jpg' }], count: { by: 'n', from: 3, to: 5 },
      fields: { n: { type: 'number', digits: 2, from: 1, to: 5 }, plant: { type: 'text' } },
    }],
  }
  const files = ['Dietz-Herbar-Ahorn-2.jpg', 'Dietz-Herbar-Esche-2.jpg', 'Dietz-Herbar-Linde-1.jpg']

  test('with other words, while one is open: the second waits for it, and is called no older one', async () => {
    const told = await toldOf(leaves, ...files)
    expect([...told.values()].map(one => one.at)).toEqual(['unplaced', 'leaf 1 2', 'leaf 1 1'])
    expect(told.get(files[0] ?? '')?.candidates).toEqual(['leaf 2', 'leaf 3'])
  })

  test('so it does for one that only may come, unless words of state tell the two apart', async () => {
    const told = await toldOf(leaves, ...files, 'Dietz-Herbar-Birke-3.jpg')
    expect(told.get(files[0] ?? '')).toMatchObject({ at: 'unplaced', candidates: ['leaf 2', 'leaf 4', 'leaf 5'] })
    const states = await toldOf(leaves, 'Dietz-Herbar-2-Entwurf.jpg', 'Dietz-Herbar-2-final.jpg')
    expect([...states.values()].map(one => one.at)).toEqual(['superseded', 'leaf 1 2'])
  })

  test('where none is open, or it is the same work, one stands behind the other', async () => {
    const full = await toldOf(leaves, ...files, ...['Birke-3', 'Buche-4', 'Eiche-5'].map(one => `Dietz-Herbar-${one}.jpg`))
    expect(files.map(path => full.get(path)?.at)).toEqual(['superseded', 'leaf 1 2', 'leaf 1 1'])
    const again = await toldOf(leaves, 'Dietz-Herbar-Ahorn-2.jpg', 'Dietz-Herbar-Ahorne-2.jpg')
    expect([...again.values()].map(one => one.at)).toEqual(['superseded', 'leaf 1 2'])
  })
})

describe('words that capitals part', () => {
  const minutes: Rules = {
    list: 'id,name\n1,Bilancio',
    requirements: [
      { id: 'odg', title: 'Ordine del giorno', name: '{name}_odg_{day}' }, { id: 'verb', title: 'Verbale', name: '{name}_verbale_{day}' },
    ].map(one => ({ ...one, formats: [{ id: 'docx' }], fields: { day: { type: 'date', pattern: 'yyyy-MM-dd' } } })),
  }
  test('into nothing but one or two letters are whole: OdG', async () => {
    expect(Object.values(await roundOf(minutes, 'OdG Bilancio 14.9.2026.docx'))).toEqual(['odg 1'])
  })
})

describe('names in Latin letters', () => {
  const slides: Rules = {
    list: 'id,given,family\n1,Олег,Петров',
    requirements: [{ id: 'prez', title: 'Презентация', name: '{family}_{given}_презентация', formats: [{ id: 'pptx' }] }],
  }
  test('bear the asked name, in other letters', async () => {
    const told = (await toldOf(slides, 'Petrov_Oleg_prezentatsiya.pptx')).get('Petrov_Oleg_prezentatsiya.pptx')
    expect(told?.at).toBe('prez 1')
    expect(told?.says).not.toContain('nothing of the asked name')
  })
})

describe('the rule\'s own word and number', () => {
  const chapters: Rules = {
    list: 'id,family,given\nu22,Brandt,Ole', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [
      {
        id: 'ch', title: 'Chapter', name: '{id}_ch{n}_v{v}', folder: '{family}', formats: [{ id: 'docx' }], count: { by: 'n', from: 3, to: 5 },
        fields: { n: { type: 'number', digits: 1, from: 1, to: 5 }, v: { type: 'version', digits: 2 } }, keep: 'latest',
      },
      { id: 'log', title: 'Meeting log', name: '{id}_log', folder: '{family}', formats: [{ id: 'docx' }] },
    ],
  }

  test('in the very folder say the piece, whatever else is said', async () => {
    const told = await toldOf(chapters, 'Brandt/Methods (ch3).docx', 'Brandt/ch2 results.docx')
    expect([...told.values()].map(one => one.at).sort()).toEqual(['ch u22 2', 'ch u22 3'])
  })

  test('of two with one number and version, the one that says no other words counts, whichever came later', async () => {
    const files = ['Brandt/u22_ch3_v1.docx', 'Brandt/u22_ch3_v1_hill comments.docx']
    expect(await roundOf(chapters, ...files)).toEqual({ 'Brandt/u22_ch3_v1.docx': 'ch u22', 'Brandt/u22_ch3_v1_hill comments.docx': 'superseded' })
  })
})

describe('a short value of an unused column', () => {
  const fields: Rules = {
    list: 'id,name,crop\nP-01,Olsen,Barley\nP-02,Olsen,Oats',
    requirements: [{ id: 'map', title: 'Field map', name: '{id}_map', folder: '{name}', formats: [{ id: 'pdf' }] }],
  }
  test('says whose a file is where nothing else stands beside the rule\'s own words', async () => {
    expect(Object.values(await roundOf(fields, 'Olsen/oats field map.pdf'))).toEqual(['map P-02'])
  })
})

describe('pictures of works with a year', () => {
  const pictures: Rules = {
    list: 'id,given,family\nB1,Jakub,Maly', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [{
      id: 'img', title: 'Catalogue image', name: '{id}_{given} {family}_{work}_{year}', formats: [{ id: 'jpg' }], count: { from: 1, to: 4 },
      fields: { work: { type: 'text' }, year: { type: 'number', digits: 4, from: 2015, to: 2026 } },
    }],
  }
  test.each([
    ['Untitled II (2020) Jakub Maly.jpg', 'B1_Jakub Maly_Untitled II_2020.jpg'], ['Jakub Maly, Maré (2021).jpg', 'B1_Jakub Maly_Maré_2021.jpg'],
    ['Jakub Maly - Polder 1.jpg', 'B1_Jakub Maly_Polder 1_{year}.jpg'],
  ])('%s', async (name, right) => {
    expect((await toldOf(pictures, name)).get(name)).toMatchObject({ right })
  })
  test('of which each bears a number are several works, none in another year', async () => {
    const told = await toldOf(pictures, 'Jakub Maly - Polder 1.jpg', 'Jakub Maly - Polder 2.jpg')
    expect([...told.values()].map(one => one.at)).toEqual(['img B1 1', 'img B1 2'])
  })
})

test('of what says nothing but the piece\'s title no text is told', async () => {
  const soil: Rules = {
    list: 'id,name\nP-04,Quist', requirements: [
      { id: 'soil', title: 'Soil report', name: '{id}_soil_{lab}', fields: { lab: { type: 'text' } }, formats: [{ id: 'pdf' }] },
    ],
  }
  expect((await toldOf(soil, 'P04 soil report.pdf')).get('P04 soil report.pdf')?.right).toBe('P-04_soil_{lab}.pdf')
})

describe('a number behind the word that the rule writes before its holder\'s', () => {
  const sounds: Rules = {
    list: 'id,name,scene\n11,Pia Lenz,1\n14,Samir Ott,4',
    requirements: [{
      id: 'sound', title: 'Sound', name: 'scene{scene}_sound{n}', folder: '{name}', formats: [{ id: 'wav' }], count: { by: 'n', from: 1, to: 4 },
      fields: { n: { type: 'number', digits: 1, from: 1, to: 4 } },
    }],
  }
  test('is the holder\'s, and no piece\'s', async () => {
    const told = await toldOf(sounds, 'Samir Ott/sound scene 4.wav')
    expect([...told.values()].map(one => one.at)).toEqual(['sound 14 1'])
  })
})
