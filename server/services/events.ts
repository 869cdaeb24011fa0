import { v7 as uuid } from 'uuid'
import type { EventKind, NotedEvent, SignedIn as Account } from '#shared/answers'
import { db } from '../database/connection'
import type { EventRow } from '../database/tables'
import { log } from '../utils/log'
import { requireAdministrator } from './access'

interface About { account?: string | null, brief?: string, place?: string, about?: string }

/** Writes down what matters for safety, in the database and in the log; no names, no words of people or files. */
export async function noteEvent(kind: EventKind, { account = null, brief, place = '', about = '' }: About = {}): Promise<void> {
  log[kind === 'content-broken' ? 'error' : 'info']({ event: kind, account, brief, about }, 'safety')
  await db()('event').insert({
    id: uuid(), kind, account_id: account, brief_id: brief ?? null, place: place.slice(0, 100), about: about.slice(0, 300),
  })
}

/** What was written down, the latest first; for whoever runs the installation. */
export async function listEvents(account: Account): Promise<NotedEvent[]> {
  await requireAdministrator(account)
  const rows = await db()('event').leftJoin('account', 'account.id', 'event.account_id')
    .orderBy('event.at', 'desc').limit(1000)
    .select<(Pick<EventRow, 'at' | 'kind' | 'brief_id' | 'place' | 'about'> & { mail: string | null })[]>(
      'event.at', 'event.kind', 'account.mail', 'event.brief_id', 'event.place', 'event.about',
    )
  return rows.map(({ at, kind, mail, brief_id: briefId, place, about }) => ({ at: at.toISOString(), kind, mail, briefId, place, about }))
}
