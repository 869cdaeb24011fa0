import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: of two who are called the same people say more of the one they mean, be it in words that no rule asks for

const ANIMALS: Rules = {
  list: 'id,name,owner,colour\n1202,Mia,Osei,grey\n1204,Mia,Brandt,grey\n1206,Luna,Osei,black',
  requirements: [{ id: 'blood', title: 'Blood count', name: '{id}_{name}_blood', folder: '{id}_{name}', formats: [{ id: 'pdf' }] }],
}

describe('a value of several words that one alone bears', () => {
  const jobs: Rules = {
    list: 'id,given,family,address\nJ-1,Rosa,Diaz,14 Elm St\nJ-2,Karl,Moss,3 Hill Rd\nJ-3,Rosa,Diaz,88 Bay Ave\n'
      + 'J-4,Wes,Tran,Unit 5 Dock Ln\nJ-5,Ada,Lund,9 Dock Ln',
    requirements: [{ id: 'form', title: 'Signature form', name: '{id}_signed', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    ['3 Hill Rd signed form.pdf', 'form J-2', 'whole'], ['Bay Ave signed.pdf', 'form J-3', 'without its number'],
    ['Unit 5 Dock Ln signed.pdf', 'form J-4', 'whole, though another one ends so'], ['Dock Ln signed.pdf', 'unplaced', 'two have these words'],
    ['Hill signed.pdf', 'unplaced', 'one word may be anything'],
  ])('is known by it: %s is %s, %s', async (path, at) => {
    expect((await roundOf(jobs, path))[path]).toBe(at)
  })
})

describe('two values that several bear', () => {
  const samples: Rules = {
    list: 'id,name,field,depth\nS-1,Sample 1,Meadow,0-30\nS-2,Sample 2,Meadow,30-60\nS-3,Sample 3,Acre,0-30\nS-4,Sample 4,Acre,0-30',
    requirements: [{ id: 'photo', title: 'Photo', name: '{id}_photo', formats: [{ id: 'jpg' }] }],
  }
  test.each([
    ['meadow 0-30 photo.jpg', 'photo S-1'], ['photo Meadow 30-60.jpg', 'photo S-2'], ['Meadow photo.jpg', 'unplaced'],
    ['Acre 0-30 photo.jpg', 'unplaced'], ['Meadow 130-60 photo.jpg', 'unplaced'],
  ])('say together whose it is, where one alone bears both: %s is %s', async (path, at) => {
    expect((await roundOf(samples, path))[path]).toBe(at)
  })
})

test.each([['B/Busch weight.csv', 'weight 204'], ['A/Busch weight.csv', 'weight 102'], ['Busch weight B.csv', 'unplaced']])(
  'of two of one name the level of a letter says which: %s is %s', async (path, at) => {
    const homes: Rules = {
      list: 'id,given,family,ward\n102,Ida,Busch,A\n204,Tom,Busch,B',
      requirements: [{ id: 'weight', title: 'Weight', name: '{id}_{family}_weight', formats: [{ id: 'csv' }], folder: '{ward}/{id}' }],
    }
    expect((await roundOf(homes, path))[path]).toBe(at)
  })

test.each([['40134.jpg', 'photo 2'], ['photo 40134.jpg', 'photo 2'], ['40135.jpg', 'unplaced'], ['16.jpg', 'unplaced']])(
  'a long number that one alone bears is known: %s is %s', async (path, at) => {
    const licences: Rules = {
      list: 'id,name,licence,shirt\n1,Emil Berger,40117,7\n2,Tim Nowak,40134,16',
      requirements: [{ id: 'photo', title: 'Photo', name: '{name}_photo', formats: [{ id: 'jpg' }] }],
    }
    expect((await roundOf(licences, path))[path]).toBe(at)
  })

describe('what a column says that no rule uses', () => {
  test.each([
    ['Mia Brandt blood.pdf', 'blood 1204', 'in the name'], ['Osei/Mia blood.pdf', 'blood 1202', 'in the folder'],
    ['Mia blood.pdf', 'unplaced', 'it is not there'], ['Mia grey blood.pdf', 'unplaced', 'both bear it'],
    ['Mia Osei Brandt blood.pdf', 'unplaced', 'it names both'], ['Luna Brandt blood.pdf', 'blood 1206', 'nobody else is called so'],
  ])('tells two of one name apart: %s is %s, for %s', async (path, at) => {
    expect(Object.values(await roundOf(ANIMALS, path))).toEqual([at])
  })
})

describe('a street and the number of a house in a column that no rule uses', () => {
  const homes: Rules = {
    list: 'id,name,street\nOBJ101,Pia Hahn,Lindenweg 4\nOBJ102,Ben Kurz,Am Markt 12a\nOBJ103,Uwe Stark,Seeblick 7\nOBJ104,Eva Lauf,Lindenweg 14',
    requirements: [
      {
        id: 'pass', title: 'Energy certificate', name: '{id}_certificate_{until}', formats: [{ id: 'pdf' }],
        fields: { until: { type: 'number', digits: 4, from: 2026, to: 2036 } },
      },
      {
        id: 'photo', title: 'Photo', name: '{id}_{n}_{room}', formats: [{ id: 'jpg' }], count: { from: 2, to: 30, by: 'n' },
        fields: { n: { type: 'number', digits: 2, from: 1, to: 30 }, room: { type: 'text' } },
      },
    ],
  }
  test.each([
    ['Certificate Am Markt 12a until 2029.pdf', 'pass OBJ102', 'OBJ102_certificate_2029.pdf'],
    ['certificate Lindenweg 14 2033.pdf', 'pass OBJ104', 'OBJ104_certificate_2033.pdf'],
    // the number of the house numbers no piece
    ['Seeblick 7 - 01 Balcony.jpg', 'photo OBJ103 1', 'OBJ103_01_Balcony.jpg'],
    // the street by itself, where there is one house in it alone
    ['Seeblick certificate 2030.pdf', 'pass OBJ103', 'OBJ103_certificate_2030.pdf'],
  ])('says whose %s is', async (path, at, right) => {
    expect((await toldOf(homes, path)).get(path)).toMatchObject({ at, right })
  })
  test.each(['Certificate Lindenweg 2030.pdf', 'Certificate Lindenweg 40 2030.pdf'])('says nobody: %s', async (path) => {
    expect(await roundOf(homes, path)).toEqual({ [path]: 'unplaced' })
  })
})

test('an office says whose it is beside a longer word for the piece', async () => {
  const plans: Rules = {
    list: 'id,name,office\nVS,Gisela Renner,Vorstand\nSP,Erkan Demirci,Sport',
    requirements: [{
      id: 'plan', title: 'Jahresplan', name: 'Jahresplan_{id}_{year}', formats: [{ id: 'xlsx' }],
      fields: { year: { type: 'choice', values: ['2026', '2027'] } },
    }],
  }
  const [said, other] = ['Sport Jahresplanung 2027.xlsx', 'Reise Jahresplanung 2027.xlsx']
  expect(await roundOf(plans, said, other)).toEqual({ [said]: 'plan SP', [other]: 'unplaced' })
})

// common practice, no source: of somebody else's whole name in the list people write the family name
describe('an owner of two names', () => {
  const dogs: Rules = {
    list: 'id,name,owner\n11,Bella,Marlies Kern\n12,Bella,Tanja Wirth\n13,Balu,Jochen Adler',
    requirements: [{ id: 'vac', title: 'Vaccination', name: '{id}_{name}_vaccination', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    ['Bella Kern vaccination.pdf', 'vac 11'], ['Wirth_Bella_vaccination.pdf', 'vac 12'], ['Bella Adler vaccination.pdf', 'unplaced'],
    ['Bella vaccination.pdf', 'unplaced'],
  ])('tells two namesakes apart by one of them: %s is %s', async (path, at) => expect(await roundOf(dogs, path)).toEqual({ [path]: at }))
})

// common practice, no source: a work is called by its title, which may end in a number
describe('a title with a number that no rule uses', () => {
  const works: Rules = {
    list: 'id,name,work\n1,Ada Blom,Ohne Titel (7)\n2,Cem Duru,Null\n3,Eva Falk,Raum 3',
    requirements: [
      {
        id: 'abb', title: 'Abbildung', name: '{id}_{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 4 } },
        count: { from: 1, to: 4, by: 'n' }, formats: [{ id: 'tif' }], folder: 'Abbildungen',
      },
    ],
  }
  const tomes: Rules = {
    ...works,
    requirements: [
      {
        id: 'tome', title: 'Tome', name: '{id}_{work}_tome {n}', fields: { n: { type: 'number', from: 1, to: 9 } },
        count: { from: 1, to: 9, by: 'n' }, formats: [{ id: 'pdf' }],
      },
    ],
  }
  test.each([
    ['Abbildungen/Raum 3 - 1.tif', 'abb 3 1', 'Abbildungen/3_01.tif', 'says whose it is', works],
    ['Abbildungen/1_2.tif', 'abb 1 2', 'Abbildungen/1_02.tif', 'is not needed where all else keeps to the rule but for a zero', works],
    ['2_Null tome I.pdf', 'tome 2 1', '2_Null_tome 1.pdf', 'is no number of a piece, nor is the one before it', tomes],
  ])('%s is %s: %s, it %s', async (path, at, right, _, rules) => {
    expect((await toldOf(rules, path)).get(path)).toMatchObject({ at, right })
  })
})
