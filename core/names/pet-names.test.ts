import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'
import { looseKey } from '../text/fold'
import { PET_NAMES, petNamesOf } from './pet-names'

// common practice, no source: what people are called by those who know them

describe('the table of pet names', () => {
  test('has each name once in a language, with forms that are not the name itself', () => {
    for (const entries of Object.values(PET_NAMES)) {
      const names = entries.map(entry => entry.split(': ')[0] ?? '')
      expect(new Set(names).size).toBe(names.length)
      for (const entry of entries) {
        const [name = '', forms = ''] = entry.split(': ')
        expect(forms.split(' ').every(form => form !== '' && looseKey(form) !== looseKey(name)), entry).toBe(true)
      }
    }
  })

  test.each([['Małgorzata', 'Gosia'], ['Wojciech Jan', 'Wojtek'], ['William', 'Bill'], ['Анна', 'Аня'], ['Francisco', 'Paco'], ['László', 'Laci']])(
    '%s is called %s', (given, pet) => expect(petNamesOf(given)).toContain(pet),
  )
  test('nobody is called by what is in no table', () => expect(petNamesOf('Quillon')).toEqual([]))
})

describe('a file under somebody\'s pet name', () => {
  const essays: Rules = {
    list: 'id,given,family,group\n1,William,Price,5b\n2,Wilma,Stone,5b\n3,Małgorzata,Nowak,5c\n4,Roberta,Lane,5c',
    requirements: [{ id: 'essay', title: 'Essay', name: '{family}_{given}_essay', folder: '{group}', formats: [{ id: 'docx' }] }],
  }

  test('in the group\'s folder, or with the family name, is theirs', async () => {
    expect(await roundOf(essays, '5b/Bill essay.docx', '5c/Gosia N essay.docx')).toEqual({
      '5b/Bill essay.docx': 'essay 1', '5c/Gosia N essay.docx': 'essay 3',
    })
    expect(Object.values(await roundOf(essays, 'essay Bill Price.docx'))).toEqual(['essay 1'])
  })

  test('without either it may be anybody\'s: they are candidates', async () => {
    const told = await toldOf(essays, 'Bill essay.docx')
    expect(told.get('Bill essay.docx')).toMatchObject({ at: 'unplaced', candidates: ['essay'] })
  })

  test('a pet name that is somebody\'s own name is that person\'s', async () => {
    const two = { ...essays, list: `${essays.list}\n5,Bill,Marsh,5b` }
    expect(Object.values(await roundOf(two, '5b/Bill essay.docx'))).toEqual(['essay 5'])
  })

  test('is no word of somebody\'s own text', async () => {
    const about: Rules = {
      list: 'id,given,family\n1,Анна,Сидорова', requirements: [
        { id: 's', title: 'Сочинение', name: '{family}_{given}_сочинение_{about}', fields: { about: { type: 'text' } }, formats: [{ id: 'docx' }] },
      ],
    }
    expect((await toldOf(about, 'Сидорова Аня - Мой город.docx')).get('Сидорова Аня - Мой город.docx')?.right)
      .toBe('Сидорова_Анна_сочинение_Мой город.docx')
  })
})
