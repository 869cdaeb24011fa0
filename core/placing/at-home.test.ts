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

  test('where none is open, or it is the same work, one stands behind the other', async () => {
    const full = await toldOf(leaves, ...files, 'Dietz-Herbar-Birke-3.jpg')
    expect([...full.values()].map(one => one.at)).toEqual(['superseded', 'leaf 1 3', 'leaf 1 2', 'leaf 1 1'])
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
