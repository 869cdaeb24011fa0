import { v7 as uuid } from 'uuid'
import type { BriefDocument } from '#core/brief/document'
import { BriefError, readBrief } from '#core/brief/read'
import type { Brief } from '#core/brief/types'
import type { Unit } from '#core/brief/units'
import { listUnits } from '#core/brief/units'
import type { TurnedFile } from '#core/reporting/change-effect'
import { forbidRules } from '#core/rules/warnings'
import type { StoredRoster } from '#shared/answers'
import { addVersion, newestRoster, newestVersion } from '../database/briefs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { findUnstorable } from '../utils/storable'
import { requireRole } from './access'
import type { Account } from './accounts'

/** A brief document in its form, or why it cannot be one. */
export async function validBrief(document: unknown, columns?: string[]): Promise<Brief> {
  const place = findUnstorable(document)
  if (place !== null) {
    const message = 'holds a sign that cannot be kept (U+0000, or half a character)'
    throw refuse(422, `${place}: ${message}`, [{ path: place, message }])
  }
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
