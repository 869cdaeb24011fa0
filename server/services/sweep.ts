import { db } from '../database/connection'

/** Removes what was begun and never finished, and contents no file points to any more. */
export async function sweep(): Promise<void> {
  const old = db().raw(`now() - interval '1 day'`)
  // what a job made can be made again
  await db()('job').where('ended_at', '<', db().raw(`now() - interval '7 days'`)).delete()
  await db()('intake').where('state', 'receiving').where('created_at', '<', old).delete()
  await db()('content').where('created_at', '<', old)
    .whereRaw('not exists (select 1 from received_file where received_file.content_id = content.id) and not exists (select 1 from '
      + 'job_part where job_part.content_id = content.id)')
    .delete()
  // a reading only a browser spoke of is of use to its own file alone
  await db()('reading').whereNull('sha256')
    .whereRaw('not exists (select 1 from received_file where received_file.reading_id = reading.id) and not exists (select 1 from '
      + 'check_file where check_file.reading_id = reading.id)')
    .delete()
  await db()('session').where('expires_at', '<', old).delete()
}
