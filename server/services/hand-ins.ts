import { createHash, webcrypto } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { ByteSource } from '#core/bytes/source'
import { cutToPerson, lastTimes } from '#core/brief/one-holder'
import { readBrief } from '#core/brief/read'
import type { ReportFile } from '#core/checking/report'
import { FINDINGS } from '#core/findings/codes'
import { nameOf } from '#core/text/path'
import type { Receipt, ReceiptFile } from '#core/receipts/receipt'
import { db, rowsOf } from '../database/connection'
import { appendContent, arrivedBytes, beginContent, CHUNK } from '../database/contents'
import { refuse } from '../utils/errors'
import { countReceived } from '../utils/metrics'
import type { DoorWork } from '../workers/door'
import { storableText } from '../utils/storable'
import type { IntakeFile } from './check-input'
import { loadReceived } from './check-input'
import { checkSoon } from './checks'
import type { Sealed } from './contents'
import { sealContent, soundContent, storeWhole } from './contents'
import type { LoadedDoor } from './door'
import { closesAt, isOpen, loadDoor, lookThrough } from './door'
import type { DoorHolder } from './door-links'
import { requireDoor } from './door-links'
import { requireRoom } from './intakes'
import { tell } from './live'
import { signReceipt } from './receipt-keys'

/** Where everything lies that people handed in themselves. */
export const DOOR_ROOT = 'handed in'
/** Of one hand-in, and of one person in all. */
const MOST_FILES = 2000
const MOST_HAND_INS = 500
/** What was begun in time may arrive for so long. */
const ARRIVING_MS = 24 * 3_600_000

/**
 * Begins a hand-in; the same key again leads to the same one. Its time is the server's.
 *
 * @param version - the rule the page checked against; another one by now is refused, so that the page asks anew
 */
export async function beginHandIn(holder: DoorHolder, key: string, version: number): Promise<{ id: string, number: number }> {
  const loaded = await loadDoor(holder)
  const { door, version: newest, now } = loaded
  const { briefId, person } = holder
  const kept = await db()('hand_in').where({ brief_id: briefId, person, key }).first('id', 'number')
  if (kept) return kept
  if (!door.keeps) throw refuse(409, 'Files are not kept here: what you see is only tried. Hand in where you were told to.')
  if (newest.number !== version) throw refuse(409, 'What is asked for was changed since you opened this page. It is looked at again now.')
  const own = cutToPerson(newest.document, await readBrief(newest.document), loaded.roster, person)
  if (!isOpen(door, closesAt(door, lastTimes(own?.units ?? [])), now)) throw refuse(403, 'This is closed: nothing can be handed in here any more.')
  return db().transaction(async (trx) => {
    // two at once: one after the other, each with a number of its own
    await trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 4))', [`${briefId} ${person}`])
    const again = await trx('hand_in').where({ brief_id: briefId, person, key }).first('id', 'number')
    if (again) return again
    const [last] = await trx('hand_in').where({ brief_id: briefId, person }).max<{ number: number | null }[]>('number as number')
    const number = Number(last?.number ?? 0) + 1
    if (number > MOST_HAND_INS) throw refuse(409, `You have handed in ${MOST_HAND_INS} times; that is the most that is taken here.`)
    const [id, intake, begun] = [uuid(), uuid(), new Date(now)]
    await trx('intake').insert({
      id: intake, brief_id: briefId, root: DOOR_ROOT, state: 'receiving', keeps: true, key: `door-${id}`, stated_at: begun, created_by: door.set_by,
    })
    await trx('hand_in').insert({ id, brief_id: briefId, person, number, key, intake_id: intake, begun_at: begun })
    return { id, number }
  })
}

/** A level of a path: what parts levels stands for itself. */
const asLevel = (text: string): string => text.replace(/[%/]/g, sign => (sign === '/' ? '%2F' : '%25'))

export interface Announced {
  handIn: string
  name: string
  sentAs: string
  requirement: string | null
  n: number | null
  sha256: string | null
  size: number
}

