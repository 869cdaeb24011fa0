import { gathering } from '../../places/watch-folder'
import { kindOf } from '../../places/index'
import { PLACE_KEYS } from '#shared/places'
import { db } from '../database/connection'
import type { PlaceRow } from '../database/tables'
import { log } from '../utils/log'
import { openPlace, scanDue } from './places'

/** Where more lies than this a place is looked at by the clock alone: watching every folder of it costs too much. */
const MOST_FILES = 20_000
/** Places one process watches at once. */
const MOST_WATCHED = 200

const watched = new Map<string, AbortController>()
const WATCHABLE = PLACE_KEYS.filter(kind => kindOf(kind).watches)

/**
 * Watches the places that can tell of changes by themselves and are looked at by the clock; called every so often, so that one whose
 * connection was lost is taken up again. Several processes may watch the same one: it is looked at once.
 */
export async function watchPlaces(): Promise<void> {
  const rows = await db()('place').join('brief', 'brief.id', 'place.brief_id').whereNull('place.removed_at').whereNull('brief.deleted_at')
    .whereIn('place.kind', WATCHABLE).whereNotNull('place.next_at').whereNotNull('place.looked_at').whereNull('place.problem')
    .whereRaw(`coalesce((place.last->>'files')::int, 0) <= ?`, [MOST_FILES]).limit(MOST_WATCHED)
    .select<Pick<PlaceRow, 'id' | 'kind' | 'settings' | 'secret'>[]>('place.id', 'place.kind', 'place.settings', 'place.secret')
  const wanted = new Set(rows.map(row => row.id))
  for (const [id, ending] of watched) if (!wanted.has(id)) ending.abort()
  for (const row of rows) if (!watched.has(row.id)) void watchOne(row)
}

async function watchOne(row: Pick<PlaceRow, 'id' | 'kind' | 'settings' | 'secret'>): Promise<void> {
  const ending = new AbortController()
  watched.set(row.id, ending)
  const { call, end } = gathering(() => void lookNow(row.id, call))
  try {
    const place = await openPlace(row)
    try {
      await place.watch?.(call, ending.signal)
    }
    finally {
      await place.close()
    }
  }
  catch (error) {
    // the clock goes on looking, and tells what is wrong
    log.debug({ place: row.id, problem: error instanceof Error ? error.message : String(error) }, 'a place is not watched now')
  }
  finally {
    end()
    watched.delete(row.id)
  }
}

/** Has a place looked at now; while a look goes on, once more after it: what came behind its back would be missed. */
async function lookNow(id: string, later: () => void): Promise<void> {
  try {
    const going = await db()('job').where({ kind: 'scan' }).whereIn('state', ['queued', 'running'])
      .whereRaw(`input->>'placeId' = ?`, [id]).first('id')
    if (going) {
      later()
      return
    }
    await db()('place').where({ id }).whereNotNull('next_at').update({ next_at: db().fn.now() })
    await scanDue()
  }
  catch (error) {
    log.debug({ place: id, problem: error instanceof Error ? error.message : String(error) }, 'a change in a place waits for the clock')
  }
}

/** Ends all watching, when the process goes. */
export function stopWatching(): void {
  for (const ending of watched.values()) ending.abort()
}
