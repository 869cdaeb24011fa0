import { execFile } from 'node:child_process'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { promisify } from 'node:util'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import { connect, db, disconnect, migrate } from '../../server/database/connection'
import { appendContent, beginContent, contentSource } from '../../server/database/contents'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { agrees, sealContent, soundContent, storeWhole } from '../../server/services/contents'
import { eraseBrief } from '../../server/services/erase'
import { bringContents, clearLeftovers, moveContents, moveDue, tellContents } from '../../server/services/moved-contents'
import { hashOf } from '../../server/services/reading'
import { sweep, verifySome } from '../../server/services/sweep'
import type { Store } from '../places/s3'
import { startStore } from '../places/s3'
import { accountOf, receive } from './help'

const GOING_ON = new AbortController().signal
const MIB = 1024 * 1024
const hashed = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
let store: Store
let account: Account

/** Files of every length around a piece, one longer than one request takes, one of no bytes. */
const LENGTHS = [0, 1, MIB - 1, MIB, MIB + 1, 3 * MIB + 17, 20 * MIB + 5]

/** A brief that received these; their contents by name. */
async function received(files: Record<string, Uint8Array>): Promise<{ brief: string, idOf: (name: string) => string }> {
  const { id: brief } = await makeBrief(account, 'Moved')
  const intake = await receive(account, brief, files)
  const rows = await db()('received_file').where('intake_id', intake).select('path', 'content_id')
  return { brief, idOf: name => rows.find(one => one.path === name)?.content_id ?? '' }
}
const piecesHere = async (...ids: string[]) => (await db()('content_chunk').whereIn('content_id', ids).select('number')).length
const brokenEvents = async (id: string) => (await db()('event').where({ kind: 'content-broken', about: `content ${id}` }).select('id')).length

// a database of its own: what moves is all there is
const first = process.env.DATABASE_URL ?? ''
const own = first.replace(/\/[^/?]*(?=\?|$)/, '/usitor_moved')

beforeAll(async () => {
  const cluster = connect(first)
  await cluster.raw('drop database if exists usitor_moved with (force)')
  await cluster.raw('create database usitor_moved')
  await cluster.destroy()
  process.env.DATABASE_URL = own
  await migrate()
  store = await startStore()
  account = await accountOf('Mover')
})
afterAll(async () => {
  await disconnect()
  process.env.DATABASE_URL = first
  const cluster = connect(first)
  await cluster.raw('drop database if exists usitor_moved with (force)')
  await cluster.destroy()
  await store.stop()
})
beforeEach(async () => {
  Object.assign(store, { refuses: () => false, gives: (bytes: Buffer) => bytes, conditions: true })
  store.objects.clear()
  vi.stubEnv('USITOR_CONTENTS', 's3://courses/kept')
  vi.stubEnv('USITOR_CONTENTS_ADDRESS', store.url)
  vi.stubEnv('USITOR_CONTENTS_KEY', 'shore')
  vi.stubEnv('USITOR_CONTENTS_SECRET', 'survey-secret')
  await db()('received_file').delete()
  await db()('content').delete()
  await db()('content_leftover').delete()
})
afterEach(() => vi.unstubAllEnvs())

