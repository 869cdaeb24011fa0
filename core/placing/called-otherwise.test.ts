import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'

// common practice, no source: what groups, firms and people are called in passing, and what is none of their numbers

describe('groups and firms as people write them', () => {
  const TEAMS: Rules = {
    list: 'id,name,group\n1,Ana Ruiz,Team 1\n2,Cem Kaya,Team 2\n3,Ida Vos,Team 10',
    requirements: [{ id: 'poster', title: 'Poster', holder: 'group', name: '{group}_poster', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    ['team one poster.pdf', 'poster Team 1', 'a number in a word'], ['Team 1O poster.pdf', 'poster Team 10', 'a letter O for a nought'],
    ['Team two poster.pdf', 'poster Team 2', 'another one'], ['Team three poster.pdf', 'unplaced', 'there is none of that number'],
  ])('%s is %s: %s', async (path, at) => {
    expect(Object.values(await roundOf(TEAMS, path))).toEqual([at])
  })

  const BANDS: Rules = {
    list: 'id,name\n1,Dust & Honey\n2,Kite Theory\n3,Marlow',
    requirements: [
      { id: 'cover', title: 'Cover', name: '{name}_cover', formats: [{ id: 'png' }] },
      { id: 'rider', title: 'Rider', name: '{name}_rider', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([['D&H cover.png', 'cover 1'], ['d&h cover.png', 'unplaced'], ['DH cover.png', 'unplaced']])('%s is %s', async (path, at) => {
    expect(Object.values(await roundOf(BANDS, path))).toEqual([at])
  })
})

describe('a class that begins with a figure, where people are numbered', () => {
  const TERM: Rules = {
    list: 'id,name,group\n1,Mia Kern,2B\n2,Jonas Falk,1A\n3,Ada Lunt,2B',
    requirements: [{ id: 'essay', title: 'Essay', name: '{id}_{name}_essay', folder: '{group}', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    ['2B/essay.pdf', 'unplaced', 'its folder is nobody\'s number'], ['2B_essay.pdf', 'unplaced', 'nor is a name that begins with it'],
    ['essay 2B The Owl.pdf', 'unplaced', 'nor one that holds it'], ['essay 2B 3.pdf', 'essay 3', 'beside it a number is'],
    ['2_essay.pdf', 'essay 2', 'a number by itself is'], ['2B/3 essay.pdf', 'essay 3', 'and so is one in the folder'],
  ])('%s is %s: %s', async (path, at) => {
    expect(Object.values(await roundOf(TERM, path))).toEqual([at])
  })
})

describe('pet forms that begin as the name does', () => {
  const FRIENDS: Rules = {
    list: 'id,family,given\n1,Kovács,Boglárka\n2,Kovács,Bence\n3,Meyer,Gabriele',
    requirements: [{ id: 'essay', title: 'Essay', name: '{family}_{given}_essay', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    ['Kovács Bogi essay.pdf', 'essay 1'], ['Gabi Meyer essay.pdf', 'essay 3'],
    // by themselves they say too little
    ['Bogi.pdf', 'unplaced'],
  ])('%s is %s', async (path, at) => {
    expect(Object.values(await roundOf(FRIENDS, path))).toEqual([at])
  })
})

test('two letters are nobody whose name ends with one: the sign of a scene is not Studio C', async () => {
  const takes: Rules = {
    list: 'id,name\n11,Studio A\n12,Studio B\n13,Studio C',
    requirements: [{
      id: 'take', title: 'Take', name: '{name}_sc{n}_tk{take}', formats: [{ id: 'wav' }], count: { from: 3, to: 9, by: 'n' },
      fields: { n: { type: 'number', digits: 2, from: 1, to: 9 }, take: { type: 'number', digits: 1, from: 1, to: 9 } },
    }],
  }
  const [nobody, somebody] = ['B_sc03_tk1.wav', 'Studio C sc3 tk2.wav']
  expect(await roundOf(takes, nobody, somebody)).toEqual({ [nobody]: 'unplaced', [somebody]: 'take 13' })
})

describe('a given name, or its pet form, with the first letter of the family name', () => {
  const essays: Rules = {
    list: 'id,given,family\n1,Katharina,Moll\n2,Katharina,Sander\n3,Hanna,Śliwa\n4,Hanna,Maj\n5,Stanisława,Nowak\n6,Stanisława,Król',
    requirements: [{ id: 'essay', title: 'Essay', name: '{family}_{given}_essay', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    // with an s it is a genitive as well, but for what stands between them
    ['Katharina S essay.pdf', 'essay 2'], ['Kathi M essay.pdf', 'essay 1'], ['Hanna Ś. essay.pdf', 'essay 3'], ['Hania M. essay.pdf', 'essay 4'],
    ['essay_Stanisława_K.pdf', 'essay 6'],
    ['Katharinas essay.pdf', 'unplaced'], ['Hannas essay.pdf', 'unplaced'], ['Hania essay.pdf', 'unplaced'],
  ])('says which of two is meant: %s is %s', async (path, at) => {
    expect(await roundOf(essays, path)).toEqual({ [path]: at })
  })
})
