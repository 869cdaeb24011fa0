import { v7 as uuid } from 'uuid'
import type { BriefDocument } from '#core/brief/document'
import type { SlotRef } from '#core/brief/slots'
import type { Knex } from 'knex'
import type { RulingKind } from '#core/checking/input'
import type { ShownRuling } from '#shared/answers'
import type { RulingWish } from '#shared/requests'
import { readRulings } from '#core/checking/rulings'
import { db } from '../database/connection'
import type { FileRef, RulingRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { findUnstorable } from '../utils/storable'
import { requireCheck, requireRole } from './access'
import type { Account } from './accounts'
import { newestRoster } from '../database/briefs'
import { saveRoster } from './rosters'

/** Rulings of a brief that hold, with who made them. */
const standing = (on: Knex, briefId: string) =>
  on('ruling').leftJoin('account', 'account.id', 'ruling.made_by').where('brief_id', briefId).whereNull('taken_back_at')

/** Rulings that hold, the latest last. */
export async function listRulings(account: Account, briefId: string): Promise<ShownRuling[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await standing(db(), briefId).orderBy(['made_at', 'ruling.id'])
    .select<(Omit<RulingRow, 'brief_id' | 'made_by' | 'taken_back_at'> & { name: string | null })[]>(
      'ruling.id', 'kind', 'file', 'slot', 'reason', 'account.name', 'made_at',
    )
  return rows.map(row => ({
    id: row.id, kind: row.kind, file: row.file, slot: row.slot, reason: row.reason, by: row.name ?? 'somebody who left',
    at: row.made_at.toISOString(),
  }))
}

/**
 * Keeps a person's decision; it holds from the next check on, until it is taken back.
 *
 * Whoever rules sees a check: what somebody else has decided since, about the same slot or file, is told instead of covered up.
 */
export async function makeRuling(
  account: Account, checkId: string, { kind, fileId, slot, reason = '', alias = '' }: RulingWish,
): Promise<{ id: string }> {
  const { briefId } = await requireCheck(account, checkId)
  await requireRole(account, briefId, 'checker')
  if ((kind === 'accept' || kind === 'waive') && reason.trim() === '') throw refuse(422, 'Say why: the reason is kept with it.')
  if (kind !== 'waive' && !fileId) throw refuse(422, 'Say which file is meant.')
  if (kind !== 'set-aside' && !slot) throw refuse(422, 'Say which slot is meant.')
  const file = fileId ? await findFile(checkId, fileId) : null
  if (slot) await requireSlot(checkId, slot)
  const made = await db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    const run = await trx('check_run').where('id', checkId).first('checked_at')
    if (!run) throw refuse(404, 'There is nothing here.')
    const since = await standing(trx, briefId).where('made_at', '>', run.checked_at).whereNot('made_by', account.id)
      .where(query => query.whereRaw('slot @> ?::jsonb', [JSON.stringify(slot ?? { requirement: '\u0001' })])
        .orWhereRaw('file @> ?::jsonb', [JSON.stringify(file ?? { path: '\u0001' })]))
      .first<{ name: string | null, kind: RulingKind } | undefined>('account.name', 'kind')
    if (since) throw refuse(409, `${since.name ?? 'Somebody else'} has just decided on this (${KINDS[since.kind]}). Check again to see it.`)
    // one decision a file or slot: the new one takes the place of the old
    await trx('ruling').where({ brief_id: briefId }).whereNull('taken_back_at')
      .where(query => (file
        ? query.whereRaw('file = ?::jsonb', [JSON.stringify(file)]).whereIn('kind', kind === 'accept' ? ['accept'] : ['place', 'set-aside'])
        : query.where('kind', 'waive').whereRaw('slot = ?::jsonb', [JSON.stringify(slot)])))
      .update({ taken_back_at: trx.fn.now() })
    const id = uuid()
    await trx('ruling').insert({
      id, brief_id: briefId, kind, file: file && JSON.stringify(file), slot: slot ? JSON.stringify(slot) : null,
      reason: reason.trim(), made_by: account.id,
    })
    return { id }
  })
  if (kind === 'place' && slot && alias.trim() !== '') await keepAlias(account, briefId, slot.holder, alias.trim())
  return made
}

