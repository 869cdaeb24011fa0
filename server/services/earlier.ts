import type { BriefDocument } from '#core/brief/document'
import { splitExtension } from '#core/names/extension'
import { looseKey } from '#core/text/fold'
import type { EarlierBrief } from '#core/rules/earlier-names'
import type { ListedPerson } from '#shared/answers'
import { newestRoster } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import { requireRole } from './access'
import type { Account } from './accounts'

/** So many briefs are looked back over, and so many names of each. */
const MOST_BRIEFS = 4
const MOST_NAMES = 1500

interface EarlierCheck { id: string, title: string, document: BriefDocument, people: ListedPerson[], columns: string[] }

/**
 * What the people of a brief, known by id and name or by their name alone, and groups of the same name wrote for the other briefs of the
 * account that were checked last.
 */
export async function earlierNames(account: Account, briefId: string): Promise<EarlierBrief[]> {
  await requireRole(account, briefId, 'reader')
  const now = (await newestRoster(briefId))?.people ?? []
  if (now.length === 0) return []
  const checks = await rowsOf<EarlierCheck>(db(), `
    select newest.id, brief.title, version.document, roster.people, roster.columns
    from (
      select distinct on (brief_id) id, brief_id, brief_version_id, roster_version_id, checked_at from check_run
      where brief_id <> ? and brief_id in (
        select brief_id from brief_member join brief on brief.id = brief_id and brief.deleted_at is null where account_id = ?
      )
      order by brief_id, checked_at desc
    ) newest
    join brief on brief.id = newest.brief_id
    join brief_version version on version.id = newest.brief_version_id
    join roster_version roster on roster.id = newest.roster_version_id
    order by newest.checked_at desc limit ?`, [briefId, account.id, MOST_BRIEFS])
  const same = sameHolder(now)
  const earlier: EarlierBrief[] = []
  for (const { id, title, document, people, columns } of checks) {
    const known = people.filter(one => same(one) !== null)
    if (known.length === 0) continue
    const holders = new Map<string, string>()
    for (const { group } of now) if (group) holders.set(group, group)
    for (const one of known) holders.set(one.id, same(one) ?? '')
    const rows = await db()('check_file').join('received_file', 'received_file.id', 'check_file.received_file_id')
      .where({ check_id: id, role: 'placed' }).whereIn('holder', [...holders.keys()])
      .orderBy('check_file.position').limit(MOST_NAMES).select('requirement', 'holder', 'n', 'path')
    const files = rows.map(({ requirement, holder, n, path }) => ({
      requirement: requirement ?? '', holder: holder ?? '', now: holders.get(holder ?? '') ?? '', n,
      base: splitExtension(path.slice(path.lastIndexOf('/') + 1)).base,
    }))
    if (files.length > 0) earlier.push({ title, document, roster: { people: known, columns }, files })
  }
  return earlier
}

/** Whom of a list somebody of an earlier one is: a name that two bear is nobody's without the id. */
function sameHolder(people: readonly ListedPerson[]): (earlier: ListedPerson) => string | null {
  const byName = new Map<string, string | null>()
  for (const { id, name } of people) byName.set(looseKey(name), byName.has(looseKey(name)) ? null : id)
  const byId = new Map(people.map(one => [one.id, looseKey(one.name)]))
  return ({ id, name }) => (byId.get(id) === looseKey(name) ? id : byName.get(looseKey(name)) ?? null)
}