describe('contents in a store of objects', () => {
  test('are read back before they are let go of here, and read from there in any stretch', async () => {
    const bytes = Object.fromEntries(LENGTHS.map(length => [`${length}.bin`, randomBytes(length)]))
    const { idOf } = await received(bytes)
    const sum = LENGTHS.reduce((all, length) => all + length, 0)
    expect(await moveContents(GOING_ON)).toEqual({ contents: LENGTHS.length, bytes: sum })
    expect(await piecesHere(...LENGTHS.map(length => idOf(`${length}.bin`)))).toBe(0)
    expect([...store.objects.keys()].sort()).toEqual(LENGTHS.map(length => `kept/${idOf(`${length}.bin`)}`).sort())
    expect(await tellContents()).toMatchObject({ away: { contents: LENGTHS.length, bytes: sum }, leftovers: 0 })
    for (const [name, own] of Object.entries(bytes)) {
      const source = await soundContent(idOf(name), own.length, name)
      expect(await hashOf(source)).toBe(hashed(own))
      for (const [from, length] of [[0, 1], [own.length - 1, 9], [MIB - 2, 5], [own.length / 2 | 0, 2 * MIB + 3], [own.length, 4]] as const) {
        const start = Math.max(0, from)
        expect(Buffer.compare(await source.read(start, length), own.subarray(start, start + length))).toBe(0)
      }
    }
    expect(await moveContents(GOING_ON)).toEqual({ contents: 0, bytes: 0 })
  })

  test('join what comes again with the same bytes', async () => {
    const same = randomBytes(500)
    const first = await received({ 'a.bin': same })
    await moveContents(GOING_ON)
    const second = await received({ 'b.bin': same })
    expect(second.idOf('b.bin')).toBe(first.idOf('a.bin'))
    expect(await piecesHere(first.idOf('a.bin'))).toBe(0)
    expect(await agrees(first.idOf('a.bin'))).toBe(true)
  })

  test('are never given out as something else: changed or missing there is an incident, and an answer', async () => {
    const { idOf } = await received({ 'changed.bin': randomBytes(2000), 'missing.bin': randomBytes(2000), 'lies.bin': randomBytes(2000) })
    await moveContents(GOING_ON)
    const lying = idOf('lies.bin')
    store.objects.set(`kept/${idOf('changed.bin')}`, { bytes: Buffer.alloc(2000), modified: new Date() })
    store.objects.delete(`kept/${idOf('missing.bin')}`)
    for (const name of ['changed.bin', 'missing.bin']) {
      await expect(contentSource(idOf(name), 2000).read(5, 10)).rejects.toMatchObject({ statusCode: 410 })
      await expect(soundContent(idOf(name), 2000, name)).rejects.toMatchObject({ statusCode: 410, message: expect.stringContaining(name) as string })
      expect(await brokenEvents(idOf(name))).toBe(1)
    }
    // bytes that turned over there without the store's own noticing
    store.gives = bytes => Buffer.from(bytes).fill(7, 100, 101)
    await expect(soundContent(lying, 2000, 'lies.bin')).rejects.toMatchObject({ statusCode: 410 })
    // the monthly look finds it by itself
    const { idOf: later } = await received({ 'later.bin': randomBytes(300) })
    store.gives = bytes => bytes
    await moveContents(GOING_ON)
    store.objects.delete(`kept/${later('later.bin')}`)
    await db()('content').where('id', later('later.bin')).update({ verified_at: new Date(Date.now() - 20 * 86_400_000) })
    await verifySome(1)
    expect(await brokenEvents(later('later.bin'))).toBe(1)
  })

  test('a store that is away is an answer for now, and no incident', async () => {
    const { idOf } = await received({ 'a.bin': randomBytes(2000) })
    await moveContents(GOING_ON)
    store.refuses = () => true
    await expect(soundContent(idOf('a.bin'), 2000, 'a.bin')).rejects.toMatchObject({
      statusCode: 503, message: expect.stringContaining('The store that keeps the files cannot be asked just now') as string,
    })
    expect(await brokenEvents(idOf('a.bin'))).toBe(0)
    store.refuses = () => false
    expect((await soundContent(idOf('a.bin'), 2000, 'a.bin')).size).toBe(2000)
  })

  test('what the store gives back otherwise than it was given stays here', async () => {
    const { idOf } = await received({ 'a.bin': randomBytes(3000) })
    store.gives = bytes => Buffer.from(bytes).reverse()
    await expect(moveContents(GOING_ON)).rejects.toThrow('The store gives back other bytes than it was given')
    expect(await piecesHere(idOf('a.bin'))).toBe(1)
    expect(await agrees(idOf('a.bin'))).toBe(true)
    // by the clock it is only written down, and tried again
    await moveDue(GOING_ON)
    expect(await piecesHere(idOf('a.bin'))).toBe(1)
    store.gives = bytes => bytes
    await moveDue(GOING_ON)
    expect(await piecesHere(idOf('a.bin'))).toBe(0)
    expect(await tellContents()).toMatchObject({ leftovers: 0 })
  })

  test('what is damaged here is not moved, and written down', async () => {
    const { idOf } = await received({ 'a.bin': randomBytes(3000), 'b.bin': randomBytes(3000) })
    const damaged = idOf('a.bin')
    await db().raw('alter table content_chunk disable trigger chunk_arrives')
    await db()('content_chunk').where('content_id', damaged).update({ bytes: Buffer.alloc(3000) })
    await db().raw('alter table content_chunk enable trigger chunk_arrives')
    expect(await moveContents(GOING_ON)).toEqual({ contents: 1, bytes: 3000 })
    expect([await piecesHere(damaged), await piecesHere(idOf('b.bin'))]).toEqual([1, 0])
    expect(await brokenEvents(damaged)).toBe(1)
    // what was put there of it belongs to nothing
    expect(await clearLeftovers(0)).toBe(1)
    expect([...store.objects.keys()]).toEqual([`kept/${idOf('b.bin')}`])
  })

  test('a move that breaks off in the middle leaves everything here, and is made good by the next', async () => {
    const files = Object.fromEntries(Array.from({ length: 40 }, (_, at) => [`${at}.bin`, randomBytes(1000 + at)]))
    const { idOf } = await received(files)
    let puts = 0
    store.refuses = method => method === 'PUT' && ++puts > 10
    await expect(moveContents(GOING_ON)).rejects.toThrow()
    const ids = Object.keys(files).map(idOf)
    expect(await piecesHere(...ids)).toBe(40)
    expect(store.objects.size).toBeGreaterThan(0)
    expect((await tellContents()).leftovers).toBeGreaterThan(store.objects.size - 1)
    store.refuses = () => false
    expect(await moveContents(GOING_ON)).toMatchObject({ contents: 40 })
    expect([await piecesHere(...ids), store.objects.size]).toEqual([0, 40])
    expect(await clearLeftovers(0)).toBe(0)
    for (const [name, own] of Object.entries(files)) expect(await hashOf(contentSource(idOf(name), own.length))).toBe(hashed(own))
  })

  test('two processes share the work: nothing is moved twice', async () => {
    const { idOf } = await received(Object.fromEntries(Array.from({ length: 100 }, (_, at) => [`${at}.bin`, randomBytes(200 + at)])))
    let puts = 0
    store.refuses = (method) => {
      if (method === 'PUT') puts++
      return false
    }
    const both = await Promise.all([moveContents(GOING_ON), moveContents(GOING_ON)])
    expect(both[0].contents + both[1].contents).toBe(100)
    expect([puts, store.objects.size, await piecesHere(idOf('0.bin'))]).toEqual([100, 100, 0])
  })

  test('come back as they were, and what lies there is taken away once nobody reads it', async () => {
    const bytes = Object.fromEntries(LENGTHS.map(length => [`${length}.bin`, randomBytes(length)]))
    const { idOf } = await received(bytes)
    await moveContents(GOING_ON)
    const reading = contentSource(idOf(`${MIB + 1}.bin`), MIB + 1)
    expect((await reading.read(0, 4)).length).toBe(4)
    store.objects.delete(`kept/${idOf('1.bin')}`)
    expect(await bringContents(GOING_ON)).toMatchObject({ contents: LENGTHS.length - 1 })
    expect(await brokenEvents(idOf('1.bin'))).toBe(1)
    for (const [name, own] of Object.entries(bytes)) {
      if (name === '1.bin') continue
      expect(await hashOf(await soundContent(idOf(name), own.length, name))).toBe(hashed(own))
      expect(await db()('content').where('id', idOf(name)).first('moved_to')).toEqual({ moved_to: null })
    }
    // whoever began to read it there goes on
    expect(await clearLeftovers()).toBe(0)
    expect(Buffer.compare(await reading.read(MIB - 1, 2), bytes[`${MIB + 1}.bin`]?.subarray(MIB - 1) ?? Buffer.alloc(0))).toBe(0)
    expect(await clearLeftovers(0)).toBe(LENGTHS.length - 1)
    expect(store.objects.size).toBe(0)
  })

  test('the same bytes once more make whole what was damaged, here or there', async () => {
    const [small, large] = [randomBytes(600), randomBytes(9 * MIB)]
    const { idOf } = await received({ 'small.bin': small, 'large.bin': large })
    await moveContents(GOING_ON)
    store.objects.clear()
    for (const [name, own] of [['small.bin', small], ['large.bin', large]] as const) {
      await expect(soundContent(idOf(name), own.length, name)).rejects.toMatchObject({ statusCode: 410 })
    }
    const again = await received({ 'small.bin': small })
    expect(again.idOf('small.bin')).toBe(idOf('small.bin'))
    // what comes in pieces, too
    const begun = await beginContent(large.length)
    expect(await appendContent(begun, 0, large)).toBe(true)
    expect(await sealContent(begun, large.length)).toMatchObject({ contentId: idOf('large.bin') })
    for (const [name, own] of [['small.bin', small], ['large.bin', large]] as const) {
      expect(await hashOf(await soundContent(idOf(name), own.length, name))).toBe(hashed(own))
    }
    // from here on it is guarded as before
    await expect(db()('content_chunk').where('content_id', idOf('small.bin')).delete()).rejects.toMatchObject({ code: 'US001' })
    expect(await moveContents(GOING_ON)).toMatchObject({ contents: 2 })
  })

  test('what nothing refers to any more is taken away there, too', async () => {
    const { brief, idOf } = await received({ 'a.bin': randomBytes(700) })
    await moveContents(GOING_ON)
    await db().transaction(trx => eraseBrief(trx, brief))
    await db()('content').where('id', idOf('a.bin')).update({ created_at: new Date(0) })
    await sweep()
    expect(await db()('content').where('id', idOf('a.bin')).first('id')).toBeUndefined()
    expect(store.objects.size).toBe(1)
    expect(await clearLeftovers(0)).toBe(1)
    expect(store.objects.size).toBe(0)
  })

  test('nobody writes under the name of a content that lies there', async () => {
    const own = randomBytes(900)
    const { idOf } = await received({ 'a.bin': own })
    await moveContents(GOING_ON)
    expect(await appendContent(idOf('a.bin'), 0, Buffer.alloc(900))).toBe(false)
    const forged = { content_id: idOf('a.bin'), number: 0, bytes: Buffer.alloc(900) }
    await expect(db()('content_chunk').insert(forged)).rejects.toMatchObject({ code: 'US001' })
    expect(await hashOf(contentSource(idOf('a.bin'), 900))).toBe(hashed(own))
    const [{ contentId } = { contentId: '' }] = await storeWhole([{ bytes: Buffer.from(randomUUID()), sha256: hashed(Buffer.from('x')) }])
    await expect(db()('content_chunk').where('content_id', contentId).delete()).rejects.toMatchObject({ code: 'US001' })
  })

  test('whoever runs an installation moves, looks and brings back from a shell', async () => {
    const bytes = randomBytes(2 * MIB)
    const { idOf } = await received({ 'a.bin': bytes })
    const admin = async (...words: string[]) => promisify(execFile)('node', ['.data/test-workers/usitor-admin.mjs', ...words], {
      env: { ...process.env, USITOR_LOG: 'silent' },
    })
    const refusal = (why: string) => ({ code: 1, stderr: expect.stringContaining(why) as string })
    await expect(admin('contents-back')).rejects.toMatchObject(refusal('USITOR_CONTENTS still names a store'))
    expect((await admin('contents-away')).stdout).toBe('moved: 1 contents, 0.00 GB\n')
    expect((await admin('contents')).stdout).toContain('in the store:    1 contents')
    expect((await admin('verify')).stdout).toMatch(/^1 contents agree/)
    vi.stubEnv('USITOR_CONTENTS', '')
    await expect(admin('contents-away')).rejects.toMatchObject(refusal('USITOR_CONTENTS names no store'))
    expect((await admin('contents-back')).stdout).toBe('brought back: 1 contents, 0.00 GB\n')
    expect(await hashOf(contentSource(idOf('a.bin'), bytes.length))).toBe(hashed(bytes))
    expect((await admin('purge', '0')).stdout).toBe('purged; 1 taken away from the store\n')
  })

  test('what is written wrongly in the settings is said', async () => {
    await received({ 'a.bin': randomBytes(10) })
    vi.stubEnv('USITOR_CONTENTS', 'courses/kept')
    await expect(moveContents(GOING_ON)).rejects.toThrow('USITOR_CONTENTS is written s3://bucket/prefix')
    vi.stubEnv('USITOR_CONTENTS', 's3://courses/kept')
    vi.stubEnv('USITOR_CONTENTS_ADDRESS', 'store.example')
    await expect(moveContents(GOING_ON)).rejects.toThrow('The address of a store begins with https:// or http://')
    vi.stubEnv('USITOR_CONTENTS_ADDRESS', store.url)
    vi.stubEnv('USITOR_CONTENTS_KEY', 'other')
    await expect(moveContents(GOING_ON)).rejects.toThrow('The key or its secret is not right there')
  })
})
