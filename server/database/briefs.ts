import type { Knex } from 'knex'
import { LRUCache } from 'lru-cache'
import { v7 as uuid } from 'uuid'
import type { BriefDocument } from '#core/brief/document'
import type { StoredRoster } from '#shared/answers'
import { db } from './connection'
import type { RosterVersionRow } from './tables'

/** What is asked for now. */
export async function newestVersion(briefId: string, trx: Knex = db()): Promise<{ id: string, number: number, document: BriefDocument } | undefined> {
  return trx('brief_version').where('brief_id', briefId).orderBy('number', 'desc').first('id', 'number', 'document')
}

/** A list as it is kept, with its version. */
export type KeptRoster = { id: string, number: number } & StoredRoster

/** Lists that were asked for last, so many people in all: at a door everybody's page asks for the same one again and again. */
const KEPT = new LRUCache<string, KeptRoster>({ maxSize: 50_000, sizeCalculation: ({ people }) => people.length + 1 })

/** Who owes now; the same object for everybody, which nobody changes. */
export async function newestRoster(briefId: string): Promise<Readonly<KeptRoster> | undefined> {
  // a version is written anew where somebody is erased from it: then its row has another mark
  const newest = await db()('roster_version').where('brief_id', briefId).orderBy('number', 'desc')
    .first<{ id: string, mark: string } | undefined>('id', db().raw('xmin::text as mark'))
  if (!newest) return undefined
  const key = `${newest.id} ${newest.mark}`
  const kept = KEPT.get(key)
  if (kept) return kept
  const row: KeptRoster | undefined = await db()('roster_version').where('id', newest.id).whereRaw('xmin::text = ?', [newest.mark])
    .first('id', 'number', 'people', 'columns', 'headings')
  // written anew between the two questions
  if (!row) return newestRoster(briefId)
  KEPT.set(key, row)
  return row
}

/** A list whose people stay the text they are kept as. */
export type RosterText = Pick<RosterVersionRow, 'columns' | 'headings'> & { people: string }

/** The same, the people as the text they are kept as: for whoever reads them elsewhere. */
export async function newestRosterText(briefId: string): Promise<RosterText | undefined> {
  return db()('roster_version').where('brief_id', briefId).orderBy('number', 'desc')
    .first<RosterText | undefined>(db().raw('people::text as people'), 'columns', 'headings')
}

/** Adds a version behind the newest; the brief must be held by the transaction, so that two never take one number. */
export async function addVersion(
  trx: Knex, table: 'brief_version' | 'roster_version', briefId: string, row: Record<string, unknown>,
): Promise<{ number: number }> {
  const [last] = await trx(table).where('brief_id', briefId).max<{ number: number | null }[]>('number as number')
  const number = Number(last?.number ?? 0) + 1
  await trx(table).insert({ id: uuid(), brief_id: briefId, number, ...row })
  return { number }
}