/** Takes over the decisions of a brief that was packed away; into one that has none yet. */
export async function keepRulings(account: Account, briefId: string, document: unknown): Promise<void> {
  await requireRole(account, briefId, 'checker')
  const place = findUnstorable(document)
  if (place !== null) throw refuse(422, `${place}: holds a sign that cannot be kept (U+0000, or half a character)`)
  const rulings = await readRulings(document).catch((error: unknown) => {
    throw refuse(422, error instanceof Error ? error.message.slice(0, 1000) : 'These are no decisions.')
  })
  await db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    if (await trx('ruling').where('brief_id', briefId).first('id')) throw refuse(409, 'Something was decided in this brief already.')
    const rows = rulings.map(({ kind, file, slot, reason = '', at }, order) => ({
      id: uuid(), brief_id: briefId, kind, file: file ? JSON.stringify(file) : null, slot: slot ? JSON.stringify(slot) : null,
      reason: reason.slice(0, 500), made_by: account.id, made_at: timeOf(at, order),
    }))
    for (let from = 0; from < rows.length; from += 1000) await trx('ruling').insert(rows.slice(from, from + 1000))
  })
}

/** When something was decided; what says no time keeps its order. */
function timeOf(at: string | undefined, order: number): Date {
  const time = Date.parse(at ?? '')
  return new Date(Number.isNaN(time) || time > Date.now() ? Date.now() - 1_000_000 + order : time)
}

/** Keeps another name of a person in the list; in later checks it speaks for that person. */
async function keepAlias(account: Account, briefId: string, holder: string, alias: string): Promise<void> {
  const roster = await newestRoster(briefId)
  const person = roster?.people.find(one => one.id === holder)
  if (!roster || !person || person.aliases.includes(alias)) return
  const { columns, headings = {} } = roster
  const people = roster.people.map(one => (one === person ? { ...one, aliases: [...one.aliases, alias] } : one))
  await saveRoster(account, briefId, { people, columns, headings })
}

const KINDS: Record<RulingKind, string> = { 'place': 'placed by hand', 'set-aside': 'set aside', 'accept': 'accepted as it is', 'waive': 'waived' }

/** Takes a ruling back; it stays on record as one that held until now. */
export async function takeBackRuling(account: Account, briefId: string, rulingId: string): Promise<void> {
  await requireRole(account, briefId, 'checker')
  const taken = await db()('ruling').where({ id: rulingId, brief_id: briefId }).whereNull('taken_back_at').update({ taken_back_at: db().fn.now() })
  if (taken === 0) throw refuse(404, 'This decision holds no longer.')
}

async function findFile(checkId: string, fileId: string): Promise<FileRef> {
  const row = await db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).join('intake', 'intake.id', 'received_file.intake_id')
    .where('check_file.check_id', checkId).where('received_file.id', fileId).first<FileRef | undefined>(
      'received_file.sha256', 'intake.root', 'received_file.path',
    )
  if (!row) throw refuse(404, 'There is nothing here.')
  return row
}

/** A slot the check knows; of a counted requirement without number field its holder and requirement are enough. */
async function requireSlot(checkId: string, { requirement, holder, n }: SlotRef): Promise<void> {
  const known = await db()('check_slot').where({ check_id: checkId, requirement, holder }).first('n')
  const row = await db()('check_run').join('brief_version', 'brief_version.id', 'check_run.brief_version_id')
    .where('check_run.id', checkId).first('document')
  const count = (row?.document as BriefDocument | undefined)?.requirements.find(one => one.id === requirement)?.count
  // numbers beyond those that are owed have no slot until one is filled
  const inRange = n === undefined || !count || count.to === undefined || n <= Math.max(count.to, count.from ?? 1)
  if (!known || !inRange || (n !== undefined && known.n === null && !count?.by)) {
    throw refuse(422, 'Nothing like that is owed: look at the list of slots.')
  }
}
