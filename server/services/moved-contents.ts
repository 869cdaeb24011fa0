import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { PlaceError } from '../../places/place'
import { db, rowsOf } from '../database/connection'
import { CHUNK, chunksOf, contentSource, noteLeftovers } from '../database/contents'
import type { ContentRow } from '../database/tables'
import { contentStore, isGone, keepsElsewhere } from '../utils/content-store'
import { log } from '../utils/log'
import { agrees } from './contents'
import { piecesOf } from './reading'

/** So many contents at a time, and so many of them side by side. */
const [AT_ONCE, LOOKED_AT, SIDE_BY_SIDE] = [32, 128, 4]
const NEVER = new AbortController().signal
/** Whoever began to read a content where it was may go on for so long. */
const LEFTOVER_MINUTES = 60

type Content = Pick<ContentRow, 'id' | 'size' | 'sha256'>
/** What one run did. */
export interface Moved { contents: number, bytes: number }
/** What one step did; nothing taken: there is nothing left to do. */
interface Step extends Moved { taken: number }

/**
 * Takes contents for this transaction alone; others pass them by. Readers are not held up.
 *
 * @param which - condition on `content` that must still hold once they are taken
 */
async function take(trx: Knex.Transaction, which: string): Promise<Pick<ContentRow, 'id' | 'size' | 'sha256' | 'moved_to' | 'moved_mark'>[]> {
  const taken = await rowsOf<{ id: string }>(trx, `
    with waiting as materialized (select id from content where ${which} order by id limit ${LOOKED_AT})
    select id from waiting where pg_try_advisory_xact_lock(hashtextextended(id::text, 2)) limit ${AT_ONCE}`, [])
  // another process may have had it between the two looks
  return rowsOf(trx, `select id, size, sha256, moved_to, moved_mark from content where id = any(?) and ${which}`, [taken.map(one => one.id)])
}

const HERE = 'state = \'sealed\' and not own and moved_to is null and broken_at is null'

/**
 * Moves some sealed contents to the store: put there, read back and held against their hash, and only then let go of here. A process
 * that ends in the middle leaves them here, and what it put there is written down to be put anew or taken away.
 */
async function moveSome(signal: AbortSignal): Promise<Step> {
  const store = contentStore()
  return db().transaction(async (trx) => {
    const contents = await take(trx, HERE)
    if (contents.length === 0) return { contents: 0, bytes: 0, taken: 0 }
    const addresses = new Map(contents.map(({ id }) => [id, store.addressOf(id)]))
    // outlives this transaction, whatever becomes of it
    await noteLeftovers(db(), contents.map(({ id }) => ({ address: addresses.get(id) ?? '', content_id: id })))
    const moved: { id: string, size: number, address: string, mark: string }[] = []
    await sideBySide(contents, async (content) => {
      signal.throwIfAborted()
      const address = addresses.get(content.id) ?? ''
      const mark = await putThere(content, address, signal)
      if (mark !== null) moved.push({ id: content.id, size: Number(content.size), address, mark })
    })
    return { ...await letGo(trx, moved), taken: contents.length }
  })
}

/** Puts one content into the store and reads it back; `null`: what is stored here is not what was received. */
async function putThere({ id, size, sha256 }: Content, address: string, signal: AbortSignal): Promise<string | null> {
  const store = contentStore()
  const [source, hash] = [contentSource(id, Number(size)), createHash('sha256')]
  async function* hashed() {
    for await (const piece of piecesOf(source)) {
      hash.update(piece)
      yield piece
    }
  }
  const mark = await store.put(address, Number(size), hashed(), signal)
  if (hash.digest('hex') !== sha256) {
    await agrees(id)
    return null
  }
  const back = createHash('sha256')
  for await (const piece of store.read(address, mark, 0, Number(size), signal)) back.update(piece)
  if (back.digest('hex') !== sha256) throw new PlaceError('odd', `The store gives back other bytes than it was given (${address}).`)
  return mark
}

async function letGo(trx: Knex.Transaction, moved: readonly { id: string, size: number, address: string, mark: string }[]): Promise<Moved> {
  // a build that does not know of stores must not serve from here on
  await trx('schema_note').where('compatible_from', '<', NEEDS).update({ compatible_from: NEEDS })
  const away = await rowsOf<{ id: string }>(trx, `
    update content set moved_to = address, moved_mark = mark from unnest(?::uuid[], ?::text[], ?::text[]) as there (id, address, mark)
    where content.id = there.id and moved_to is null returning content.id`,
  [moved.map(one => one.id), moved.map(one => one.address), moved.map(one => one.mark)])
  const ids = new Set(away.map(one => one.id))
  const gone = moved.filter(one => ids.has(one.id))
  await trx('content_chunk').whereIn('content_id', [...ids]).delete()
  await trx('content_leftover').whereIn('address', gone.map(one => one.address)).delete()
  return { contents: gone.length, bytes: gone.reduce((sum, one) => sum + one.size, 0) }
}
const NEEDS = '025-moved-contents'

