import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { readPackedFile } from '../../core/packing/packed'
import { readLetters, readRounds } from '../../core/packing/record'
import { readRoster, readTable } from '../../core/roster/read'
import { db, disconnect } from '../../server/database/connection'
import { startJobs } from '../../server/jobs/index'
import { stopQueue } from '../../server/queue/queue'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { makeCheck } from '../../server/services/checks'
import { listParts, openPart } from '../../server/services/corrected'
import { saveDocument } from '../../server/services/documents'
import { keepRecord, recordOf } from '../../server/services/earlier-record'
import { erasePerson } from '../../server/services/erase'
import { handOn } from '../../server/services/hand-on'
import { getJob } from '../../server/services/jobs'
import { startPacking } from '../../server/services/packing'
import { addPlace } from '../../server/services/places'
import { piecesOf } from '../../server/services/reading'
import { saveRoster } from '../../server/services/rosters'
import { keepRulings, listRulings } from '../../server/services/rulings'
import { accountOf, receive, settled, takePart, until } from './help'
import { somebody, startServer } from './server'

const home = mkdtempSync(join(tmpdir(), 'packing-'))
const CSV = 'day,count\n2026-10-01,4\n'
let owner: Account
let brief: string

beforeAll(async () => {
  process.env.USITOR_FOLDERS = home
  await startJobs()
  owner = await accountOf('Packer')
  brief = (await makeBrief(owner, 'Shore: survey')).id
  await saveRoster(owner, brief, readRoster(readTable(Buffer.from('id,given,family\ns1,Ana,Marsh\ns2,Bo,Lindqvast\n'))).roster)
  await saveDocument(owner, brief, {
    usitorBrief: 1, title: 'Shore: survey',
    requirements: [{ id: 'log', title: 'Log', name: '{family}_log', formats: [{ id: 'csv' }], folder: '{family}' }],
  })
  await receive(owner, brief, {
    'Marsh/Marsh_log.csv': Buffer.from(CSV), 'Lindqvast/log final.csv': Buffer.from(`${CSV}2026-10-02,5\n`), 'notes?.txt': Buffer.from('x'),
    'NOTES?.TXT': Buffer.from('y'), 'big.bin': Buffer.alloc(30_000_000, 'strip '),
  })
  await receive(owner, brief, { 'seen only.txt': Buffer.from('z') }, { keeps: false, root: 'elsewhere' })
})
afterAll(async () => {
  await stopQueue()
  await disconnect()
  rmSync(home, { recursive: true })
})

async function packed(volume: number, check: string) {
  const { jobId } = await startPacking(owner, check, volume)
  const job = await until(async () => {
    const one = await getJob(owner, jobId)
    return ['done', 'failed', 'cancelled'].includes(one.state) && one
  })
  return { job, jobId, parts: await listParts(owner, jobId) }
}
/** A volume unpacked by Python's own zipfile. */
async function unpacked(jobId: string, step: number): Promise<string> {
  const folder = mkdtempSync(join(home, 'volume-'))
  const pieces: Uint8Array[] = []
  for await (const piece of piecesOf((await openPart(owner, jobId, step)).source)) pieces.push(piece)
  writeFileSync(join(folder, 'volume.zip'), Buffer.concat(pieces))
  execFileSync('python3', ['-m', 'zipfile', '-e', 'volume.zip', '.'], { cwd: folder })
  return join(folder, readdirSync(folder).find(name => name !== 'volume.zip') ?? '')
}

