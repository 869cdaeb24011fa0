import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: values of a list's columns as people shorten them, and pieces in the wrong format

const CAST: Rules = {
  list: 'id,given,family,group,role\n1,Mona,Vale,Harbour,The Captain\n2,Otis,Grey,Harbour,Lighthouse Keeper\n3,Pip,Stone,Harbour,Harbour Master',
  requirements: [
    {
      id: 'take', title: 'Voice take', name: 'S{scene}_{role}_T{take}', folder: '{group}/takes', formats: [{ id: 'wav' }],
      count: { by: 'scene', from: 1, to: 6 },
      fields: { scene: { type: 'number', digits: 2, from: 1, to: 6 }, take: { type: 'version', digits: 1 } },
    },
    {
      id: 'foley', title: 'Foley', holder: 'group', name: '{group}_foley_{sound}', folder: '{group}/foley', formats: [{ id: 'wav' }, { id: 'mp3' }],
      count: { from: 1, to: 5 }, fields: { sound: { type: 'text' } },
    },
  ],
}

describe('a value of several words', () => {
  test.each([
    ['Harbour/takes/captain scene 2 take 1.wav', 'take 1'], ['Harbour/takes/keeper sc2 t3.wav', 'take 2'], ['Harbour/takes/S2 Master.wav', 'take 3'],
  ])('is known by a word that no other has: %s', async (path, at) => {
    expect(Object.values(await roundOf(CAST, path))).toEqual([at])
  })
  test('of a figure and a letter is known parted as well', async () => {
    const bench: Rules = {
      list: 'id,name,Bench\n1,Lia Amsel,1a\n2,Tom Dachs,1b\n3,Eva Elch,2b',
      requirements: [{ id: 'plan', title: 'Plan', name: '{Bench}_Plan', formats: [{ id: 'pdf' }] }],
    }
    expect((await toldOf(bench, '1 b plan.pdf')).get('1 b plan.pdf')).toMatchObject({ at: 'plan 2', right: '1b_Plan.pdf' })
    expect((await toldOf(bench, 'Plan 2.pdf')).get('Plan 2.pdf')).toMatchObject({ at: 'unplaced' })
  })
  test('a letter before a number is no article: 2 is not A2', async () => {
    const choir: Rules = {
      list: 'id,given,family,Voice\n1,Anja,Horn,S1\n2,Cora,Lenz,S2\n3,Emma,Noll,A2\n4,Fred,Orth,T',
      requirements: [{
        id: 'song', title: 'Aufnahme', name: '{Voice}_{family}_{song}', fields: { song: { type: 'choice', values: ['Abendlied', 'Kanon'] } },
        formats: [{ id: 'm4a' }], count: { from: 2, to: 2 },
      }],
    }
    const told = await toldOf(choir, 'Neue Aufnahme 2.m4a', 'Lenz Kanon 2. Versuch.m4a')
    expect(told.get('Neue Aufnahme 2.m4a')).toMatchObject({ at: 'unplaced' })
    expect(told.get('Lenz Kanon 2. Versuch.m4a')?.at).toMatch(/^song 2/)
  })
  test('by a word that is a group\'s as well nobody is', async () => {
    expect(Object.values(await roundOf(CAST, 'Harbour/takes/harbour S2.wav'))).not.toContain('take 3')
  })
})

describe('a file in the folder of a piece', () => {
  test('that tells its number is that piece in the wrong format, though another one is asked for in it elsewhere', async () => {
    const told = await toldOf(CAST, 'Harbour/foley/Harbour_foley_bell.mp3', 'Harbour/takes/S03 Captain.mp3')
    expect(told.get('Harbour/takes/S03 Captain.mp3')?.at).toBe('take 1 3')
  })
  test('that says another piece is the other', async () => {
    expect(Object.values(await roundOf(CAST, 'Harbour/takes/Harbour_foley_bell.mp3'))).toEqual(['foley Harbour'])
  })
})

