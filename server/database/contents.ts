import type { Knex } from 'knex'
import pLimit from 'p-limit'
import { v7 as uuid, validate as isUuid } from 'uuid'
import type { ByteSource } from '#core/bytes/source'
import { contentStore } from '../utils/content-store'
import { isSealed, sayStorage } from '../utils/errors'
import { binaryRows } from './binary-rows'
import { db } from './connection'
import type { ContentChunkRow, ContentLeftoverRow, ContentRow } from './tables'

/** Length of one stored piece; uploads by offset come in whole pieces. */
export const CHUNK = 1024 * 1024

export function chunksOf(bytes: Uint8Array): Buffer[] {
  return Array.from(
    { length: Math.ceil(bytes.length / CHUNK) },
    (_, number) => Buffer.from(bytes.buffer, bytes.byteOffset + number * CHUNK, Math.min(CHUNK, bytes.length - number * CHUNK)),
  )
}

/** Begins a content that arrives in pieces; until sealed it was never received. `own`: made here, it joins nothing. */
export async function beginContent(size: number, own = false, to: Knex = db()): Promise<string> {
  const id = uuid()
  await to('content').insert({ id, sha256: null, size, own })
  return id
}

/**
 * Stores pieces from a chunk boundary on. They are only ever added: one that is there stays, and may come again as it was.
 *
 * @returns whether every piece stands as it was sent; `false`: another one is in its place, or nothing is taken any more
 */
export async function appendContent(contentId: string, offset: number, bytes: Uint8Array): Promise<boolean> {
  const pieces = chunksOf(bytes).map((piece, index) => ({ content_id: contentId, number: offset / CHUNK + index, bytes: piece }))
  for (let position = 0; position < pieces.length; position += PIECES_AT_ONCE) {
    const some = pieces.slice(position, position + PIECES_AT_ONCE)
    const made = await storing(() => db()('content_chunk').insert(some)
      .onConflict(['content_id', 'number']).ignore().returning('number').catch((error: unknown) => {
        if (isSealed(error)) return []
        throw sayStorage(error)
      }))
    const fresh = new Set(made.map(row => row.number))
    for (const { number, bytes: piece } of some) {
      if (fresh.has(number)) continue
      const there = await db()('content_chunk').where({ content_id: contentId, number }).where('bytes', piece).first('number')
      if (!there) return false
    }
  }
  return true
}
/** Bytes are written on so many connections of the pool at once: however many come, answers still find one. */
export const storing = pLimit(6)
/** Pieces in one statement: a quarter of the waits for one. */
const PIECES_AT_ONCE = 4

/**
 * Where bytes may be written as they come, into a content that was begun.
 *
 * @returns the stream, and what stores the rest and says how many bytes there were
 */
export function contentSink(contentId: string): { stream: WritableStream<Uint8Array>, end: () => Promise<number> } {
  const pieces: Uint8Array[] = []
  let [at, held] = [0, 0]
  const flush = async (all: boolean) => {
    const bytes = Buffer.concat(pieces.splice(0))
    const whole = all ? bytes.length : bytes.length - bytes.length % CHUNK
    if (whole > 0) await appendContent(contentId, at, bytes.subarray(0, whole))
    at += whole
    held = bytes.length - whole
    if (held > 0) pieces.push(bytes.subarray(whole))
  }
  const stream = new WritableStream<Uint8Array>({ async write(piece) {
    // who writes may use its room again
    pieces.push(Uint8Array.from(piece))
    held += piece.length
    if (held >= PIECES_AT_ONCE * CHUNK) await flush(false)
  } })
  return { stream, end: async () => {
    await flush(true)
    return at
  } }
}

/** Bytes kept whole under their hash, each distinct one once, in one transaction of the caller's. */
export async function keepWhole(trx: Knex, distinct: readonly { sha256: string, bytes: Uint8Array }[]): Promise<Map<string, string>> {
  const made = await trx('content').insert(distinct.map(({ sha256, bytes }) => ({ id: uuid(), sha256, size: bytes.length })))
    .onConflict(trx.raw('(sha256) where not own')).ignore().returning(['id', 'sha256'])
  const fresh = new Map(made.map(row => [String(row.sha256), String(row.id)]))
  const pieces = distinct.flatMap(({ sha256, bytes }) => {
    const id = fresh.get(sha256)
    return id === undefined ? [] : chunksOf(bytes).map((piece, number) => ({ id, number, piece }))
  })
  await trx.batchInsert('content_chunk', pieces.map(({ id, number, piece }) => ({ content_id: id, number, bytes: piece })), 500)
  if (fresh.size > 0) await trx('content').whereIn('id', [...fresh.values()]).update({ state: 'sealed', verified_at: trx.fn.now() })
  const kept = await trx('content').where('own', false).whereIn('sha256', distinct.map(one => one.sha256)).select('id', 'sha256', 'broken_at')
  for (const { id, sha256, broken_at: broken } of kept) {
    const again = broken === null ? undefined : distinct.find(one => one.sha256 === sha256)
    if (again) await mendContent(trx, id, chunksOf(again.bytes).map((bytes, number) => ({ content_id: id, number, bytes })))
  }
  return new Map(kept.map(row => [String(row.sha256), String(row.id)]))
}

