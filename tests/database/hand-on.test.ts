import { randomUUID } from 'node:crypto'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { readRoster, readTable } from '../../core/roster/read'
import { startJobs } from '../../server/jobs/index'
import { stopQueue } from '../../server/queue/queue'
import { db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { makeCheck } from '../../server/services/checks'
import { startCopy } from '../../server/services/corrected'
import { saveDocument } from '../../server/services/documents'
import { handOn, handOnDue, nameOf } from '../../server/services/hand-on'
import { addPlace, listPlaces, scanPlace } from '../../server/services/places'
import { saveRoster } from '../../server/services/rosters'
import type { HandsOn } from '../../shared/places'
import { accountOf, ended, settled } from './help'

const root = mkdtempSync(join(tmpdir(), 'hand-on-'))
let [owner, brief, folder, place] = [undefined as unknown as Account, '', '', '']
const order = (more: Partial<HandsOn> = {}): HandsOn => ({ what: ['people'], name: 'results/{title} {what}', over: true, afterCheck: false, ...more })
const there = () => readdirSync(join(folder, 'results')).sort()
const scan = async () => ended<'scan'>(owner, (await scanPlace(owner, brief, place)).jobId)

beforeAll(async () => {
  process.env.USITOR_FOLDERS = root
  await startJobs()
  owner = await accountOf('Handing')
})
afterAll(async () => {
  await stopQueue()
  await disconnect()
})
beforeEach(async () => {
  folder = join(root, randomUUID())
  mkdirSync(join(folder, 'Marsh'), { recursive: true })
  writeFileSync(join(folder, 'Marsh/log of marsh.csv'), 'a,b\n1,2\n')
  utimesSync(join(folder, 'Marsh/log of marsh.csv'), new Date(Date.now() - 60_000), new Date(Date.now() - 60_000))
  brief = (await makeBrief(owner, 'Week 2: shore')).id
  await saveRoster(owner, brief, readRoster(readTable(Buffer.from('id,given,family\ns1,Ana,Marsh\n'))).roster)
  await saveDocument(owner, brief, { usitorBrief: 1, title: 'Week 2: shore', requirements: [
    { id: 'log', title: 'Log', name: '{family}_log', formats: [{ id: 'csv' }], folder: '{family}' },
  ] })
  const added = await addPlace(owner, brief, {
    kind: 'folder', root: 'Drive', settings: { path: folder }, secret: '', keeps: true, everyMinutes: null,
  })
  place = added.id
  await ended(owner, added.jobId ?? '')
})

test('results are written under a name of their own, over what was written before, and are nothing that arrived', async () => {
  await expect(handOn(owner, (await makeBrief(owner, 'Empty')).id, place, order())).rejects.toMatchObject({ statusCode: 404 })
  await makeCheck(brief, owner.id)
  const { written } = await handOn(owner, brief, place, order({ what: ['people', 'json'] }))
  expect(written.map(one => one.path)).toEqual(['results/Week 2 shore people.csv', 'results/Week 2 shore report.json'])
  const rows = Papa.parse<string[]>(readFileSync(join(folder, 'results/Week 2 shore people.csv'), 'utf8')).data
  expect(rows[1]).toEqual(expect.arrayContaining(['s1', 'Ana', 'Marsh']))
  expect(rows[0]).not.toContain('link')
  await handOn(owner, brief, place, order({ what: ['people', 'json'] }))
  expect(there()).toEqual(['Week 2 shore people.csv', 'Week 2 shore report.json'])
  expect(await scan()).toMatchObject({ files: 1, unchanged: true })
  expect((await listPlaces(owner, brief)).places[0]).toMatchObject({ handsOn: { over: true }, written: [{ what: 'json' }, { what: 'people' }] })
})

test('a table holds a link for each person once the server is known by an address', async () => {
  await makeCheck(brief, owner.id)
  process.env.USITOR_ADDRESS = 'https://usitor.example/'
  try {
    await handOn(owner, brief, place, order())
  }
  finally {
    delete process.env.USITOR_ADDRESS
  }
  const [head, row] = Papa.parse<string[]>(readFileSync(join(folder, 'results/Week 2 shore people.csv'), 'utf8')).data
  expect([head?.at(-1), row?.at(-1)]).toEqual(['link', `https://usitor.example/briefs/${brief}/check?holder=s1`])
})

test('with numbers each stands beside the one before, and what is somebody else\'s is never touched', async () => {
  await makeCheck(brief, owner.id)
  mkdirSync(join(folder, 'results'))
  writeFileSync(join(folder, 'results/Week 2 shore people.csv'), 'mine')
  await expect(handOn(owner, brief, place, order())).rejects.toMatchObject({ statusCode: 422, message: expect.stringContaining('already') })
  for (let time = 0; time < 2; time++) await handOn(owner, brief, place, order({ over: false }))
  expect(there()).toEqual(['Week 2 shore people 2.csv', 'Week 2 shore people 3.csv', 'Week 2 shore people.csv'])
  expect(readFileSync(join(folder, 'results/Week 2 shore people.csv'), 'utf8')).toBe('mine')
  // changed by somebody since: no longer what may be written over
  await handOn(owner, brief, place, order({ name: 'results/{what}' }))
  await new Promise(done => setTimeout(done, 20))
  rmSync(join(folder, 'results/people.csv'))
  writeFileSync(join(folder, 'results/people.csv'), 'theirs')
  await expect(handOn(owner, brief, place, order({ name: 'results/{what}' }))).rejects.toMatchObject({ statusCode: 422 })
  expect(readFileSync(join(folder, 'results/people.csv'), 'utf8')).toBe('theirs')
})

test('the corrected copy goes there once it is made; a name that climbs or is the same for several is refused', async () => {
  await settled(brief)
  const { id } = await makeCheck(brief, owner.id)
  await expect(handOn(owner, brief, place, order({ what: ['corrected-copy'] }))).rejects.toMatchObject({
    statusCode: 409, message: expect.stringContaining('There is no corrected copy yet: make one'),
  })
  await ended(owner, (await startCopy(owner, id)).jobId)
  const { written: [copy] } = await handOn(owner, brief, place, order({ what: ['corrected-copy'] }))
  expect(copy?.path).toBe('results/Week 2 shore corrected copy.zip')
  expect(readFileSync(join(folder, copy?.path ?? '')).subarray(0, 2).toString()).toBe('PK')
  for (const name of ['../{what}', '/{what}', 'a/../../{what}', '{person} {what}']) {
    await expect(handOn(owner, brief, place, order({ name }))).rejects.toMatchObject({ statusCode: 422 })
  }
  await expect(handOn(owner, brief, place, order({ what: ['people', 'json'], name: 'one' }))).rejects.toMatchObject({ statusCode: 422 })
})

test('what is to follow every check follows each once, whoever comes first', async () => {
  await makeCheck(brief, owner.id)
  await handOn(owner, brief, place, order({ over: false, afterCheck: true }))
  await Promise.all([handOnDue(), handOnDue()])
  expect(there()).toHaveLength(1)
  await makeCheck(brief, owner.id)
  await Promise.all([handOnDue(), handOnDue(), handOnDue()])
  expect(there()).toHaveLength(2)
  // a copy that somebody asked for is of the check before: it stays behind, the rest goes on
  const { id } = await makeCheck(brief, owner.id)
  await ended(owner, (await startCopy(owner, id)).jobId)
  await handOn(owner, brief, place, order({ what: ['corrected-copy', 'people'], afterCheck: true }))
  const { id: newest } = await makeCheck(brief, owner.id)
  await handOnDue()
  expect(await db()('place_written').where('check_id', newest).pluck('what')).toEqual(['people'])
  const all = there()
  await db()('place').where('id', place).update({ removed_at: new Date() })
  await makeCheck(brief, owner.id)
  await handOnDue()
  expect(there()).toEqual(all)
})

test.each([
  ['results/{title} {date} {what}', 'results/Week 2 shore 2026-10-16 people'], ['{what}', 'people'], [' a / b ', 'a/b'],
])('the name %s is written %s', (rule, name) => {
  expect(nameOf(rule, 'Week 2: shore', new Date('2026-10-16T12:00:00Z'), 'people')).toBe(name)
})
