import { execFileSync } from 'node:child_process'
import { randomBytes, randomUUID } from 'node:crypto'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { TextReader, Uint8ArrayWriter, ZipWriter } from '@zip.js/zip.js'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import type { BriefDocument } from '../../core/brief/document'
import { readRoster, readTable } from '../../core/roster/read'
import { db, disconnect } from '../../server/database/connection'
import { startJobs } from '../../server/jobs/index'
import { stopQueue } from '../../server/queue/queue'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { loadReceived } from '../../server/services/check-input'
import { makeCheck } from '../../server/services/checks'
import { saveDocument } from '../../server/services/documents'
import { countingIntakes } from '../../server/services/intakes'
import { addPlace, scanPlace } from '../../server/services/places'
import { getCheck } from '../../server/services/reports'
import { stopWatching, watchPlaces } from '../../server/services/watching'
import { saveRoster } from '../../server/services/rosters'
import type { ScanResult } from '../../shared/jobs'
import type { PlaceOrder } from '../../shared/places'
import type { MailServer } from '../places/dovecot'
import { messageOf, startDovecot } from '../places/dovecot'
import { accountOf, ended, until } from './help'

const root = mkdtempSync(join(tmpdir(), 'opened-'))
let owner: Account
let mail: MailServer
let brief: string
let folder: string
const CSV = 'day,count\n2026-10-01,4\n'
const RULE: BriefDocument = {
  usitorBrief: 1, title: 'Shore survey',
  requirements: [{ id: 'log', title: 'Log', name: '{family}_log', formats: [{ id: 'csv' }], folder: '{family} {given}' }],
}

beforeAll(async () => {
  process.env.USITOR_FOLDERS = root
  process.env.USITOR_HOSTS = '127.0.0.1'
  await startJobs()
  owner = await accountOf('Keeper')
  mail = await startDovecot()
})
afterAll(async () => {
  await mail.stop()
  await stopQueue()
  await disconnect()
  rmSync(root, { recursive: true })
})
beforeEach(async () => {
  folder = join(root, randomUUID())
  mkdirSync(folder)
  brief = (await makeBrief(owner, 'Shore survey')).id
  const list = 'id,given,family,mail\ns1,Ana,Marsh,ana@shore.example\ns2,Bo,Lindqvast,bo@shore.example\n'
  await saveRoster(owner, brief, readRoster(readTable(Buffer.from(list))).roster)
  await saveDocument(owner, brief, RULE)
})

/** Packs files with Python's own zipfile, an hour old. */
function pack(path: string, files: Record<string, string | Buffer>, ago = 3_600_000) {
  const at = mkdtempSync(join(tmpdir(), 'pack-'))
  for (const [name, bytes] of Object.entries(files)) {
    mkdirSync(dirname(join(at, name)), { recursive: true })
    writeFileSync(join(at, name), bytes)
  }
  const whole = join(folder, path)
  mkdirSync(dirname(whole), { recursive: true })
  rmSync(whole, { force: true })
  execFileSync('python3', ['-m', 'zipfile', '-c', whole, ...readdirSync(at)], { cwd: at })
  utimesSync(whole, new Date(Date.now() - ago), new Date(Date.now() - ago))
  rmSync(at, { recursive: true })
}
async function added(more: Partial<PlaceOrder> = {}): Promise<{ id: string, result: ScanResult }> {
  const order: PlaceOrder = { kind: 'folder', root: 'Drive', settings: { path: folder }, secret: '', keeps: true, everyMinutes: null, ...more }
  const { id, jobId } = await addPlace(owner, brief, order)
  return { id, result: await ended<'scan'>(owner, jobId ?? '') }
}
const again = async (id: string) => ended<'scan'>(owner, (await scanPlace(owner, brief, id)).jobId)
const received = async () => loadReceived((await countingIntakes(brief)).map(one => one.id))
const paths = async () => (await received()).map(({ path, container = [] }) => [...container, path].join(' > ')).sort()
const summary = async () => (await getCheck(owner, (await makeCheck(brief, owner.id)).id)).summary

