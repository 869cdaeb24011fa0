import { db, rowsOf } from '../database/connection'
import { KEPT_DAYS } from './briefs'
import { agrees } from './contents'
import { eraseBrief } from './erase'
import { letGoDue } from './letting-go'

const LEAST_VERIFIED = 64 * 1024 * 1024

/** Removes what was begun and never finished, and contents no file points to any more. */
export async function sweep(hours = 24): Promise<void> {
  await letGoDue()
  const old = db().raw(`now() - ? * interval '1 hour'`, [hours])
  // what a job made can be made again
  await db()('job').where('ended_at', '<', db().raw(`now() - interval '7 days'`)).delete()
  await db()('intake').where('state', 'receiving').where('created_at', '<', old).delete()
  await db()('content').where('created_at', '<', old)
    .whereRaw(['received_file', 'job_part', 'start_file']
      .map(table => `not exists (select 1 from ${table} where ${table}.content_id = content.id)`).join(' and '))
    .delete()
  // a reading holds titles and authors: it goes with the last file it was made of
  await db()('reading').whereRaw(`created_at < now() - interval '1 hour'`)
    .whereRaw('not exists (select 1 from received_file where received_file.reading_id = reading.id) and not exists (select 1 from '
      + 'check_file where check_file.reading_id = reading.id)')
    .delete()
  const deleted = await db()('brief').where('deleted_at', '<', db().raw(`now() - ? * interval '1 day'`, [KEPT_DAYS])).select('id')
  for (const { id } of deleted) await db().transaction(trx => eraseBrief(trx, id))
  await db()('event').where('at', '<', db().raw(`now() - interval '400 days'`)).delete()
  await db()('known_place').where('seen_at', '<', db().raw(`now() - interval '180 days'`)).delete()
  await db()('share_offer').where('offered_at', '<', db().raw(`now() - interval '60 days'`)).delete()
  await db()('brief_presence').where('seen_at', '<', db().raw(`now() - interval '1 hour'`)).delete()
  await db()('password_token').where('made_at', '<', old).delete()
  await db()('passkey_challenge').where('made_at', '<', db().raw(`now() - interval '1 hour'`)).delete()
  await db()('session').where('expires_at', '<', old).delete()
}

/** All contents are held against their hash within a month: so many bytes at each sweep, the longest unlooked at first. */
export async function verifySome(sweepsAMonth: number): Promise<void> {
  const [sum] = await rowsOf<{ bytes: string | null }>(db(), `select sum(size) as bytes from content where state = 'sealed'`, [])
  let left = Math.max(LEAST_VERIFIED, Number(sum?.bytes ?? 0) / sweepsAMonth)
  const due = await db()('content').where('state', 'sealed').where('verified_at', '<', db().raw(`now() - interval '15 days'`))
    .orderBy('verified_at').limit(1000).select('id', 'size')
  for (const { id, size } of due) {
    if (left <= 0) return
    await agrees(id)
    left -= Number(size)
  }
}
