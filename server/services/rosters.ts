import type { StoredRoster } from '#shared/answers'
import { addVersion } from '../database/briefs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'

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