/** Brings some contents back from the store: read, held against their hash, stored here; what lies there is taken away later. */
async function bringSome(signal: AbortSignal): Promise<Step> {
  const [store, broken] = [contentStore(), [] as string[]]
  const done = await db().transaction(async (trx) => {
    await trx.raw(`set local usitor.brings = 'yes'`)
    const contents = await take(trx, 'moved_to is not null and broken_at is null')
    const step: Step = { contents: 0, bytes: 0, taken: contents.length }
    for (const { id, size, sha256, moved_to: address, moved_mark: mark } of contents) {
      signal.throwIfAborted()
      if (address === null) continue
      const [hash, length] = [createHash('sha256'), Number(size)]
      try {
        for (let offset = 0; offset < length; offset += STRETCH) {
          const pieces: Uint8Array[] = []
          for await (const piece of store.read(address, mark, offset, Math.min(length, offset + STRETCH), signal)) pieces.push(piece)
          const bytes = Buffer.concat(pieces)
          hash.update(bytes)
          await trx('content_chunk').insert(chunksOf(bytes).map((piece, at) => ({ content_id: id, number: offset / CHUNK + at, bytes: piece })))
        }
      }
      catch (error) {
        if (!isGone(error)) throw error
      }
      if (hash.digest('hex') !== sha256) {
        await trx('content_chunk').where('content_id', id).delete()
        broken.push(id)
        continue
      }
      await trx('content').where('id', id).update({ moved_to: null, moved_mark: null })
      await noteLeftovers(trx, [{ address, content_id: id }])
      step.contents++
      step.bytes += length
    }
    return step
  })
  // looked at once their rows are free again: what is not there is written down
  for (const id of broken) await agrees(id)
  return done
}
const STRETCH = 4 * CHUNK

/** Takes away from the store what belongs to no content, once nobody reads it any more. */
export async function clearLeftovers(minutes = LEFTOVER_MINUTES, signal = NEVER): Promise<number> {
  let cleared = 0
  for (;;) {
    const some = await db()('content_leftover').where('at', '<=', db().raw(`now() - ? * interval '1 minute'`, [minutes]))
      .orderBy('at').limit(AT_ONCE).select('address', 'content_id')
    if (some.length === 0 || signal.aborted) return cleared
    let seen = 0
    for (const { address, content_id: id } of some) {
      await db().transaction(async (trx) => {
        const [free] = await rowsOf<{ free: boolean }>(trx, 'select pg_try_advisory_xact_lock(hashtextextended(?, 2)) as free', [id])
        if (!free?.free) return
        seen++
        const used = await trx('content').where({ id, moved_to: address }).first('id')
        if (!used) {
          await contentStore().remove(address, signal)
          cleared++
        }
        await trx('content_leftover').where('address', address).delete()
      })
    }
    // all are in somebody's hands
    if (seen === 0) return cleared
  }
}

async function goOn(step: (signal: AbortSignal) => Promise<Step>, signal: AbortSignal, told: (all: Moved) => void, end = Infinity): Promise<Moved> {
  const all: Moved = { contents: 0, bytes: 0 }
  while (!signal.aborted && Date.now() < end) {
    const some = await step(signal)
    if (some.taken === 0) break
    all.contents += some.contents
    all.bytes += some.bytes
    told(all)
  }
  return all
}

/** Moves all sealed contents to the store that `USITOR_CONTENTS` names, until it is told to stop. */
export const moveContents = (signal: AbortSignal, told: (all: Moved) => void = () => undefined, end = Infinity): Promise<Moved> =>
  goOn(moveSome, signal, told, end)

/** Brings all contents back. */
export const bringContents = (signal: AbortSignal, told: (all: Moved) => void = () => undefined): Promise<Moved> => goOn(bringSome, signal, told)

let working = false
/** One turn by the clock, of at most so long: new contents go to the store, what is left over there is taken away. */
export async function moveDue(signal: AbortSignal): Promise<void> {
  if (working || (!keepsElsewhere() && !await db()('content_leftover').first('address'))) return
  working = true
  try {
    if (keepsElsewhere()) await moveContents(signal, undefined, Date.now() + TURN_MS)
    await clearLeftovers(LEFTOVER_MINUTES, signal)
  }
  catch (error) {
    if (!signal.aborted) log.error({ problem: error instanceof Error ? error.message : String(error) }, 'contents could not be moved to their store')
  }
  finally {
    working = false
  }
}
const TURN_MS = 50_000

/** Where contents lie. */
export async function tellContents(): Promise<{ here: Moved, away: Moved, broken: number, leftovers: number }> {
  const [row] = await rowsOf<Record<'here' | 'here_bytes' | 'away' | 'away_bytes' | 'broken' | 'leftovers', string>>(db(), `
    select count(*) filter (where moved_to is null) as here, coalesce(sum(size) filter (where moved_to is null), 0) as here_bytes,
      count(*) filter (where moved_to is not null) as away, coalesce(sum(size) filter (where moved_to is not null), 0) as away_bytes,
      count(*) filter (where broken_at is not null) as broken, (select count(*) from content_leftover) as leftovers
    from content where state = 'sealed'`, [])
  const number = (key: keyof NonNullable<typeof row>) => Number(row?.[key] ?? 0)
  return {
    here: { contents: number('here'), bytes: number('here_bytes') }, away: { contents: number('away'), bytes: number('away_bytes') },
    broken: number('broken'), leftovers: number('leftovers'),
  }
}

/** Runs what is given for each, so many side by side; the first that fails ends it once those under way are done. */
async function sideBySide<T>(all: readonly T[], each: (one: T) => Promise<void>): Promise<void> {
  const waiting = [...all]
  const results = await Promise.allSettled(Array.from({ length: SIDE_BY_SIDE }, async () => {
    for (let one = waiting.shift(); one !== undefined; one = waiting.shift()) {
      try {
        await each(one)
      }
      catch (error) {
        waiting.length = 0
        throw error
      }
    }
  }))
  for (const result of results) if (result.status === 'rejected') throw result.reason
}