test('a name that fits through free text, with the rule\'s own words, is that piece in the wrong format', async () => {
  const rules: Rules = {
    list: 'id,given,family\n1,Ava,Lind',
    requirements: [
      { id: 'log', title: 'Reading log', name: '{given} reading log', folder: '{given}', formats: [{ id: 'pdf' }] },
      {
        id: 'draw', title: 'Drawing', name: '{given} drawing {what}', folder: '{given}', formats: [{ id: 'jpg' }],
        fields: { what: { type: 'text' } },
      },
    ],
  }
  const told = await toldOf(rules, 'Ava/Ava drawing the sea.pdf')
  expect(told.get('Ava/Ava drawing the sea.pdf')).toMatchObject({ at: 'draw 1', right: 'Ava/Ava drawing the sea.jpg' })
})

test('states of one piece leave room for a wrong value of the other that is owed', async () => {
  const rules: Rules = {
    list: 'id,given,family,label\n1,Carla,Conti,Falter',
    requirements: [{
      id: 'pat', title: 'Pattern', name: '{label}_{garment}', formats: [{ id: 'dxf' }, { id: 'pdf' }], count: { from: 2, to: 5 },
      fields: { garment: { type: 'choice', values: ['Jacket', 'Skirt'] } },
    }],
  }
  const told = await toldOf(rules, 'Falter_Skirt.pdf', 'Falter_Skirt.dxf', 'Falter_dress.dxf')
  expect(told.get('Falter_dress.dxf')?.at).toMatch(/^pat 1/)
})

describe('a number by itself', () => {
  const rules = (name: string, fields = {}): Rules => ({
    list: 'id,given,family\nP003,Anne,Holt\nP024,Eva,Kern',
    requirements: [{ id: 'pos', title: 'Poster', name, folder: 'Posters', formats: [{ id: 'pdf' }], fields }],
  })
  test('is the end of somebody\'s id where the rule asks for no figures', async () => {
    expect(Object.values(await roundOf(rules('{id}_poster'), 'Posters/24_poster.pdf', 'Posters/poster 03.pdf'))).toEqual(['pos P024', 'pos P003'])
  })
  test('is not where the rule has a number of its own, or behind a word that is none of the rule\'s', async () => {
    const own = rules('{id}_poster_{n}', { n: { type: 'number', digits: 2, from: 1, to: 30 } })
    expect(Object.values(await roundOf(own, 'Posters/24_poster.pdf'))).toEqual(['unplaced'])
    expect(Object.values(await roundOf(rules('{id}_poster'), 'Posters/poster class 24.pdf'))).toEqual(['unplaced'])
  })
})

test('a code of letters and figures in a further column says whose it is beside the number in it', async () => {
  const rules: Rules = {
    list: 'id,given,family,machine\n01,Mia,Adler,DMU50\n02,Noah,Brandt,DMU50\n05,Tom,Esser,VF2',
    requirements: [{ id: 'ein', title: 'Set-up sheet', name: '{id}_{family}_setup', folder: '{family}', formats: [{ id: 'pdf' }] }],
  }
  expect(Object.values(await roundOf(rules, 'VF2 setup.pdf'))).toEqual(['ein 05'])
})

test.each([
  'Mona/P1+P2.pdf', 'Mona/P1_P2.pdf', 'Mona/P1-P2 Vale.pdf', 'Mona/P1, P2.pdf',
])('two pieces in one, each with its sign, are neither: %s', async (path) => {
  const rules: Rules = {
    list: 'id,given,family\n1,Mona,Vale',
    requirements: [{
      id: 'sol', title: 'Solution', name: '{family}_P{problem}', folder: '{given}', formats: [{ id: 'pdf' }],
      count: { by: 'problem', from: 3, to: 3 },
      fields: { problem: { type: 'number', digits: 1, from: 1, to: 3 } },
    }],
  }
  expect(Object.values(await roundOf(rules, path))).toEqual(['unplaced'])
})

test('a short value is known with its accents written out', async () => {
  const maps: Rules = {
    list: 'id,name,area\n1,Hanna Reuss,Nord\n2,Tobias Weil,Süd\n3,Mira Kolb,Ost',
    requirements: [{
      id: 'map', title: 'Karte', name: '{area}_{theme}', formats: [{ id: 'pdf' }], count: { from: 2, to: 4 },
      fields: { theme: { type: 'choice', values: ['Boden', 'Klima'] } },
    }],
  }
  expect(await roundOf(maps, 'Sued_Klimakarte.pdf', 'Klima West.pdf')).toEqual({ 'Sued_Klimakarte.pdf': 'map 2', 'Klima West.pdf': 'unplaced' })
})
