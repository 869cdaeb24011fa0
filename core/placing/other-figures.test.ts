import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'
import { readRoman, writeRoman } from '../names/roman'
import { otherFigures } from './other-figures'

// common practice, no source: parts of an orchestra, teams and bands are numbered in Roman letters or in figures, and people write the other

test('numbers in Roman letters are written and read alike', () => {
  for (let number = 1; number < 40; number++) expect(readRoman(writeRoman(number))).toBe(number)
  expect([0, 40, 1.5].map(writeRoman)).toEqual(['', '', ''])
  // from memory
  expect([4, 9, 14, 39].map(writeRoman)).toEqual(['IV', 'IX', 'XIV', 'XXXIX'])
})

test('values that differ by a number are known by it in other figures, and others are not', () => {
  const ways = otherFigures(['Violin I', 'Violin II', 'Section V', 'Cello', 'Team 1', 'Team 2'])
  expect([...ways.keys()]).toEqual(['Violin I', 'Violin II', 'Team 1', 'Team 2'])
  expect(ways.get('Violin II')).toEqual(['Violin 2', '2 Violin', 'II Violin', '2nd Violin', 'Violin 2nd'])
  expect(ways.get('Team 1')).toContain('Team I')
})

describe('a part of an orchestra', () => {
  const parts: Rules = {
    list: 'id,name,instrument\nm1,Marta Holm,Flute\nm2,Siri Dahl,Violin I\nm3,Tor Berg,Violin II',
    requirements: [{ id: 'part', title: 'Part', name: '{instrument}_part', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    ['Violin 2 part.pdf', 'part m3', 'Violin II_part.pdf'], ['violin2_part.pdf', 'part m3', 'Violin II_part.pdf'],
    ['2nd violin part.pdf', 'part m3', 'Violin II_part.pdf'], ['Violin 1 part.pdf', 'part m2', 'Violin I_part.pdf'],
    ['Vioin II_part.pdf', 'part m3', 'Violin II_part.pdf'],
    ['Violin part.pdf', 'unplaced', null], ['Violin 3 part.pdf', 'unplaced', null],
  ])('%s is %s', async (path, at, right) => {
    expect((await toldOf(parts, path)).get(path)).toMatchObject({ at, right })
  })

  test('in other figures is told as that, not as the mark of a copy', async () => {
    expect((await toldOf(parts, 'Violin 2_part.pdf', 'Violin I_part.pdf')).get('Violin 2_part.pdf')?.says)
      .toBe('Instrument "Violin 2" instead of "Violin II".')
  })
})

test.each([
  ['Band 2 setlist.pdf', 'set Band II'], ['2nd band setlist.pdf', 'set Band II'], ['Band I setlist.pdf', 'set Band I'],
])('a group likewise: %s is %s', async (path, at) => {
  const bands: Rules = {
    list: 'id,name,group\n1,Ann,Band I\n2,Bo,Band II',
    requirements: [{ id: 'set', title: 'Setlist', holder: 'group', name: '{group}_setlist', formats: [{ id: 'pdf' }] }],
  }
  expect(await roundOf(bands, path)).toEqual({ [path]: at })
})
