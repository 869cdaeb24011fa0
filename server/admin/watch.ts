// Keeps one of two database servers leading: lets the leading one go on alone while the other is away, and lets the other take over
// only while nothing that was acknowledged can be missing there.
import type { ServerView } from '../database/addresses'
import { LOOK, addressesOf, askServer, leadingOf } from '../database/addresses'

/** A server is away once it has not answered for so long. */
const PATIENCE = 3000
const EVERY = 500

export interface Watched extends ServerView {
  /** It acknowledges nothing before the other has it too. */
  waits: boolean
  /** The other follows it. */
  followed: boolean
  /** The other has, on its disk, all that this one has. */
  caughtUp: boolean
}

/** What is remembered between two looks. */
export interface Memory {
  /** When a leading server last answered, in ms. */
  led: number
  /** When a leading server last had somebody who follows. */
  followed: number
  /** The one that follows has everything that was acknowledged. */
  whole: boolean
  /** Greatest timeline seen: whoever is behind it has been taken over from. */
  timeline: number
}

export type Deed = { at: number, does: 'take over' | 'go on alone' | 'wait for the other' } | { does: 'nothing', problem: string | null }

/**
 * What is to be done after one look at both servers.
 *
 * Never two that acknowledge: a leading server that lost its follower keeps waiting until it is told to go on alone, and it is told so only
 * here, while it can be reached and nobody has taken over from it.
 */
export function decide(views: readonly (Watched | null)[], memory: Memory, now: number): { deed: Deed, memory: Memory } {
  const nothing = (problem: string | null): Deed => ({ does: 'nothing', problem })
  const at = leadingOf(views)
  const leading = views[at]
  if (leading && leading.timeline < memory.timeline) {
    return { deed: nothing('a server that was taken over from runs again and takes writes: end it, and set it up anew as one that follows'), memory }
  }
  if (leading) {
    const next = {
      led: now, followed: leading.followed ? now : memory.followed, timeline: leading.timeline,
      whole: leading.waits && (leading.caughtUp || memory.whole),
    }
    if (leading.followed && !leading.waits) return { deed: { at, does: 'wait for the other' }, memory: next }
    if (!leading.followed && leading.waits && now - memory.followed >= PATIENCE) {
      return { deed: { at, does: 'go on alone' }, memory: { ...next, whole: false } }
    }
    return { deed: nothing(null), memory: next }
  }
  if (now - memory.led < PATIENCE) return { deed: nothing(null), memory }
  const follower = views.findIndex(view => view?.follows)
  if (follower === -1) return { deed: nothing('no server answers'), memory }
  if (!memory.whole) {
    return { deed: nothing('the leading server is away, and what it acknowledged last may be missing in the other: a person decides'), memory }
  }
  return { deed: { at: follower, does: 'take over' }, memory: { ...memory, led: now } }
}

const LOOK_CLOSELY = `select look.*, current_setting('synchronous_standby_names') <> '' as waits,
  exists (select from pg_stat_replication where state = 'streaming') as followed,
  exists (select from pg_stat_replication where sync_state <> 'async'
    and flush_lsn >= case when pg_is_in_recovery() then null else pg_current_wal_flush_lsn() end) as "caughtUp" from (${LOOK}) look`

const DEEDS = {
  'take over': ['select pg_promote(false)'],
  'go on alone': ['alter system set synchronous_standby_names = \'\'', 'select pg_reload_conf()'],
  'wait for the other': ['alter system set synchronous_standby_names = \'*\'', 'select pg_reload_conf()'],
}

/** Watches until it is ended; says on standard output what it did and what is wrong. */
export async function watch(url: string, signal: AbortSignal): Promise<void> {
  const addresses = addressesOf(url)
  if (addresses.length !== 2) throw new Error('watch: DATABASE_URL names two servers, host:port,host:port')
  const say = (text: string) => process.stdout.write(`${new Date().toISOString()} ${text}\n`)
  const hosts = addresses.map(address => new URL(address).host)
  let memory: Memory = { led: Date.now(), followed: Date.now(), whole: false, timeline: 0 }
  let told: string | null = null
  while (!signal.aborted) {
    const views = await Promise.all(addresses.map(address => askServer<Watched>(address, LOOK_CLOSELY)))
    const decided = decide(views, memory, Date.now())
    memory = decided.memory
    const { deed } = decided
    if (deed.does !== 'nothing') {
      let done = true
      for (const statement of DEEDS[deed.does]) done = await askServer(addresses[deed.at] ?? '', statement) !== null && done
      say(`${hosts[deed.at]}: ${deed.does}${done ? '' : ' (without an answer yet)'}`)
    }
    else if (deed.problem !== told) {
      if (deed.problem) say(deed.problem)
      told = deed.problem
    }
    await new Promise(resolve => setTimeout(resolve, EVERY))
  }
}
