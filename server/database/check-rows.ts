import { gather } from '#core/text/gather'
import type { Knex } from 'knex'
import type { ReportFile, ReportSlot } from '#core/checking/report'
import type { Finding } from '#core/findings/finding'
import { formatById } from '#core/formats/registry'
import type { HolderSlip, ShownFile } from '#shared/answers'
import { refuse } from '../utils/errors'
import { db } from './connection'
import { RECEIVED_COLUMNS, receivedFacts, slotOf } from './received-files'
import type { ReceivedRow } from './received-files'
import type { BriefVersionRow, CheckFileRow, CheckRunRow, CheckSlotRow, ReadingRow, ReceivedFileRow, RosterVersionRow } from './tables'

const PAGE = 2000

/** A check with the brief and list it was made with. */
export async function checkMade(checkId: string): Promise<CheckMade> {
  const row = await db()('check_run').join('brief_version', 'brief_version.id', 'check_run.brief_version_id').join(
    'roster_version', 'roster_version.id', 'check_run.roster_version_id',
  )
    .where('check_run.id', checkId)
    .first<CheckMade | undefined>(
      'check_run.brief_id', 'check_run.previous_id', 'check_run.summary', 'check_run.roots', 'check_run.checked_at', 'brief_version.document',
      'roster_version.people', 'roster_version.columns', 'roster_version.headings',
    )
  if (!row) throw refuse(404, 'There is nothing here.')
  return row
}
type CheckMade = Pick<CheckRunRow, 'brief_id' | 'previous_id' | 'summary' | 'roots' | 'checked_at'>
  & Pick<BriefVersionRow, 'document'> & Pick<RosterVersionRow, 'people' | 'columns' | 'headings'>

/** Holders of a check in the order of its slots. */
export async function holdersOf(checkId: string, from = 0, count = Number.MAX_SAFE_INTEGER): Promise<string[]> {
  const rows = await db()('check_slot').where('check_id', checkId)
    .groupBy('holder').orderByRaw('min(position)').offset(from).limit(count).select('holder')
  return rows.map(row => row.holder)
}

/** Slots of a check in their order, a page at a time. */
export async function* streamSlots(checkId: string): AsyncGenerator<ReportSlot> {
  for (let from = 0; ; from += PAGE) {
    const slots = await slotsBetween(checkId, from, from + PAGE)
    yield* slots
    if (slots.length === 0) return
  }
}

/** Every slot of a check, for what needs them all at once. */
export async function allSlots(checkId: string): Promise<ReportSlot[]> {
  const all: ReportSlot[] = []
  for await (const slot of streamSlots(checkId)) all.push(slot)
  return all
}

/** Files of a check in their order, a page at a time. */
export async function* streamFiles(checkId: string): AsyncGenerator<ReportFile> {
  for (let from = 0; ; from += PAGE) {
    const files = await filesBetween(checkId, from)
    for (const { fileId: _id, verified: _verified, kept: _kept, ...file } of files) yield file
    if (files.length === 0) return
  }
}

/** Every file of a check, for what needs them all at once. */
export async function allFiles(checkId: string): Promise<ShownFile[]> {
  const all: ShownFile[] = []
  for (let from = 0; ; from += PAGE) {
    const files = await filesBetween(checkId, from)
    if (files.length === 0) return all
    all.push(...files)
  }
}

function filesBetween(checkId: string, from: number): Promise<ShownFile[]> {
  return filesWhere(checkId, query => query.whereBetween('check_file.position', [from, from + PAGE - 1]))
}

type SlotRow = Pick<CheckSlotRow, 'position' | 'holder' | 'slot'>

async function slotsBetween(checkId: string, from: number, to: number): Promise<ReportSlot[]> {
  return withFindings(checkId, await db()('check_slot').where('check_id', checkId)
    .whereBetween('position', [from, to - 1]).orderBy('position').select('position', 'holder', 'slot'))
}

async function withFindings(checkId: string, rows: readonly SlotRow[]): Promise<ReportSlot[]> {
  const findings = await findingsOf(checkId, 's', rows.map(row => row.position))
  return rows.map(({ position, slot }) => ({ ...slot, findings: findings.get(position) ?? [] }))
}

const MOST_OF_HOLDER = 2000

