import { createHash, randomUUID } from 'node:crypto'
import type { Reading } from '#core/formats/reading'
import { inFileName } from '#core/names/portability'
import type { BagFile } from '#core/packing/bag'
import { splitVolumes } from '#core/packing/bag'
import type { PackedFile } from '#core/packing/packed'
import type { Receipt } from '#core/receipts/receipt'
import type { EarlierRecord } from '#shared/answers'
import { PACKED, pathsInBag } from '#core/packing/packed'
import { lettersTable, roundsTable } from '#core/packing/record'
import type { CorrectionPlan } from '#core/reporting/corrections'
import { correctionTable, leftOutTable, planCorrections } from '#core/reporting/corrections'
import { db } from '../database/connection'
import { newestRoster } from '../database/briefs'
import { allFiles, checkMade } from '../database/check-rows'
import type { PackItem, PackPlan } from '../database/job-parts'
import type { ReceivedFileRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { requireCheck, requireRole } from './access'
import type { Account } from './accounts'
import { loadRulings } from './check-input'
import { noteEvent } from './events'
import { exportOf } from './exports'
import { startJob } from './jobs'
import { pickRoster } from './briefs'

/** Begins to pack a check's brief away, in volumes of so many bytes. */
export async function startPacking(account: Account, checkId: string, volume: number): Promise<{ jobId: string }> {
  const { briefId } = await requireCheck(account, checkId)
  // the whole list goes with it
  await requireRole(account, briefId, 'checker')
  await noteEvent('brief-packed', { account: account.id, brief: briefId })
  return startJob(account, briefId, 'pack', { checkId, volume })
}

type Pieces = AsyncIterable<string | Uint8Array> | Iterable<string | Uint8Array>
/** A text of the record, written anew each time it is asked for. */
export interface Text { path: string, pieces: () => Promise<Pieces> | Pieces }

/** What is in every volume, so that each can be told by itself. */
export async function textsOfEach(checkId: string): Promise<Text[]> {
  const { document, brief_id: briefId } = await checkMade(checkId)
  const roster = await newestRoster(briefId)
  return [
    { path: PACKED.brief, pieces: () => [`${JSON.stringify(document, null, 2)}\n`] },
    { path: PACKED.list, pieces: () => [`${JSON.stringify(roster ? pickRoster(roster) : { people: [], columns: [] }, null, 2)}\n`] },
  ]
}

/** What is there once: decisions, what was received, the report, corrections, rounds, letters, receipts. */
export async function textsOfRecord(account: Account, checkId: string, { files, plan }: Checked): Promise<Text[]> {
  const { brief_id: briefId } = await checkMade(checkId)
  const given = await db()('hand_in').where('brief_id', briefId).whereNotNull('receipt').orderBy(['person', 'number']).select('receipt')
  const before = await recordBefore(briefId)
  const receipts = [...before.receipts, ...given.map(one => one.receipt)] as Receipt[]
  return [
    { path: PACKED.decisions, pieces: async () => [`${JSON.stringify({ usitorRulings: 1, rulings: await loadRulings(briefId) }, null, 2)}\n`] },
    { path: PACKED.received, pieces: () => lines(files) },
    ...['json', 'csv'].map(as => ({ path: `report.${as}`, pieces: async () => textsOf((await exportOf(account, checkId, as)).pieces) })),
    { path: 'corrections.csv', pieces: () => [correctionTable(plan)] }, { path: 'left out.csv', pieces: () => [leftOutTable(plan, [])] },
    { path: PACKED.rounds, pieces: () => roundsOf(briefId, before) }, { path: PACKED.letters, pieces: () => lettersOf(briefId, before) },
    ...receipts.map((receipt, at) => ({
      path: `${PACKED.receipts}${inFileName(receipt.holder.id)} ${receipt.number} ${at + 1}.receipt.json`,
      pieces: () => [`${JSON.stringify(receipt, null, 2)}\n`],
    })),
  ]
}

function* lines(files: readonly PackedFile[]): Generator<string> {
  for (const file of files) yield `${JSON.stringify(file)}\n`
}
const textsOf = (pieces: Pieces | Uint8Array): Pieces => (pieces instanceof Uint8Array ? [pieces] : pieces)

/** What was written down before a brief was packed away the last time goes along the next time. */
async function recordBefore(briefId: string): Promise<EarlierRecord> {
  const row = await db()('earlier_record').where('brief_id', briefId).first('record')
  return row?.record ?? { rounds: [], letters: [], receipts: [] }
}

async function roundsOf(briefId: string, { rounds }: EarlierRecord): Promise<string[]> {
  const checks = await db()('check_run').where('brief_id', briefId).orderBy('checked_at').select('checked_at', 'summary')
  return [roundsTable([...rounds, ...checks.map(({ checked_at: at, summary: { files, right, toFix, missing } }) => ({
    checkedAt: at.toISOString(), files, right, toFix, missing,
  }))])]
}

async function lettersOf(briefId: string, { letters }: EarlierRecord): Promise<string[]> {
  const sent = await db()('slip_mail').where({ brief_id: briefId, state: 'sent' }).orderBy('sent_at')
    .select('kind', 'holder', 'subject', 'body', 'sent_at')
  return [lettersTable([...letters, ...sent.map(({ sent_at: at, kind, holder, subject, body }) => ({
    sentAt: at?.toISOString() ?? '', kind, holder, subject, text: body,
  }))])]
}

type Row = Pick<ReceivedFileRow, 'id' | 'path' | 'raw_path' | 'container' | 'sender' | 'letter' | 'size' | 'modified_at' | 'sha256'
  | 'content_id' | 'handed_in' | 'verified'> & { root: string, stated_at: Date | null, reading: Reading | null }

/** What counts for a check, with where it lies in the bag, and what of it is called otherwise than it came. */
export interface Checked { files: (PackedFile & { fileId: string })[], plan: CorrectionPlan }

/** Everything that counts for a check, looked up once. */
export async function checkedFiles(checkId: string): Promise<Checked> {
  const all = await allFiles(checkId)
  const plan = planCorrections(all)
  const right = new Map(plan.files.map(({ file, to }) => [file.fileId, to]))
  const rows = await db()('check_file').join('received_file', 'received_file.id', 'check_file.received_file_id')
    .join('intake', 'intake.id', 'received_file.intake_id').leftJoin('reading', 'reading.id', 'received_file.reading_id')
    .where('check_file.check_id', checkId).orderBy('check_file.position')
    .select<Row[]>('received_file.id', 'intake.root', 'path', 'raw_path', 'container', 'sender', 'letter', 'received_file.size', 'modified_at',
      'received_file.sha256',
      'content_id', 'stated_at', 'handed_in', 'reading.reading', 'verified')
  const at = pathsInBag(rows.map(row => ({
    root: row.root, container: row.container, path: row.path, to: right.get(row.id) ?? null,
  })))
  const times = new Map(all.map(file => [file.fileId, file.receivedAt]))
  const files = rows.map((row, index) => {
    const kept = row.content_id !== null && row.verified
    const time = times.get(row.id) ?? null
    return {
      fileId: row.id, root: row.root, path: row.path, rawPath: row.raw_path?.toString('base64') ?? null,
      container: row.container, sender: row.sender, letter: row.letter, size: Number(row.size), sha256: row.sha256,
      // what was handed in came when the server says
      modified: (row.handed_in && time !== null ? Date.parse(time) : row.modified_at?.getTime()) ?? null,
      statedAt: row.stated_at?.toISOString() ?? null, at: kept ? at[index] ?? null : null, reading: kept ? null : row.reading ?? null,
    }
  })
  return { files, plan }
}

/** What a text comes to, without holding it. */
async function measure({ path, pieces }: Text): Promise<BagFile> {
  const hash = createHash('sha256')
  let size = 0
  for await (const piece of await pieces()) {
    hash.update(piece)
    size += Buffer.byteLength(piece)
  }
  return { path, size, sha256: hash.digest('hex') }
}

/** Works out what is in which volume, before the first is written. */
export async function planPacking(account: Account, checkId: string, volume: number): Promise<PackPlan> {
  const checked = await checkedFiles(checkId)
  const { files } = checked
  const [each, record] = await Promise.all([
    textsOfEach(checkId).then(all => Promise.all(all.map(measure))),
    textsOfRecord(account, checkId, checked).then(all => Promise.all(all.map(measure))),
  ])
  const payload: PackItem[] = [
    ...record, ...files.flatMap(({ at, size, sha256, fileId, modified }) => (at === null || sha256 === null
      ? []
      : [{ path: at, size, sha256, fileId, ...(modified === null ? {} : { modified }) }])),
  ]
  const volumes = splitVolumes(payload, volume, each.reduce((sum, { size }) => sum + size, 0))
  const { document } = await checkMade(checkId)
  return {
    title: inFileName(document.title) || 'brief', date: new Date().toISOString().slice(0, 10), group: randomUUID(), each,
    volumes: volumes as PackItem[][],
  }
}

/** The account in whose name a job works. */
export async function accountOfJob(id: string | null): Promise<Account> {
  const account = id === null ? undefined : await db()('account').where('id', id).first('id', 'mail', 'name')
  if (!account) throw refuse(409, 'Whoever began this is not here any more.')
  return account
}
