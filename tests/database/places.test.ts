import { randomUUID } from 'node:crypto'
import { appendFileSync, chmodSync, mkdirSync, mkdtempSync, renameSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { readRoster, readTable } from '../../core/roster/read'
import { startJobs } from '../../server/jobs/index'
import { runScanStep } from '../../server/jobs/scan'
import { stopQueue } from '../../server/queue/queue'
import { allFiles } from '../../server/database/check-rows'
import { db, disconnect } from '../../server/database/connection'
import type { JobRow } from '../../server/database/tables'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { loadReceived } from '../../server/services/check-input'
import { makeCheck } from '../../server/services/checks'
import { getCheck } from '../../server/services/reports'
import { saveDocument } from '../../server/services/documents'
import { countingIntakes } from '../../server/services/intakes'
import { addPlace, listPlaces, removePlace, scanDue, scanPlace, setPlace, tryPlace } from '../../server/services/places'
import { saveRoster } from '../../server/services/rosters'
import type { ScanResult } from '../../shared/jobs'
import type { PlaceOrder } from '../../shared/places'
import type { MailService } from '../../stand-ins/mail'
import { startMail } from '../../stand-ins/mail'
import type { Drive } from '../places/apache'
import { startApache } from '../places/apache'
import { accountOf, ended, until } from './help'

const root = mkdtempSync(join(tmpdir(), 'places-'))
let owner: Account
let drive: Drive
let mail: MailService
let brief: string
let folder: string

/** A file that was written a while ago. */
function put(path: string, bytes: string | Buffer, ago = 60_000) {
  const whole = join(folder, path)
  mkdirSync(dirname(whole), { recursive: true })
  writeFileSync(whole, bytes)
  utimesSync(whole, new Date(Date.now() - ago), new Date(Date.now() - ago))
}
const order = (more: Partial<PlaceOrder> = {}): PlaceOrder =>
  ({ kind: 'folder', root: 'Drive', settings: { path: folder }, secret: '', keeps: true, everyMinutes: null, ...more })

beforeAll(async () => {
  process.env.USITOR_FOLDERS = root
  process.env.USITOR_HOSTS = '127.0.0.1'
  mail = await startMail()
  process.env.SMTP_URL = mail.url
  await startJobs()
  owner = await accountOf('Keeper')
  drive = await startApache()
})
afterAll(async () => {
  await drive.stop()
  await stopQueue()
  await mail.close()
  await disconnect()
})
beforeEach(async () => {
  folder = join(root, randomUUID())
  mkdirSync(folder)
  brief = (await makeBrief(owner, 'Shore survey')).id
  await saveRoster(owner, brief, readRoster(readTable(Buffer.from('id,given,family\ns1,Ana,Marsh\ns2,Bo,Lindqvast\n'))).roster)
  await saveDocument(owner, brief, {
    usitorBrief: 1, title: 'Shore survey',
    requirements: [{ id: 'log', title: 'Log', name: '{family}_log', formats: [{ id: 'csv' }], folder: '{family} {given}' }],
  })
})

async function added(more: Partial<PlaceOrder> = {}): Promise<{ id: string, result: ScanResult }> {
  const { id, jobId } = await addPlace(owner, brief, order(more))
  return { id, result: await ended<'scan'>(owner, jobId ?? '') }
}
const again = async (id: string) => ended<'scan'>(owner, (await scanPlace(owner, brief, id)).jobId)
const received = async () => (await loadReceived((await countingIntakes(brief)).map(one => one.id)))
  .map(({ root: at, path, sha256 }) => `${at}: ${path} ${sha256?.slice(0, 6)}`).sort()
const intakes = async () => Number((await db()('intake').where('brief_id', brief).count<{ count: string }[]>('* as count'))[0]?.count)
const checked = async () => (await getCheck(owner, (await makeCheck(brief, owner.id)).id)).summary
/** When a file was seen first and last (ms), as the checks of the brief tell it in turn: one that comes by itself between tells the same again. */
async function seen(path: string): Promise<{ first: number, last: number | null }[]> {
  const checks = await db()('check_run').where('brief_id', brief).orderBy('id').select('id')
  const files = (await Promise.all(checks.map(check => allFiles(String(check.id))))).flatMap(all => all.filter(one => one.path === path))
  const told = files.map(({ seenFirst = '', seenLast }) => ({ first: Date.parse(seenFirst), last: seenLast ? Date.parse(seenLast) : null }))
  return told.filter(({ first, last }, at) => first !== told[at - 1]?.first || last !== told[at - 1]?.last)
}
const CSV = 'day,count\n2026-10-01,4\n'

describe.each(['folder', 'webdav'] as const)('a place of kind %s', (kind) => {
  beforeEach(() => {
    if (kind === 'folder') return
    folder = join(drive.folder, randomUUID())
    mkdirSync(folder)
    chmodSync(folder, 0o777)
  })
  const ofKind = (): Partial<PlaceOrder> => (kind === 'folder'
    ? {}
    : { kind, settings: { address: `${drive.url}${folder.slice(drive.folder.length + 1)}/`, name: 'ana' }, secret: 'shore' })

  test('is tried, looked at, judged; then only what changed is read, and what is gone is gone', async () => {
    put('Marsh Ana/Marsh_log.csv', CSV)
    put('Lindqvast Bo/log final.csv', `${CSV}2026-10-02,5\n`)
    put('thumbs.txt', 'x')
    const trial = await tryPlace(owner, brief, order(ofKind()))
    expect(trial).toMatchObject({ files: 3, more: false, passed: [], names: { right: 1, toFix: 1, people: 2 } })
    expect(trial.levels.map(({ name }) => name).sort()).toEqual(['', 'Lindqvast Bo', 'Marsh Ana'])
    expect(await intakes()).toBe(0)

    expect(trial.names?.wrapper).toBeNull()

    const { id, result } = await added(ofKind())
    expect(result).toMatchObject({ files: 3, fresh: 3, gone: 0, waiting: 0, unchanged: false })
    expect((await checked())).toMatchObject({ right: 1, toFix: 1, files: 3 })
    const [first] = await countingIntakes(brief)
    const [whenNew] = await seen('Marsh Ana/Marsh_log.csv')
    expect(whenNew?.last).toBeGreaterThanOrEqual(whenNew?.first ?? Infinity)

    expect(await again(id)).toMatchObject({ files: 3, fresh: 0, unchanged: true })
    expect((await countingIntakes(brief)).map(one => one.id)).toEqual([first?.id])

    put('Lindqvast Bo/Lindqvast_log.csv', `${CSV}2026-10-03,6\n`, 30_000)
    rmSync(join(folder, 'Lindqvast Bo/log final.csv'))
    expect(await again(id)).toMatchObject({ files: 3, fresh: 1, gone: 1, unchanged: false })
    expect((await received()).map(one => one.split(' ').slice(1, -1).join(' '))).toEqual([
      'Lindqvast Bo/Lindqvast_log.csv', 'Marsh Ana/Marsh_log.csv', 'thumbs.txt',
    ])
    expect((await checked())).toMatchObject({ right: 2, toFix: 0 })
    expect(await intakes()).toBe(2)
    // what lies there as it did is known from its first day; of what a later look stands for, no last one is told
    const since = whenNew?.first
    expect(await seen('Marsh Ana/Marsh_log.csv')).toEqual([{ first: since, last: null }, { first: since, last: expect.any(Number) }])
    expect((await seen('Lindqvast Bo/Lindqvast_log.csv'))[0]?.first).toBeGreaterThan(whenNew?.first ?? Infinity)
  })

  test('what lies around everything is guessed before it counts, as the check takes it', async () => {
    put('handed in 2026/Marsh Ana/Marsh_log.csv', CSV)
    put('handed in 2026/Lindqvast Bo/Lindqvast_log.csv', `${CSV}2026-10-02,5\n`)
    expect((await tryPlace(owner, brief, order(ofKind()))).names).toEqual({ right: 2, toFix: 0, unknown: 0, people: 2, wrapper: 'handed in 2026' })
    await added(ofKind())
    expect((await getCheck(owner, (await makeCheck(brief, owner.id)).id)).roots.map(one => one.wrapper)).toEqual(['handed in 2026'])
  })

  test('a file that was moved is the same bytes, kept once; one changed in place is another', async () => {
    put('Marsh Ana/raw.csv', CSV)
    const { id } = await added(ofKind())
    const contents = async () =>
      (await db()('received_file').join('intake', 'intake.id', 'intake_id').where('brief_id', brief).distinct('content_id')).length
    mkdirSync(join(folder, 'moved'))
    chmodSync(join(folder, 'moved'), 0o777)
    renameSync(join(folder, 'Marsh Ana/raw.csv'), join(folder, 'moved/Marsh_log.csv'))
    expect(await again(id)).toMatchObject({ fresh: 1, gone: 1 })
    expect(await contents()).toBe(1)
    put('moved/Marsh_log.csv', CSV.replace('4', '5'), 20_000)
    expect(await again(id)).toMatchObject({ fresh: 1, gone: 0 })
    expect(await contents()).toBe(2)
  })

  test('a large file comes in pieces and is whole; where only facts are kept no byte of it stays', async () => {
    const large = Buffer.alloc(9 * 1024 * 1024 + 11, 'strip ')
    put('Marsh Ana/large.bin', large)
    const { id } = await added(ofKind())
    const [kept] = await loadReceived((await countingIntakes(brief)).map(one => one.id))
    const { createHash } = await import('node:crypto')
    expect(kept?.sha256).toBe(createHash('sha256').update(large).digest('hex'))
    await removePlace(owner, brief, id)
    const facts = await added({ ...ofKind(), root: 'Facts', keeps: false })
    expect(facts.result).toMatchObject({ fresh: 1 })
    const rows = await db()('received_file').join('intake', 'intake.id', 'intake_id').where({ place_id: facts.id }).select('sha256', 'content_id')
    expect(rows).toEqual([{ sha256: kept?.sha256, content_id: null }])
    expect(await again(facts.id)).toMatchObject({ unchanged: true })
  })
})

test('a file that is still written to waits, and what it was before stays until it is done', async () => {
  put('Marsh Ana/Marsh_log.csv', CSV)
  const { id } = await added()
  const before = await received()
  appendFileSync(join(folder, 'Marsh Ana/Marsh_log.csv'), '2026-10-09,')
  put('Lindqvast Bo/Lindqvast_log.csv', CSV)
  expect(await again(id)).toMatchObject({ files: 2, fresh: 1, waiting: 1 })
  expect(await received()).toEqual(expect.arrayContaining(before))
  put('Marsh Ana/Marsh_log.csv', `${CSV}2026-10-09,7\n`, 5000)
  expect(await again(id)).toMatchObject({ fresh: 1, waiting: 0 })
  expect(await received()).not.toEqual(expect.arrayContaining(before))
})

test('a file that arrives shorter than it was listed waits, and what it was stays; one that may not be read is told of', async () => {
  const listed = (size: number) => `<D:multistatus xmlns:D="DAV:"><D:response><D:href>/d/Marsh_log.csv</D:href><D:propstat><D:prop>
    <D:getcontentlength>${size}</D:getcontentlength><D:getlastmodified>Fri, 16 Oct 2026 10:00:00 GMT</D:getlastmodified></D:prop>
    <D:status>HTTP/1.1 200 OK</D:status></D:propstat></D:response></D:multistatus>`
  let [size, status, body] = [CSV.length, 200, CSV]
  const server = createServer((request, answer) => (request.method === 'PROPFIND'
    ? answer.writeHead(207).end(listed(size))
    : answer.writeHead(status).end(body)))
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/d/`
  const { id } = await added({ kind: 'webdav', settings: { address, name: '' } })
  const before = await received()
  expect(before).toHaveLength(1);
  [size, body] = [400, 'still on its way']
  expect(await again(id)).toMatchObject({ files: 1, fresh: 0, waiting: 1 })
  expect(await received()).toEqual(before);
  [status, body] = [403, '']
  expect(await again(id)).toMatchObject({ failed: ['Marsh_log.csv'] })
  expect((await checked()).files).toBe(1)
  // whoever added it is gone: it can be looked at all the same
  await db()('place').where({ id }).update({ made_by: null });
  [size, status, body] = [CSV.length, 200, CSV]
  expect(await again(id)).toMatchObject({ fresh: 1, failed: [] })
  expect(await received()).toEqual(before)
  server.closeAllConnections()
  server.close()
})

test('a step that is undone at any moment and taken again comes to the same: nothing double, nothing lost', async () => {
  for (let file = 0; file < 60; file++) put(`Marsh Ana/${file}.csv`, `${CSV}${file}`)
  const { id, jobId } = await addPlace(owner, brief, order())
  await ended(owner, jobId ?? '')
  put('Marsh Ana/0.csv', 'changed', 10_000)
  put('Marsh Ana/new.csv', 'new', 10_000)
  rmSync(join(folder, 'Marsh Ana/1.csv'))
  // by hand, so that each step can be undone once before it counts
  const scan = randomUUID()
  const input = JSON.stringify({ placeId: id })
  await db()('job').insert({ id: scan, brief_id: brief, kind: 'scan', input, state: 'running', created_by: owner.id })
  const signal = new AbortController().signal
  for (let step = 0, finished = false; !finished; step++) {
    const job = await db()('job').where('id', scan).first() as JobRow<'scan'>
    await db().transaction(async (trx) => {
      await runScanStep(job, trx, signal)
      throw new Error('killed')
    }).catch((error: Error) => expect(error.message).toBe('killed'))
    finished = await db().transaction(async (trx) => {
      const outcome = await runScanStep(job, trx, signal)
      await trx('job').where('id', scan).update({ checkpoint: JSON.stringify(outcome.checkpoint), total: outcome.total,
        ...(outcome.finished ? { state: 'done' as const } : {}) })
      return outcome.finished
    })
    expect(step).toBeLessThan(10)
  }
  const files = await received()
  expect(files.length).toBe(60)
  expect(new Set(files).size).toBe(60)
  expect(files.some(one => one.includes('new.csv')) && !files.some(one => one.includes('/1.csv'))).toBe(true)
  expect((await countingIntakes(brief)).length).toBe(1)
  expect(await db()('place_file').where('job_id', scan).select('path')).toEqual([])
})

test('two who ask at once are told of one scan', async () => {
  put('Marsh Ana/Marsh_log.csv', CSV)
  const { id } = await added()
  const jobs = await Promise.all([1, 2, 3, 4].map(() => scanPlace(owner, brief, id)))
  expect(new Set(jobs.map(one => one.jobId)).size).toBe(1)
  await ended(owner, jobs[0]?.jobId ?? '')
})

test('two roots of one brief stand beside each other, neither replaces the other, nor does a folder that is dropped', async () => {
  put('Marsh Ana/Marsh_log.csv', CSV)
  await added({ root: 'Computer' })
  const one = folder
  folder = join(root, randomUUID())
  mkdirSync(folder)
  put('Marsh Ana/Marsh_log.csv', CSV)
  await added({ root: 'Drive' })
  expect((await received()).map(text => text.split(' ')[0])).toEqual(['Computer:', 'Drive:'])
  await expect(addPlace(owner, brief, order({ root: 'Drive', settings: { path: one } }))).rejects.toMatchObject({ statusCode: 409 })
})

test('a place that is gone is told in words, by mail once after three times, and is well again by itself', async () => {
  await db()('account').where('id', owner.id).update({ mail_verified_at: db().fn.now() })
  put('Marsh Ana/Marsh_log.csv', CSV)
  const { id } = await added()
  const before = await received()
  const away = `${folder}-away`
  renameSync(folder, away)
  const sent = mail.taken.length
  for (let time = 0; time < 4; time++) await expect(again(id)).rejects.toThrow('is not there')
  const [place] = (await listPlaces(owner, brief)).places
  expect(place).toMatchObject({ problem: expect.stringContaining('is not there'), failingSince: expect.any(String) })
  expect(mail.taken.slice(sent).map(({ subject }) => subject)).toEqual(['Shore survey: "Drive" cannot be looked at'])
  // nothing that was found is lost by it
  expect(await received()).toEqual(before)
  renameSync(away, folder)
  await again(id)
  expect((await listPlaces(owner, brief)).places[0]).toMatchObject({ problem: null, failingSince: null })
})

test('what earlier scans found is dropped once no check was made of it; what was checked stays', async () => {
  put('Marsh Ana/Marsh_log.csv', CSV)
  const { id } = await added()
  const [first] = await countingIntakes(brief)
  await checked()
  for (let time = 0; time < 3; time++) {
    put('Marsh Ana/Marsh_log.csv', `${CSV}${time}`, 30_000 - time * 1000)
    await again(id)
    await db()('intake').where('brief_id', brief).whereNotNull('replaced_at').update({ replaced_at: new Date(Date.now() - 2 * 3_600_000) })
    await db()('check_run').where({ brief_id: brief, by_itself: true }).delete()
  }
  const left = await db()('intake').where('brief_id', brief).orderBy('created_at').pluck('id')
  expect(left).toContain(first?.id)
  expect(left.length).toBeLessThan(4)
})

test('nothing is looked at by the clock in the name of one who left', async () => {
  put('Marsh Ana/Marsh_log.csv', CSV)
  const { id } = await added()
  await setPlace(owner, brief, id, { keeps: true, everyMinutes: 5 })
  await db()('brief_member').where({ brief_id: brief, account_id: owner.id }).update({ role: 'reader' })
  await db()('place').where({ id }).update({ next_at: new Date(Date.now() - 1000) })
  await scanDue()
  expect(await db()('job').where({ brief_id: brief, kind: 'scan' }).whereIn('state', ['queued', 'running']).select('id')).toEqual([])
  expect((await db()('place').where({ id }).first('next_at'))?.next_at).toBeNull()
})

test('one is looked at so often by itself, and no more once it is taken off', async () => {
  put('Marsh Ana/Marsh_log.csv', CSV)
  const { id } = await added()
  await setPlace(owner, brief, id, { keeps: true, everyMinutes: 5 })
  const scans = async () => (await db()('job').where({ brief_id: brief, kind: 'scan' }).select('id')).length
  await scanDue()
  expect(await scans()).toBe(1)
  await db()('place').where({ id }).update({ next_at: new Date(Date.now() - 1000) })
  await Promise.all([scanDue(), scanDue()])
  expect(await scans()).toBe(2)
  await until(async () => (await listPlaces(owner, brief)).places.every(place => place.jobId === null))
  await removePlace(owner, brief, id)
  await scanDue()
  expect(await scans()).toBe(2)
  // what was found stays as it was received
  expect((await received()).length).toBe(1)
  await expect(scanPlace(owner, brief, id)).rejects.toMatchObject({ statusCode: 404 })
})

test('a password is kept sealed and told to nobody; without the operator\'s word there is no place', async () => {
  const { id } = await addPlace(owner, brief, order({ kind: 'webdav', settings: { address: drive.url, name: 'ana' }, secret: 'shore' }))
  const row = await db()('place').where({ id }).first()
  expect(JSON.stringify({ ...row, secret: row?.secret?.toString('latin1') })).not.toContain('shore"')
  expect(row?.secret?.includes('shore')).toBe(false)
  const listed = await listPlaces(owner, brief)
  expect(JSON.stringify(listed.places)).not.toMatch(/shore"|secret/)
  expect(listed.offered.every(one => one.refused === '')).toBe(true)
  const kept = process.env.USITOR_HOSTS
  process.env.USITOR_HOSTS = ''
  expect((await listPlaces(owner, brief)).offered.find(one => one.kind === 'webdav')?.refused).toContain('USITOR_HOSTS')
  await expect(tryPlace(owner, brief, order({ kind: 'webdav', settings: { address: drive.url } }))).rejects.toMatchObject({ statusCode: 409 })
  process.env.USITOR_HOSTS = kept
  const stranger = await accountOf('Stranger to places')
  for (const act of [() => listPlaces(stranger, brief), () => tryPlace(stranger, brief, order()), () => scanPlace(stranger, brief, id)]) {
    await expect(act()).rejects.toMatchObject({ statusCode: 404 })
  }
})
