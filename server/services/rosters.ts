import type { StoredRoster } from '#shared/answers'
import { addVersion } from '../database/briefs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { onThread } from '../utils/threads'
import { firstTwice, sayTwice } from '#shared/people'
import type { ReadList } from '../workers/roster'
import { requireRole } from './access'
import type { Account } from './accounts'

/** Reads a list as it was sent and saves it. */
export async function receiveRoster(account: Account, briefId: string, body: Uint8Array): Promise<{ number: number }> {
  await requireRole(account, briefId, 'checker')
  const read = await onThread<ReadList>('roster', account.id, body)
  if ('message' in read) {
    const message = read.message.slice(0, 400)
    throw refuse(read.status, message, read.path ? [{ path: read.path, message }] : [])
  }
  return keepRoster(account, briefId, read)
}

/** Saves who owes as a new version. */
export async function saveRoster(account: Account, briefId: string, roster: StoredRoster): Promise<{ number: number }> {
  await requireRole(account, briefId, 'checker')
  const twice = firstTwice(roster.people)
  if (twice !== null) throw refuse(422, sayTwice(twice), [{ path: 'people', message: sayTwice(twice) }])
  return keepRoster(account, briefId, {
    people: JSON.stringify(roster.people), columns: JSON.stringify(roster.columns), headings: JSON.stringify(roster.headings ?? {}),
  })
}

type ListText = Exclude<ReadList, { status: number }>

function keepRoster(account: Account, briefId: string, list: ListText): Promise<{ number: number }> {
  return db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    return addVersion(trx, 'roster_version', briefId, { ...list, created_by: account.id })
  })
}
