import type { PackedAway } from '#shared/answers'
import { db, rowsOf } from '../database/connection'
import type { PackPlan } from '../database/job-parts'
import type { Knex } from 'knex'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'
import { noteEvent } from './events'

/** What is packed away need not be kept here for ever: its contents are let go of when somebody says so, what is known of the files stays. */

/** Writes down which files lie in a volume that was just made. */
export async function notePacked(
  trx: Knex.Transaction, briefId: string, by: string | null, { group, title, volumes }: PackPlan, at: number,
): Promise<void> {
  await trx('packed').insert({ id: group, brief_id: briefId, title, volumes: volumes.length, made: 1, packed_by: by })
    .onConflict('id').merge({ made: trx.raw('packed.made + 1') })
  const files = (volumes[at] ?? []).flatMap(({ fileId }) => fileId ?? [])
  // whoever was erased meanwhile lies in the volume, and is no file here any more
  await trx.raw(`
    insert into packed_file (packed_id, received_file_id, volume)
    select ?, id, ? from received_file where id = any(?::uuid[]) on conflict do nothing`, [group, at + 1, files])
}

type PackedNow = Omit<PackedAway, 'packedAt' | 'letGoAt' | 'letGoneAt' | 'bytes'>
  & { packedAt: Date, letGoAt: Date | null, letGoneAt: Date | null, bytes: string | null }

/** What of a brief was packed away, the latest first. */
export async function listPacked(account: Account, briefId: string): Promise<PackedAway[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await rowsOf<PackedNow>(db(), `
    select packed.id, title, volumes, made = volumes as whole, account.name as by, packed_at as "packedAt", packed.let_go_at as "letGoAt",
      let_gone_at as "letGoneAt", count(received_file.id)::int as files, count(content_id)::int as kept,
      sum(received_file.size) filter (where content_id is not null) as bytes
    from packed left join account on account.id = packed_by left join packed_file on packed_id = packed.id
      left join received_file on received_file.id = received_file_id
    where packed.brief_id = ? group by packed.id, account.name order by packed_at desc limit 100`, [briefId])
  return rows.map(({ packedAt, letGoAt, letGoneAt, bytes, ...row }) => ({
    ...row, bytes: Number(bytes ?? 0), packedAt: packedAt.toISOString(), letGoAt: letGoAt?.toISOString() ?? null,
    letGoneAt: letGoneAt?.toISOString() ?? null,
  }))
}

/**
 * From when on the contents of what was packed need not be kept here.
 *
 * @param months - after it was packed; 0: at once, `null`: they stay
 */
export async function setLetGo(account: Account, briefId: string, packedId: string, months: number | null): Promise<PackedAway[]> {
  await requireRole(account, briefId, 'owner')
  await db().transaction(async (trx) => {
    const row = await trx('packed').where({ id: packedId, brief_id: briefId }).forUpdate().first('volumes', 'made', 'let_gone_at')
    if (!row) throw refuse(404, 'There is nothing here.')
    if (row.let_gone_at) throw refuse(409, 'The contents were let go of already; from the volumes they are read back.')
    if (row.made < row.volumes) throw refuse(409, `Of ${row.volumes} volumes ${row.made} were made: pack it again before anything is let go of.`)
    await trx('packed').where('id', packedId).update({
      let_go_at: months === null ? null : trx.raw(`packed_at + ? * interval '1 month'`, [months]), let_go_by: months === null ? null : account.id,
    })
  })
  await letGoDue(packedId)
  return listPacked(account, briefId)
}

/** Lets go of the contents whose time has come; a content that something else refers to stays for that. */
export async function letGoDue(only: string | null = null): Promise<number> {
  let files = 0
  for (;;) {
    const gone = await db().transaction(async (trx) => {
      // another process at the same is not waited for
      const [due] = await rowsOf<{ id: string, briefId: string, by: string | null }>(trx, `
        select id, brief_id as "briefId", let_go_by as by from packed
        where let_go_at <= now() and let_gone_at is null and made = volumes and (?::uuid is null or id = ?::uuid)
        order by let_go_at limit 1 for update skip locked`, [only, only])
      if (!due) return null
      const { rowCount } = await trx.raw<{ rowCount: number }>(`
        update received_file set content_id = null, let_go_at = now() from packed_file
        where packed_id = ? and received_file_id = received_file.id and verified and content_id is not null`, [due.id])
      await trx('packed').where('id', due.id).update({ let_gone_at: trx.fn.now() })
      return { ...due, files: rowCount }
    })
    if (!gone) return files
    files += gone.files
    await noteEvent('contents-let-go', { account: gone.by, brief: gone.briefId, about: String(gone.files) })
  }
}

interface Lying { letGoAt: Date, title: string | null, volume: number, volumes: number, packedAt: Date }

/** Where a file lies that is not kept here any more, as one sentence; `null`: it was never kept. */
export async function sayLetGo(fileId: string): Promise<string | null> {
  const [row] = await rowsOf<Lying>(db(), `
    select received_file.let_go_at as "letGoAt", title, volume, volumes, packed_at as "packedAt"
    from received_file left join packed_file on received_file_id = received_file.id left join packed on packed.id = packed_id and made = volumes
    where received_file.id = ? and received_file.let_go_at is not null order by let_gone_at is null, packed_at desc limit 1`, [fileId])
  if (!row) return null
  const where = row.title === null
    ? 'a volume that was packed before'
    : `volume ${row.volume} of ${row.volumes} of "${row.title}", packed on ${sayDay(row.packedAt)}`
  return `Its content was let go of on ${sayDay(row.letGoAt)}: it lies in ${where}.`
}

const sayDay = (at: Date): string => at.toISOString().slice(0, 10)
