import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'

// common practice, no source: of two who are called the same people say more of the one they mean, be it in words that no rule asks for

const ANIMALS: Rules = {
  list: 'id,name,owner,colour\n1202,Mia,Osei,grey\n1204,Mia,Brandt,grey\n1206,Luna,Osei,black',
  requirements: [{ id: 'blood', title: 'Blood count', name: '{id}_{name}_blood', folder: '{id}_{name}', formats: [{ id: 'pdf' }] }],
}

describe('what a column says that no rule uses', () => {
  test.each([
    ['Mia Brandt blood.pdf', 'blood 1204', 'in the name'], ['Osei/Mia blood.pdf', 'blood 1202', 'in the folder'],
    ['Mia blood.pdf', 'unplaced', 'it is not there'], ['Mia grey blood.pdf', 'unplaced', 'both bear it'],
    ['Mia Osei Brandt blood.pdf', 'unplaced', 'it names both'], ['Luna Brandt blood.pdf', 'blood 1206', 'nobody else is called so'],
  ])('tells two of one name apart: %s is %s, for %s', async (path, at) => {
    expect(Object.values(await roundOf(ANIMALS, path))).toEqual([at])
  })
})
