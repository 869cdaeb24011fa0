import { v7 as uuid } from 'uuid'
import type { BriefDocument } from '#core/brief/document'
import type { ListColumns } from '#core/brief/list-words'
import { BriefError, readBrief } from '#core/brief/read'
import type { Brief } from '#core/brief/types'
import type { TurnedFile } from '#core/reporting/change-effect'
import { addVersion, newestRosterText, newestVersion } from '../database/briefs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { findUnstorable } from '../utils/storable'
import { onThread } from '../utils/threads'
import type { RuleTask } from '../workers/rule'
import lookAtRule from '../workers/rule'
import { requireRole } from './access'
import type { Account } from './accounts'

/** A brief document in its form, or why it cannot be one. */
export async function validBrief(document: unknown, list?: ListColumns): Promise<Brief> {
  const place = findUnstorable(document)
  if (place !== null) {
    const message = 'holds a sign that cannot be kept (U+0000, or half a character)'
    throw refuse(422, `${place}: ${message}`, [{ path: place, message }])
  }
  try {
    return await readBrief(document, list)
  }
  catch (error) {
    if (error instanceof BriefError) throw refuse(422, error.message, error.problems)
    throw error
  }
}

/** Signs of a list, times what is asked for, up to which the thread that answers looks at a rule itself: some 20 ms. */
const BRIEFLY = 1_000_000

/** A brief document that may be saved for the people who owe it. */
export async function validFor(briefId: string, stated: unknown): Promise<BriefDocument> {
  const roster = await newestRosterText(briefId)
  await validBrief(stated, roster)
  const document = stated as BriefDocument
  if (!roster) return document
  const task: RuleTask = { document, ...roster }
  const brief = roster.people.length * document.requirements.length < BRIEFLY
  const problems = brief ? await lookAtRule(task) : await onThread<Awaited<ReturnType<typeof lookAtRule>>>('rule', briefId, task)
  if (problems.length > 0) throw refuse(422, problems.map(({ path, message }) => (path ? `${path}: ${message}` : message)).join('\n'), problems)
  return document
}

/**
 * Saves what is asked for as a new version; checks made with earlier ones stay as they are.
 *
 * @param base - number of the version it was begun on; where another was saved since, nothing is
 * @param keep - files received before that keep the earlier rule: each stays right where it is
 */
export async function saveDocument(
  account: Account, briefId: string, stated: unknown, keep: readonly TurnedFile[] = [], base: number | null = null,
): Promise<{ number: number }> {
  await requireRole(account, briefId, 'checker')
  const document = await validFor(briefId, stated)
  return db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    const before = await newestVersion(briefId, trx)
    if (base !== null && (before?.number ?? 0) !== base) {
      throw refuse(409, 'Somebody else saved what is asked since you began. Nothing was saved yet.')
    }
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
