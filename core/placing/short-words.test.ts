import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: words so short, or so joined, that they say little by themselves

describe('children by one name', () => {
  const animals: Rules = {
    list: 'id,name\n1,Mia\n2,Noah\n4,Zoë\n5,Leon',
    requirements: [{ id: 'animal', title: 'Mein Tier', name: '{id}_{name}_Tier', formats: [{ id: 'jpg' }] }],
  }
  test('have it with the ending of whose it is, and the mark of a copy is nobody\'s number', async () => {
    expect(await roundOf(animals, 'Leons Tier (1).jpg')).toEqual({ 'Leons Tier (1).jpg': 'animal 5' })
    expect((await toldOf(animals, 'Leons Tier (1).jpg')).get('Leons Tier (1).jpg')?.right).toBe('5_Leon_Tier.jpg')
  })
  test('a number that is the whole name is still somebody\'s, be it copied', async () => {
    expect(await roundOf(animals, '4.jpg', '2 (1).jpg')).toEqual({ '4.jpg': 'animal 4', '2 (1).jpg': 'animal 2' })
  })
  test('a mark of a copy alone says nobody', async () => {
    expect(await roundOf(animals, 'Tier (2).jpg')).toEqual({ 'Tier (2).jpg': 'unplaced' })
  })
})

describe('the rule\'s own word at the beginning of a compound', () => {
  const claim: Rules = {
    list: 'id,name\nCL-2026-0411,Hansen\nCL-2026-0412,Bauer',
    requirements: ['kitchen', 'bath', 'hall'].map(room => ({
      id: room, title: `Photos ${room}`, name: `{id}_${room}_{n}`, folder: '{id}', formats: [{ id: 'jpg' }],
      fields: { n: { type: 'number', digits: 2, from: 1, to: 2 } }, count: { from: 2, to: 2, by: 'n' },
    })),
  }
  test('tells the piece: bathroom, hallway', async () => {
    const told = await toldOf(claim, 'CL-2026-0411/bathroom_01.jpg', 'CL-2026-0411/bathroom_02.jpg', 'CL-2026-0411/hallway 2.jpg')
    expect([...told.values()].map(one => one.at)).toEqual(['bath CL-2026-0411 1', 'bath CL-2026-0411 2', 'hall CL-2026-0411 2'])
    expect(told.get('CL-2026-0411/bathroom_01.jpg')?.right).toBe('CL-2026-0411/CL-2026-0411_bath_01.jpg')
  })
  test('a word of another room tells none of them', async () => {
    expect((await roundOf(claim, 'CL-2026-0412/entrance.jpg'))['CL-2026-0412/entrance.jpg']).toBe('unplaced')
  })
})

describe('short values of a column in small letters', () => {
  const label = (column: string, values: string[]): Rules => ({
    list: [`id,given,family,${column}`, ...values.map((value, at) => `p${at},Given${at},Family${at},${value}`)].join('\n'),
    requirements: [{ id: 'label', title: 'Label', name: `label_{${column}}`, formats: [{ id: 'pdf' }] }],
  })
  test('count where they stand first or last', async () => {
    expect(await roundOf(label('lang', ['DE', 'FR', 'IT']), 'label-it.pdf', 'fr_label.pdf'))
      .toEqual({ 'fr_label.pdf': 'label p1', 'label-it.pdf': 'label p2' })
  })
  test('within a name they may be any word', async () => {
    expect((await roundOf(label('lang', ['DE', 'FR', 'IT']), 'carta de pago.pdf'))['carta de pago.pdf']).toBe('unplaced')
  })
  test('as the list writes them they count anywhere', async () => {
    expect((await roundOf(label('lang', ['DE', 'FR', 'IT']), 'the DE one.pdf'))['the DE one.pdf']).toBe('label p0')
  })
})

describe('names of several words, some by their first letters', () => {
  const clubs: Rules = {
    list: 'id,name\nc1,TSV Lohburg\nc2,SV Grün-Weiß Asel\nc3,Freiwillige Feuerwehr Nordtal\nc4,SV Rot-Weiß Berk', strictness: { accents: 'ignore' },
    requirements: [{ id: 'photo', title: 'Mannschaftsfoto', name: '{name}_Mannschaftsfoto', folder: '{name}', formats: [{ id: 'jpg' }] }],
  }
  test.each([
    ['SV GW Asel/Mannschaft.jpg', 'photo c2'], ['FF Nordtal/Mannschaft.jpg', 'photo c3'], ['SV RW Berk/Mannschaft.jpg', 'photo c4'],
  ])('%s is %s', async (path, at) => {
    expect((await roundOf(clubs, path))[path]).toBe(at)
  })
  test('what all have in common names none', async () => {
    expect((await roundOf(clubs, 'SV/Mannschaft.jpg'))['SV/Mannschaft.jpg']).toBe('unplaced')
  })
})

describe('a name that fits one piece, in the folder and format of another', () => {
  const rev = { rev: { type: 'choice', values: ['A', 'B', 'C'] } }
  const parts: Rules = {
    list: 'id,name\nBR-1002,Lund\nBR-1003,Ito',
    requirements: [
      { id: 'model', title: 'Exchange model', name: '{id}_{rev}', fields: rev, folder: 'step', formats: [{ id: 'step' }] },
      { id: 'drawing', title: 'Drawing', name: '{id}_{rev}_drawing', fields: rev, folder: 'drawings', formats: [{ id: 'pdf' }] },
    ],
  }
  test('is the other, whose word is left out', async () => {
    const told = (await toldOf(parts, 'drawings/BR-1002_B.pdf', 'step/BR-1002_B.step')).get('drawings/BR-1002_B.pdf')
    expect(told).toMatchObject({ at: 'drawing BR-1002', right: 'drawings/BR-1002_B_drawing.pdf' })
  })
  test('in its own folder it is what it is called, in another format', async () => {
    expect((await roundOf(parts, 'step/BR-1003_A.pdf'))['step/BR-1003_A.pdf']).toBe('model BR-1003')
  })
  test('in its own format it is what it is called, in another folder', async () => {
    expect((await roundOf(parts, 'drawings/BR-1003_A.step'))['drawings/BR-1003_A.step']).toBe('model BR-1003')
  })
})

test('who stands before the rule\'s own word is there, and in another place', async () => {
  const talks: Rules = {
    list: 'id,given,family\ns1,Paul,Aigner',
    requirements: [{ id: 'talk', title: 'Referat', name: 'Referat_{family}_{given}', formats: [{ id: 'pptx' }] }],
  }
  const says = (await toldOf(talks, 'Aigner Referat.pptx')).get('Aigner Referat.pptx')?.says
  expect(says).toContain('"Aigner" stands in another place')
  expect(says).not.toContain('too much')
})
