import type { Incoming, Opening, StaysClosed } from '#core/arrivals/incoming'
import { ArrivalError, broughtBy } from '#core/arrivals/incoming'
import { openArrivals } from '#core/arrivals/open'
import { sayArrivalFault } from '#core/wording/index'
import { sourceFromBytes } from '#core/bytes/source'
import { readBytes } from '#core/formats/identify'
import type { Reading } from '#core/formats/reading'
import { unread } from '#core/formats/reading'
import type { Overlap } from '#shared/answers'
import { frameHead } from '#shared/frames'
import type { FileFacts } from '#shared/requests'
import type { AnswerOf, CallArguments, CallOf, RouteKey } from '#shared/routes'
import { encodeBody, requestOf } from '#shared/routes'
import type { ChosenFile, HandOver } from '../composables/handing'
import { hashBytes, hashStream, IN_MEMORY } from './hashes'
import type { BlobSource } from './sources'
import { keepAsBlob, takeFiles } from './sources'

/** What the page hands over. */
export interface IntakeOrder {
  briefId: string
  key: string
  root: string
  /** Keep the files on the server, or take facts only. */
  keeps: boolean
  /** What becomes of what was received before; `ask` says how much of it is here again and waits for an answer. */
  replaces: boolean | 'ask'
  statedAt: string | null
  /** What is opened, and how names and times in it are read. */
  opening: Opening
  files: ChosenFile[]
  /** An intake that may hold some of it unchanged already: an earlier one of the same folder, or this one before it was interrupted. */
  same: 'itself' | { intake: string } | null
}

/** `read`, `bytes`: how much was read here, and how much of it has reached the server; `same`: files taken over unchanged. */
export interface IntakeProgress { stage: string, files: number, totalFiles: number, read: number, bytes: number, totalBytes: number, same: number }

/** Small files travel together; larger ones in stretches of their own. */
const SMALL = 1024 * 1024
const BATCH_BYTES = 8 * 1024 * 1024
const BATCH_FILES = 200
const STRETCH = 4 * 1024 * 1024
/** Opening a file takes longer than reading it: many are opened at once, as far as memory goes. */
const READ_AT_ONCE = 32
const READ_BYTES_AT_ONCE = 64 * 1024 * 1024

/**
 * Receives everything of an order: read and hash here, announce, send, close. Only then does anything of it show.
 *
 * @param onAsk - asked where much of it is here already: in place of what was received before?
 * @param signal - calls it off; then, and after any failure, nothing of it is left behind
 */
export async function receive(
  order: IntakeOrder, handOver: HandOver, onProgress: (progress: IntakeProgress) => void, onAsk: (overlap: Overlap) => Promise<boolean>,
  signal: AbortSignal,
): Promise<Received> {
  const { files: incoming, closed } = await openArrivals(takeFiles(order.files, handOver), order.opening, keepAsBlob).catch((error: unknown) => {
    throw error instanceof ArrivalError ? new Error(`"${error.path}" ${sayArrivalFault(error.fault)}. Nothing was received.`) : error
  })
  return { ...await receiveIncoming(order, incoming, onProgress, onAsk, signal), closed }
}

