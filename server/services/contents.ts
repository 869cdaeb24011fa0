import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { ByteSource } from '#core/bytes/source'
import { sourceFromBytes } from '#core/bytes/source'
import { readBytes } from '#core/formats/identify'
import type { Reading } from '#core/formats/reading'
import { READER_VERSION } from '#core/formats/reading'
import { db } from '../database/connection'
import { storableReading } from '../utils/storable'

/** Length of one stored piece; uploads by offset come in whole pieces. */
export const CHUNK = 1024 * 1024

/** A sealed content with what its bytes say. */
export interface Sealed { contentId: string, sha256: string, readingId: string, reading: Reading }

/** Stores a small file's bytes: hashed and read here, whatever the browser said of them. */
export async function storeWhole(bytes: Uint8Array): Promise<Sealed> {
  const sha256 = createHash('sha256').update(bytes).digest('hex')
  const reading = await readBytes(sourceFromBytes(bytes))
  const readingId = await keepReading(sha256, reading)
  const contentId = await db().transaction(async (trx) => {
    const kept = await trx('content').where({ sha256 }).first('id')
    if (kept) return String(kept.id)
    const id = uuid()
    const [made] = await trx('content').insert({ id, sha256, size: bytes.length }).onConflict('sha256').ignore().returning('id')
    // somebody stored the same bytes in between
    if (!made) return String((await trx('content').where({ sha256 }).first('id'))?.id)
    for (let at = 0, number = 0; at < bytes.length; at += CHUNK, number++) {
      await trx('content_chunk').insert({ content_id: id, number, bytes: Buffer.from(bytes.buffer, bytes.byteOffset + at, Math.min(CHUNK, bytes.length - at)) })
    }
    return id
  })
  return { contentId, sha256, readingId, reading }
}

/** Begins a content that arrives in pieces; until sealed it was never received. */
export async function beginContent(size: number, trx: Knex = db()): Promise<string> {
  const id = uuid()
  await trx('content').insert({ id, sha256: null, size })
  return id
}

/** Stores pieces from a chunk boundary on; sent again they replace themselves. */
export async function appendContent(contentId: string, offset: number, bytes: Uint8Array): Promise<void> {
  for (let at = 0; at < bytes.length; at += CHUNK) {
    await db()('content_chunk').insert({
      content_id: contentId, number: (offset + at) / CHUNK,
      bytes: Buffer.from(bytes.buffer, bytes.byteOffset + at, Math.min(CHUNK, bytes.length - at)),
    }).onConflict(['content_id', 'number']).merge()
  }
}

/** Bytes that have arrived without a gap. */
export async function arrivedBytes(contentId: string): Promise<number> {
  const rows = await db()('content_chunk').where('content_id', contentId).orderBy('number').select('number', db().raw('length(bytes) as length'))
  let end = 0
  for (const { number, length } of rows) {
    if (number * CHUNK !== end) break
    end += length
  }
  return end
}

/** Seals a content whose pieces are all there: hashes and reads what is stored, and joins it with equal bytes. */
export async function sealContent(contentId: string, size: number): Promise<Sealed> {
  const source = contentSource(contentId, size)
  const hash = createHash('sha256')
  for (let at = 0; at < size; at += 4 * CHUNK) hash.update(await source.read(at, 4 * CHUNK))
  const sha256 = hash.digest('hex')
  const reading = await readBytes(source)
  const readingId = await keepReading(sha256, reading)
  const joined = await db().transaction(async (trx) => {
    const kept = await trx('content').where({ sha256 }).first('id')
    if (!kept) {
      await trx('content').where('id', contentId).update({ sha256 })
      return contentId
    }
    if (kept.id !== contentId) {
      await trx('received_file').where('content_id', contentId).update({ content_id: kept.id })
      await trx('content').where('id', contentId).delete()
    }
    return String(kept.id)
  })
  return { contentId: joined, sha256, readingId, reading }
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
        ? await db()('content_chunk').where({ content_id: contentId, number: first }).select('number', db().raw('substring(bytes from ? for ?) as bytes', [offset - first * CHUNK + 1, end - offset]))
        : await db()('content_chunk').where('content_id', contentId).whereBetween('number', [first, last]).orderBy('number').select('number', 'bytes')
      const bytes = Buffer.concat(rows.map(row => row.bytes))
      const start = first === last ? 0 : offset - first * CHUNK
      return new Uint8Array(bytes.buffer, bytes.byteOffset + start, Math.min(end - offset, bytes.length - start))
    },
  }
}

/** Keeps what the server itself read, by hash and reader version, for every file of these bytes. */
async function keepReading(sha256: string, reading: Reading): Promise<string> {
  const row = { id: uuid(), sha256, reader_version: READER_VERSION, reading: JSON.stringify(storableReading(reading)) }
  const [made] = await db()('reading').insert(row).onConflict(['sha256', 'reader_version']).merge(['reading']).returning('id')
  return String(made?.id ?? row.id)
}

/** Removes what was begun and never finished, and contents no file points to any more. */
export async function sweep(): Promise<void> {
  const old = db().raw(`now() - interval '1 day'`)
  await db()('intake').where('state', 'receiving').where('created_at', '<', old).delete()
  await db()('content').where('created_at', '<', old).whereRaw('not exists (select 1 from received_file where received_file.content_id = content.id)').delete()
  await db()('session').where('expires_at', '<', old).delete()
}