/** Writes down objects that may lie in a store and belong to no content: whoever still reads them has from now on. */
export async function noteLeftovers(to: Knex, objects: readonly Pick<ContentLeftoverRow, 'address' | 'content_id'>[]): Promise<void> {
  await to('content_leftover').insert([...objects]).onConflict('address').merge({ at: to.fn.now() })
}

/**
 * Makes a damaged content whole with the same bytes, which came once more and were hashed.
 *
 * @param pieces - rows, or a query that gives them
 */
export async function mendContent(trx: Knex, id: string, pieces: readonly ContentChunkRow[] | Knex.QueryBuilder): Promise<void> {
  await trx.raw(`set local usitor.brings = 'yes'`)
  const before = await trx('content').where('id', id).forUpdate().first('moved_to')
  await trx('content_chunk').where('content_id', id).delete()
  if ('toSQL' in pieces) await trx(trx.raw('content_chunk (content_id, number, bytes)')).insert(pieces)
  else await trx.batchInsert('content_chunk', [...pieces], 500)
  await trx('content').where('id', id).update({ broken_at: null, moved_to: null, moved_mark: null, verified_at: trx.fn.now() })
  const address = before?.moved_to ?? null
  if (address !== null) await noteLeftovers(trx, [{ address, content_id: id }])
  await trx.raw(`set local usitor.brings = ''`)
}

/** From here on nothing is added to a content: it can be hashed. Whoever comes second, or after a process that ended, may hash it too. */
export async function closeContent(contentId: string): Promise<void> {
  await db()('content').where({ id: contentId, state: 'receiving' }).update({ state: 'sealing' })
}

/** Bytes that have arrived without a gap. */
export async function arrivedBytes(contentId: string): Promise<number> {
  const rows = await db()('content_chunk')
    .where('content_id', contentId).orderBy('number')
    .select<{ number: number, length: number }[]>('number', db().raw('length(bytes) as length'))
  let end = 0
  for (const { number, length } of rows) {
    if (number * CHUNK !== end) break
    end += length
  }
  return end
}

/** Ranged reads over a content, wherever it lies. */
export function contentSource(contentId: string, size: number): ByteSource {
  const elsewhere = movedSource(contentId, size)
  return {
    size,
    async read(offset, length) {
      const end = Math.min(size, offset + length)
      if (offset >= end) return new Uint8Array(0)
      const here = await readHere(contentId, offset, end)
      // it may be on its way there or back: then it is whole in one of the two
      return here ?? await elsewhere(offset, end) ?? await readHere(contentId, offset, end) ?? new Uint8Array(0)
    },
  }
}

/** A stretch from the pieces stored here; `null` where one of them is not here. */
async function readHere(contentId: string, offset: number, end: number): Promise<Uint8Array | null> {
  const first = Math.floor(offset / CHUNK)
  const last = Math.floor((end - 1) / CHUNK)
  if (!isUuid(contentId)) throw new Error('A content is known by its id.')
  const column = first === last ? `substring(bytes from ${offset - first * CHUNK + 1} for ${end - offset})` : 'bytes'
  const rows = await binaryRows(
    `select ${column} from content_chunk where content_id = '${contentId}' and number between ${first} and ${last} order by number`,
  )
  if (rows.length <= last - first) return null
  const bytes = rows.length === 1 && rows[0] ? rows[0] : Buffer.concat(rows)
  const start = first === last ? 0 : offset - first * CHUNK
  return new Uint8Array(bytes.buffer, bytes.byteOffset + start, Math.min(end - offset, bytes.length - start))
}

/** Reads so much at a time from a store: whoever looks at a file asks for small stretches, and each question costs. */
const STRETCH = CHUNK

/** Stretches of a content that lies in a store, the last one kept; `null` where it lies in none. */
function movedSource(contentId: string, size: number): (offset: number, end: number) => Promise<Uint8Array | null> {
  let [place, held] = [null as Pick<ContentRow, 'moved_to' | 'moved_mark'> | null, { from: 0, bytes: new Uint8Array(0) }]
  return async (offset, end) => {
    if (offset < held.from || end > held.from + held.bytes.length) {
      place ??= await db()('content').where('id', contentId).whereNotNull('moved_to').first('moved_to', 'moved_mark') ?? null
      if (place?.moved_to == null) return null
      const to = Math.min(size, Math.max(end, offset + STRETCH))
      const pieces: Uint8Array[] = []
      for await (const piece of contentStore().read(place.moved_to, place.moved_mark, offset, to)) pieces.push(piece)
      held = { from: offset, bytes: new Uint8Array(Buffer.concat(pieces)) }
    }
    return held.bytes.slice(offset - held.from, end - held.from)
  }
}
