import { describe, expect, test } from 'vitest'
import { chooseRows, countHolders, holeKey, nextOpen, openOf, sayMistake } from '../../app/composables/rack'
import type { CheckHead, RackCell, RackRow } from '../../shared/answers'

const cell = (status: RackCell['status'], n: number | null = null, more: Partial<RackCell> = {}): RackCell =>
  ({ n, status, late: false, codes: [], parts: [], fault: '', name: null, candidates: 0, roots: [], ...more })
const head = {
  people: [
    { id: 'a', name: 'Ana Marsh', given: 'Ana', family: 'Marsh', group: 'Reef' },
    { id: 'b', name: 'Bo Arkel', given: 'Bo', family: 'Arkel', group: 'Dune' },
    { id: 'c', name: 'Cy', given: '', family: '', group: 'Dune' },
  ],
  requirements: [{ id: 'log', title: 'Log', holder: 'person', by: null }, { id: 'photo', title: 'Photo', holder: 'person', by: 'n' }],
} as unknown as CheckHead
const rows: RackRow[] = [
  { holder: 'a', cells: {
    log: [cell('right', null, { name: 'Marsh_log.csv' })], photo: [cell('right', 1), cell('to-fix', 2, { codes: ['name.differs'], parts: ['n'] })],
  } },
  { holder: 'b', cells: { log: [cell('right', null, { late: true })], photo: [cell('right', 1), cell('right', 2)] } },
  { holder: 'c', cells: { log: [cell('missing')], photo: [cell('missing', 1), cell('missing', 2)] } },
]
const sayName = (holder: string) => head.people.find(one => one.id === holder)?.name ?? holder
const choice = { only: null, mistake: null, find: '', order: 'open', sayName } as const
const shown = (more: Partial<Parameters<typeof chooseRows>[2]>) => chooseRows(rows, head, { ...choice, ...more }).map(row => row.holder).join('')

describe('who is looked at, in which order', () => {
  test.each([
    [{}, 'cab'], [{ order: 'list' as const }, 'abc'], [{ order: 'name' as const }, 'bca'], [{ only: 'late' as const }, 'b'],
    [{ only: 'missing' as const }, 'c'], [{ find: 'marsh_log' }, 'a'], [{ find: 'dune', order: 'list' as const }, 'bc'], [{ find: 'zzz' }, ''],
    // where names are hidden nobody is found by them
    [{ find: 'ana', sayName: () => 'No. 1' }, ''],
  ])('%j: %s', (more, expected) => {
    expect(shown(more)).toBe(expected)
  })

  test.each([
    [{ requirement: 'photo', code: 'name.differs', part: 'n' }, 'a', 'the number in the name'],
    [{ requirement: 'photo', code: 'name.differs', part: '' }, 'a', 'name'],
    [{ requirement: 'photo', code: 'name.differs', part: 'family' }, '', 'the family name in the name'],
    [{ requirement: 'log', code: 'name.differs', part: 'n' }, '', 'the number in the name'],
  ])('with the mistake %j: %s', (mistake, expected, said) => {
    expect(shown({ mistake })).toBe(expected)
    expect(sayMistake(mistake)).toContain(said)
  })

  test('what a holder owes is counted in pieces, not files', () => {
    expect(rows.map(openOf)).toEqual([1, 0, 3])
  })

  test.each<[string, string]>([['', '3 people'], ['Crew', '3 people'], ['Klasse', '3 people']])('counted, groups called %j: %s', (heading, said) => {
    expect(countHolders(rows, head, heading)).toBe(said)
  })

  test('groups are counted beside the people, in the list\'s own word where its plural is known', () => {
    const groups: RackRow[] = ['Reef', 'Dune'].map(holder => ({ holder, cells: {} }))
    expect(countHolders([...rows, ...groups], head, 'Class')).toBe('3 people and 2 classes')
    expect(countHolders([...rows, ...groups.slice(1)], head, 'Klasse')).toBe('3 people and 1 group')
    expect(countHolders(groups, head)).toBe('2 groups')
  })
})

describe('the next open piece', () => {
  const order = chooseRows(rows, head, { ...choice, order: 'list' })
  const keys = (by: 1 | -1, times: number) => {
    let at: ReturnType<typeof nextOpen> = null
    return Array.from({ length: times }, () => {
      at = nextOpen(order, head, at, by)
      return at && `${at.holder} ${at.requirement} ${at.n ?? '-'}`
    })
  }
  test('in reading order, from the end to the beginning, and back', () => {
    expect(keys(1, 5)).toEqual(['a photo 2', 'c log -', 'c photo 1', 'c photo 2', 'a photo 2'])
    expect(keys(-1, 3)).toEqual(['c photo 2', 'c photo 1', 'c log -'])
  })

  test('from a piece in order, or a whole holder, it is the one behind; where nothing else is open, none', () => {
    expect(nextOpen(order, head, { holder: 'b', requirement: 'photo', n: 1 }, 1)).toEqual({ holder: 'c', requirement: 'log', n: null })
    expect(nextOpen(order.slice(0, 2), head, { holder: 'a', requirement: 'photo', n: 2 }, 1)).toBeNull()
    expect(nextOpen(order.slice(1, 2), head, null, 1)).toBeNull()
  })

  test('pigeonholes of one page have keys of their own', () => {
    const keys = rows.flatMap(({ holder, cells }) => Object.entries(cells)
      .flatMap(([requirement, list]) => list.map(({ n }) => holeKey({ holder, requirement, n }))))
    expect(new Set([...keys, ...rows.map(({ holder }) => holeKey({ holder }))]).size).toBe(keys.length + 3)
  })
})
