import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { ByteSource } from '#core/bytes/source'
import { sayStorage } from '../utils/errors'
import { db } from './connection'

/** Length of one stored piece; uploads by offset come in whole pieces. */
export const CHUNK = 1024 * 1024

export function chunksOf(bytes: Uint8Array): Buffer[] {
  return Array.from(
    { length: Math.ceil(bytes.length / CHUNK) },
    (_, number) => Buffer.from(bytes.buffer, bytes.byteOffset + number * CHUNK, Math.min(CHUNK, bytes.length - number * CHUNK)),
  )
}

/** Begins a content that arrives in pieces; until sealed it was never received. */
export async function beginContent(size: number, trx: Knex = db()): Promise<string> {
  const id = uuid()
  await trx('content').insert({ id, sha256: null, size })
  return id
}

/** Stores pieces from a chunk boundary on; sent again they replace themselves. */
export async function appendContent(contentId: string, offset: number, bytes: Uint8Array): Promise<void> {
  for (const [index, piece] of chunksOf(bytes).entries()) {
    await db()('content_chunk').insert({
      content_id: contentId, number: offset / CHUNK + index, bytes: piece,
    }).onConflict(['content_id', 'number']).merge().catch((error: unknown) => {
      throw sayStorage(error)
    })
  }
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
