import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { ByteSource } from '#core/bytes/source'
import { isSealed, sayStorage } from '../utils/errors'
import { db } from './connection'

/** Length of one stored piece; uploads by offset come in whole pieces. */
export const CHUNK = 1024 * 1024

export function chunksOf(bytes: Uint8Array): Buffer[] {
  return Array.from(
    { length: Math.ceil(bytes.length / CHUNK) },
    (_, number) => Buffer.from(bytes.buffer, bytes.byteOffset + number * CHUNK, Math.min(CHUNK, bytes.length - number * CHUNK)),
  )
}

/** Begins a content that arrives in pieces; until sealed it was never received. `own`: made here, it joins nothing. */
export async function beginContent(size: number, own = false): Promise<string> {
  const id = uuid()
  await db()('content').insert({ id, sha256: null, size, own })
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
    const made = await db()('content_chunk').insert(some)
      .onConflict(['content_id', 'number']).ignore().returning('number').catch((error: unknown) => {
        if (isSealed(error)) return []
        throw sayStorage(error)
      })
    const fresh = new Set(made.map(row => row.number))
    for (const { number, bytes: piece } of some) {
      if (fresh.has(number)) continue
      const there = await db()('content_chunk').where({ content_id: contentId, number }).where('bytes', piece).first('number')
      if (!there) return false
    }
  }
  return true
}
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
  const kept = await trx('content').where('own', false).whereIn('sha256', distinct.map(one => one.sha256)).select('id', 'sha256')
  return new Map(kept.map(row => [String(row.sha256), String(row.id)]))
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

/** Ranged reads over stored pieces. */
export function contentSource(contentId: string, size: number): ByteSource {
  return {
    size,
    async read(offset, length) {
      const end = Math.min(size, offset + length)
      if (offset >= end) return new Uint8Array(0)
      const first = Math.floor(offset / CHUNK)
      const last = Math.floor((end - 1) / CHUNK)
      const rows: { number: number, bytes: Buffer }[] = first === last
        ? await db()('content_chunk')
            .where({ content_id: contentId, number: first })
            .select('number', db().raw('substring(bytes from ? for ?) as bytes', [offset - first * CHUNK + 1, end - offset]))
        : await db()('content_chunk').where('content_id', contentId).whereBetween('number', [first, last]).orderBy('number').select('number', 'bytes')
      const bytes = Buffer.concat(rows.map(row => row.bytes))
      const start = first === last ? 0 : offset - first * CHUNK
      return new Uint8Array(bytes.buffer, bytes.byteOffset + start, Math.min(end - offset, bytes.length - start))
    },
  }
}
