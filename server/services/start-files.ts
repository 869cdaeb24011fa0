import { createHash } from 'node:crypto'
import type { StartFile, SignedIn as Account } from '#shared/answers'
import { isOdd } from '../../places/names'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { storableText } from '../utils/storable'
import { requireRole } from './access'
import { soundContent, storeWhole } from './contents'

/** What everybody of a brief begins from; `null`: there is none. */
export async function startFileOf(briefId: string): Promise<StartFile | null> {
  const row = await db()('start_file').where('brief_id', briefId).first('name', 'size', 'put_at')
  return row ? { name: row.name, size: Number(row.size), at: row.put_at.toISOString() } : null
}

/** Puts the file there that everybody begins from, in place of one that was. */
export async function putStartFile(account: Account, briefId: string, name: string, bytes: Uint8Array): Promise<void> {
  await requireRole(account, briefId, 'checker')
  if (isOdd(name) || name.length > 255) throw refuse(422, 'A file to start from has a name of 1 to 255 characters, without "/".')
  if (bytes.length === 0) throw refuse(422, 'That file is empty: there is nothing to start from.')
  const [kept] = await storeWhole([{ bytes, sha256: createHash('sha256').update(bytes).digest('hex') }])
  const row = { content_id: kept?.contentId ?? '', name: storableText(name), size: bytes.length, put_by: account.id, put_at: db().fn.now() }
  await db()('start_file').insert({ brief_id: briefId, ...row }).onConflict('brief_id').merge()
}

/** Takes it away; nobody is given it any more. */
export async function dropStartFile(account: Account, briefId: string): Promise<void> {
  await requireRole(account, briefId, 'checker')
  await db()('start_file').where('brief_id', briefId).delete()
}

/** Its bytes, held against their hash, for whoever may see the brief. */
export async function startFileBytes(briefId: string) {
  const row = await db()('start_file').where('brief_id', briefId).first('content_id', 'name', 'size')
  if (!row) throw refuse(404, 'There is no file to start from.')
  return { source: await soundContent(row.content_id, Number(row.size), row.name), name: row.name }
}

/** The same for who takes part in the brief. */
export async function openStartFile(account: Account, briefId: string) {
  await requireRole(account, briefId, 'reader')
  return startFileBytes(briefId)
}
