import { describe, expect, test } from 'vitest'
import type { ListedPerson } from './another-list'
import { listChanges, renumbered, withEarlierIds, withWhatWasTold } from './another-list'
import { readRoster, readTable } from './read'

const listOf = (...rows: string[]): ListedPerson[] =>
  readRoster(readTable(new TextEncoder().encode(['id,given,family,group,email', ...rows].join('\n')))).roster.people
const idsIn = (people: readonly ListedPerson[]) => Object.fromEntries(people.map(({ name, id }) => [name, id]))
const told = (before: readonly ListedPerson[], after: readonly ListedPerson[]) =>
  renumbered(before, after).map(({ id, was, is }) => `${id} ${was.name} > ${is.name}`)

// common practice, no source: class lists are numbered by the alphabet, and anew once somebody has come or left
describe('a list that is numbered anew', () => {
  const before = listOf('1,Lena,Müller,10a,', '2,Mia,Weiß,10a,', '3,Ben,Fischer,10a,', '4,Emma,Weber,10a,emma@school.example')
  const after = listOf('1,Lena,Müller,10a,', '2,Ben,Fischer,10a,', '3,Nora,Abend,10a,', '4,Emma,Kraus,10a,emma@school.example')

  test('has somebody else under the numbers of before', () => {
    expect(told(before, after)).toEqual(['2 Mia Weiß > Ben Fischer', '3 Ben Fischer > Nora Abend'])
  })

  test('can leave everybody the number they had; who is new gets the next one, not that of who has left', () => {
    expect(idsIn(withEarlierIds(before, after))).toEqual({ 'Lena Müller': '1', 'Ben Fischer': '3', 'Nora Abend': '5', 'Emma Kraus': '4' })
    expect(told(before, withEarlierIds(before, after))).toEqual([])
  })

  test('is the same list where nothing but its order changed', () => {
    expect(told(before, [...before].reverse())).toEqual([])
    expect(withEarlierIds(before, [...before].reverse())).toEqual([...before].reverse())
  })
})

test('a later list says who comes, who goes, and who is in another group or called otherwise', () => {
  const before = listOf('s1,Ana,Marsh,Reef,', 's2,Bo,Lind,Reef,', 's3,Cy,Holm,,', 's4,Di,Rook,Dune,')
  const after = listOf('s5,Eda,Wade,Reef,', 's3,Cy,Holm,Dune,', 's2,Bo,Lindqvast,Reef,', 's1,Ana,Marsh,Reef,')
  const { added, gone, moved, renamed } = listChanges(before, after)
  expect([added, gone].map(list => list.map(one => one.name))).toEqual([['Eda Wade'], ['Di Rook']])
  expect(moved.map(({ was, is }) => [is.name, was.group, is.group])).toEqual([['Cy Holm', '', 'Dune']])
  expect(renamed.map(({ was, is }) => [was.name, is.name])).toEqual([['Bo Lind', 'Bo Lindqvast']])
  expect(listChanges(before, [...before].reverse())).toEqual({ added: [], gone: [], moved: [], renamed: [] })
})

test.each([
  ['s2,Mia,Kraus,10a,', [], 'a married name'], ['s2,Mia-Sophie,Weiß,10a,', [], 'a longer given name'],
  ['s2,M.,Weiss,10a,', [], 'a name written otherwise'],
  ['s2,Nora,Abend,10b,', ['s2 Mia Weiß > Nora Abend'], 'somebody who came in her place'],
])('under one id %s is %j: %s', (row, others) => {
  const before = listOf('s1,Lena,Müller,10a,', 's2,Mia,Weiß,10a,mia@school.example')
  const after = listOf('s1,Lena,Müller,10a,', row)
  expect(told(before, after)).toEqual(others)
  const kept = withEarlierIds(before, after)
  expect(kept.map(one => one.id)).toEqual(others.length === 0 ? ['s1', 's2'] : ['s1', expect.not.stringMatching(/^s[12]$/)])
})

test('numbers keep their zeros, and two of one name are told apart by their group', () => {
  const before = listOf('01,Ana,Marsh,Reef,', '02,Ana,Marsh,Dune,', '03,Bo,Lind,Reef,')
  const after = listOf('01,Ana,Marsh,Dune,', '02,Bo,Lind,Reef,', '03,Cy,Roth,Reef,')
  const kept = withEarlierIds(before, after).map(({ id, name, group }) => `${id} ${name} ${group}`)
  expect(kept).toEqual(['02 Ana Marsh Dune', '03 Bo Lind Reef', '04 Cy Roth Reef'])
})

test('what was told of somebody here stays with them', () => {
  const [lena, mia] = listOf('1,Lena,Müller,10a,', '2,Mia,Weiß,10a,')
  const before = [{ ...lena as ListedPerson, aliases: ['Leni'], until: '2026-12-31' }, { ...mia as ListedPerson, aliases: ['Mimi'] }]
  const after = withWhatWasTold(before, listOf('1,Mia,Weiß,10a,', '2,Lena,Müller,10a,', '3,Bo,Lind,10a,'))
  expect(after.map(({ name, aliases, until }) => [name, aliases, until])).toEqual([
    ['Mia Weiß', ['Mimi'], undefined], ['Lena Müller', ['Leni'], '2026-12-31'], ['Bo Lind', [], undefined],
  ])
})
