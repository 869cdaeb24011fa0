import { webcrypto } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import { mayBeOpened } from '#core/arrivals/open'
import type { ByteSource } from '#core/bytes/source'
import { sourceFromBytes } from '#core/bytes/source'
import { READER_VERSION, unread } from '#core/formats/reading'
import { sayArrivalFault } from '#core/wording/index'
import type { ScanResult } from '#shared/jobs'
import type { OpenPlace } from '../../places/place'
import { PlaceError } from '../../places/place'
import { db, rowsOf } from '../database/connection'
import { appendContent, arrivedBytes, beginContent, CHUNK, contentSource } from '../database/contents'
import { keepReadings } from '../database/readings'
import type { PlaceFileRow, PlaceRow } from '../database/tables'
import { countReceived } from '../utils/metrics'
import { storableMessage, storableReading, storableText } from '../utils/storable'
import { storeWhole } from './contents'
import type { Inside, Facts } from './open-received'
import { factsOfStored, openReceived } from './open-received'
import { readWhole } from './reading'
import type { HowOpened } from './scans'
import { outerMark, ROWS, STEP_MS, TOLD } from './scans'

const { subtle } = webcrypto

/** Files up to this size are read in memory, larger ones as they come. */
const SMALL = 4 * CHUNK
/** So many small files, and bytes of them, are fetched before they are kept together; so many at a time. */
const [BATCH, BATCH_BYTES, AT_ONCE] = [200, 12 * CHUNK, 6]