describe('an archive in a place', () => {
  test.each([true, false])('stands for what is in it, is opened once and again when it changes; bytes kept: %s', async (keeps) => {
    const large = randomBytes(20_000_000 + Number(keeps))
    pack('Marsh Ana/all.zip', { 'Marsh_log.csv': CSV, 'raw/strip.bin': large })
    pack('Lindqvast Bo/mine.zip', { 'log final.csv': `${CSV}2026-10-02,5\n` })
    const { id, result } = await added({ keeps })
    expect(result).toMatchObject({ files: 2, fresh: 2, failed: [], passed: [] })
    expect(await paths()).toEqual(['Lindqvast Bo/mine.zip > log final.csv', 'Marsh Ana/all.zip > Marsh_log.csv', 'Marsh Ana/all.zip > raw/strip.bin'])
    expect(await summary()).toMatchObject({ right: 1, toFix: 1 })
    const contents = await db()('received_file').join('intake', 'intake.id', 'intake_id').where('brief_id', brief).select('content_id', 'size')
    expect(contents.every(one => (one.content_id !== null) === keeps)).toBe(true)
    const stored = async () => Number((await db()('content').where('size', large.length).count<{ count: string }[]>('* as count'))[0]?.count)
    expect(await stored()).toBe(keeps ? 1 : 0)

    const before = await received()
    expect(await again(id)).toMatchObject({ fresh: 0, unchanged: true })
    pack('Lindqvast Bo/mine.zip', { 'Lindqvast_log.csv': `${CSV}2026-10-02,5\n` }, 1_800_000)
    expect(await again(id)).toMatchObject({ fresh: 1, gone: 0 })
    const both = ['Lindqvast Bo/mine.zip > Lindqvast_log.csv', 'Marsh Ana/all.zip > Marsh_log.csv', 'Marsh Ana/all.zip > raw/strip.bin']
    expect(await paths()).toEqual(both)
    expect(await summary()).toMatchObject({ right: 2, toFix: 0 })
    // what did not change was not read again: the very reading of before
    const readings = (all: typeof before) => all.filter(one => one.container?.[0]?.startsWith('Marsh')).map(one => one.readingId).sort()
    expect(readings(await received())).toEqual(readings(before))

    rmSync(join(folder, 'Marsh Ana/all.zip'))
    expect((await again(id)).gone).toBeGreaterThan(0)
    expect(await paths()).toEqual(['Lindqvast Bo/mine.zip > Lindqvast_log.csv'])
  })

  test('stays whole where it is itself asked for, and is opened once it is not', async () => {
    await saveDocument(owner, brief, { ...RULE, requirements: [{ id: 'all', title: 'All', name: '{family}_all', formats: [{ id: 'zip' }] }] })
    pack('Marsh_all.zip', { 'Marsh_log.csv': CSV })
    const { id } = await added()
    expect(await paths()).toEqual(['Marsh_all.zip'])
    await saveDocument(owner, brief, RULE)
    expect(await again(id)).toMatchObject({ fresh: 1 })
    expect(await paths()).toEqual(['Marsh_all.zip > Marsh_log.csv'])
  })

  test('that cannot be opened is received as it is, and why is told', async () => {
    const zip = new ZipWriter(new Uint8ArrayWriter(), { password: 'shore', useWebWorkers: false })
    await zip.add('x.csv', new TextReader(CSV))
    writeFileSync(join(folder, 'locked.zip'), await zip.close())
    utimesSync(join(folder, 'locked.zip'), new Date(0), new Date(0))
    writeFileSync(join(folder, 'no archive.zip'), 'it only bears such a name')
    utimesSync(join(folder, 'no archive.zip'), new Date(0), new Date(0))
    const { id, result } = await added()
    expect(await paths()).toEqual(['locked.zip', 'no archive.zip'])
    expect(result.passed).toEqual([{ path: 'locked.zip', why: expect.stringMatching(/^stays closed: .*password/) }])
    expect(await again(id)).toMatchObject({ unchanged: true })
  })

  test('whose entry is longer than it says is taken no further than that', async () => {
    pack('lying.zip', { 'zeros.bin': Buffer.alloc(60_000_000) })
    const bytes = readFileSync(join(folder, 'lying.zip'))
    // APPNOTE 4.3.7 and 4.3.12: the uncompressed size of the entry, in its own header and in the directory
    bytes.writeUInt32LE(1000, bytes.indexOf('PK\u0003\u0004', 0, 'latin1') + 22)
    bytes.writeUInt32LE(1000, bytes.indexOf('PK\u0001\u0002', 0, 'latin1') + 24)
    writeFileSync(join(folder, 'lying.zip'), bytes)
    utimesSync(join(folder, 'lying.zip'), new Date(0), new Date(0))
    await added()
    const [file] = await received()
    expect([file?.path, file?.sha256, file?.reading.state]).toEqual(['zeros.bin', null, 'unread'])
  })

  test('with a message in it brings what was attached, and a message whose attachment is an archive what is in that', async () => {
    pack('in.zip', { 'Marsh_log.csv': CSV })
    const inner = execFileSync('cat', [join(folder, 'in.zip')])
    pack('mails.zip', { 'one.eml': messageOf({ from: 'ana@shore.example', subject: 'x', attached: [['in.zip', inner]] }) })
    await added()
    expect(await paths()).toEqual(['in.zip > Marsh_log.csv', 'mails.zip > one.eml > in.zip'])
  })
})

