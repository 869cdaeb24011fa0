import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { toldOf } from '../../tests/small-rounds'

// common practice, no source: pieces of one holder whose names are the same but for one word of the rule

const october = { date: { type: 'date', pattern: 'yyyyMMdd', from: '2026-10-01', to: '2026-10-31' } } as const
const meters: Rules = {
  list: 'id,name\n3A,Olga Winter\n3B,Hamid Noor',
  requirements: [
    { id: 'w', title: 'First photo', name: '{id}_pump_{date}', fields: october, formats: [{ id: 'jpg' }] },
    { id: 'e', title: 'Second photo', name: '{id}_generator_{date}', fields: october, formats: [{ id: 'jpg' }] },
  ],
}

describe('another word instead of the one that tells two pieces apart', () => {
  test('says neither, however few letters it departs by', async () => {
    expect((await toldOf(meters, '3B_pumpe_20261005.jpg')).get('3B_pumpe_20261005.jpg')).toMatchObject({ at: 'w 3B' })
    expect((await toldOf(meters, '3B_boat_20261005.jpg')).get('3B_boat_20261005.jpg')).toMatchObject({ at: 'unplaced', right: null })
  })

  test('takes nothing from the piece that is told, and is the other where that alone is open', async () => {
    const told = await toldOf(meters, '3B pump 5.10.jpg', '3B_boat_20261005.jpg')
    expect(told.get('3B pump 5.10.jpg')).toMatchObject({ at: 'w 3B', right: '3B_pump_20261005.jpg' })
    expect(told.get('3B_boat_20261005.jpg')).toMatchObject({ at: 'e 3B', right: '3B_generator_20261005.jpg' })
  })
})

test('what the two words stand for is known in others for it', async () => {
  const rules: Rules = {
    list: 'id,name\n3A,Olga Winter\n3B,Hamid Noor',
    requirements: ['water', 'electricity'].map(id => ({ id, title: id, name: `{id}_${id}_{date}`, fields: october, formats: [{ id: 'jpg' }] })),
  }
  const told = await toldOf(rules, '3B_power_20261005.jpg', '3A Strom 6.10.jpg', '3A Wasser 6.10.jpg')
  expect(told.get('3B_power_20261005.jpg')).toMatchObject({ at: 'electricity 3B', right: '3B_electricity_20261005.jpg' })
  expect(told.get('3A Strom 6.10.jpg')).toMatchObject({ at: 'electricity 3A' })
  expect(told.get('3A Wasser 6.10.jpg')).toMatchObject({ at: 'water 3A' })
})

test('the first letter of the word straight before its number is that word', async () => {
  const rules: Rules = {
    list: 'id,given,family,group\n1,Inês,Barata,11B\n2,João,Falcão,11B',
    requirements: [1, 2].map(n => ({
      id: `t${n}`, title: `Trabalho ${n}`, name: `{group}_{family}_{given}_Trabalho${n}`, folder: '{group}', formats: [{ id: 'pdf' }],
    })),
  }
  const told = await toldOf(rules, '11B/Ines Barata T2.pdf', '11B/Barata T1.pdf')
  expect(told.get('11B/Ines Barata T2.pdf')).toMatchObject({ at: 't2 1', right: '11B/11B_Barata_Inês_Trabalho2.pdf' })
  expect(told.get('11B/Barata T1.pdf')).toMatchObject({ at: 't1 1' })
})

test('of two who play together, parted by a stroke, the first is written alone', async () => {
  const clubs: Rules = {
    list: 'id,name\nTSE,TSV Erlenbach\nSGM,SG Moorfeld/Heide',
    requirements: [{ id: 'photo', title: 'Photo', name: '{id}_photo', formats: [{ id: 'jpg' }] }],
  }
  expect((await toldOf(clubs, 'Photo SG Moorfeld.jpg')).get('Photo SG Moorfeld.jpg')).toMatchObject({ at: 'photo SGM', right: 'SGM_photo.jpg' })
})
