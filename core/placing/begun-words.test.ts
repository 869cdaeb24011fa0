import { expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'

// common practice, no source: a word cut to its first three letters
const month = { month: { type: 'date', pattern: 'yyyy-MM', from: '2026-08-01', to: '2026-10-31' } }
const accounts: Rules = {
  list: 'id,given,family\nK102,Bela,Horn\nK103,Kontad,Frey',
  requirements: [
    ...['Kontoauszug', 'Kassenbuch', 'Lohnliste'].map(title => ({
      id: title, title, name: `{id}_${title}_{month}`, formats: [{ id: 'pdf' }], count: { from: 3, to: 3 }, fields: month,
    })),
    { id: 'photo', title: 'Konto photo', name: '{id}_photo', formats: [{ id: 'jpg' }] },
  ],
}

test.each([
  ['K102_Loh_2026-08.pdf', 'Lohnliste K102', 'where one piece alone has such a word'],
  ['K102_kas. 2026-09.pdf', 'Kassenbuch K102', 'in any letter case, with a dot behind'],
  ['K102_Loh_2026-08 Entgelt.pdf', 'unplaced', 'beside another word it may be anything'],
  ['K102_xyz_2026-08.pdf', 'unplaced', 'nothing begins so'],
])('%s is %s: %s', async (path, at) => {
  expect((await roundOf(accounts, path))[path]).toBe(at)
})