/** Receives files that were opened already; one that brings its facts has no bytes to be read. */
export async function receiveIncoming(
  order: Omit<IntakeOrder, 'files' | 'opening'>, incoming: readonly (Incoming<BlobSource> & { facts?: Facts })[],
  onProgress: (progress: IntakeProgress) => void, onAsk: (overlap: Overlap) => Promise<boolean>, signal: AbortSignal,
): Promise<Omit<Received, 'closed'>> {
  const progress: IntakeProgress = {
    stage: 'reading', files: 0, totalFiles: incoming.length, read: 0, bytes: 0, same: 0,
    totalBytes: incoming.reduce((sum, one) => sum + one.size, 0),
  }
  let last = 0
  const tell = (force = false) => {
    if (!force && performance.now() - last < 80) return
    last = performance.now()
    onProgress({ ...progress })
  }
  tell(true)
  const intake = await send(
    'POST /api/briefs/:id/intakes',
    { id: order.briefId, body: { key: order.key, root: order.root, keeps: order.keeps, statedAt: order.statedAt } }, signal,
  )
  if (intake.state === 'complete') return { files: incoming.length, same: 0 }
  try {
    let batch: Read[] = []
    let held = 0
    // one batch travels while the next is read
    let travelling: Promise<void> = Promise.resolve()
    const flush = async () => {
      await travelling
      const sent = batch
      batch = []
      held = 0
      if (sent.length === 0) return
      travelling = sendBatch(intake.id, order.keeps, sent, signal, bytes => (progress.bytes += bytes, tell())).then(() => {
        progress.files += sent.length
        tell(true)
      })
      travelling.catch(() => undefined)
    }
    const fresh = await leaveOutSame(order, intake.id, incoming, signal)
    progress.same = incoming.length - fresh.length
    progress.files = progress.same
    const ofSame = progress.totalBytes - fresh.reduce((sum, one) => sum + one.size, 0)
    progress.read = ofSame
    progress.bytes = ofSame
    tell(true)
    for await (const read of readAll(fresh, signal, bytes => (progress.read += bytes, tell()))) {
      batch.push(read)
      held += read.small?.length ?? 0
      if (batch.length >= BATCH_FILES || held >= BATCH_BYTES) await flush()
    }
    await flush()
    await travelling
    let { replaces } = order
    if (replaces === 'ask') {
      const overlap = await send('GET /api/intakes/:id/overlap', { id: intake.id }, signal)
      replaces = overlap.earlier > 0 && await onAsk(overlap)
      signal.throwIfAborted()
    }
    progress.stage = 'closing'
    tell(true)
    const { files } = await send('POST /api/intakes/:id/complete', { id: intake.id, body: { files: incoming.length, replaces } }, signal)
    return { files, same: progress.same }
  }
  catch (error) {
    // what was called off or failed leaves nothing behind; if this does not reach the server, its sweeper does it
    await send('DELETE /api/intakes/:id', { id: intake.id }, AbortSignal.timeout(5000)).catch(() => undefined)
    throw error
  }
}

/** So many are asked about at once. */
const SAME_AT_ONCE = 2000

/** What has to be read and sent: files that lie loose and are unchanged are taken over from where they came before. */
async function leaveOutSame(
  { same }: Pick<IntakeOrder, 'same'>, intakeId: string, incoming: readonly Incoming<BlobSource>[], signal: AbortSignal,
): Promise<readonly Incoming<BlobSource>[]> {
  if (same === null) return incoming
  const from = same === 'itself' ? intakeId : same.intake
  const known = new Set<Incoming<BlobSource>>()
  const loose = incoming.filter(({ container, rawPath, modified }) => container === undefined && rawPath === undefined && modified !== null)
  for (let at = 0; at < loose.length; at += SAME_AT_ONCE) {
    const part = loose.slice(at, at + SAME_AT_ONCE)
    const files = part.map(({ path, size, modified }) => ({ path, size, modified: modified ?? 0 }))
    const { taken } = await send('POST /api/intakes/:id/same', { id: intakeId, body: { from, files } }, signal)
    for (const place of taken) if (part[place]) known.add(part[place])
  }
  return incoming.filter(one => !known.has(one))
}

/** How many files came in, how many of them unchanged, and which archives and mails among them stay closed. */
export interface Received { files: number, same: number, closed: StaysClosed[] }

/** `small`: its bytes, which travel as they were hashed, whatever becomes of the file meanwhile; `blob`: a larger one. */
interface Read { incoming: Incoming<BlobSource>, blob: Blob | null, small: Uint8Array<ArrayBuffer> | null, sha256: string | null, reading: Reading }

/** Reads all in their order, several at once. */
async function* readAll(
  incoming: readonly Incoming<BlobSource>[], signal: AbortSignal, onRead: (bytes: number) => void,
): AsyncGenerator<Read> {
  const running: { size: number, read: Promise<Read> }[] = []
  for (let [next, held] = [0, 0]; next < incoming.length || running.length > 0;) {
    signal.throwIfAborted()
    const fits = () => running.length === 0 || (running.length < READ_AT_ONCE && held < READ_BYTES_AT_ONCE)
    for (let one = incoming[next]; one && fits(); one = incoming[++next]) {
      const read = readOne(one, signal, onRead)
      read.catch(() => undefined)
      running.push({ size: one.size, read })
      held += one.size
    }
    const first = running.shift()
    if (!first) return
    held -= first.size
    yield await first.read
  }
}