/** Reads some more of what is new. Resolves to how much is left. */
export async function readFurther(
  trx: Knex.Transaction, jobId: string, place: OpenPlace, stored: PlaceRow, how: HowOpened, told: Pick<ScanResult, 'failed' | 'passed'>,
  intakeId: string, signal: AbortSignal,
): Promise<{ left: number }> {
  const end = Date.now() + STEP_MS
  const fetchAfter = async (path: string): Promise<Fetched | null> => {
    const waiting = await trx('place_file').where({ job_id: jobId, state: 'seen' }).where('path', '>', path).orderBy('path').limit(BATCH)
    const [first] = waiting
    if (!first) return null
    const some = Number(first.size) > SMALL ? [first] : firstSmall(waiting)
    return { some, read: await pooled(some, file => readOne(place, stored, file, end, signal)) }
  }
  // while some are hashed, read and kept, the next ones are fetched
  let ahead: Promise<Fetched | null> | null = fetchAfter('')
  while (ahead !== null) {
    const fetched: Fetched | null = await ahead
    if (fetched === null) break
    const { some, read }: Fetched = fetched
    ahead = Date.now() < end ? fetchAfter(some.at(-1)?.path ?? '') : null
    // where this goes wrong, what is ahead is of no interest any more
    ahead?.catch(() => undefined)
    const { opened, plain } = await openSome(some, read, how, stored.keeps, told)
    await keepRead(trx, intakeId, stored.keeps, plain)
    await keepOpened(trx, intakeId, how, opened)
    for (const state of ['read', 'waiting', 'failed'] as const) {
      const paths = some.filter((_, at) => (typeof read[at] === 'string' ? read[at] : read[at]?.state) === state).map(one => one.path)
      if (paths.length > 0) await trx('place_file').where('job_id', jobId).whereIn('path', paths).update({ state })
      if (state === 'failed') told.failed.push(...paths.slice(0, Math.max(0, TOLD - told.failed.length)))
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

interface Fetched { some: PlaceFileRow[], read: Read[] }
/** What one file came to: its bytes, where they are stored, or why it cannot be read. */
type Got = { state: 'read', bytes: Uint8Array<ArrayBuffer> } | { state: 'read', stored: string } | { state: 'failed', why: string }
type Read = Got | 'waiting' | 'more'

/** Reads one file, or as much of it as there is time for. One that is not as long as it was said to be is still being written. */
async function readOne(
  place: OpenPlace, { keeps }: PlaceRow, file: PlaceFileRow, end: number, signal: AbortSignal,
): Promise<Read> {
  const size = Number(file.size)
  try {
    signal.throwIfAborted()
    if (size > SMALL) return await readLarge(place, file, size, keeps, end, signal)
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

/** Opens archives and messages among what was read: what lay in them stands for them, and nothing in them is left as it came. */
async function openSome(
  files: readonly PlaceFileRow[], read: readonly Read[], { opening }: HowOpened, keeps: boolean, told: Pick<ScanResult, 'passed'>,
): Promise<{ opened: { file: PlaceFileRow, inside: Inside[] }[], plain: ({ file: PlaceFileRow } & Got)[] }> {
  const opened: { file: PlaceFileRow, inside: Inside[] }[] = []
  const plain: ({ file: PlaceFileRow } & Got)[] = []
  for (const [at, file] of files.entries()) {
    const got = read[at]
    if (got === undefined || typeof got === 'string') continue
    const source = sourceOf(got, Number(file.size))
    if (source === null || !mayBeOpened(file, opening)) {
      plain.push({ file, ...got })
      continue
    }
    const { files: inside, closed } = await openReceived({ path: file.path, size: Number(file.size) }, source, opening, keeps)
    const odd = closed.filter(({ fault }) => fault.kind !== 'nothing-attached').slice(0, Math.max(0, TOLD - told.passed.length))
    told.passed.push(...odd.map(({ path, container, fault }) => (
      { path: [...container, path].join('/'), why: `stays closed: ${sayArrivalFault(fault)}` })))
    if (inside.length === 0) plain.push({ file, ...got })
    else {
      opened.push({ file, inside })
      if ('stored' in got) await db()('content').where('id', got.stored).delete()
    }
  }
  return { opened, plain }
}

function sourceOf(got: Got, size: number): ByteSource | null {
  if ('bytes' in got) return sourceFromBytes(got.bytes)
  return 'stored' in got ? contentSource(got.stored, size) : null
}

/** Keeps what lay in archives and messages. */
async function keepOpened(
  trx: Knex.Transaction, intakeId: string, { arrival }: HowOpened, opened: readonly { file: PlaceFileRow, inside: readonly Inside[] }[],
): Promise<void> {
  for (const { file, inside } of opened) {
    const rows = inside.map(({ path, container, modified, rawPath, sender, letter, size, facts }) => {
      const time = arrival ? file.modified_at : modified !== null && new Date(modified)
      return {
        row: {
          id: uuid(), intake_id: intakeId, raw_path: rawPath ? Buffer.from(rawPath) : null, container: container.map(storableText),
          ...storableMessage({ sender, letter }), path: storableText(path), size, modified_at: time || null, mark: outerMark(file),
          seen_at: trx.fn.now(),
          verified: 'contentId' in facts && facts.contentId !== null, sha256: 'sha256' in facts ? facts.sha256 : null,
          content_id: 'contentId' in facts ? facts.contentId : null, reading_id: 'readingId' in facts ? facts.readingId : null,
        },
        why: 'why' in facts ? facts.why : null,
      }
    })
    for (const one of rows) if (one.why !== null) one.row.reading_id = await unreadReading(trx, one.why)
    for (let at = 0; at < rows.length; at += ROWS) {
      await trx('received_file').insert(rows.slice(at, at + ROWS).map(one => one.row)).onConflict(['intake_id', 'container', 'path']).ignore()
    }
    countReceived(inside.reduce((sum, { size }) => sum + size, 0))
  }
}

/** Keeps what was read of some files, in few statements. */
async function keepRead(
  trx: Knex.Transaction, intakeId: string, keeps: boolean, read: readonly ({ file: PlaceFileRow } & Got)[],
): Promise<void> {
  const fetched = await Promise.all(read.flatMap(one => ('bytes' in one ? [one] : [])).map(async one => ({
    ...one, sha256: Buffer.from(await subtle.digest('SHA-256', one.bytes)).toString('hex'),
  })))
  const facts = new Map<PlaceFileRow, Facts>()
  for (const one of read) if ('stored' in one) facts.set(one.file, await factsOfStored(one.stored, Number(one.file.size), keeps))
  if (keeps) {
    const sealed = fetched.length > 0 ? await storeWhole(fetched) : []
    for (const [at, { file, sha256 }] of fetched.entries()) {
      facts.set(file, { sha256, readingId: sealed[at]?.readingId ?? '', contentId: sealed[at]?.contentId ?? null })
    }
  }
  else {
    const distinct = [...new Map(fetched.map(one => [one.sha256, one])).values()]
    const read = await readWhole(distinct.map(one => one.bytes))
    const readings = await keepReadings(db(), distinct.flatMap(({ sha256 }, at) => (read[at] ? [{ sha256, reading: read[at] }] : [])))
    for (const { file, sha256 } of fetched) facts.set(file, { sha256, readingId: readings.get(sha256) ?? '', contentId: null })
  }
  const rows = [...facts].map(([file, { sha256, readingId, contentId }]) => ({
    id: uuid(), intake_id: intakeId, raw_path: file.raw_path, container: [], sender: null, path: file.path, size: Number(file.size),
    modified_at: file.modified_at, mark: file.mark, verified: contentId !== null, sha256, content_id: contentId, reading_id: readingId,
    seen_at: trx.fn.now(),
  }))
  if (rows.length > 0) await trx('received_file').insert(rows).onConflict(['intake_id', 'container', 'path']).ignore()
  for (const one of read) if ('why' in one) await keepUnread(trx, intakeId, one.file, one.why)
  countReceived(rows.reduce((sum, { size }) => sum + size, 0))
}

/** A large file goes into the store as it comes, and on from where it was. */
async function readLarge(
  place: OpenPlace, file: PlaceFileRow, size: number, keeps: boolean, end: number, signal: AbortSignal,
): Promise<Read> {
  // one that was begun may have been joined with equal bytes since
  const begun = file.content_id !== null && await db()('content').where('id', file.content_id).first('id') ? file.content_id : null
  let contentId = begun
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
  return { state: 'read', stored }
}

/** A file that is there and cannot be read is told of with its reason. */
async function keepUnread(trx: Knex.Transaction, intakeId: string, file: PlaceFileRow, why: string): Promise<void> {
  const readingId = await unreadReading(trx, why)
  await trx('received_file').insert({
    id: uuid(), intake_id: intakeId, raw_path: file.raw_path, container: [], sender: null, path: file.path, size: file.size,
    modified_at: file.modified_at, mark: file.mark, verified: false, sha256: null, content_id: null, reading_id: readingId,
    seen_at: trx.fn.now(),
  }).onConflict(['intake_id', 'container', 'path']).ignore()
}

async function unreadReading(trx: Knex.Transaction, why: string): Promise<string> {
  const id = uuid()
  await trx('reading').insert({ id, sha256: null, reader_version: READER_VERSION, reading: JSON.stringify(storableReading(unread(why))) })
  return id
}
