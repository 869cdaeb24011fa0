import { v7 as uuid } from 'uuid'
import type { CopyOrder } from '#core/rules/copy-brief'
import { copyBrief } from '#core/rules/copy-brief'
import type { BriefAnswer, StoredRoster } from '#shared/answers'
import { newestRoster, newestVersion } from '../database/briefs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'
import { validBrief } from './documents'
import { saveRoster } from './rosters'
import { eraseBrief } from './erase'
import { noteEvent } from './events'

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
    ...brief, role, document: version?.document ?? null, roster: roster ? pickRoster(roster) : null,
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

const pickRoster = ({ people, columns, headings = {} }: StoredRoster): StoredRoster => ({ people, columns, headings })

/** Uses a brief again: its rules under another title and due time, with the same people or without. */
export async function copyOf(account: Account, briefId: string, order: CopyOrder): Promise<{ id: string }> {
  await requireRole(account, briefId, 'reader')
  const [version, roster] = await Promise.all([newestVersion(briefId), newestRoster(briefId)])
  if (!version) throw refuse(409, 'There is nothing to copy: nothing is asked for yet.')
  const { id } = await makeBrief(account, order.title, copyBrief(version.document, order))
  await noteEvent('brief-copied', { account: account.id, brief: briefId })
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

/** Deletes a brief with everything received for it. Only its owner can; the sweeper frees the contents. */
export async function deleteBrief(account: Account, briefId: string): Promise<void> {
  await requireRole(account, briefId, 'owner')
  await db().transaction(trx => eraseBrief(trx, briefId))
  await noteEvent('brief-deleted', { account: account.id, brief: briefId })
}