/** What is known of a file whose bytes were never kept. */
export interface Facts { sha256: string | null, reading: Reading }

async function readOne(incoming: Incoming<BlobSource> & { facts?: Facts }, signal: AbortSignal, onRead: (bytes: number) => void): Promise<Read> {
  if (incoming.facts) return { incoming, blob: null, small: null, ...incoming.facts }
  try {
    const source = await incoming.open()
    if (source.size > IN_MEMORY) {
      const { blob } = source
      return { incoming, blob, small: null, sha256: await hashStream(blob, signal, onRead), reading: await readBytes(source) }
    }
    const bytes = source.bytes ?? new Uint8Array(await source.blob.arrayBuffer())
    onRead(bytes.length)
    const small = bytes.length <= SMALL ? bytes : null
    return { incoming, blob: small ? null : source.blob, small, sha256: await hashBytes(bytes), reading: await readBytes(sourceFromBytes(bytes)) }
  }
  catch (error) {
    if (signal.aborted) throw error
    const reason = error instanceof Error ? error.message : String(error)
    return { incoming, blob: null, small: null, sha256: null, reading: unread(reason) }
  }
}

/** What is said of a file before its bytes travel. */
function factsOf({ incoming, blob, small, sha256, reading }: Read): FileFacts {
  return {
    path: incoming.path,
    ...(incoming.rawPath ? { rawPath: btoa(String.fromCharCode(...incoming.rawPath)) } : {}),
    ...(incoming.container ? { container: incoming.container } : {}), ...broughtBy(incoming),
    size: small?.length ?? blob?.size ?? incoming.size, modified: incoming.modified, sha256, reading,
  }
}

async function sendBatch(
  intakeId: string, keeps: boolean, batch: readonly Read[], signal: AbortSignal, sent: (bytes: number) => void,
): Promise<void> {
  const { ids } = await send('POST /api/intakes/:id/files', { id: intakeId, body: { files: batch.map(factsOf) } }, signal)
  const together: BlobPart[] = []
  let bytesTogether = 0
  for (const [index, { blob, small }] of batch.entries()) {
    const id = ids[index]
    if (!id || !keeps) {
      sent(small?.length ?? blob?.size ?? 0)
      continue
    }
    if (small) {
      together.push(frameHead(id, small.length), small)
      bytesTogether += small.length
      continue
    }
    if (!blob) continue
    for (let offset = 0; offset < blob.size; offset += STRETCH) {
      await send(
        'PUT /api/intakes/:id/content/:file',
        { id: intakeId, file: id, query: { offset: offset }, body: blob.slice(offset, offset + STRETCH) }, signal,
      )
      sent(Math.min(STRETCH, blob.size - offset))
    }
  }
  if (together.length > 0) await send('POST /api/intakes/:id/contents', { id: intakeId, body: new Blob(together) }, signal)
  sent(bytesTogether)
}

const TRIES = 4

/** Sends, and sends again where the server or database was away for a moment; every request here may come twice without harm. */
async function send<K extends RouteKey>(key: K, call: CallOf<K>, signal: AbortSignal): Promise<AnswerOf<K>> {
  const { method, url, body } = requestOf(key, ...[call] as CallArguments<K>)
  for (let attempt = 1; ; attempt++) {
    let answer: Response | null = null
    try {
      answer = await fetch(url, { method, signal, ...encodeBody(body) })
    }
    catch (error) {
      if (signal.aborted || attempt >= TRIES) {
        throw signal.aborted ? error : new Error('The server does not answer. Nothing of this folder was received; drop it again.')
      }
    }
    if (answer?.ok) return await answer.json() as AnswerOf<K>
    if (answer && (answer.status < 500 || answer.status === 507 || attempt >= TRIES)) {
      const said = await answer.json().catch(() => null) as { message?: string } | null
      throw new Error(answer.status !== 500 && said?.message
        ? said.message
        : 'The server or its database could not do this now. Nothing of this folder was received; drop it again.')
    }
    await new Promise(resolve => setTimeout(resolve, 400 * 2 ** attempt))
  }
}
