import type { Found } from '#shared/answers'
import { db, rowsOf } from '../database/connection'
import type { Account } from './accounts'

const MOST = 40

type Row<T> = T & { briefId: string }
interface FoundFile {
  briefId: string
  title: string
  when: Date
  path: string
  root: string
  receivedAt: Date
  fileId: string
  counts: boolean
  packed: FoundPacked | null
}
interface FoundPacked { title: string, volume: number, volumes: number, packedAt: Date, letGo: boolean }
interface Placed {
  fileId: string
  role: string
  holder: string | null
  requirement: string | null
  n: number | null
  name: string | null
  piece: string | null
}

/** Briefs an account may read, each with when it was due or else made: over years one title stands for many. */
const MINE = `
  with mine as (
    select brief.id, brief.title, coalesce((version.document->>'due')::timestamptz, brief.created_at) as "when", version.document, roster.people
    from brief join brief_member on brief_member.brief_id = brief.id and account_id = :account
    left join lateral (select document from brief_version one where one.brief_id = brief.id order by number desc limit 1) version on true
    left join lateral (select people from roster_version one where one.brief_id = brief.id order by number desc limit 1) roster on true
    where brief.deleted_at is null
  ), newest as (
    select distinct on (brief_id) brief_id, id from check_run where brief_id in (select id from mine) order by brief_id, checked_at desc
  )`

/** Looks for a text in the titles, pieces, people, folders and received files of all briefs an account may read, the latest brief first. */
export async function searchBriefs(account: Account, text: string): Promise<Found> {
  const like = `%${text.trim().normalize('NFC').replace(/[\\%_]/g, '\\$&')}%`
  const bound = { account: account.id, like, most: MOST }
  const [briefs, pieces, people, files] = await Promise.all([
    rowsOf<{ id: string, title: string, when: Date }>(db(), `${MINE}
      select id, title, "when" from mine where title ilike :like order by "when" desc limit :most`, bound),
    rowsOf<Row<{ title: string, when: Date, id: string, piece: string }>>(db(), `${MINE}
      select * from (
        select mine.id as "briefId", mine.title, "when", piece->>'id' as id,
          coalesce(case jsonb_typeof(piece->'title') when 'object' then piece->'title'->>'else' else piece->>'title' end, piece->>'id') as piece
        from mine, jsonb_array_elements(mine.document->'requirements') piece
      ) asked where piece ilike :like order by "when" desc limit :most`, bound),
    rowsOf<Row<{ title: string, when: Date, holder: string, name: string, group: string, owes: number | null }>>(db(), `${MINE}
      select mine.id as "briefId", mine.title, "when", person->>'id' as holder, person->>'name' as name, person->>'group' as "group",
        case when newest.id is null then null else (
          select count(*)::int from check_slot where check_id = newest.id and holder = person->>'id' and status in ('missing', 'to-fix')
        ) end as owes
      from mine left join newest on newest.brief_id = mine.id, jsonb_array_elements(mine.people) person
      where person->>'name' ilike :like or person->>'id' ilike :like or person->>'email' ilike :like or person->>'group' ilike :like
        or person->>'aliases' ilike :like
      order by "when" desc limit :most`, bound),
    // a path that came again is told once, as it came last
    rowsOf<FoundFile>(db(), `${MINE}
      select * from (
        select distinct on (mine.id, root, path) mine.id as "briefId", mine.title, "when", path, root, completed_at as "receivedAt",
          received_file.id as "fileId", replaced_at is null as counts, (
            select jsonb_build_object('title', packed.title, 'volume', volume, 'volumes', volumes, 'packedAt', packed_at,
              'letGo', received_file.let_go_at is not null)
            from packed_file join packed on packed.id = packed_id where received_file_id = received_file.id and made = volumes
            order by let_gone_at is null, packed_at desc limit 1
          ) as packed
        from mine join intake on intake.brief_id = mine.id and state = 'complete' join received_file on received_file.intake_id = intake.id
        where path ilike :like or root ilike :like
        order by mine.id, root, path, (replaced_at is null) desc, completed_at desc
      ) came order by "receivedAt" desc, path limit :most`, bound),
  ])
  const placed = await placedNow(account, files)
  const when = (at: Date) => at.toISOString()
  return {
    briefs: briefs.map(one => ({ ...one, when: when(one.when) })),
    pieces: pieces.map(one => ({ ...one, when: when(one.when) })),
    people: people.map(one => ({ ...one, when: when(one.when) })),
    files: files.map(({ fileId, ...file }) => {
      const { fileId: _, ...now } = placed.get(fileId) ?? { fileId, role: null, holder: null, requirement: null, n: null, name: null, piece: null }
      const packed = file.packed && { ...file.packed, packedAt: when(new Date(file.packed.packedAt)) }
      return { ...file, ...now, packed, when: when(file.when), receivedAt: when(file.receivedAt) }
    }),
  }
}

/** Whose the files are and what they count for, in the newest check of their briefs. */
async function placedNow(account: Account, files: readonly FoundFile[]): Promise<Map<string, Placed>> {
  const rows = await rowsOf<Placed>(db(), `${MINE}
    select received_file_id as "fileId", role, holder, requirement, n, (
        select person->>'name' from jsonb_array_elements(mine.people) person where person->>'id' = holder limit 1
      ) as name, (
        select coalesce(case jsonb_typeof(piece->'title') when 'object' then piece->'title'->>'else' else piece->>'title' end, piece->>'id')
        from jsonb_array_elements(mine.document->'requirements') piece where piece->>'id' = requirement limit 1
      ) as piece
    from newest join mine on mine.id = newest.brief_id join check_file on check_file.check_id = newest.id
    where mine.id = any(:briefs::uuid[]) and received_file_id = any(:files::uuid[])`, {
    account: account.id, briefs: [...new Set(files.map(file => file.briefId))], files: files.map(file => file.fileId),
  })
  return new Map(rows.map(row => [row.fileId, row]))
}
