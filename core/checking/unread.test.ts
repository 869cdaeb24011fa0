import { describe, expect, test } from 'vitest'
import { readBrief } from '../brief/read'
import { unread as unreadReading } from '../formats/reading'
import { readReport } from '../reporting/read'
import type { Report } from './report'
import { compareRounds } from '../reporting/rounds'
import { readRoster, readTable } from '../roster/read'
import { check } from './check'
import type { ReceivedFile } from '../arrivals/received'
import { readRulings } from './rulings'

const { roster } = readRoster(readTable(new TextEncoder().encode('id,given,family\ns1,Ana,Marsh\ns2,Bo,Lind\n')))

/** Two people's files of one size that could not be read: all that is known of them is that nothing is known. */
const unread = (path: string, root = 'in'): ReceivedFile => ({
  root, path, size: 5000, sha256: null, receivedAt: 1000, receivedAtFrom: 'modified',
  reading: unreadReading('not on this machine'),
})

async function checkUnread(paths: string[], previous: Report | null = null): Promise<Report> {
  const brief = await readBrief({
    usitorBrief: 1, title: 'Test', requirements: [
      { id: 'photo', name: '{family}_photo', formats: [{ id: 'jpg' }] },
      { id: 'map', name: '{family}_map', formats: [{ id: 'jpg' }] },
    ],
  })
  return check({ brief, roster, received: paths.map(path => unread(path)), checkedAt: 2000, previous })
}

describe('files that could not be read', () => {
  test('are never told to have the same bytes, be it of one holder or of two', async () => {
    const report = await checkUnread(['Marsh_photo.jpg', 'Marsh_map.jpg', 'Lind_photo.jpg'])
    expect(report.files.flatMap(file => file.findings)).toEqual([])
    expect(report.files.map(file => [file.role, file.sha256])).toEqual([['placed', null], ['placed', null], ['placed', null]])
  })

  test('are no duplicates of each other in one slot', async () => {
    const report = await checkUnread(['Marsh_photo.jpg', 'later/Marsh_photo.jpg'])
    expect(report.files.map(file => file.role).sort()).toEqual(['placed', 'superseded'])
  })

  test('are not placed where another unread file was placed before', async () => {
    const before = await checkUnread(['Marsh_photo.jpg'])
    const report = await checkUnread(['Marsh_photo.jpg', 'nobody knows.jpg'], before)
    expect(report.files.find(file => file.path === 'nobody knows.jpg')).toMatchObject({ role: 'unplaced' })
  })

  test('have moved nowhere, and are not said to have come again unchanged', () => {
    const slot = (path: string) => ({ requirement: 'photo', holder: 's1', n: null, status: 'to-fix' as const, file: { sha256: null, path } })
    expect(compareRounds([slot('a.jpg')], [slot('b.jpg')])).toMatchObject({ moved: 0, entries: [{ kind: 'changed' }] })
    expect(compareRounds([slot('a.jpg')], [slot('a.jpg')]).entries).toMatchObject([{ kind: 'still-open' }])
  })
})

test('reports and rulings of before, with an empty text for the hash, are read as null', async () => {
  const report = await checkUnread(['Marsh_photo.jpg'])
  const earlier: unknown = JSON.parse(JSON.stringify(report).replaceAll('"sha256":null', '"sha256":""'))
  expect((await readReport(earlier)).files[0]?.sha256).toBeNull()
  const [ruling] = await readRulings({ usitorRulings: 1, rulings: [{ kind: 'set-aside', file: { sha256: '', root: 'in', path: 'a.jpg' } }] })
  expect(ruling?.file?.sha256).toBeNull()
})