/** Announces one file of a hand-in. Announced in the same way twice it is one. */
export async function announceFile(holder: DoorHolder, file: Announced): Promise<{ id: string }> {
  const door = await requireDoor(holder.briefId)
  const row = await openHandIn(holder, file.handIn)
  const name = storableText(file.name.normalize('NFC')).replace(/[/\\]/g, '_')
  if (name === '' || name === '.' || name === '..') throw refuse(422, 'A file needs a name.')
  if (file.size > Number(door.largest)) {
    throw refuse(413, `${name}: ${file.size} bytes; one file may have ${door.largest} here.`)
  }
  if (!door.renames && file.name !== file.sentAs) throw refuse(422, `${name}: names are not put right here; hand it in under the name it has.`)
  const said = {
    by: holder.person, sentAs: storableText(file.sentAs), ...(file.requirement === null ? {} : { requirement: storableText(file.requirement) }),
    ...(file.n === null ? {} : { n: file.n }),
  }
  return db().transaction(async (trx) => {
    await trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 4))', [`${holder.briefId} ${holder.person}`])
    const [held] = await rowsOf<{ files: number, bytes: string | null }>(trx, `
      select count(*) filter (where hand_in.id = ?)::int as files, sum(size) filter (where withdrawn_at is null) as bytes
      from received_file join hand_in on hand_in.intake_id = received_file.intake_id where hand_in.brief_id = ? and hand_in.person = ?`,
    [file.handIn, holder.briefId, holder.person])
    const there = await sameAnnounced(trx, row.intake_id, name, file)
    if (there) return { id: there }
    if ((held?.files ?? 0) >= MOST_FILES) throw refuse(409, `At most ${MOST_FILES} files are taken at once.`)
    if (Number(held?.bytes ?? 0) + file.size > Number(door.most)) {
      throw refuse(413, `${name}: with it you would hand in more than the ${door.most} bytes one person may here; ${held?.bytes ?? 0} are there.`)
    }
    await requireRoom(trx, { id: door.set_by ?? '' }, holder.briefId, 1, file.size)
    const id = uuid()
    const contentId = await beginContent(file.size, false, trx)
    await trx('received_file').insert({
      id, intake_id: row.intake_id, path: await freePath(trx, row, holder.person, name), size: file.size, sha256: file.sha256,
      content_id: contentId, handed_in: JSON.stringify(said),
    })
    return { id }
  })
}

/** The file that was announced in just this way before, its answer lost. */
async function sameAnnounced(trx: Knex, intake: string, name: string, { size, sha256, sentAs }: Announced): Promise<string | null> {
  if (sha256 === null) return null
  const rows = await trx('received_file').where({ intake_id: intake, sha256 })
    .whereRaw(`size = ? and handed_in->>'sentAs' = ?`, [size, storableText(sentAs)]).select('id', 'path')
  return rows.find(row => row.path.endsWith(`/${name}`))?.id ?? null
}

async function freePath(trx: Knex, row: { intake_id: string, number: number }, person: string, name: string): Promise<string> {
  const start = `${asLevel(person)}/${row.number}`
  for (let more = 1; more <= MOST_FILES; more++) {
    const path = more === 1 ? `${start}/${name}` : `${start}/${more}/${name}`
    if (!await trx('received_file').where({ intake_id: row.intake_id, path }).first('id')) return path
  }
  return `${start}/${uuid()}/${name}`
}

/** A hand-in of this very person that is not finished. */
async function openHandIn({ briefId, person }: DoorHolder, id: string) {
  const row = await db()('hand_in').where({ id, brief_id: briefId, person }).first('id', 'intake_id', 'number', 'begun_at', 'finished_at')
  if (!row) throw refuse(404, 'There is nothing here.')
  if (row.finished_at) throw refuse(409, 'This was handed in already; begin anew for more.')
  if (Date.now() - row.begun_at.getTime() > ARRIVING_MS) throw refuse(410, 'This was begun too long ago. Begin anew.')
  return row
}

interface Arriving { id: string, path: string, size: number, sha256: string | null, contentId: string, verified: boolean }

/** A file that is on its way, for whoever announced it. */
export async function arrivingFile({ briefId, person }: DoorHolder, id: string): Promise<Arriving> {
  const row = await db()('received_file').join('hand_in', 'hand_in.intake_id', 'received_file.intake_id').where('received_file.id', id)
    .where({ brief_id: briefId, person })
    .first<{ id: string, path: string, size: string, sha256: string | null, content_id: string, verified: boolean } | undefined>(
      'received_file.id', 'path', 'size', 'sha256', 'content_id', 'verified',
    )
  if (!row) throw refuse(404, 'There is nothing here.')
  return { id: row.id, path: row.path, size: Number(row.size), sha256: row.sha256, contentId: row.content_id, verified: row.verified }
}

/** Bytes of it that are here. */
export async function arrivedOf({ contentId, size, verified }: Arriving): Promise<number> {
  return verified ? size : arrivedBytes(contentId)
}

/**
 * Takes a stretch that begins where whole pieces end. What does not fill a piece is only taken at the file's end: after a cut it comes again.
 *
 * @param checksum - SHA-256 of the stretch, base64; one that does not agree changes nothing
 * @returns bytes that are here now
 */
