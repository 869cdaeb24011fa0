import type { Found } from '#shared/answers'
import { db, rowsOf } from '../database/connection'
import { briefsOf } from './access'
import type { Account } from './accounts'

const MOST = 40

/** Looks for a text in the titles, people and received files of all briefs an account may read. */
export async function searchBriefs(account: Account, text: string): Promise<Found> {
  const pattern = `%${text.trim().normalize('NFC').replace(/[\\%_]/g, '\\$&')}%`
  const mine = briefsOf(account)
  const [briefs, people, files] = await Promise.all([
    db()('brief').whereIn('id', mine).where('title', 'ilike', pattern).orderBy('created_at', 'desc').limit(MOST).select('id', 'title'),
    rowsOf<Found['people'][number]>(db(), `
      select brief.id as "briefId", brief.title, person->>'id' as holder, person->>'name' as name, person->>'group' as "group"
      from brief
      join lateral (select people from roster_version r where r.brief_id = brief.id order by number desc limit 1) roster on true,
      jsonb_array_elements(roster.people) person
      where brief.deleted_at is null and brief.id in (select brief_id from brief_member where account_id = ?)
      and (person->>'name' ilike ? or person->>'id' ilike ? or person->>'email' ilike ?)
      order by brief.created_at desc limit ?`, [account.id, pattern, pattern, pattern, MOST]),
    // a path that came again is told once, with when it came last
    db()('received_file').join(
      'intake', 'intake.id', 'received_file.intake_id',
    ).join('brief', 'brief.id', 'intake.brief_id').whereIn('brief.id', mine).where('intake.state', 'complete').where('path', 'ilike', pattern)
      .groupBy('brief.id', 'brief.title', 'path', 'intake.root').orderByRaw('max(intake.completed_at) desc, path').limit(MOST).select<{
      id: string
      title: string
      path: string
      root: string
      receivedAt: Date
    }[]>('brief.id', 'brief.title', 'path', 'intake.root', db().raw('max(intake.completed_at) as "receivedAt"')),
  ])
  return { briefs, people, files: files.map(({ id, receivedAt, ...file }) => ({ briefId: id, ...file, receivedAt: receivedAt.toISOString() })) }
}
