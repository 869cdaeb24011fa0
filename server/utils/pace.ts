import { refuse } from './errors'

const MINUTE = 60_000
/** More keys than this are not kept: the oldest minutes go first. */
const MOST_KEYS = 20_000
const minutes = new Map<string, { since: number, asked: number }>()

/**
 * Counts what is asked for within a minute and refuses what is too much. Each process counts for itself, in its memory: a door that is
 * knocked at too often costs the database nothing.
 *
 * @param key - who asks
 * @param most - of one minute
 */
export function keepPace(key: string, most: number, now = Date.now()): void {
  const kept = minutes.get(key)
  if (!kept || now - kept.since >= MINUTE) {
    // what began last stands last
    minutes.delete(key)
    minutes.set(key, { since: now, asked: 1 })
    if (minutes.size > MOST_KEYS) minutes.delete(minutes.keys().next().value ?? '')
    return
  }
  kept.asked++
  if (kept.asked > most) {
    throw refuse(429, `That is asked too often: at most ${most} times a minute. Try again in ${Math.ceil((kept.since + MINUTE - now) / 1000)} s.`)
  }
}
