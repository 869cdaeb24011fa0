import { webcrypto } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import { sourceFromBytes } from '#core/bytes/source'
import { readBytes } from '#core/formats/identify'
import { READER_VERSION } from '#core/formats/reading'
import type { ScanResult } from '#shared/jobs'
import type { OpenPlace } from '../../places/place'
import { PlaceError } from '../../places/place'
import { db, rowsOf } from '../database/connection'
import { appendContent, arrivedBytes, beginContent, CHUNK, closeContent, contentSource } from '../database/contents'
import { keepReadings } from '../database/readings'
import type { PlaceFileRow, PlaceRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { log } from '../utils/log'
import { countReceived } from '../utils/metrics'
import { storableReading, storableText } from '../utils/storable'
import { hashOf, sealContent, storeWhole } from './contents'
import { requireRoom } from './intakes'
import { post } from './notices'

const { subtle } = webcrypto

/** A step looks or reads for so long, then says how far it is. */
const STEP_MS = 8000
const MOST_FILES = 200_000
/** Files up to this size are read in memory, larger ones as they come. */
const SMALL = 4 * CHUNK
/** What was changed less than this ago may still be written to. */
const SETTLES_MS = 2000
/** Entries that are told one by one. */
const TOLD = 200
const ROWS = 1000
/** So many small files, and bytes of them, are fetched before they are kept together; so many at a time. */
const [BATCH, BATCH_BYTES, AT_ONCE] = [200, 16 * CHUNK, 4]
/** After so many failures in a row the coordinator is told, once. */
const TELL_AFTER = 3

/** Looks at some more of a place. Resolves to whether all of it was looked at. */
export async function lookFurther(
  trx: Knex.Transaction, jobId: string, place: OpenPlace, passed: ScanResult['passed'], signal: AbortSignal,
): Promise<{ looked: boolean, files: number }> {
  await trx('place_look').insert({ job_id: jobId, cursor: '' }).onConflict(['job_id', 'cursor']).ignore()
  const end = Date.now() + STEP_MS
  const [seen] = await rowsOf<{ files: number }>(trx, 'select count(*)::int as files from place_file where job_id = ?', [jobId])
  let files = seen?.files ?? 0
  for (;;) {
    const next = await trx('place_look').where({ job_id: jobId, done: false }).orderBy('cursor').first('cursor')
    if (!next || Date.now() > end) return { looked: !next, files }
    const look = await place.look(next.cursor, signal)
    passed.push(...look.passed.slice(0, Math.max(0, TOLD - passed.length)))
    for (let at = 0; at < look.files.length; at += ROWS) {
      const made = await trx('place_file').insert(look.files.slice(at, at + ROWS).map(file => ({
        job_id: jobId, path: storableText(file.path), raw_path: file.rawPath === null ? null : Buffer.from(file.rawPath), locator: file.locator,
        size: file.size, modified_at: file.modified === null ? null : new Date(file.modified),
        mark: file.mark === null ? null : storableText(file.mark),
      }))).onConflict(['job_id', 'path']).ignore().returning('path')
      files += made.length
    }
    for (let at = 0; at < look.more.length; at += ROWS) {
      await trx('place_look').insert(look.more.slice(at, at + ROWS).map(cursor => ({ job_id: jobId, cursor })))
        .onConflict(['job_id', 'cursor']).ignore()
    }
    await trx('place_look').where({ job_id: jobId, cursor: next.cursor }).update({ done: true })
    if (files > MOST_FILES) throw refuse(422, `More than ${MOST_FILES} files lie there: name a folder further in.`)
  }
}

/** Whoever added a place may be gone. */
const NOBODY = '00000000-0000-0000-0000-000000000000'

/** The intake that holds what the scan before found; nothing where it was the first. */
async function intakeBefore(trx: Knex, placeId: string): Promise<string | null> {
  const row = await trx('intake').where({ place_id: placeId, state: 'complete' }).whereNull('replaced_at').orderBy('completed_at', 'desc').first('id')
  return row?.id ?? null
}

/**
 * What was just written is not known to the planner: it would look through all of one list for every entry of the other.
 */
async function bySets<T>(trx: Knex.Transaction, work: () => Promise<T>): Promise<T> {
  await trx.raw('set local enable_nestloop = off')
  const done = await work()
  await trx.raw('set local enable_nestloop = on')
  return done
}

/** Rows of the scan before that are the same file as one seen now: not read again. */
const SAME = `old.container = '{}' and old.path = seen.path and old.size = seen.size and old.modified_at is not distinct from seen.modified_at
  and (old.mark is null or seen.mark is null or old.mark = seen.mark) and old.reading_id is not null`

/**
 * Holds what was seen against the scan before. Where nothing changed there is nothing to receive; else an intake is begun that takes over
 * what is known.
 */
export function compareWithBefore(trx: Knex.Transaction, jobId: string, place: PlaceRow): Promise<{ intakeId: string | null }> {
  return bySets(trx, () => compare(trx, jobId, place))
}

async function compare(trx: Knex.Transaction, jobId: string, place: PlaceRow): Promise<{ intakeId: string | null }> {
  const before = await intakeBefore(trx, place.id)
  // what was handed on to it from here is nothing that arrived
  await trx.raw('delete from place_file using place_written w where job_id = ? and w.place_id = ? and w.path = place_file.path', [jobId, place.id])
  // of a scan that could not go on
  await trx('intake').where({ place_id: place.id, state: 'receiving' }).delete()
  await trx.raw(`
    update place_file seen set state = 'waiting' where job_id = ? and size > 0 and modified_at > now() - ? * interval '1 millisecond'
      and modified_at < now() + interval '1 minute'`, [jobId, SETTLES_MS])
  if (before !== null) {
    // whether bytes are kept may have been changed since
    await trx.raw(`
      update place_file seen set state = 'same' from received_file old
      where seen.job_id = ? and old.intake_id = ? and ${SAME} and (old.content_id is not null) = ?`, [jobId, before, place.keeps])
    const [row] = await rowsOf<{ fresh: number, gone: number }>(trx, `
      select (select count(*)::int from place_file where job_id = :job and state = 'seen') as fresh,
        (select count(*)::int from received_file old where intake_id = :before
          and not exists (select 1 from place_file where job_id = :job and path = old.path)) as gone`, { job: jobId, before })
    if (row && row.fresh === 0 && row.gone === 0) return { intakeId: null }
  }
  const [sum] = await rowsOf<{ files: number, bytes: string | null }>(
    trx, 'select count(*)::int as files, sum(size) as bytes from place_file where job_id = ?', [jobId],
  )
  await requireRoom(trx, { id: place.made_by ?? NOBODY }, place.brief_id, sum?.files ?? 0, Number(sum?.bytes ?? 0))
  const intakeId = uuid()
  await trx('intake').insert({
    id: intakeId, brief_id: place.brief_id, root: place.root, state: 'receiving', keeps: place.keeps, key: `scan-${jobId}`, created_by: place.made_by,
    place_id: place.id,
  })
  if (before !== null) {
    await takeOver(trx, jobId, before, intakeId, 'same')
  }
  return { intakeId }
}

/** Files of the scan before go over into a new intake as they are. */
async function takeOver(trx: Knex.Transaction, jobId: string, before: string, intakeId: string, state: PlaceFileRow['state']): Promise<void> {
  await trx.raw(`
    insert into received_file (id, intake_id, raw_path, container, sender, path, size, modified_at, sha256, content_id, reading_id, verified, mark)
    select gen_random_uuid(), ?, old.raw_path, old.container, old.sender, old.path, old.size, old.modified_at, old.sha256, old.content_id,
      old.reading_id, old.verified, old.mark
    from place_file seen join received_file old on old.intake_id = ? and old.container = '{}' and old.path = seen.path
    where seen.job_id = ? and seen.state = ? on conflict (intake_id, container, path) do nothing`, [intakeId, before, jobId, state])
}

/** Reads some more of what is new. Resolves to how much is left. */
export async function readFurther(
  trx: Knex.Transaction, jobId: string, place: OpenPlace, stored: PlaceRow, intakeId: string, failed: string[], signal: AbortSignal,
): Promise<{ left: number }> {
  const end = Date.now() + STEP_MS
  while (Date.now() < end) {
    const waiting = await trx('place_file').where({ job_id: jobId, state: 'seen' }).orderBy('path').limit(BATCH)
    const [first] = waiting
    if (!first) break
    const some = Number(first.size) > SMALL ? [first] : firstSmall(waiting)
    const read = await pooled(some, file => readOne(trx, place, stored, file, end, signal))
    await keepRead(trx, intakeId, stored.keeps, some.flatMap((file, at) => (read[at] && typeof read[at] !== 'string' ? [{ file, ...read[at] }] : [])))
    for (const state of ['read', 'waiting', 'failed'] as const) {
      const paths = some.filter((_, at) => (typeof read[at] === 'string' ? read[at] : read[at]?.state) === state).map(one => one.path)
      if (paths.length > 0) await trx('place_file').where('job_id', jobId).whereIn('path', paths).update({ state })
      if (state === 'failed') failed.push(...paths.slice(0, Math.max(0, TOLD - failed.length)))
    }
  }
  const [row] = await rowsOf<{ left: number }>(trx, `select count(*)::int as left from place_file where job_id = ? and state = 'seen'`, [jobId])
  return { left: row?.left ?? 0 }
}

/** The small files at the beginning of a list, as many as are held in memory at once. */
function firstSmall(files: readonly PlaceFileRow[]): PlaceFileRow[] {
  let bytes = 0
  const large = files.findIndex((file) => {
    bytes += Number(file.size)
    return Number(file.size) > SMALL || bytes > BATCH_BYTES
  })
  return files.slice(0, large === -1 ? files.length : Math.max(1, large))
}

/** Some at a time, in the list's order. */
async function pooled<A, B>(all: readonly A[], work: (one: A) => Promise<B>): Promise<B[]> {
  const done: B[] = []
  let next = 0
  await Promise.all(Array.from({ length: AT_ONCE }, async () => {
    for (let at = next++; at < all.length; at = next++) {
      const one = all[at]
      if (one !== undefined) done[at] = await work(one)
    }
  }))
  return done
}

/** What one file came to: its bytes, its facts where they are known already, or why it cannot be read. */
type Read
  = { state: 'read', bytes: Uint8Array<ArrayBuffer> } | { state: 'read', facts: Facts } | { state: 'failed', why: string } | 'waiting' | 'more'

/** Reads one file, or as much of it as there is time for. One that is not as long as it was said to be is still being written. */
async function readOne(
  trx: Knex.Transaction, place: OpenPlace, { keeps }: PlaceRow, file: PlaceFileRow, end: number, signal: AbortSignal,
): Promise<Read> {
  const size = Number(file.size)
  try {
    signal.throwIfAborted()
    if (size > SMALL) {
      const facts = await readLarge(trx, place, file, size, keeps, end, signal)
      return typeof facts === 'string' ? facts : { state: 'read', facts }
    }
    const bytes = await fetchSmall(place, file, size, signal)
    return bytes === null ? 'waiting' : { state: 'read', bytes }
  }
  catch (error) {
    if (!(error instanceof PlaceError)) throw error
    if (error.fault === 'changed' || error.fault === 'not-found') return 'waiting'
    // one file that may not be read is told of; a place that is gone is no matter of one file
    if (error.fault !== 'no-permission' && error.fault !== 'not-allowed' && error.fault !== 'odd') throw error
    return { state: 'failed', why: error.message }
  }
}

/** A small file's bytes; `null`: it is not as long as it was said to be. */
async function fetchSmall(place: OpenPlace, file: PlaceFileRow, size: number, signal: AbortSignal): Promise<Uint8Array<ArrayBuffer> | null> {
  const bytes = new Uint8Array(size)
  let length = 0
  for await (const piece of place.read(file, signal)) {
    if (length + piece.length > size) return null
    bytes.set(piece, length)
    length += piece.length
  }
  return length === size ? bytes : null
}

/** Keeps what was read of some files, in few statements. */
async function keepRead(
  trx: Knex.Transaction, intakeId: string, keeps: boolean, read: readonly ({ file: PlaceFileRow } & Exclude<Read, string>)[],
): Promise<void> {
  const fetched = await Promise.all(read.flatMap(one => ('bytes' in one ? [one] : [])).map(async one => ({
    ...one, sha256: Buffer.from(await subtle.digest('SHA-256', one.bytes)).toString('hex'),
  })))
  const facts = new Map<PlaceFileRow, Facts>(read.flatMap(one => ('facts' in one ? [[one.file, one.facts] as const] : [])))
  if (keeps) {
    const sealed = fetched.length > 0 ? await storeWhole(fetched) : []
    for (const [at, { file, sha256 }] of fetched.entries()) {
      facts.set(file, { sha256, readingId: sealed[at]?.readingId ?? '', contentId: sealed[at]?.contentId ?? null })
    }
  }
  else {
    const distinct = [...new Map(fetched.map(one => [one.sha256, one])).values()]
    const readings = await keepReadings(db(), await Promise.all(distinct.map(async ({ sha256, bytes }) => ({
      sha256, reading: await readBytes(sourceFromBytes(bytes)),
    }))))
    for (const { file, sha256 } of fetched) facts.set(file, { sha256, readingId: readings.get(sha256) ?? '', contentId: null })
  }
  const rows = [...facts].map(([file, { sha256, readingId, contentId }]) => ({
    id: uuid(), intake_id: intakeId, raw_path: file.raw_path, container: [], sender: null, path: file.path, size: Number(file.size),
    modified_at: file.modified_at, mark: file.mark, verified: contentId !== null, sha256, content_id: contentId, reading_id: readingId,
  }))
  if (rows.length > 0) await trx('received_file').insert(rows).onConflict(['intake_id', 'container', 'path']).ignore()
  for (const one of read) if ('why' in one) await keepUnread(trx, intakeId, one.file, one.why)
  countReceived(rows.reduce((sum, { size }) => sum + size, 0))
}

interface Facts { sha256: string, readingId: string, contentId: string | null }

/** A large file goes into the store as it comes, and on from where it was. Where only facts are kept it is dropped once they are known. */
async function readLarge(
  trx: Knex.Transaction, place: OpenPlace, file: PlaceFileRow, size: number, keeps: boolean, end: number, signal: AbortSignal,
): Promise<Facts | 'waiting' | 'more'> {
  let contentId = file.content_id
  if (contentId === null) {
    contentId = await beginContent(size, !keeps)
    // beside the step: where it is cut off, the next one goes on
    await db()('place_file').where({ job_id: file.job_id, path: file.path }).update({ content_id: contentId })
  }
  const stored = contentId
  let at = await arrivedBytes(stored)
  let held = Buffer.alloc(0)
  const put = async (bytes: Buffer) => {
    if (!await appendContent(stored, at, bytes)) throw new PlaceError('changed', `"${file.path}" changed while it was read.`)
    at += bytes.length
  }
  if (at < size) {
    for await (const piece of place.read(file, signal, at)) {
      held = held.length === 0 ? Buffer.from(piece) : Buffer.concat([held, piece])
      if (at + held.length > size) return 'waiting'
      if (held.length >= SMALL) {
        const whole = held.length - held.length % CHUNK
        await put(held.subarray(0, whole))
        held = held.subarray(whole)
        if (Date.now() > end) return 'more'
      }
    }
    if (at + held.length !== size) return 'waiting'
    if (held.length > 0) await put(held)
  }
  if (keeps) return await sealContent(stored, size)
  await closeContent(stored)
  const source = contentSource(stored, size)
  const sha256 = await hashOf(source)
  const reading = await readBytes(source)
  const readingId = (await keepReadings(db(), [{ sha256, reading }])).get(sha256) ?? ''
  await trx('place_file').where({ job_id: file.job_id, path: file.path }).update({ content_id: null })
  await trx('content').where('id', stored).delete()
  return { sha256, readingId, contentId: null }
}

/** A file that is there and cannot be read is told of with its reason. */
async function keepUnread(trx: Knex.Transaction, intakeId: string, file: PlaceFileRow, why: string): Promise<void> {
  const { unread } = await import('#core/formats/reading')
  const readingId = uuid()
  await trx('reading').insert({ id: readingId, sha256: null, reader_version: READER_VERSION, reading: JSON.stringify(storableReading(unread(why))) })
  await trx('received_file').insert({
    id: uuid(), intake_id: intakeId, raw_path: file.raw_path, container: [], sender: null, path: file.path, size: file.size,
    modified_at: file.modified_at, mark: file.mark, verified: false, sha256: null, content_id: null, reading_id: readingId,
  }).onConflict(['intake_id', 'container', 'path']).ignore()
}

/** What a scan came to; from here on its intake counts, and that of the scan before no more. */
export async function endScan(
  trx: Knex.Transaction, jobId: string, place: PlaceRow, intakeId: string | null, passed: ScanResult['passed'], failed: string[],
): Promise<ScanResult> {
  const before = await intakeBefore(trx, place.id)
  const [row] = await bySets(trx, () => rowsOf<{ files: number, bytes: string | null, fresh: number, waiting: number, gone: number }>(trx, `
    select count(*)::int as files, sum(size) as bytes, count(*) filter (where state = 'read')::int as fresh,
      count(*) filter (where state = 'waiting')::int as waiting,
      (select count(*)::int from received_file old where intake_id = :before
        and not exists (select 1 from place_file where job_id = :job and path = old.path)) as gone
    from place_file where job_id = :job`, { job: jobId, before }))
  const result: ScanResult = {
    files: row?.files ?? 0, bytes: Number(row?.bytes ?? 0), fresh: row?.fresh ?? 0, gone: row?.gone ?? 0, waiting: row?.waiting ?? 0, failed, passed,
    unchanged: intakeId === null,
  }
  if (intakeId !== null) {
    // what still grows, or could not be read whole, is for now what it was
    if (before !== null) await bySets(trx, () => takeOver(trx, jobId, before, intakeId, 'waiting'))
    const [sum] = await rowsOf<{ files: number, bytes: string | null }>(trx,
      'select count(*)::int as files, sum(size) as bytes from received_file where intake_id = ?', [intakeId])
    await trx('intake').where({ place_id: place.id, state: 'complete' }).whereNull('replaced_at').update({ replaced_at: trx.fn.now() })
    await trx('intake').where('id', intakeId).update({
      state: 'complete', completed_at: trx.raw('clock_timestamp()'), files: sum?.files ?? 0, bytes: sum?.bytes ?? 0,
    })
    // what an earlier scan found and no check was made of is only the same files once more
    await trx('intake').where('place_id', place.id).where('replaced_at', '<', trx.raw(`now() - interval '1 hour'`))
      .whereNotExists(trx('check_intake').whereRaw('check_intake.intake_id = intake.id')).delete()
  }
  await trx('place').where('id', place.id).update({
    looked_at: trx.fn.now(), last: JSON.stringify(result), failures: 0, problem: null, failing_since: null, told_at: null,
    // what still grows is looked at again soon
    next_at: place.every_minutes === null ? null : trx.raw(`now() + ? * interval '1 minute'`, [result.waiting > 0 ? 1 : place.every_minutes]),
  })
  await trx('place_look').where('job_id', jobId).delete()
  await trx('place_file').where('job_id', jobId).delete()
  return result
}

/** Writes down that a place could not be looked at; who set it is told by mail once it has failed so often. */
export async function noteFailure(place: Pick<PlaceRow, 'id' | 'root' | 'brief_id' | 'made_by'>, problem: string): Promise<void> {
  const [row] = await rowsOf<{ tell: boolean }>(db(), `
    update place set failures = failures + 1, problem = :problem, failing_since = coalesce(failing_since, now())
    where id = :id returning failures >= :after and told_at is null as tell`, { id: place.id, problem: problem.slice(0, 500), after: TELL_AFTER })
  if (!row?.tell || !process.env.SMTP_URL || place.made_by === null) return
  const [brief, account] = await Promise.all([
    db()('brief').where('id', place.brief_id).first('title'), db()('account').where('id', place.made_by).first('mail', 'mail_verified_at'),
  ])
  if (!account?.mail_verified_at || !brief) return
  const text = [
    `Usitor looks at "${place.root}" for ${brief.title}, and could not ${TELL_AFTER} times in a row:`, '', problem, '',
    'It goes on trying. What was found before stays. You are told this once; Receive shows how it stands.', '',
  ].join('\n')
  try {
    await post(account.mail, `${brief.title}: "${place.root}" cannot be looked at`, text)
    await db()('place').where('id', place.id).update({ told_at: db().fn.now() })
  }
  catch (error) {
    // told with the next failure
    log.warn({ problem: error instanceof Error ? error.message : String(error) }, 'that a place fails was not told')
  }
}
