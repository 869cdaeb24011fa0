import { spawnSync } from 'node:child_process'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { readRoster, readTable } from '../../core/roster/read'
import { db, disconnect } from '../../server/database/connection'
import { startJobs } from '../../server/jobs/index'
import { stopQueue } from '../../server/queue/queue'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { makeCheck } from '../../server/services/checks'
import { findContent } from '../../server/services/contents'
import { saveDocument } from '../../server/services/documents'
import { letGoDue, listPacked, setLetGo } from '../../server/services/letting-go'
import { startPacking } from '../../server/services/packing'
import { saveRoster } from '../../server/services/rosters'
import { piecesOf } from '../../server/services/reading'
import { searchBriefs } from '../../server/services/search'
import { sweep } from '../../server/services/sweep'
import { accountOf, ended, receive, takePart } from './help'

let owner: Account
let checker: Account
let brief: string
let check: string
let packed: string
const file = async (path: string) => db()('check_file').join('received_file', 'received_file.id', 'received_file_id')
  .where({ check_id: check, path }).first<{ id: string, content_id: string | null, verified: boolean, sha256: string, let_go_at: Date | null }>(
    'received_file.id', 'content_id', 'verified', 'sha256', 'let_go_at',
  )
const contents = async (hash: string) => db()('content').where({ sha256: hash, own: false }).select('id')
/** As if it had been packed so many months ago. */
const age = (months: number) => db().raw(`update packed set packed_at = now() - ? * interval '1 month',
  let_go_at = let_go_at - ? * interval '1 month' where id = ?`, [months, months, packed])

/** Two people, and what they are asked for. */
async function asked(by: Account, id: string) {
  await saveRoster(by, id, readRoster(readTable(Buffer.from('id,given,family\ns1,Ana,Marsh\ns2,Bo,Lindqvast\n'))).roster)
  await saveDocument(by, id, {
    usitorBrief: 1, title: 'Dune watch', requirements: [{ id: 'log', title: 'Log', name: '{family}_dunes', formats: [{ id: 'csv' }] }],
  })
}

beforeAll(async () => {
  await startJobs()
  owner = await accountOf('Letting')
  checker = await accountOf('Beside')
  brief = (await makeBrief(owner, 'Dune watch')).id
  await takePart(owner, brief, checker, 'checker')
  await asked(owner, brief)
  await receive(owner, brief, { 'Marsh_dunes.csv': Buffer.from('day,dunes\n1,2\n'), 'lindqvast dunes.csv': Buffer.from('day,dunes\n3,4\n') })
  check = (await makeCheck(brief, owner.id)).id
  await ended(owner, (await startPacking(owner, check, 25_000_000)).jobId)
  packed = (await listPacked(owner, brief))[0]?.id ?? ''
})
afterAll(async () => {
  await stopQueue()
  await disconnect()
})