export async function takeStretch(file: Arriving, offset: number, stretch: AsyncIterable<Buffer>, checksum: string | null): Promise<number> {
  if (offset % CHUNK !== 0 && offset !== file.size) throw refuse(409, `Stretches begin at whole pieces of ${CHUNK} bytes.`)
  let at = offset
  let held: Buffer[] = []
  let length = 0
  const flush = async (all: boolean) => {
    const bytes = Buffer.concat(held, length)
    const whole = all ? length : length - length % CHUNK
    if (whole > 0 && !await appendContent(file.contentId, at, bytes.subarray(0, whole))) throw refuse(409, 'Other bytes are there already.')
    at += whole
    held = [bytes.subarray(whole)]
    length -= whole
  }
  const hash = createHash('sha256')
  // what came before the connection was lost is kept as far as it fills pieces
  const kept = keptOnLoss(stretch, () => (checksum === null ? flush(false) : Promise.resolve()))
  for await (const piece of kept) {
    if (at + length + piece.length > file.size) throw refuse(413, `More came than the ${file.size} bytes that were announced.`)
    if (checksum !== null) hash.update(piece)
    held.push(piece)
    length += piece.length
    // with a checksum nothing is kept before it is known to agree
    if (checksum === null && length > SMALL) await flush(false)
    if (checksum !== null && length > MOST_CHECKED) throw refuse(413, `A stretch with a checksum has at most ${MOST_CHECKED} bytes.`)
  }
  if (checksum !== null && hash.digest('base64') !== checksum) {
    throw refuse(460, 'The checksum of this stretch does not agree: nothing of it was kept.')
  }
  if (at === 0 && length === file.size && length <= SMALL) {
    await settleWhole(file, Buffer.concat(held, length))
    return length
  }
  await flush(at + length === file.size)
  if (at === file.size) await settle(file)
  return at
}
const MOST_CHECKED = 8 * CHUNK
/** What comes whole in one go and is no longer is never stored before it is hashed and read: it need not be fetched back. */
const SMALL = 4 * CHUNK

/** What comes, and a last act where it breaks off. */
async function* keptOnLoss(stretch: AsyncIterable<Buffer>, onLoss: () => Promise<void>): AsyncGenerator<Buffer> {
  try {
    yield* stretch
  }
  catch (error) {
    await onLoss()
    throw error
  }
}

/** Closes what is here whole: hashed and read by the server itself. */
async function settle(file: Arriving): Promise<void> {
  if (!file.verified) await received(file, await sealContent(file.contentId, file.size))
}

/** Stores what came whole in one go. */
async function settleWhole(file: Arriving, bytes: Buffer): Promise<void> {
  if (file.verified) return
  const sha256 = Buffer.from(await webcrypto.subtle.digest('SHA-256', bytes)).toString('hex')
  await requireSame(file, sha256)
  const [sealed] = bytes.length > 0 ? await storeWhole([{ bytes, sha256 }]) : [await sealContent(file.contentId, 0)]
  if (sealed) await received(file, sealed)
}

async function requireSame(file: Arriving, sha256: string): Promise<void> {
  if (file.sha256 === null || file.sha256 === sha256) return
  await db()('received_file').where({ id: file.id, verified: false }).delete()
  throw refuse(422, `${file.path}: what arrived is not what was announced. Was the file changed while it was sent? Choose it again.`)
}

/** A file is here from now on, with its bytes and what they say. */
async function received(file: Arriving, sealed: Sealed): Promise<void> {
  await requireSame(file, sealed.sha256)
  countReceived(file.size)
  await db()('received_file').where({ id: file.id, verified: false })
    .update({ content_id: sealed.contentId, sha256: sealed.sha256, reading_id: sealed.readingId, verified: true })
}

/** Takes a file off that is not handed in yet. */
export async function dropFile(holder: DoorHolder, id: string): Promise<void> {
  await arrivingFile(holder, id)
  await db()('received_file').where({ id }).whereIn('intake_id', db()('hand_in').whereNull('finished_at').select('intake_id')).delete()
}

