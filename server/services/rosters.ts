import type { Knex } from 'knex'
import { renumbered } from '#core/roster/another-list'
import type { ListedPerson, StoredRoster } from '#shared/answers'
import { addVersion, newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
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
    await refuseStrangers(trx, briefId, list)
    return addVersion(trx, 'roster_version', briefId, { ...list, created_by: account.id })
  })
}

/** So many are named where a list would have somebody else under an id. */
const MOST_NAMED = 3

/** Refuses a list in which somebody else has an id under which links went out, files came in or something was decided: it would be theirs. */
async function refuseStrangers(trx: Knex, briefId: string, list: ListText): Promise<void> {
  const bound = await boundIds(trx, briefId)
  if (bound.size === 0) return
  const before = await trx('roster_version').where('brief_id', briefId).orderBy('number', 'desc').first('people')
  const strangers = renumbered(before?.people ?? [], JSON.parse(list.people) as ListedPerson[]).filter(one => bound.has(one.id))
  if (strangers.length === 0) return
  const said = strangers.slice(0, MOST_NAMED).map(({ id, was, is }) => `"${id}" was ${was.name} and would be ${is.name}`)
  const more = strangers.length - said.length
  throw refuse(409, `${said.join('; ')}${more > 0 ? `; and ${more} more` : ''}. Links, what was handed in and what was decided go by it. `
    + 'Leave everybody the id they had, and give newcomers ids of their own.')
}

/** Ids of people that more hangs on than the list itself: links, what they handed in, decisions, and what the rule says of them. */
async function boundIds(trx: Knex, briefId: string): Promise<Set<string>> {
  const rows = await rowsOf<{ id: string | null }>(trx, `
    select person as id from door_link where brief_id = :briefId and revoked_at is null
    union select person from hand_in where brief_id = :briefId
    union select slot->>'holder' from ruling where brief_id = :briefId`, { briefId })
  const { document } = await newestVersion(briefId, trx) ?? {}
  const named = [
    ...(document?.exceptions ?? []).map(one => one.for.person), ...(document?.requirements ?? []).flatMap(one => one.owedBy?.people ?? []),
  ]
  return new Set([...rows.map(row => row.id), ...named].filter(id => typeof id === 'string'))
}
