import { v7 as uuid } from 'uuid'
import type { Knex } from 'knex'
import { BriefError, readBrief } from '#core/brief/read'
import type { BriefDocument } from '#core/brief/document'
import type { Brief } from '#core/brief/types'
import type { Unit } from '#core/brief/units'
import { listUnits } from '#core/brief/units'
import type { TurnedFile } from '#core/reporting/change-effect'
import type { CopyOrder } from '#core/rules/copy-brief'
import { copyBrief } from '#core/rules/copy-brief'
import { forbidRules } from '#core/rules/warnings'
import type { BriefAnswer, DeskBrief, StoredRoster } from '#shared/answers'
import { db } from '../database/connection'
import type { BriefMemberRow, BriefRow, CheckRunRow } from '../database/tables'
import { refuse } from '../utils/errors'
import type { Account } from './accounts'
import { requireRole } from './access'

/** A brief with what its newest versions and its last check hold. */
type DeskRow = Pick<BriefRow, 'id' | 'title'> & Pick<BriefMemberRow, 'role' | 'at_hand'>
  & { [Key in 'summary' | 'checked_at']: CheckRunRow[Key] | null } & {
    due: string | null
    zone: string | null
    people: number | null
    requirements: number | null
  }

/** All briefs of an account, those kept at hand first, with the counts of each one's last check. */
export async function listBriefs(account: Account): Promise<DeskBrief[]> {
  const rows = await db()('brief').join('brief_member', 'brief_member.brief_id', 'brief.id').where('brief_member.account_id', account.id)
    .joinRaw('left join lateral (select document from brief_version v where v.brief_id = brief.id order by number desc limit 1) version on true')
    .joinRaw('left join lateral (select jsonb_array_length(people) as people from roster_version r where r.brief_id = brief.id '
      + 'order by number desc limit 1) roster on true')
    .joinRaw(
      'left join lateral (select summary, checked_at from check_run c where c.brief_id = brief.id order by checked_at desc limit 1) last on true',
    )
    .orderBy([{ column: 'at_hand', order: 'desc' }, { column: 'brief.created_at', order: 'desc' }])
    .select<DeskRow[]>('brief.id', 'brief.title', 'brief_member.role', 'brief_member.at_hand', 'roster.people', 'last.summary', 'last.checked_at',
      db().raw(`version.document->>'due' as due`), db().raw(`version.document->>'zone' as zone`),
      db().raw(`jsonb_array_length(version.document->'requirements') as requirements`))
  return rows.map(row => ({
    id: row.id, title: row.title, role: row.role, atHand: row.at_hand, due: row.due, zone: row.zone,
    people: row.people ?? 0, requirements: row.requirements ?? 0, summary: row.summary, checkedAt: row.checked_at?.toISOString() ?? null,
  }))
}

/** Makes a brief: empty with a title, or from a brief document. */
export async function makeBrief(account: Account, title: string, document?: unknown): Promise<{ id: string }> {
  if (document !== undefined) await validBrief(document)
  const id = uuid()
  await db().transaction(async (trx) => {
    await trx('brief').insert({ id, title })
    await trx('brief_member').insert({ brief_id: id, account_id: account.id, role: 'owner' })
    if (document !== undefined) {
      await trx('brief_version').insert({ id: uuid(), brief_id: id, number: 1, document: JSON.stringify(document), created_by: account.id })
    }
  })
  return { id }
}

/** A brief with its newest document and list, and what was received. */
export async function getBrief(account: Account, id: string): Promise<BriefAnswer> {
  const role = await requireRole(account, id, 'reader')
  const [brief, version, roster, intakes, check] = await Promise.all([
    db()('brief').where({ id }).first('id', 'title'),
    newestVersion(id),
    newestRoster(id),
    db()('intake').where({ brief_id: id, state: 'complete' }).orderBy('completed_at', 'desc')
      .select('id', 'root', 'keeps', 'files', 'bytes', 'stated_at', 'completed_at', 'replaced_at', 'as_is'),
    db()('check_run').where('brief_id', id).orderBy('checked_at', 'desc').first('id', 'checked_at', 'brief_version_id', 'roster_version_id'),
  ])
  if (!brief) throw refuse(404, 'There is nothing here.')
  return {
    ...brief, role, document: version?.document ?? null, roster: roster ? { people: roster.people, columns: roster.columns } : null,
    intakes: intakes.map(intake => ({
      id: intake.id, root: intake.root, keeps: intake.keeps, files: intake.files, bytes: Number(intake.bytes), asIs: intake.as_is,
      statedAt: intake.stated_at?.toISOString() ?? null, completedAt: intake.completed_at?.toISOString() ?? '',
      replacedAt: intake.replaced_at?.toISOString() ?? null,
    })),
    check: check
      ? {
          id: check.id, checkedAt: check.checked_at.toISOString(),
          stale: check.brief_version_id !== version?.id || check.roster_version_id !== roster?.id
            || intakes.some(one => one.completed_at !== null && one.completed_at > check.checked_at),
        }
      : null,
  }
}

