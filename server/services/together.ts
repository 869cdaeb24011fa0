import type { BriefDocument } from '#core/brief/document'
import type { Here, KeptChanges } from '#shared/answers'
import { newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import { refuse } from '../utils/errors'
import { findUnstorable } from '../utils/storable'
import { requireRole } from './access'
import type { Account } from './accounts'

/** Somebody who was not heard of for so long has left. */
const HERE_SECONDS = 60

/**
 * Keeps what somebody changed in a brief and has not saved yet. It need not be a brief that could be saved: it is kept as it is.
 *
 * @param base - number of the version it was begun on; `null`: before anything was saved
 * @param at - when it was changed, by the clock of whoever did; none is taken that is still to come
 */
export async function keepChanges(account: Account, briefId: string, base: number | null, document: unknown, at: Date): Promise<void> {
  await requireRole(account, briefId, 'checker')
  if (typeof document !== 'object' || document === null || Array.isArray(document)) throw refuse(422, 'document: needed is a brief document')
  const place = findUnstorable(document)
  if (place !== null) throw refuse(422, `${place}: holds a sign that cannot be kept (U+0000, or half a character)`)
  const version = base === null ? null : await db()('brief_version').where({ brief_id: briefId, number: base }).first('id')
  if (version === undefined) throw refuse(409, `This brief has no version ${base}.`)
  const row = { base_version_id: version?.id ?? null, document: JSON.stringify(document), kept_at: db().raw('least(now(), ?::timestamptz)', [at]) }
  await db()('brief_draft').insert({ brief_id: briefId, account_id: account.id, ...row }).onConflict(['brief_id', 'account_id']).merge(row)
}

export async function dropChanges(account: Account, briefId: string): Promise<void> {
  await requireRole(account, briefId, 'reader')
  await db()('brief_draft').where({ brief_id: briefId, account_id: account.id }).delete()
}

/** What this account changed and has not saved, with what it was begun on. */
export async function keptChanges(account: Account, briefId: string): Promise<KeptChanges | null> {
  const row = await db()('brief_draft').leftJoin('brief_version', 'brief_version.id', 'brief_draft.base_version_id')
    .where('brief_draft.brief_id', briefId).where('account_id', account.id)
    .first<{ document: BriefDocument, base: BriefDocument | null, kept_at: Date } | undefined>(
      'brief_draft.document', 'brief_version.document as base', 'kept_at',
    )
  return row ? { base: row.base, document: row.document, at: row.kept_at.toISOString() } : null
}

/** Says that somebody has a brief open, and hears who else has, and what was saved last. */
export async function beHere(account: Account, briefId: string, step: string, changing: boolean): Promise<Here> {
  await requireRole(account, briefId, 'reader')
  const now = { step, changing, seen_at: db().fn.now() }
  await db()('brief_presence').insert({ brief_id: briefId, account_id: account.id, ...now }).onConflict(['brief_id', 'account_id']).merge(now)
  const others = await rowsOf<Here['others'][number]>(db(), `
    select account.name, step, changing from brief_presence join account on account.id = account_id
    join brief_member using (brief_id, account_id)
    where brief_id = ? and account_id <> ? and seen_at > now() - ? * interval '1 second' order by account.name limit 20`,
  [briefId, account.id, HERE_SECONDS])
  const check = await db()('check_run').where('brief_id', briefId).orderBy('checked_at', 'desc').first('id')
  return { others, version: (await newestVersion(briefId))?.number ?? null, check: check?.id ?? null }
}
