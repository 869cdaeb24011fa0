import type { DeskBrief } from '#shared/answers'
import { db } from '../database/connection'
import type { BriefMemberRow, BriefRow, CheckRunRow } from '../database/tables'
import type { Account } from './accounts'

/** A brief with what its newest versions and its last check hold. */
type DeskRow = Pick<BriefRow, 'id' | 'title'> & Pick<BriefMemberRow, 'role' | 'at_hand'>
  & { [Key in 'summary' | 'checked_at']: CheckRunRow[Key] | null } & {
    due: string | null
    zone: string | null
    people: number | null
    requirements: number | null
    received: string | null
    changed_at: Date | null
    told_at: Date | null
  }

/** All briefs of an account, those kept at hand first, with the counts of each one's last check. */
export async function listBriefs(account: Account): Promise<DeskBrief[]> {
  const rows = await db()('brief').join('brief_member', 'brief_member.brief_id', 'brief.id')
    .where('brief_member.account_id', account.id).whereNull('brief.deleted_at')
    .joinRaw(`left join lateral (select document, created_at from brief_version v where v.brief_id = brief.id
      order by number desc limit 1) version on true`)
    .joinRaw(`left join lateral (select jsonb_array_length(people) as people, created_at from roster_version r where r.brief_id = brief.id
      order by number desc limit 1) roster on true`)
    .joinRaw(
      'left join lateral (select summary, checked_at from check_run c where c.brief_id = brief.id order by checked_at desc limit 1) last on true',
    )
    .joinRaw(`left join lateral (select sum(files) as received, max(completed_at) as completed_at from intake i where i.brief_id = brief.id
      and i.state = 'complete' and i.replaced_at is null) came on true`)
    .joinRaw('left join lateral (select max(made_at) as told_at from slip_mail m where m.brief_id = brief.id) told on true')
    .orderBy([{ column: 'at_hand', order: 'desc' }, { column: 'brief.created_at', order: 'desc' }])
    .select<DeskRow[]>('brief.id', 'brief.title', 'brief_member.role', 'brief_member.at_hand', 'roster.people', 'last.summary', 'last.checked_at',
      db().raw(`version.document->>'due' as due`), db().raw(`version.document->>'zone' as zone`),
      db().raw(`jsonb_array_length(version.document->'requirements') as requirements`), 'came.received', 'told.told_at',
      db().raw('greatest(came.completed_at, version.created_at, roster.created_at) as changed_at'))
  return rows.map(row => ({
    id: row.id, title: row.title, role: row.role, atHand: row.at_hand, due: row.due, zone: row.zone,
    people: row.people ?? 0, requirements: row.requirements ?? 0, summary: row.summary, checkedAt: row.checked_at?.toISOString() ?? null,
    received: Number(row.received ?? 0), toldAt: row.told_at?.toISOString() ?? null,
    stale: row.checked_at !== null && row.changed_at !== null && row.changed_at > row.checked_at,
  }))
}