export async function newestVersion(briefId: string, trx: Knex = db()): Promise<{ id: string, number: number, document: BriefDocument } | undefined> {
  return trx('brief_version').where('brief_id', briefId).orderBy('number', 'desc').first('id', 'number', 'document')
}

export async function newestRoster(briefId: string): Promise<({ id: string, number: number } & StoredRoster) | undefined> {
  return db()('roster_version').where('brief_id', briefId).orderBy('number', 'desc').first('id', 'number', 'people', 'columns')
}

async function validBrief(document: unknown, columns?: string[]): Promise<Brief> {
  try {
    return await readBrief(document, columns)
  }
  catch (error) {
    if (error instanceof BriefError) throw refuse(422, error.message, error.problems)
    throw error
  }
}

/** A brief document that may be saved for the people who owe it. */
export async function validFor(briefId: string, document: unknown): Promise<BriefDocument> {
  const roster = await newestRoster(briefId)
  const brief = await validBrief(document, roster?.columns)
  const problems = roster ? forbidRules(brief, unitsOf(brief, roster)) : []
  if (problems.length > 0) throw refuse(422, problems.map(({ path, message }) => `${path}: ${message}`).join('\n'), problems)
  return document as BriefDocument
}

function unitsOf(brief: Brief, roster: StoredRoster): Unit[] {
  try {
    return listUnits(brief, roster).units
  }
  catch (error) {
    if (error instanceof RangeError) throw refuse(422, error.message)
    throw error
  }
}

/**
 * Saves what is asked for as a new version; checks made with earlier ones stay as they are.
 *
 * @param keep - files received before that keep the earlier rule: each stays right where it is
 */
export async function saveDocument(
  account: Account, briefId: string, stated: unknown, keep: readonly TurnedFile[] = [],
): Promise<{ number: number }> {
  await requireRole(account, briefId, 'checker')
  const document = await validFor(briefId, stated)
  return db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    const before = await newestVersion(briefId, trx)
    const changed = document.requirements
      .filter(one => JSON.stringify(before?.document.requirements.find(other => other.id === one.id)) !== JSON.stringify(one))
      .map(one => one.id)
    // what was accepted under a rule ends with it
    await trx('ruling').where({ brief_id: briefId, kind: 'accept' })
      .whereNull('taken_back_at').whereRaw(`slot->>'requirement' = any(?::text[])`, [changed])
      .update({ taken_back_at: trx.fn.now() })
    const rulings = keep.flatMap(({ sha256, root, path, slot }) => (slot === null
      ? []
      : (['place', 'accept'] as const).map(kind => ({
          id: uuid(), brief_id: briefId, kind, file: JSON.stringify({ sha256, root, path }), slot: JSON.stringify(slot),
          reason: 'right under the rule it was received by', made_by: account.id,
        }))))
    await trx.batchInsert('ruling', rulings, 500)
    await trx('brief').where('id', briefId).update({ title: document.title })
    return addVersion(trx, 'brief_version', briefId, { document: JSON.stringify(document), created_by: account.id })
  })
}

/** Uses a brief again: its rules under another title and due time, with the same people or without. */
export async function copyOf(account: Account, briefId: string, order: CopyOrder): Promise<{ id: string }> {
  await requireRole(account, briefId, 'reader')
  const [version, roster] = await Promise.all([newestVersion(briefId), newestRoster(briefId)])
  if (!version) throw refuse(409, 'There is nothing to copy: nothing is asked for yet.')
  const { id } = await makeBrief(account, order.title, copyBrief(version.document, order))
  if (order.samePeople && roster) await saveRoster(account, id, { people: roster.people, columns: roster.columns })
  return { id }
}

/** Says whether folders and names under a root are to be read as they stand, no wrapper or prefix taken off. */
export async function readRootAsIs(account: Account, briefId: string, root: string, asIs: boolean): Promise<void> {
  await requireRole(account, briefId, 'checker')
  const changed = await db()('intake').where({ brief_id: briefId, root }).update({ as_is: asIs })
  if (changed === 0) throw refuse(404, `Nothing was received under the root "${root}".`)
}

/** Paths of what has been received and counts, for trying rules on; the first so many. */
export async function receivedPaths(account: Account, briefId: string, most: number): Promise<string[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await db()('received_file').join(
    'intake', 'intake.id', 'received_file.intake_id',
  ).where({ brief_id: briefId, state: 'complete' }).whereNull('replaced_at')
    .orderBy('path').limit(most).select('path')
  return rows.map(row => String(row.path))
}

/** Saves who owes as a new version. */
export async function saveRoster(account: Account, briefId: string, roster: StoredRoster): Promise<{ number: number }> {
  await requireRole(account, briefId, 'checker')
  const seen = new Set<string>()
  for (const { id } of roster.people) {
    if (seen.has(id)) {
      throw refuse(422, `people: id "${id}" stands twice; ids must be unique`, [{ path: 'people', message: `id "${id}" stands twice` }])
    }
    seen.add(id)
  }
  return db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    return addVersion(
      trx, 'roster_version', briefId,
      { people: JSON.stringify(roster.people), columns: JSON.stringify(roster.columns), created_by: account.id },
    )
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
