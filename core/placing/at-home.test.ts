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