describe('a brief that is packed away', () => {
  test('comes in volumes whose hashes sha256sum finds right, with every kept file once and the facts of the others', async () => {
    const brought = { sender: 'ana@shore.example', letter: 'log Here it is.' }
    await db()('received_file').where('path', 'Marsh/Marsh_log.csv').update(brought)
    const { id: check } = await makeCheck(brief, owner.id)
    const { job, jobId, parts } = await packed(25_000_000, check)
    expect([job.state, job.problem]).toEqual(['done', null])
    // what is larger than a volume is one by itself
    expect(parts.map(part => part.name)).toEqual([1, 2, 3].map(count => `Shore survey ${count} of 3.zip`))
    const folders = await Promise.all([0, 1, 2].map(step => unpacked(jobId, step)))
    for (const folder of folders) {
      // an independent witness: coreutils
      for (const list of ['manifest-sha256.txt', 'tagmanifest-sha256.txt']) execFileSync('sha256sum', ['--quiet', '-c', list], { cwd: folder })
    }
    const said = execFileSync('node', ['cli/usitor.mjs', 'unpack', ...folders], { encoding: 'utf8' })
    expect(said.match(/complete and unchanged/g)).toHaveLength(3)
    const [first = '', second = ''] = folders
    expect(readFileSync(join(second, 'label.txt'), 'utf8')).toMatch(/^Shore survey\nPacker\npacked \d{4}-\d\d-\d\d\nvolume 2 of 3\n$/)
    const files = readFileSync(join(first, 'data/received.jsonl'), 'utf8').split('\n').filter(Boolean).map(readPackedFile)
    expect(files.map(({ root, path, at }) => [root, path, at]).sort()).toEqual([
      ['elsewhere', 'seen only.txt', null], ['in', 'Lindqvast/log final.csv', 'files/Lindqvast/Lindqvast_log.csv'],
      ['in', 'Marsh/Marsh_log.csv', 'files/Marsh/Marsh_log.csv'], ['in', 'NOTES?.TXT', 'other/in/NOTES_.TXT'],
      ['in', 'big.bin', 'other/in/big.bin'], ['in', 'notes?.txt', 'other/in/notes_ (2).txt'],
    ])
    expect(files.find(({ path }) => path.startsWith('Marsh'))).toMatchObject(brought)
    expect(files.find(({ at }) => at === null)?.reading).not.toBeNull()
    expect(readFileSync(join(first, 'data/files/Marsh/Marsh_log.csv'), 'utf8')).toBe(CSV)
  }, 60_000)

  test('is put to a place and read back there; what does not lie there as it was packed is told', async () => {
    const folder = join(home, 'kept')
    mkdirSync(folder)
    const { id: place, jobId } = await addPlace(owner, brief, {
      kind: 'folder', root: 'Archive', settings: { path: folder }, secret: '', keeps: false, everyMinutes: null,
    })
    await until(async () => (await getJob(owner, jobId ?? '')).state === 'done')
    // what a place holds is checked by itself, some seconds after it was looked at
    await settled(brief)
    const { id: check } = await makeCheck(brief, owner.id)
    const order = { what: ['bag' as const], name: '{title}/{what}', over: false, afterCheck: false }
    await expect(handOn(owner, brief, place, order)).rejects.toThrow('is of an earlier check; it was checked again since')
    const { jobId: pack, parts } = await packed(100_000_000, check)
    const { written } = await handOn(owner, brief, place, order)
    expect(written.map(({ path }) => path)).toEqual(['Shore survey/Shore survey.zip'])
    const pieces: Uint8Array[] = []
    for await (const piece of piecesOf((await openPart(owner, pack, 0)).source)) pieces.push(piece)
    expect(readFileSync(join(folder, 'Shore survey/Shore survey.zip')).equals(Buffer.concat(pieces))).toBe(true)
    expect(parts).toHaveLength(1)
  }, 60_000)

  test('is downloaded under its own title, whatever that is written in', async () => {
    const server = await startServer()
    const { client, cookie } = await somebody(server.address)
    const { id } = await client.send('POST /api/briefs', { body: { title: 'x', document: {
      usitorBrief: 1, title: '«Übung» – 海 "2"', requirements: [{ id: 'a', title: 'A', name: '{family}_a' }],
    } } })
    await client.send('PUT /api/briefs/:id/roster', { id, body: { people: [
      { id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh', group: '', email: '', aliases: [], fields: {} },
    ], columns: [] } })
    const intake = await client.send('POST /api/briefs/:id/intakes', { id, body: { key: 'packing-test', root: 'in', keeps: true } })
    await client.send('POST /api/intakes/:id/complete', { id: intake.id, body: { files: 0, replaces: false } })
    const { id: check } = await makeCheck(id, null)
    const { jobId } = await client.send('POST /api/checks/:id/pack', { id: check, body: { volume: 25_000_000 } })
    await until(async () => (await client.send('GET /api/jobs/:id', { id: jobId })).state === 'done')
    const answer = await fetch(`${server.address}/api/jobs/${jobId}/parts/0`, { headers: { cookie } })
    const [, name = ''] = /filename\*=UTF-8''(\S+)$/.exec(answer.headers.get('content-disposition') ?? '') ?? []
    expect([answer.status, decodeURIComponent(name)]).toEqual([200, '«Übung» – 海 2.zip'])
    await expect(client.send('POST /api/checks/:id/pack', { id: check, body: { volume: 1 } })).rejects.toThrow('volume is 25000000')
    server.stop()
  })

  test('is nobody else\'s: who only reads cannot take the list along', async () => {
    const { id: check } = await makeCheck(brief, owner.id)
    const reader = await accountOf('Reader')
    await takePart(owner, brief, reader, 'reader')
    await expect(startPacking(reader, check, 25_000_000)).rejects.toMatchObject({ statusCode: 403 })
    await expect(startPacking(await accountOf('Stranger'), check, 25_000_000)).rejects.toMatchObject({ statusCode: 404 })
  })

  test('gives its decisions to a brief that has none, and to no other; what is no decision is refused', async () => {
    const { id } = await makeBrief(owner, 'Read back')
    const decisions = { usitorRulings: 1, rulings: [
      { kind: 'waive', slot: { requirement: 'log', holder: 's2' }, reason: 'was ill', at: '2026-10-01T10:00:00.000Z' },
      { kind: 'set-aside', file: { sha256: null, root: 'in', path: 'x.txt' } },
    ] }
    for (const odd of [{ kind: 'pardon' }, { kind: 'waive', reason: '\u0000' }]) {
      await expect(keepRulings(owner, id, { usitorRulings: 1, rulings: [odd] })).rejects.toMatchObject({ statusCode: 422 })
    }
    await keepRulings(owner, id, decisions)
    expect((await listRulings(owner, id)).map(({ kind, reason, at }) => [kind, reason, at.slice(0, 10)]))
      .toEqual([['waive', 'was ill', '2026-10-01'], ['set-aside', '', expect.any(String)]])
    await expect(keepRulings(owner, id, decisions)).rejects.toMatchObject({ statusCode: 409 })
    expect(await db()('ruling').where('brief_id', id).count()).toEqual([{ count: '2' }])
  })

  test('brings what was written down along: it is shown where it is read back, packed again, and gives up whoever is erased', async () => {
    const { id } = await makeBrief(owner, 'Read back')
    const requirements = [{ id: 'log', title: 'Log', name: '{family}_log', formats: [] }]
    await saveDocument(owner, id, { usitorBrief: 1, title: 'Read back', requirements })
    await saveRoster(owner, id, { people: [
      { id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh', group: '', email: '', aliases: [], fields: {} },
      { id: 's2', given: 'Bo', family: 'Wade', name: 'Bo Wade', group: '', email: '', aliases: [], fields: {} },
    ], columns: [] })
    const receiptOf = (person: string) => ({
      usitorReceipt: 1, number: 1, brief: 'Shore', holder: { id: person, name: person }, handedInBy: person, at: '2026-10-01T10:00:00.000Z',
      files: [{ sentAs: 'a.csv', name: 'a.csv', requirement: null, n: null, size: 1, sha256: 'a'.repeat(64), verdict: 'right', codes: [] }],
      key: 'k', signature: `${'A'.repeat(86)}==`,
    })
    const at = '2026-10-02T10:00:00.000Z'
    const record = {
      rounds: [{ checkedAt: at, files: 3, right: 2, toFix: 1, missing: 0 }],
      letters: ['s1', 's2'].map(holder => ({ sentAt: at, kind: 'slip', holder, subject: 'One is open', text: '=Dear,\nyours' })),
      receipts: ['s1', 's2'].map(receiptOf),
    }
    expect(await recordOf(owner, id)).toBeNull()
    await expect(keepRecord(owner, id, { ...record, receipts: [{ usitorReceipt: 2 }] })).rejects.toMatchObject({ statusCode: 422 })
    expect(await recordOf(owner, id)).toBeNull()
    await keepRecord(owner, id, record)
    await expect(keepRecord(owner, id, record)).rejects.toMatchObject({ statusCode: 409 })
    const stranger = await accountOf('Passing by')
    await expect(recordOf(stranger, id)).rejects.toMatchObject({ statusCode: 404 })
    await takePart(owner, id, stranger, 'reader')
    await expect(keepRecord(stranger, id, record)).rejects.toMatchObject({ statusCode: 403 })
    expect(await recordOf(stranger, id)).toMatchObject({ ...record, by: 'Packer' })

    const { id: check } = await makeCheck(id, owner.id)
    const { jobId } = await packed(25_000_000, check)
    const data = join(await unpacked(jobId, 0), 'data')
    const read = (path: string) => readFileSync(join(data, path), 'utf8')
    expect(readRounds(read('rounds.csv'))).toMatchObject([record.rounds[0], { files: 0 }])
    expect(readLetters(read('letters.csv'))).toEqual(record.letters)
    expect(readdirSync(join(data, 'receipts')).map(name => JSON.parse(read(`receipts/${name}`)) as unknown)).toEqual(record.receipts)

    await erasePerson(owner, id, 's1')
    const left = await recordOf(owner, id)
    expect([left?.letters.map(one => one.holder), left?.receipts.map(one => one.holder.id), left?.rounds.length]).toEqual([['s2'], ['s2'], 1])
  })
})
