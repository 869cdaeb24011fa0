import { createHash, randomUUID } from 'node:crypto'
import { afterAll, afterEach, beforeAll, beforeEach, expect, test, vi } from 'vitest'
import { strToU8, zipSync } from 'fflate'
import type { Dropped } from '../../app/composables/dropped'
import { handing } from '../../app/composables/handing'
import type { IntakeOrder, IntakeProgress } from '../../app/workers/receiving'
import { receive } from '../../app/workers/receiving'
import type { DemoClient } from '../../demo/load'
import { db, disconnect } from '../../server/database/connection'
import { somebody, startServer } from './server'

let server: Awaited<ReturnType<typeof startServer>>
let client: DemoClient
let briefId = ''
/** Every request as it went out, and what is done instead of sending it. */
let calls: string[] = []
let instead: (call: string, nth: number) => Response | Error | null = () => null

beforeAll(async () => {
  server = await startServer()
})
afterAll(async () => {
  server.stop()
  await disconnect()
})
beforeEach(async () => {
  const { client: made, cookie } = await somebody(server.address)
  client = made
  briefId = (await client.send('POST /api/briefs', { body: { title: 'Received' } })).id
  calls = []
  instead = () => null
  const send = globalThis.fetch
  vi.stubGlobal('fetch', async (path: string, options: RequestInit) => {
    if (!path.startsWith('/')) return send(path, options)
    const call = `${options.method} ${path.replace(/[0-9a-f-]{36}/g, '*')}`
    calls.push(call)
    const other = instead(call, calls.filter(one => one === call).length)
    if (other instanceof Error) throw other
    return other ?? send(server.address + path, { ...options, headers: { ...options.headers, cookie } })
  })
})
afterEach(() => {
  vi.unstubAllGlobals()
})

type Chosen = Dropped['files'][number]
type Order = Omit<IntakeOrder, 'files'> & { files: Chosen[] }
const fileOf = (path: string, content: string | Uint8Array): Chosen => ({
  path, file: new File([content as BlobPart], path.slice(path.lastIndexOf('/') + 1), { lastModified: 1_790_000_000_000 }),
})
const orderOf = (files: Chosen[], more: Partial<Omit<IntakeOrder, 'files'>> = {}): Order =>
  ({
    briefId, key: randomUUID(), root: 'in', keeps: true, replaces: false, statedAt: null,
    opening: { zip: true, mail: true, offset: 0, known: [] }, files, same: null, ...more,
  })
const go = async (order: Order, { ask = async () => false, progress = () => undefined, signal = new AbortController().signal }: {
  ask?: Parameters<typeof receive>[3]
  progress?: (now: IntakeProgress) => void
  signal?: AbortSignal
} = {}) => {
  const { list, handOver } = await handing(order.files)
  return receive({ ...order, files: list }, handOver, progress, ask, signal)
}
const received = () => db()('received_file').join(
  'intake', 'intake.id', 'received_file.intake_id',
).where('brief_id', briefId).where('state', 'complete').whereNull('replaced_at').orderBy('path')
  .select<{ path: string, sha256: string, container: string[], verified: boolean }[]>('path', 'sha256', 'container', 'verified')
const nothingLeft = async () => expect(await db()('intake').where('brief_id', briefId).select('id')).toEqual([])
const sha = (text: string | Uint8Array) => createHash('sha256').update(text).digest('hex')

test('many small files travel in batches, each once, and are there as they were', async () => {
  const files = Array.from({ length: 450 }, (_, at) => fileOf(`notes/n${String(at).padStart(3, '0')}.txt`, `note ${at}`))
  expect(await go(orderOf(files))).toEqual({ files: 450, same: 0, closed: [] })
  expect((await received()).map(one => one.sha256)).toEqual(files.map((_, at) => sha(`note ${at}`)))
  expect((await received()).every(one => one.verified)).toBe(true)
  // far fewer requests than files
  expect(calls.filter(call => call.endsWith('/contents')).length).toBeLessThan(10)
})

test('a large file travels in stretches of its own', async () => {
  const bytes = new Uint8Array(9 * 1024 * 1024 + 3).map((_, at) => at * 7)
  await go(orderOf([fileOf('clip.bin', bytes), fileOf('a.txt', 'a')]))
  expect((await received()).map(one => one.sha256)).toEqual([sha('a'), sha(bytes)])
  expect(calls.filter(call => call.startsWith('PUT'))).toHaveLength(3)
})

test('archives come as what is in them, and keep where they lay', async () => {
  const zip = zipSync({ 'photos/a.txt': strToU8('a'), 'b.txt': strToU8('b') })
  await go(orderOf([fileOf('Marsh/all.zip', zip)]))
  expect((await received()).map(({ path, container }) => [path, container])).toEqual([
    ['b.txt', ['Marsh/all.zip']], ['photos/a.txt', ['Marsh/all.zip']],
  ])
})

test('where facts only are taken, no content is sent', async () => {
  await go(orderOf([fileOf('a.txt', 'a')], { keeps: false }))
  expect((await received()).map(({ sha256, verified }) => [sha256, verified])).toEqual([[sha('a'), false]])
  expect(calls.some(call => call.includes('content'))).toBe(false)
})

