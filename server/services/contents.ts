import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { ByteSource } from '#core/bytes/source'
import { sourceFromBytes } from '#core/bytes/source'
import { readBytes } from '#core/formats/identify'
import type { Reading } from '#core/formats/reading'
import { byCodeUnit } from '#core/text/order'
import { db } from '../database/connection'
import { CHUNK, chunksOf, contentSource } from '../database/contents'
import { keepReadings } from '../database/readings'
import type { ReceivedFileRow } from '../database/tables'
import { refuse, sayStorage } from '../utils/errors'
import { requireCheck } from './access'
import type { Account } from './accounts'

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
