import { db, migrate, rowsOf } from '../database/connection'
import { LAST_MIGRATION, MIGRATION_NAMES } from '../database/migrations'
import { isQueueRunning } from '../queue/queue'
import { refuse } from './errors'
import { log } from './log'

let starting: Promise<void> | null = null

/** Resolves once the schema is up to date; a database that is away is asked again with the next request. */
export async function ready(): Promise<void> {
  starting ??= begin()
  try {
    await starting
  }
  catch (error) {
    starting = null
    log.error({ problem: error instanceof Error ? error.message : String(error) }, 'the database does not answer')
    throw refuse(503, error instanceof TooNew ? error.message : 'The database does not answer. Nothing was changed; try again in a moment.')
  }
}

class TooNew extends Error {}

/** A schema made by a later build is worked with as long as that build says so. */
async function begin(): Promise<void> {
  if (await db().schema.hasTable('schema_note')) {
    const [ahead] = await rowsOf<{ name: string }>(db(), 'select name from migration where name <> all(?) limit 1', [MIGRATION_NAMES])
    if (ahead) {
      const note = await db()('schema_note').first('compatible_from')
      if ((note?.compatible_from ?? '') > LAST_MIGRATION) {
        throw new TooNew('The database was changed by a later version than this one: start that one, or bring back the backup made before.')
      }
      return
    }
  }
  await migrate()
}

/** Why requests should not be sent here; `null`: they may. */
export async function readiness(): Promise<string | null> {
  try {
    await ready()
    await db().raw('select 1')
  }
  catch (error) {
    return error instanceof Error ? error.message : String(error)
  }
  return isQueueRunning() ? null : 'Long work cannot be put on its queue yet.'
}
