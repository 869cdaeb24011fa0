import { expect, test } from 'vitest'
import { copiesOf, hasCopies } from './copies'

test.each([
  [{ copyTo: 'a@home.example; b@home.example' }, ['a@home.example', 'b@home.example']],
  [{ 'Copy to': ' a@home.example |a@home.example,c@home.example ' }, ['a@home.example', 'c@home.example']],
  [{ email: 'ana@shore.example', office: 'o@firm.example' }, []],
  [{ copyTo: ' ; ' }, []],
])('addresses for copies in %j are %j', (fields, addresses) => {
  expect(copiesOf({ fields })).toEqual(addresses)
})

test('a list has such a column, or it has not', () => {
  expect([hasCopies(['room', 'copy_to']), hasCopies(['room', 'copyright'])]).toEqual([true, false])
})
