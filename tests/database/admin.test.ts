import { execFileSync, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { connect, db, disconnect } from '../../server/database/connection'
import { makeBrief } from '../../server/services/briefs'
import { accountOf, receive } from './help'

const folder = mkdtempSync(join(tmpdir(), 'usitor-admin-'))
const second = (process.env.DATABASE_URL ?? '').replace(/\/[^/?]*(?=\?|$)/, '/usitor_restored')
const admin = (url: string, ...words: string[]) => spawnSync(
  'node', ['.data/test-workers/usitor-admin.mjs', ...words], { env: { ...process.env, DATABASE_URL: url, USITOR_LOG: 'silent' }, encoding: 'utf8' },
)

beforeAll(async () => {
  await db().raw('drop database if exists usitor_restored with (force)')
  await db().raw('create database usitor_restored')
})
afterAll(async () => {
  await db().raw('drop database if exists usitor_restored with (force)')
  rmSync(folder, { recursive: true })
  await disconnect()
})

test('a backup brought back elsewhere holds the same, contents with it; a byte that changed is found', async () => {
  const url = process.env.DATABASE_URL ?? ''
  const owner = await accountOf('Olive')
  const { id } = await makeBrief(owner, 'Kept')
  await receive(owner, id, { 'a.bin': randomBytes(3_000_000), 'b.txt': randomBytes(10) })
  const file = join(folder, 'kept.dump')
  expect(admin(url, 'backup', file)).toMatchObject({ status: 0 })
  // an archive as PostgreSQL's own tool lists it
  const list = `$(ls -d /usr/lib/postgresql/*/bin | tail -1)/pg_restore --list ${file}`
  expect(execFileSync('bash', ['-c', list], { encoding: 'utf8' })).toContain('content_chunk')
  const restored = admin(second, 'restore', file)
  expect([restored.status, restored.stderr]).toEqual([0, ''])
  expect(admin(second, 'restore', file)).toMatchObject({ status: 1, stderr: expect.stringContaining('already') })
  expect(admin(second, 'verify')).toMatchObject({ status: 0, stdout: expect.stringMatching(/^\d+ contents agree/) })
  const there = connect(second)
  const sums = `select count(*)::int as rows, md5(string_agg(md5(bytes), '' order by content_id, number)) as sum from content_chunk`
  const [mine, theirs] = [(await db().raw<{ rows: unknown[] }>(sums)).rows, (await there.raw<{ rows: unknown[] }>(sums)).rows]
  expect(theirs).toEqual(mine)
  // the guards of the store came with it
  await expect(there('content_chunk').delete()).rejects.toMatchObject({ code: 'US001' })
  await there.raw(`alter table content_chunk disable trigger chunk_arrives; update content_chunk set bytes = overlay(bytes placing '\\x00ff' from 3)
    where (content_id, number) in (select content_id, number from content_chunk join content on content.id = content_id
      where state = 'sealed' and length(bytes) > 1000 limit 1)`)
  await there.destroy()
  expect(admin(second, 'verify')).toMatchObject({ status: 1, stderr: expect.stringMatching(/^1 of \d+ contents are not what they were/) })
})

test('an administrator is made by address; what is not understood is told, and nothing is done', async () => {
  const url = process.env.DATABASE_URL ?? ''
  const { mail, id } = await accountOf('Ada')
  expect(admin(url, 'make-admin', mail.toUpperCase())).toMatchObject({ status: 0 })
  expect(await db()('account').where({ id }).first('administrator')).toEqual({ administrator: true })
  expect(admin(url, 'make-admin', 'nobody@shore.example')).toMatchObject({ status: 1, stderr: expect.stringContaining('nobody here') })
  for (const words of [[], ['restore'], ['destroy', 'x']]) {
    expect(admin(url, ...words)).toMatchObject({ status: 2, stderr: expect.stringContaining('backup FILE') })
  }
})
