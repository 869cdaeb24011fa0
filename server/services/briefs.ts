import { v7 as uuid } from 'uuid'
import { BriefError, readBrief } from '#core/brief/read'
import type { BriefDocument } from '#core/brief/document'
import type { Person } from '#core/roster/types'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import type { Account } from './accounts'
import { requireRole } from './access'

/** A person of a brief's list, with the days between which they belong to it. */
export interface ListedPerson extends Person { from?: string | null, until?: string | null }
export interface StoredRoster { people: ListedPerson[], columns: string[] }

/** All briefs of an account, those kept at hand first, with the counts of each one's last check. */
export async function listBriefs(account: Account) {
  const rows = await db()('brief').join('brief_member', 'brief_member.brief_id', 'brief.id').where('brief_member.account_id', account.id)
    .joinRaw('left join lateral (select document from brief_version v where v.brief_id = brief.id order by number desc limit 1) version on true')
    .joinRaw('left join lateral (select jsonb_array_length(people) as people from roster_version r where r.brief_id = brief.id order by number desc limit 1) roster on true')
    .joinRaw('left join lateral (select summary, checked_at from check_run c where c.brief_id = brief.id order by checked_at desc limit 1) last on true')
    .orderBy([{ column: 'at_hand', order: 'desc' }, { column: 'brief.created_at', order: 'desc' }])
    .select('brief.id', 'brief.title', 'brief_member.role', 'brief_member.at_hand', 'roster.people', 'last.summary', 'last.checked_at',
      db().raw(`version.document->>'due' as due`), db().raw(`version.document->>'zone' as zone`), db().raw(`jsonb_array_length(version.document->'requirements') as requirements`))
  return rows.map(row => ({
    id: row.id, title: row.title, role: row.role, atHand: row.at_hand, due: row.due, zone: row.zone,
    people: row.people ?? 0, requirements: row.requirements ?? 0, summary: row.summary ?? null, checkedAt: row.checked_at ?? null,
  }))
}

/** Makes a brief: empty with a title, or from a brief document. */
export async function makeBrief(account: Account, title: string, document?: unknown): Promise<{ id: string }> {
  if (document !== undefined) await validBrief(document)
  const id = uuid()
  await db().transaction(async (trx) => {
    await trx('brief').insert({ id, title })
    await trx('brief_member').insert({ brief_id: id, account_id: account.id, role: 'owner' })
    if (document !== undefined) await trx('brief_version').insert({ id: uuid(), brief_id: id, number: 1, document: JSON.stringify(document), created_by: account.id })
  })
  return { id }
}

/** A brief with its newest document and list, and what was received. */
export async function getBrief(account: Account, id: string) {
  const role = await requireRole(account, id, 'reader')
  const [brief, version, roster, intakes, check] = await Promise.all([
    db()('brief').where({ id }).first('id', 'title'),
    newestVersion(id),
    newestRoster(id),
    db()('intake').where({ brief_id: id, state: 'complete' }).orderBy('completed_at', 'desc')
      .select('id', 'root', 'keeps', 'files', 'bytes', 'stated_at as statedAt', 'completed_at as completedAt', 'replaced_at as replacedAt'),
    db()('check_run').where('brief_id', id).orderBy('checked_at', 'desc').first('id', 'checked_at as checkedAt', 'brief_version_id', 'roster_version_id'),
  ])
  const stale = check ? check.brief_version_id !== version?.id || check.roster_version_id !== roster?.id || intakes.some(intake => intake.completedAt > check.checkedAt) : false
  return {
    ...brief, role, document: version?.document ?? null, roster: roster ? { people: roster.people, columns: roster.columns } : null,
    intakes: intakes.map(intake => ({ ...intake, bytes: Number(intake.bytes) })),
    check: check ? { id: check.id, checkedAt: check.checkedAt, stale } : null,
  }
}

export async function newestVersion(briefId: string): Promise<{ id: string, number: number, document: BriefDocument } | undefined> {
  return db()('brief_version').where('brief_id', briefId).orderBy('number', 'desc').first('id', 'number', 'document')
}

export async function newestRoster(briefId: string): Promise<({ id: string, number: number } & StoredRoster) | undefined> {
  return db()('roster_version').where('brief_id', briefId).orderBy('number', 'desc').first('id', 'number', 'people', 'columns')
}

async function validBrief(document: unknown, columns?: string[]): Promise<void> {
  try {
    await readBrief(document, columns)
  }
  catch (error) {
    if (error instanceof BriefError) throw refuse(422, error.message, error.problems)
    throw error
  }
}

/** Saves what is asked for as a new version; checks made with earlier ones stay as they are. */
export async function saveDocument(account: Account, briefId: string, document: unknown): Promise<{ number: number }> {
  await requireRole(account, briefId, 'checker')
  const roster = await newestRoster(briefId)
  await validBrief(document, roster?.columns)
  const { title } = document as BriefDocument
  return db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    await trx('brief').where('id', briefId).update({ title })
    return addVersion(trx, 'brief_version', briefId, { document: JSON.stringify(document), created_by: account.id })
  })
}

/** Saves who owes as a new version. */
export async function saveRoster(account: Account, briefId: string, roster: StoredRoster): Promise<{ number: number }> {
  await requireRole(account, briefId, 'checker')
  const seen = new Set<string>()
  for (const { id } of roster.people) {
    if (seen.has(id)) throw refuse(422, `people: id "${id}" stands twice; ids must be unique`, [{ path: 'people', message: `id "${id}" stands twice` }])
    seen.add(id)
  }
  return db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    return addVersion(trx, 'roster_version', briefId, { people: JSON.stringify(roster.people), columns: JSON.stringify(roster.columns), created_by: account.id })
  })
}

async function addVersion(trx: ReturnType<typeof db>, table: string, briefId: string, row: Record<string, unknown>): Promise<{ number: number }> {
  const last = await trx(table).where('brief_id', briefId).max('number as number').first()
  const number = Number(last?.number ?? 0) + 1
  await trx(table).insert({ id: uuid(), brief_id: briefId, number, ...row })
  return { number }
}

/** Keeps a brief at hand, or no longer. */
export async function keepAtHand(account: Account, briefId: string, atHand: boolean): Promise<void> {
  await requireRole(account, briefId, 'reader')
  await db()('brief_member').where({ brief_id: briefId, account_id: account.id }).update({ at_hand: atHand })
}

/** Deletes a brief with everything received for it. Only its owner can; the sweeper frees the contents. */
export async function deleteBrief(account: Account, briefId: string): Promise<void> {
  await requireRole(account, briefId, 'owner')
  await db().transaction(async (trx) => {
    // checks hold on to the versions and intakes they were made from: they go first
    await trx('check_run').where('brief_id', briefId).delete()
    await trx('brief').where('id', briefId).delete()
  })
}
