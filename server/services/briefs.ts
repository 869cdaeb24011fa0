import { v7 as uuid } from 'uuid'
import type { CopyOrder } from '#core/rules/copy-brief'
import { copyBrief } from '#core/rules/copy-brief'
import type { BriefAnswer, DeletedBrief, LogEntry, LogKind, StoredRoster } from '#shared/answers'
import { newestRoster, newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'
import { validBrief } from './documents'
import { saveRoster } from './rosters'
import { eraseBrief } from './erase'
import { noteEvent } from './events'
import { keptChanges } from './together'

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
  const [brief, version, draft, roster, intakes, arrived, check] = await Promise.all([
    db()('brief').where({ id }).first('id', 'title'),
    newestVersion(id), keptChanges(account, id),
    newestRoster(id),
    db()('intake').where({ brief_id: id, state: 'complete' }).whereNull('place_id').orderBy('completed_at', 'desc')
      .whereNotIn('id', db()('hand_in').where('brief_id', id).select('intake_id'))
      .select('id', 'root', 'keeps', 'files', 'bytes', 'stated_at', 'completed_at', 'replaced_at', 'as_is'),
    arrivedLast(id),
    db()('check_run').where('brief_id', id).orderBy('checked_at', 'desc').first('id', 'checked_at', 'brief_version_id', 'roster_version_id'),
  ])
  if (!brief) throw refuse(404, 'There is nothing here.')
  return {
    ...brief, role, document: version?.document ?? null, version: version?.number ?? null, draft, roster: roster ? pickRoster(roster) : null,
    intakes: intakes.map(intake => ({
      id: intake.id, root: intake.root, keeps: intake.keeps, files: intake.files, bytes: Number(intake.bytes), asIs: intake.as_is,
      statedAt: intake.stated_at?.toISOString() ?? null, completedAt: intake.completed_at?.toISOString() ?? '',
      replacedAt: intake.replaced_at?.toISOString() ?? null,
    })),
    arrivedAt: arrived.at?.toISOString() ?? null, arrivedFiles: arrived.files,
    check: check
      ? {
          id: check.id, checkedAt: check.checked_at.toISOString(),
          stale: check.brief_version_id !== version?.id || check.roster_version_id !== roster?.id
            || intakes.some(one => one.completed_at !== null && one.completed_at > check.checked_at)
            || (arrived.at !== null && arrived.at > check.checked_at),
        }
      : null,
  }
}

/** When something arrived by itself last: through the door, or at a place; or was taken back there. */
async function arrivedLast(briefId: string): Promise<{ at: Date | null, files: number }> {
  const [row] = await rowsOf<{ at: Date | null, files: number }>(db(), `
    with placed as (
      select completed_at, files from intake where brief_id = :brief and place_id is not null and state = 'complete' and replaced_at is null)
    select greatest(max(intake.completed_at), max(received_file.withdrawn_at), (select max(completed_at) from placed)) as at,
      (count(received_file.id) filter (where withdrawn_at is null and intake.state = 'complete')
        + coalesce((select sum(files) from placed), 0))::int as files
    from hand_in join intake on intake.id = hand_in.intake_id left join received_file on received_file.intake_id = intake.id
    where hand_in.brief_id = :brief`, { brief: briefId })
  return row ?? { at: null, files: 0 }
}

/** As much of a list as is handed on. */
export const pickRoster = ({ people, columns, headings = {} }: StoredRoster): StoredRoster => ({ people, columns, headings })