test('a server that is away for a moment is asked again, and nothing is received twice', async () => {
  instead = (call, nth) => {
    if (call.endsWith('/files') && nth === 1) return new Response('{}', { status: 503 })
    if (call.endsWith('/contents') && nth === 1) return new TypeError('fetch failed')
    return null
  }
  expect((await go(orderOf([fileOf('a.txt', 'a'), fileOf('b.txt', 'b')]))).files).toBe(2)
  expect((await received()).map(one => one.path)).toEqual(['a.txt', 'b.txt'])
  expect(calls.filter(call => call.endsWith('/files'))).toHaveLength(2)
})

test('an answer that was lost leads to the same intake, not to a second one', async () => {
  const order = orderOf([fileOf('a.txt', 'a')])
  await go(order)
  expect((await go(order)).files).toBe(1)
  expect(await db()('intake').where('brief_id', briefId).select('id')).toHaveLength(1)
})

test('what was refused in words is not asked again, is told in those words, and leaves nothing behind', async () => {
  instead = call => (call.endsWith('/complete') ? new Response(JSON.stringify({ message: 'No: something else.' }), { status: 409 }) : null)
  await expect(go(orderOf([fileOf('a.txt', 'a')]))).rejects.toThrow('No: something else.')
  expect(calls.filter(call => call.endsWith('/complete'))).toHaveLength(1)
  await nothingLeft()
})

test('a disk that is full is told at once', async () => {
  instead = call => (call.endsWith('/contents')
    ? new Response(JSON.stringify({ message: 'The server has no room left for files.' }), { status: 507 })
    : null)
  await expect(go(orderOf([fileOf('a.txt', 'a')]))).rejects.toThrow('no room left')
  expect(calls.filter(call => call.endsWith('/contents'))).toHaveLength(1)
})

test('called off in the middle, nothing is sent any more and nothing stays', async () => {
  const stop = new AbortController()
  instead = (call) => {
    if (call.endsWith('/contents')) stop.abort(new Error('Called off; nothing was received.'))
    return null
  }
  await expect(go(orderOf([fileOf('a.txt', 'a')]), { signal: stop.signal })).rejects.toThrow('Called off')
  expect(calls.at(-1)).toBe('DELETE /api/intakes/*')
  expect(calls.some(call => call.endsWith('/complete'))).toBe(false)
  await nothingLeft()
})

test('what is here again is asked about before it counts; the answer decides', async () => {
  await go(orderOf([fileOf('a.txt', 'a'), fileOf('b.txt', 'b')]))
  const asked: unknown[] = []
  const answer = (replaces: boolean) => async (overlap: unknown) => {
    asked.push(overlap)
    return replaces
  }
  await go(orderOf([fileOf('a.txt', 'a'), fileOf('c.txt', 'c')], { replaces: 'ask' }), { ask: answer(false) })
  expect((await received()).map(one => one.path)).toEqual(['a.txt', 'a.txt', 'b.txt', 'c.txt'])
  await go(orderOf([fileOf('d.txt', 'd')], { replaces: 'ask' }), { ask: answer(true) })
  expect((await received()).map(one => one.path)).toEqual(['d.txt'])
  expect(asked).toEqual([{ earlier: 2, here: 1, proposes: 'add' }, { earlier: 4, here: 0, proposes: 'add' }])
})

test('a file that cannot be read is received as such, without hash or content, and the others with theirs', async () => {
  const broken = fileOf('gone.txt', 'x')
  Object.assign(broken.file, { arrayBuffer: () => Promise.reject(new Error('it was moved while it was read')) })
  await go(orderOf([broken, fileOf('a.txt', 'a')]))
  expect((await received()).map(one => [one.path, one.sha256])).toEqual([['a.txt', sha('a')], ['gone.txt', null]])
})

test('files are read several at once and travel in their order, none more than once, however long each takes', async () => {
  const opened: string[] = []
  const files = Array.from({ length: 80 }, (_, at) => {
    const one = fileOf(`n${String(at).padStart(2, '0')}.txt`, `note ${at}`)
    const bytes = one.file.arrayBuffer.bind(one.file)
    Object.assign(one.file, { async arrayBuffer() {
      opened.push(one.path)
      await new Promise(resolve => setTimeout(resolve, (at * 37) % 30))
      return bytes()
    } })
    return one
  })
  await go(orderOf(files))
  expect(opened).toEqual(files.map(one => one.path))
  expect((await received()).map(one => one.sha256)).toEqual(files.map((_, at) => sha(`note ${at}`)))
})

test('how much of an earlier intake is here again is found by path under the same root, and by bytes anywhere', async () => {
  await go(orderOf([fileOf('a.txt', 'a'), fileOf('b.txt', 'b'), fileOf('e.txt', ''), fileOf('c.txt', 'c')]))
  const asked: unknown[] = []
  const ask = async (overlap: unknown) => {
    asked.push(overlap)
    return false
  }
  // another root: the same path says nothing there, the same bytes do, and nothing is the same as nothing
  await go(orderOf([fileOf('a.txt', 'other'), fileOf('moved.txt', 'b'), fileOf('f.txt', '')], { root: 'out', replaces: 'ask' }), { ask })
  await go(orderOf([fileOf('a.txt', 'changed'), fileOf('c.txt', 'c')], { replaces: 'ask' }), { ask })
  expect(asked).toEqual([{ earlier: 4, here: 1, proposes: 'add' }, { earlier: 7, here: 2, proposes: 'add' }])
})

