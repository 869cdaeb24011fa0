import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { ByteSource } from '#core/bytes/source'
import { sourceFromBytes } from '#core/bytes/source'
import { readBytes } from '#core/formats/identify'
import type { Reading } from '#core/formats/reading'
import { READER_VERSION } from '#core/formats/reading'
import { byCodeUnit } from '#core/text/order'
import { db } from '../database/connection'
import type { ReceivedFileRow } from '../database/tables'
import { refuse, sayStorage } from '../utils/errors'
import { storableReading } from '../utils/storable'
import { requireCheck } from './access'
import type { Account } from './accounts'

/** Length of one stored piece; uploads by offset come in whole pieces. */
export const CHUNK = 1024 * 1024

/** A sealed content with what its bytes say. */
export interface Sealed { contentId: string, sha256: string, readingId: string, reading: Reading }

/** Stores small files' bytes in one transaction: hashed and read here, whatever the browser said of them. */
export async function storeWhole(all: readonly Uint8Array[]): Promise<Sealed[]> {
  const facts: { bytes: Uint8Array, sha256: string, reading: Reading }[] = []
  for (const bytes of all) {
    facts.push({ bytes, sha256: createHash('sha256').update(bytes).digest('hex'), reading: await readBytes(sourceFromBytes(bytes)) })
  }
  // in one order, so that two batches never wait for each other
  const distinct = [...new Map(facts.map(one => [one.sha256, one])).values()].sort((a, b) => byCodeUnit(a.sha256, b.sha256))
  return await db().transaction(async (trx) => {
    const readings = await keepReadings(trx, distinct)
    const made = await trx('content').insert(distinct.map(({ sha256, bytes }) => ({ id: uuid(), sha256, size: bytes.length })))
      .onConflict('sha256').ignore().returning(['id', 'sha256'])
    const fresh = new Map(made.map(row => [String(row.sha256), String(row.id)]))
    await trx.batchInsert('content_chunk', distinct.flatMap(({ sha256, bytes }) => {
      const id = fresh.get(sha256)
      return id === undefined ? [] : chunksOf(bytes).map((piece, number) => ({ content_id: id, number, bytes: piece }))
    }), 50)
    const kept = await trx('content').whereIn('sha256', distinct.map(one => one.sha256)).select('id', 'sha256')
    const contents = new Map(kept.map(row => [String(row.sha256), String(row.id)]))
    return facts.map(({ sha256, reading }) => ({ contentId: contents.get(sha256) ?? '', sha256, readingId: readings.get(sha256) ?? '', reading }))
  }).catch((error: unknown) => {
    throw sayStorage(error)
  })
}

function chunksOf(bytes: Uint8Array): Buffer[] {
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

/** Seals a content whose pieces are all there: hashes and reads what is stored, and joins it with equal bytes. */
export async function sealContent(contentId: string, size: number): Promise<Sealed> {
  const source = contentSource(contentId, size)
  const sha256 = await hashOf(source)
  const reading = await readBytes(source)
  const readingId = (await keepReadings(db(), [{ sha256, reading }])).get(sha256) ?? ''
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

/** Seals an archive made here: it is known by its own id alone and joins nothing. */
export async function sealArchive(contentId: string, size: number, trx: Knex): Promise<void> {
  const sha256 = await hashOf(contentSource(contentId, size))
  // equal bytes may be there already as somebody's file: then this one stays unsealed until its job goes
  const taken = await trx('content').where({ sha256 }).first('id')
  await trx('content').where('id', contentId).update({ size, ...(taken ? {} : { sha256 }) })
}

/** Bytes from the first to the last, a stretch at a time. */
export async function* piecesOf(source: ByteSource): AsyncGenerator<Uint8Array> {
  for (let offset = 0; offset < source.size; offset += 4 * CHUNK) yield await source.read(offset, 4 * CHUNK)
}

async function hashOf(source: ByteSource): Promise<string> {
  const hash = createHash('sha256')
  for await (const piece of piecesOf(source)) hash.update(piece)
  return hash.digest('hex')
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

/** Keeps what the server itself read, by hash and reader version, for every file of these bytes. */
async function keepReadings(trx: Knex, incoming: readonly { sha256: string, reading: Reading }[]): Promise<Map<string, string>> {
  const rows = incoming.map(({ sha256, reading }) => ({
    id: uuid(), sha256, reader_version: READER_VERSION, reading: JSON.stringify(storableReading(reading)),
  }))
  const kept = rows.length === 0
    ? []
    : await trx('reading').insert(rows).onConflict(['sha256', 'reader_version']).merge(['reading']).returning(['id', 'sha256'])
  return new Map(kept.map(row => [String(row.sha256), String(row.id)]))
}

/** Reads stored contents again whose readings an earlier reader made, the first so many; what only a browser read stays as it is. */
export async function readStale(intakeIds: readonly string[], most: number): Promise<{ read: number, left: number }> {
  const query = () => db()('received_file').join(
    'reading', 'reading.id', 'received_file.reading_id',
  ).whereIn('received_file.intake_id', [...intakeIds]).whereNotNull('received_file.content_id')
    .where('reading.reader_version', '<', READER_VERSION)
  const stale = await query().distinct()
    .select<Pick<ReceivedFileRow, 'content_id' | 'sha256' | 'size'>[]>('received_file.content_id', 'received_file.sha256', 'received_file.size')
    .limit(most)
  for (const { content_id: contentId, sha256, size } of stale) {
    // what is kept whole has both
    if (contentId === null || sha256 === null) continue
    const reading = await readBytes(contentSource(contentId, Number(size)))
    const readingId = (await keepReadings(db(), [{ sha256, reading }])).get(sha256)
    if (readingId) await db()('received_file').where('content_id', contentId).update({ reading_id: readingId })
  }
  const left = stale.length < most
    ? 0
    : Number((await query().select<{ left: string }[]>(db().raw('count(distinct received_file.content_id) as left')))[0]?.left ?? 0)
  return { read: stale.length, left }
}

/** Where a file of a check has its bytes; nothing where they were never sent. */
export async function findContent(account: Account, checkId: string, fileId: string): Promise<{ source: ByteSource, path: string }> {
  await requireCheck(account, checkId)
  const row = await db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).where('check_file.check_id', checkId).where('received_file.id', fileId)
    .first<Pick<ReceivedFileRow, 'content_id' | 'size' | 'path'> | undefined>('content_id', 'size', 'path')
  if (!row) throw refuse(404, 'There is nothing here.')
  if (!row.content_id) throw refuse(409, 'This file was only read where it was, not sent: there is nothing to show.')
  return { source: contentSource(row.content_id, Number(row.size)), path: row.path }
}

/** Removes what was begun and never finished, and contents no file points to any more. */
export async function sweep(): Promise<void> {
  const old = db().raw(`now() - interval '1 day'`)
  // what a job made can be made again
  await db()('job').where('ended_at', '<', db().raw(`now() - interval '7 days'`)).delete()
  await db()('intake').where('state', 'receiving').where('created_at', '<', old).delete()
  await db()('content').where('created_at', '<', old)
    .whereRaw('not exists (select 1 from received_file where received_file.content_id = content.id) and not exists (select 1 from '
      + 'job_part where job_part.content_id = content.id)')
    .delete()
  // a reading only a browser spoke of is of use to its own file alone
  await db()('reading').whereNull('sha256')
    .whereRaw('not exists (select 1 from received_file where received_file.reading_id = reading.id) and not exists (select 1 from '
      + 'check_file where check_file.reading_id = reading.id)')
    .delete()
  await db()('session').where('expires_at', '<', old).delete()
}