/** Uses a brief again: its rules under another title and due time, with the same people or without. */
export async function copyOf(account: Account, briefId: string, order: CopyOrder): Promise<{ id: string }> {
  await requireRole(account, briefId, 'reader')
  const [version, roster] = await Promise.all([newestVersion(briefId), newestRoster(briefId)])
  if (!version) throw refuse(409, 'There is nothing to copy: nothing is asked for yet.')
  const { id } = await makeBrief(account, order.title, copyBrief(version.document, order))
  await noteEvent('brief-copied', { account: account.id, brief: briefId })
  const letter = 'insert into brief_letter (brief_id, language, words, set_by) select ?, language, words, ? from brief_letter where brief_id = ?'
  await db().raw(letter, [id, account.id, briefId])
  await db().raw('update brief set copies = (select copies from brief where id = ?) where id = ?', [briefId, id])
  await db().raw('insert into start_file (brief_id, content_id, name, size, put_by) select ?, content_id, name, size, ? from start_file '
    + 'where brief_id = ?', [id, account.id, briefId])
  if (order.samePeople && roster) await saveRoster(account, id, pickRoster(roster))
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

/** Keeps a brief at hand, or no longer. */
export async function keepAtHand(account: Account, briefId: string, atHand: boolean): Promise<void> {
  await requireRole(account, briefId, 'reader')
  await db()('brief_member').where({ brief_id: briefId, account_id: account.id }).update({ at_hand: atHand })
}

/** So long a deleted brief can be taken back. */
export const KEPT_DAYS = 7

/** Briefs of an owner that were deleted and can still be taken back, the latest first. */
export async function listDeleted(account: Account): Promise<DeletedBrief[]> {
  const rows = await db()('brief').join('brief_member', 'brief_member.brief_id', 'brief.id').whereNotNull('deleted_at')
    .where({ account_id: account.id, role: 'owner' }).orderBy('deleted_at', 'desc').select('id', 'title', 'deleted_at')
  return rows.map(({ id, title, deleted_at: at }) => ({
    id, title, until: new Date((at?.getTime() ?? 0) + KEPT_DAYS * 86_400_000).toISOString(),
  }))
}

/** Deletes a brief with everything received for it, for its owner alone: nobody sees it any more. Deleted once more it is gone at once. */
export async function deleteBrief(account: Account, briefId: string): Promise<void> {
  if (await isDeleted(account, briefId)) await db().transaction(trx => eraseBrief(trx, briefId))
  else {
    await requireRole(account, briefId, 'owner')
    await db()('brief').where('id', briefId).update({ deleted_at: db().fn.now() })
  }
  await noteEvent('brief-deleted', { account: account.id, brief: briefId })
}

/** Takes a deleted brief back, with all that belonged to it. */
export async function restoreBrief(account: Account, briefId: string): Promise<void> {
  if (!await isDeleted(account, briefId)) throw refuse(404, 'There is nothing here.')
  await db()('brief').where('id', briefId).update({ deleted_at: null })
  await noteEvent('brief-restored', { account: account.id, brief: briefId })
}

async function isDeleted(account: Account, briefId: string): Promise<boolean> {
  return (await listDeleted(account)).some(one => one.id === briefId)
}

interface LogRow { at: Date, kind: LogKind, by: string | null, about: string }

/** Who did what with a brief and when, the latest first: read off what was saved, so that nothing needs to be written down twice. */
export async function logOf(account: Account, briefId: string): Promise<LogEntry[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await rowsOf<LogRow>(db(), `
    select done.at, done.kind, account.name as by, done.about from (
      select created_at as at, 'list-saved' as kind, created_by as who, jsonb_array_length(people)::text as about
        from roster_version where brief_id = :id
      union all select created_at, 'rule-saved', created_by, jsonb_array_length(document->'requirements')::text
        from brief_version where brief_id = :id
      union all select completed_at, 'received', created_by, files::text from intake where brief_id = :id and state = 'complete'
      union all select checked_at, 'checked', created_by, summary->>'files' from check_run where brief_id = :id
      union all select made_at, 'decided', made_by, kind from ruling where brief_id = :id
      union all select taken_back_at, 'decision-ended', null, kind from ruling where brief_id = :id and taken_back_at is not null
      union all select max(made_at), 'letters-sent', sent_by, count(*)::text
        from slip_mail where brief_id = :id group by sent_by, coalesce(job_id, id)
      union all select set_at, 'letter-set', set_by, '' from brief_letter where brief_id = :id
      union all select at, kind, account_id, about from event where brief_id = :id
    ) done left join account on account.id = done.who order by done.at desc limit 500`, { id: briefId })
  return rows.map(({ at, ...row }) => ({ at: at.toISOString(), ...row }))
}