test('progress ends at everything, and never goes back', async () => {
  const seen: IntakeProgress[] = []
  await go(orderOf(Array.from({ length: 250 }, (_, at) => fileOf(`n${at}.txt`, `note ${at}`))), { progress: now => seen.push(now) })
  expect(seen.every((now, at) => at === 0 || (now.files >= (seen[at - 1]?.files ?? 0) && now.bytes >= (seen[at - 1]?.bytes ?? 0)))).toBe(true)
  const end = seen.at(-1)
  expect([end?.stage, end?.files, end?.bytes]).toEqual(['closing', end?.totalFiles, end?.totalBytes])
})

const sentPaths = () => calls.filter(call => call.endsWith('/files')).length
const standing = async () => (await db()('intake').where({ brief_id: briefId, state: 'complete' }).whereNull('replaced_at').first('id'))?.id ?? ''

test('a folder looked at again sends only what is new or changed; the rest is taken over as it came', async () => {
  const large = new Uint8Array(5 * 1024 * 1024).map((_, at) => at * 3)
  const before = [fileOf('a.txt', 'a'), fileOf('b.txt', 'b'), fileOf('gone.txt', 'gone'), fileOf('clip.bin', large)]
  await go(orderOf(before, { root: 'week' }))
  const first = await received()
  calls = []
  const now = [fileOf('a.txt', 'a'), fileOf('b.txt', 'other'), fileOf('clip.bin', large), fileOf('new.txt', 'n')]
  const told: IntakeProgress[] = []
  const order = orderOf(now, { root: 'week', replaces: true, same: { intake: await standing() } })
  expect(await go(order, { progress: one => void told.push(one) })).toEqual({ files: 4, same: 2, closed: [] })
  expect((await received()).map(({ path, sha256 }) => [path, sha256])).toEqual([
    ['a.txt', sha('a')], ['b.txt', sha('other')], ['clip.bin', sha(large)], ['new.txt', sha('n')],
  ])
  expect((await received()).every(one => one.verified)).toBe(true)
  // the large one did not travel again, and counts as read and here from the start
  expect(calls.filter(call => call.startsWith('PUT'))).toEqual([])
  expect(told.at(-1)).toMatchObject({ files: 4, same: 2, read: large.length + 7, bytes: large.length + 7 })
  expect(first.map(one => one.path)).toContain('gone.txt')
})

test('only what is the same in path, size and time, kept in the same way and in the same brief, is taken over', async () => {
  await go(orderOf([fileOf('a.txt', 'a'), fileOf('all.zip', zipSync({ 'in.txt': strToU8('in') }))]))
  const intake = await standing()
  const later: Chosen = { path: 'a.txt', file: new File(['a'], 'a.txt', { lastModified: 1_790_000_001_000 }) }
  expect((await go(orderOf([later], { same: { intake } }))).same).toBe(0)
  expect((await go(orderOf([fileOf('a.txt', 'a')], { same: { intake }, keeps: false }))).same).toBe(0)
  // what lay in an archive is opened and read again
  expect((await go(orderOf([fileOf('in.txt', 'in')], { same: { intake } }))).same).toBe(0)
  const other = (await client.send('POST /api/briefs', { body: { title: 'Another' } })).id
  expect((await go(orderOf([fileOf('a.txt', 'a')], { same: { intake }, briefId: other }))).same).toBe(0)
  const { client: stranger } = await somebody(server.address)
  const theirs = (await stranger.send('POST /api/briefs', { body: { title: 'Theirs' } })).id
  const { id } = await stranger.send('POST /api/briefs/:id/intakes', {
    id: theirs, body: { key: randomUUID(), root: 'in', keeps: true, statedAt: null },
  })
  await expect(stranger.send('POST /api/intakes/:id/same', {
    id, body: { from: intake, files: [{ path: 'a.txt', size: 1, modified: 1_790_000_000_000 }] },
  })).rejects.toThrow('There is nothing here.')
})

test('after the page went away in the middle, the same folder goes on: what is here is not sent again', async () => {
  const files = Array.from({ length: 450 }, (_, at) => fileOf(`n${at}.txt`, `note ${at}`))
  const order = orderOf(files)
  // the page is gone: neither its second batch nor its word that it was called off arrives
  instead = (call, nth) => (call.startsWith('DELETE') || (call.endsWith('/files') && nth > 1) ? new Response('{}', { status: 400 }) : null)
  await expect(go(order)).rejects.toThrow()
  instead = () => null
  calls = []
  expect(await go({ ...order, same: 'itself' })).toEqual({ files: 450, same: 200, closed: [] })
  expect(sentPaths()).toBe(2)
  expect((await received()).filter(one => one.verified)).toHaveLength(450)
})