/** Finishes a hand-in: what came is held against what is asked, and signed. Asked for again, the receipt is the same. */
export async function finishHandIn(holder: DoorHolder, id: string): Promise<Receipt> {
  const done = await db()('hand_in').where({ id, brief_id: holder.briefId, person: holder.person }).whereNotNull('receipt').first('receipt')
  if (done?.receipt) return done.receipt
  const row = await openHandIn(holder, id)
  const waiting = await db()('received_file').where({ intake_id: row.intake_id, verified: false }).select('id')
  for (const { id: fileId } of waiting) {
    const file = await arrivingFile(holder, fileId)
    if (await arrivedOf(file) < file.size) throw refuse(409, `${nameOf(file.path)} has not arrived in full. Send it again.`)
    await settle(file)
  }
  const loaded = await loadDoor(holder)
  const fresh = await loadReceived([row.intake_id])
  if (fresh.length === 0) throw refuse(422, 'Nothing was handed in: choose at least one file.')
  const { report } = await judgeArrived(holder, loaded, fresh)
  const verdicts = new Map(report.files.map(file => [file.path, file]))
  const finished = new Date()
  const receipt = await signReceipt({
    usitorReceipt: 1, number: row.number, brief: loaded.version.document.title, holder: { id: loaded.self.id, name: loaded.self.name },
    handedInBy: holder.person, at: row.begun_at.toISOString(),
    files: fresh.map(({ path, size, sha256, handedIn }) => ({
      sentAs: handedIn?.sentAs ?? '', name: nameOf(path), size, sha256: sha256 ?? '', ...receiptVerdict(verdicts.get(path)),
    })),
  })
  const given = await db().transaction(async (trx) => {
    const mine = await trx('hand_in').where({ id }).whereNull('finished_at').update({ finished_at: finished, receipt: JSON.stringify(receipt) })
    if (mine === 0) return (await trx('hand_in').where({ id }).first('receipt'))?.receipt ?? receipt
    const bytes = fresh.reduce((sum, file) => sum + file.size, 0)
    await trx('intake').where('id', row.intake_id).update({ state: 'complete', completed_at: finished, files: fresh.length, bytes })
    return receipt
  })
  await arrived(holder.briefId)
  return given
}

/** Open pages are told, and a check follows soon where the door is set so. */
async function arrived(briefId: string): Promise<void> {
  await tell(briefId, 'arrived')
  const door = await requireDoor(briefId)
  if (door.checks) await checkSoon(briefId, door.set_by)
}

/** Held against the sender's own pieces; what none of them takes as it is called may be somebody else's, and is held against everybody's. */
async function judgeArrived(holder: DoorHolder, loaded: LoadedDoor, fresh: readonly IntakeFile[]): Promise<DoorWork> {
  const own = await lookThrough(holder, loaded, fresh)
  const clear = own.report.files.every(({ role, findings }) => role === 'placed' && !findings.some(one => FINDINGS[one.code].about === 'name'))
  return clear ? own : lookThrough(holder, loaded, fresh, true)
}

/** What a receipt says of a file; a second copy or a stray is none of the pieces. */
function receiptVerdict(file: ReportFile | undefined): Pick<ReceiptFile, 'requirement' | 'n' | 'verdict' | 'codes'> {
  const codes = [...new Set(file?.findings.map(finding => finding.code) ?? [])]
  const { requirement = null, n = null } = file?.slot ?? {}
  if (!file?.slot || file.role !== 'placed') return { requirement, n, verdict: 'unplaced', codes }
  return { requirement, n, verdict: file.findings.some(finding => finding.severity === 'error') ? 'to-fix' : 'right', codes }
}

/** Takes one file of a finished hand-in back: it stays, with its time, and counts no more. Only who sent it can. */
export async function withdrawFile({ briefId, person }: DoorHolder, handIn: string, file: string): Promise<void> {
  const row = await db()('hand_in').where({ id: handIn, brief_id: briefId, person }).whereNotNull('finished_at').first('intake_id')
  const done = row && await db()('received_file').where({ id: file, intake_id: row.intake_id }).whereNull('withdrawn_at')
    .update({ withdrawn_at: db().fn.now() })
  if (!done) throw refuse(404, 'There is nothing here.')
  await arrived(briefId)
}

/** The receipt of a finished hand-in, as it was signed. */
export async function receiptOf({ briefId, person }: DoorHolder, handIn: string): Promise<Receipt> {
  const row = await db()('hand_in').where({ id: handIn, brief_id: briefId, person }).first('receipt')
  if (!row?.receipt) throw refuse(404, 'There is nothing here.')
  return row.receipt
}

/** The very bytes somebody handed in. */
export async function ownContent(holder: DoorHolder, id: string): Promise<{ source: ByteSource, path: string }> {
  const { contentId, size, path, verified } = await arrivingFile(holder, id)
  if (!verified) throw refuse(404, 'There is nothing here.')
  return { source: await soundContent(contentId, size, path), path }
}