describe('contents of what was packed away', () => {
  test('stay until its owner says otherwise, and who else takes part only sees it', async () => {
    expect(await listPacked(checker, brief)).toMatchObject([{
      title: 'Dune watch', volumes: 1, whole: true, files: 2, kept: 2, bytes: 28, by: 'Letting', letGoAt: null, letGoneAt: null,
    }])
    await expect(setLetGo(checker, brief, packed, 0)).rejects.toThrow('This needs the role owner')
    await expect(listPacked(await accountOf('Stranger'), brief)).rejects.toThrow('There is nothing here.')
    await expect(setLetGo(owner, brief, brief, 0)).rejects.toThrow('There is nothing here.')
    expect(await setLetGo(owner, brief, packed, 6)).toMatchObject([{ kept: 2, letGoneAt: null, letGoAt: expect.any(String) as string }])
    expect(await letGoDue()).toBe(0)
    expect(await setLetGo(owner, brief, packed, null)).toMatchObject([{ letGoAt: null }])
    const found = await searchBriefs(owner, 'Marsh_dunes')
    expect(found.files).toMatchObject([{ packed: { title: 'Dune watch', volume: 1, volumes: 1, letGo: false } }])
  })

  test('are not let go of while a volume is missing', async () => {
    await db()('packed').where('id', packed).update({ volumes: 2 })
    await expect(setLetGo(owner, brief, packed, 0)).rejects.toThrow('Of 2 volumes 1 were made')
    expect((await searchBriefs(owner, 'Marsh_dunes')).files[0]?.packed).toBeNull()
    await db()('packed').where('id', packed).update({ volumes: 1 })
  })

  test('cannot be taken off a received file otherwise', async () => {
    const { id } = await file('Marsh_dunes.csv') ?? { id: '' }
    await expect(db()('received_file').where('id', id).update({ content_id: null })).rejects.toThrow('has its bytes')
    await expect(db()('received_file').where('id', id).update({ content_id: null, let_go_at: new Date(), size: 1 })).rejects.toThrow()
  })

  test('are let go of once their time has come: what is known and what another brief holds stays, and it is said where they lie', async () => {
    const before = await file('Marsh_dunes.csv')
    const other = await file('lindqvast dunes.csv')
    if (!before || !other) throw new Error('no files')
    // the same bytes are somebody else's, too
    const stranger = await accountOf('Elsewhere')
    const apart = (await makeBrief(stranger, 'Apart')).id
    await receive(stranger, apart, { 'same.csv': Buffer.from('day,dunes\n1,2\n') })
    await setLetGo(owner, brief, packed, 6)
    await age(7)
    const went = await Promise.all([letGoDue(), letGoDue(), letGoDue()])
    expect(went.sort()).toEqual([0, 0, 2])
    const gone = { content_id: null, verified: true, sha256: before.sha256, let_go_at: expect.any(Date) as Date }
    expect(await file('Marsh_dunes.csv')).toMatchObject(gone)
    await db()('content').whereIn('sha256', [before.sha256, other.sha256]).update({ created_at: new Date(Date.now() - 48 * 3_600_000) })
    await sweep(1)
    expect(await contents(before.sha256)).toHaveLength(1)
    expect(await contents(other.sha256)).toHaveLength(0)
    await expect(findContent(owner, check, before.id)).rejects.toThrow(
      /^Its content was let go of on \d{4}-\d\d-\d\d: it lies in volume 1 of 1 of "Dune watch", packed on \d{4}-\d\d-\d\d\.$/,
    )
    expect((await searchBriefs(owner, 'Marsh_dunes')).files[0]?.packed).toMatchObject({ volume: 1, letGo: true })
    // what an operator lets look for wrong bytes does not call them lost
    const env = { ...process.env, USITOR_LOG: 'silent' }
    const { stderr } = spawnSync('node', ['.data/test-workers/usitor-admin.mjs', 'verify'], { env, encoding: 'utf8' })
    expect(stderr).not.toMatch(/[1-9]\d* files point/)
    const told = await db()('event').where({ brief_id: brief, kind: 'contents-let-go' }).select('account_id', 'about')
    expect(told).toEqual([{ account_id: owner.id, about: '2' }])
    const shared = await db()('received_file').where('path', 'same.csv').whereNotNull('content_id').first('id', 'intake_id')
    await asked(stranger, apart)
    const run = await makeCheck(apart, stranger.id)
    let size = 0
    for await (const piece of piecesOf((await findContent(stranger, run.id, shared?.id ?? '')).source)) size += piece.length
    expect(size).toBe(14)
  })

  test('leave a brief that is checked as before, and are not let go of twice', async () => {
    const again = await makeCheck(brief, owner.id)
    const [first, second] = await Promise.all([check, again.id].map(id => db()('check_run').where('id', id).first('summary')))
    expect(second?.summary).toEqual(first?.summary)
    await expect(setLetGo(owner, brief, packed, null)).rejects.toThrow('were let go of already')
    expect(await listPacked(owner, brief)).toMatchObject([{ kept: 0, bytes: 0, files: 2, letGoneAt: expect.any(String) as string }])
  })

  test('packed again hold the facts alone', async () => {
    const { volumes, files } = await ended<'pack'>(owner, (await startPacking(owner, check, 25_000_000)).jobId)
    expect([volumes, files]).toEqual([1, 0])
    // it is still said in which volume the bytes lie
    expect((await searchBriefs(owner, 'Marsh_dunes')).files[0]?.packed).toMatchObject({ volume: 1, letGo: true })
  })
})