/** One holder's slots with their files, of one requirement or of all; the first so many. */
export async function slipRows(checkId: string, holder: string, requirement: string | null): Promise<HolderSlip> {
  const of = requirement === null ? {} : { requirement }
  const rows = await db()('check_slot').where({ check_id: checkId, holder, ...of })
    .orderBy('position').limit(MOST_OF_HOLDER).select('position', 'holder', 'slot')
  const files = await filesWhere(checkId, query => query.where({
    'check_file.holder': holder, ...(requirement === null ? {} : { 'check_file.requirement': requirement }),
  }).limit(MOST_OF_HOLDER))
  return { slots: await withFindings(checkId, rows), files }
}

/** Slots and files of several holders at once. */
export async function slipsOf(checkId: string, holders: readonly string[]): Promise<(HolderSlip & { holder: string })[]> {
  const slots = await withFindings(
    checkId,
    await db()('check_slot').where('check_id', checkId).whereIn('holder', [...holders]).orderBy('position').select('position', 'holder', 'slot'),
  )
  const files = await filesWhere(checkId, query => query.whereIn('check_file.holder', [...holders]))
  const byHolder = new Map<string, HolderSlip>(holders.map(holder => [holder, { slots: [], files: [] }]))
  for (const slot of slots) byHolder.get(slot.holder)?.slots.push(slot)
  for (const file of files) byHolder.get(file.slot?.holder ?? '')?.files.push(file)
  return [...byHolder].map(([holder, slip]) => ({ holder, ...slip }))
}

type FileRow = ReceivedRow & Pick<CheckFileRow,
  | 'position' | 'role' | 'requirement' | 'holder' | 'n' | 'file'> & Pick<ReceivedFileRow, 'id' | 'verified' | 'seen_at'> & {
    kept: boolean
    /** When its place was looked at last; `null`: it is no file of a place, or a later look stands for it. */
    looked_at: Date | null
    reading: ReadingRow['reading'] | null
  }

/** When looks at a place saw a file. */
function seenAt({ seen_at: first, looked_at: last }: FileRow): Pick<ShownFile, 'seenFirst' | 'seenLast'> {
  return first ? { seenFirst: first.toISOString(), seenLast: last?.toISOString() ?? null } : {}
}

/** Files of a check that a condition picks, with readings and findings. */
export async function filesWhere(checkId: string, pick: (query: Knex.QueryBuilder) => Knex.QueryBuilder): Promise<ShownFile[]> {
  const query = db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).join('intake', 'intake.id', 'received_file.intake_id').leftJoin('reading', 'reading.id', 'check_file.reading_id')
    .leftJoin('place', join => join.on('place.id', 'intake.place_id').onNull('intake.replaced_at'))
    .where('check_file.check_id', checkId)
  const rows: FileRow[] = await pick(query).orderBy('check_file.position').select(
    'check_file.position', 'check_file.role', 'check_file.requirement', 'check_file.holder', 'check_file.n', 'check_file.file',
    'received_file.id', ...RECEIVED_COLUMNS, 'received_file.verified', 'received_file.seen_at',
    'place.looked_at', db().raw('received_file.content_id is not null as kept'), 'reading.reading')
  const findings = await findingsOf(checkId, 'f', rows.map(row => row.position))
  return rows.map((row): ShownFile => {
    const { confidence, evidence, candidates, correctedPath, rightPath, open, formatId } = row.file
    const { time, handedIn, ...received } = receivedFacts(row)
    const { requirement, reading } = row
    return {
      ...received, ...(handedIn ? { handedInBy: handedIn.by, sentAs: handedIn.sentAs } : {}), receivedAt: time?.toISOString() ?? null,
      role: row.role, slot: requirement === null ? null : slotOf({ ...row, requirement }), confidence, evidence, candidates,
      format: {
        id: formatId, mediaType: formatById(formatId)?.mediaType ?? null, version: reading?.version ?? null,
        state: reading?.state ?? 'unread', verified: reading?.verified ?? 'signature', props: reading?.props ?? {},
      },
      findings: findings.get(row.position) ?? [], correctedPath,
      ...(rightPath === undefined ? {} : { rightPath }), ...(open === undefined ? {} : { open }),
      fileId: row.id, verified: row.verified, kept: row.kept,
      ...seenAt(row),
    }
  })
}

/** Findings of slots or files by their position. */
export async function findingsOf(checkId: string, subject: 's' | 'f', positions: readonly number[]): Promise<Map<number, Finding[]>> {
  const byPosition = new Map<number, Finding[]>()
  if (positions.length === 0) return byPosition
  const rows = await db()('finding').where({ check_id: checkId, subject })
    .whereRaw('position = any(?::integer[])', [[...positions]]).orderBy(['position', 'number']).select('position', 'finding')
  for (const { position, finding } of rows) gather(byPosition, position, finding)
  return byPosition
}
