import { expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'

// common practice, no source: family names as adjectives stand in the genitive behind what is somebody's, in Polish and Czech
const PROGRAMMES: Rules = {
  list: 'id,given,family\n1,Jakub,Wójcicki\n2,Anna,Kowalska\n3,Jan,Nowak\n4,Petr,Dvorský',
  requirements: [{ id: 'prog', title: 'Program', name: '{family}_{given}_program', formats: [{ id: 'pdf' }] }],
}
test.each([
  ['program Jakuba Wójcickiego.pdf', 'prog 1'], ['program Kowalskiej.pdf', 'prog 2'], ['program Petra Dvorského.pdf', 'prog 4'],
  // another name that only begins so
  ['program Wójcickiewicz.pdf', 'unplaced'], ['program Lewandowskiego.pdf', 'unplaced'],
])('%s is %s', async (path, at) => expect(await roundOf(PROGRAMMES, path)).toEqual({ [path]: at }))

test('a name of the list that is written so is that one', async () => {
  const list = `${PROGRAMMES.list}\n5,Ewa,Wójcickiego`
  expect(await roundOf({ ...PROGRAMMES, list }, 'program Wójcickiego.pdf')).toEqual({ 'program Wójcickiego.pdf': 'prog 5' })
})
