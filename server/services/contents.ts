import type { Knex } from 'knex'
import type { ByteSource } from '#core/bytes/source'
import type { Reading } from '#core/formats/reading'
import { byCodeUnit } from '#core/text/order'
import { db } from '../database/connection'
import { closeContent, contentSource, keepWhole, mendContent, storing } from '../database/contents'
import { keepReadings } from '../database/readings'
import type { ReceivedFileRow } from '../database/tables'
import { isGone } from '../utils/content-store'
import { refuse, sayStorage } from '../utils/errors'
import { requireCheck } from './access'
import type { Account } from './accounts'
import { noteEvent } from './events'
import { sayLetGo } from './letting-go'
import { hashOf, readSource, readWhole } from './reading'

/** A sealed content with what its bytes say. */
export interface Sealed { contentId: string, sha256: string, readingId: string, reading: Reading }

/** Stores small files' bytes, known by their hash, in one transaction: read here, whatever the browser said of them. */
export async function storeWhole(all: readonly { bytes: Uint8Array, sha256: string }[]): Promise<Sealed[]> {
  const read = await readWhole(all.map(one => one.bytes))
  return keepTogether(all.flatMap(({ bytes, sha256 }, at) => (read[at] ? [{ bytes, sha256, reading: read[at] }] : [])))
}

/** Stores small files that are hashed and read, in one transaction. */
export async function keepTogether(facts: readonly { bytes: Uint8Array, sha256: string, reading: Reading }[]): Promise<Sealed[]> {
  // in one order, so that two batches never wait for each other
  const distinct = [...new Map(facts.map(one => [one.sha256, one])).values()].sort((a, b) => byCodeUnit(a.sha256, b.sha256))
  return storing(() => db().transaction(async (trx) => {
    const readings = await keepReadings(trx, distinct)
    const contents = await keepWhole(trx, distinct)
    return facts.map(({ sha256, reading }) => ({ contentId: contents.get(sha256) ?? '', sha256, readingId: readings.get(sha256) ?? '', reading }))
  })).catch((error: unknown) => {
    throw sayStorage(error)
  })
}

/**
 * Seals a content whose pieces are all there: nothing is added any more, what is stored is hashed and read, and it is joined with
 * equal bytes. Done twice at once, or again after a process that ended in the middle, it comes to the same.
 */
export async function sealContent(contentId: string, size: number): Promise<Sealed> {
  await closeContent(contentId)
  const { sha256, reading } = await readSource(contentSource(contentId, size))
  const readingId = (await keepReadings(db(), [{ sha256, reading }])).get(sha256) ?? ''
  const joined = await db().transaction(async (trx) => {
    // two equal ones at once: one waits for the other, and joins it
    await trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 1))', [sha256])
    const kept = await trx('content').where({ sha256, own: false }).first('id', 'broken_at')
    if (!kept) {
      await trx('content').where({ id: contentId, state: 'sealing' }).update({ sha256, state: 'sealed', verified_at: trx.fn.now() })
      return contentId
    }
    if (kept.id !== contentId) {
      if (kept.broken_at !== null) {
        await mendContent(trx, kept.id, trx('content_chunk').where('content_id', contentId).select(trx.raw('?::uuid', [kept.id]), 'number', 'bytes'))
      }
      await trx('received_file').where('content_id', contentId).update({ content_id: kept.id })
      await trx('content').where('id', contentId).delete()
    }
    return String(kept.id)
  }).catch((error: unknown) => {
    throw sayStorage(error)
  })
  return { contentId: joined, sha256, readingId, reading }
}

/** Seals an archive made here: it is known by its own id alone and joins nothing. */
export async function sealArchive(contentId: string, size: number, trx: Knex): Promise<void> {
  await trx('content').where({ id: contentId, state: 'receiving' }).update({ size })
  await trx('content').where('id', contentId).update({ state: 'sealing' })
  const sha256 = await hashOf(contentSource(contentId, size))
  await trx('content').where('id', contentId).update({ sha256, state: 'sealed', verified_at: trx.fn.now() })
}

/** Whether stored bytes still agree with their hash; where they do not, it is written down and nobody is given them any more. */
export async function agrees(contentId: string): Promise<boolean> {
  const row = await db()('content').where({ id: contentId, state: 'sealed' }).first('sha256', 'size')
  if (!row) return false
  const right = await hashOf(contentSource(contentId, Number(row.size))).catch((error: unknown) => {
    if (isGone(error)) return null
    throw error
  }) === row.sha256
  await db()('content').where('id', contentId).update({ verified_at: db().fn.now(), broken_at: right ? null : db().fn.now() })
  if (!right) await noteEvent('content-broken', { about: `content ${contentId}` })
  return right
}

/** A content as a source, once it has been held against its hash. */
export async function soundContent(contentId: string, size: number, path: string): Promise<ByteSource> {
  if (await agrees(contentId)) return contentSource(contentId, size)
  throw refuse(410, `What is stored of "${path}" is not what was received: the server's store is damaged there. Nothing is given out; tell `
    + 'whoever runs it.')
}

/** Where a file of a check has its bytes; nothing where they were never sent, or are let go of. */
export async function findContent(account: Account, checkId: string, fileId: string): Promise<{ source: ByteSource, path: string, briefId: string }> {
  const { briefId } = await requireCheck(account, checkId)
  const row = await db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).where('check_file.check_id', checkId).where('received_file.id', fileId)
    .first<Pick<ReceivedFileRow, 'content_id' | 'size' | 'path'> | undefined>('content_id', 'size', 'path')
  if (!row) throw refuse(404, 'There is nothing here.')
  if (!row.content_id) {
    const lies = await sayLetGo(fileId)
    throw lies === null ? refuse(409, 'This file was only read where it was, not sent: there is nothing to show.') : refuse(410, lies)
  }
  return { source: await soundContent(row.content_id, Number(row.size), row.path), path: row.path, briefId }
}