describe('a mailbox as a place', () => {
  test('what was attached is received as its sender\'s, at the time it came; a message is read once', async () => {
    const came = new Date(Date.now() - 3_600_000)
    mail.deliver(messageOf({ from: 'Ana <ANA@shore.example>', subject: 'log', attached: [['log.csv', Buffer.from(CSV)]], date: new Date(0) }))
    mail.deliver(messageOf({ from: 'bo@shore.example', subject: 'my log', attached: [['Lindqvast_log.csv', Buffer.from(`${CSV}2026-10-02,5\n`)]] }))
    mail.deliver(messageOf({ from: 'bo@shore.example', subject: 'forgotten' }))
    const { id, result } = await added({ kind: 'mailbox', root: 'Mail', settings: { host: mail.host, name: 'ana' }, secret: 'shore' })
    expect(result).toMatchObject({ files: 2, fresh: 2, passed: [{ why: 'nothing-attached' }] })
    const files = await received()
    expect(files.map(({ path, sender, letter }) => [path, sender, letter]).sort()).toEqual([
      ['Lindqvast_log.csv', 'bo@shore.example', 'my log Here it is.'], ['log.csv', 'ana@shore.example', 'log Here it is.'],
    ])
    // not when the sender's own clock says
    expect(files.every(({ receivedAt }) => receivedAt !== null && receivedAt > came.getTime())).toBe(true)
    const { id: check } = await makeCheck(brief, owner.id)
    const placed = await db()('check_file').where({ check_id: check, role: 'placed' }).select('holder')
    expect(placed.map(row => String(row.holder)).sort()).toEqual(['s1', 's2'])
    expect(await again(id)).toMatchObject({ unchanged: true })
    mail.deliver(messageOf({ from: 'ana@shore.example', subject: 'again', attached: [['Marsh_log.csv', Buffer.from(`${CSV}2026-10-03,6\n`)]] }))
    expect(await until(async () => {
      const scan = await again(id)
      return !scan.unchanged && scan
    })).toMatchObject({ fresh: 1, gone: 0 })
  })
})

describe('a place that can tell', () => {
  const arrived = (path: string) => until(async () => (await paths()).some(one => one.includes(path)), 20)

  test('a folder is looked at as soon as something changes in it, however often two ask for that', async () => {
    pack('first.zip', { 'a.csv': CSV })
    const { id } = await added({ everyMinutes: 600 })
    await Promise.all([watchPlaces(), watchPlaces()])
    // what watches has looked through all of it first
    await new Promise(done => setTimeout(done, 500))
    mkdirSync(join(folder, 'Marsh Ana'))
    writeFileSync(join(folder, 'Marsh Ana/Marsh_log.csv'), CSV)
    utimesSync(join(folder, 'Marsh Ana/Marsh_log.csv'), new Date(0), new Date(0))
    await arrived('Marsh Ana/Marsh_log.csv')
    stopWatching()
    const scans = await db()('job').where({ brief_id: brief, kind: 'scan' }).whereRaw(`input->>'placeId' = ?`, [id]).select('id')
    expect(scans.length).toBeLessThanOrEqual(3)
  })

  test('a mailbox is looked at as soon as a message comes', async () => {
    await added({ kind: 'mailbox', root: 'Mail', settings: { host: mail.host, name: 'ana', folder: 'Later' }, secret: 'shore', everyMinutes: 600 })
    await watchPlaces()
    await new Promise(done => setTimeout(done, 1000))
    mail.deliver(messageOf({ from: 'ana@shore.example', subject: 'late', attached: [['late log.csv', Buffer.from(CSV)]] }), 'Later')
    await arrived('late log.csv')
    stopWatching()
  })

  test('one that is looked at by hand alone, or was taken off, is not watched', async () => {
    pack('first.zip', { 'a.csv': CSV })
    await added()
    await watchPlaces()
    await new Promise(done => setTimeout(done, 500))
    writeFileSync(join(folder, 'second.csv'), CSV)
    utimesSync(join(folder, 'second.csv'), new Date(0), new Date(0))
    await new Promise(done => setTimeout(done, 4000))
    expect(await paths()).toEqual(['first.zip > a.csv'])
    stopWatching()
  })
})
