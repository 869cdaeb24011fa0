import type { FindingCode } from '#core/findings/codes'
import type { Knex } from 'knex'
import { formatById } from '#core/formats/registry'
import type { Reading } from '#core/formats/reading'
import type { Report, ReportFile, ReportSlot } from '#core/checking/report'
import type { Finding } from '#core/findings/finding'
import type { ReportParts } from '#core/reporting/write'
import type { Person } from '#core/roster/types'
import type { Evidence } from '#core/placing/evidence'
import { emptyRecord } from '#core/text/own'
import type { CheckHead, Departure, HolderSlip, RackCell, RackPage, RackRow, ShownFile, Tray } from '#shared/answers'
import { db } from '../database/connection'
import type { Account } from './accounts'
import { requireCheck } from './access'
import type { BriefDocument } from '#core/brief/document'

const PAGE = 2000

/** A check's head: counts, roots, and what and whom it asked. */
export async function getCheck(account: Account, checkId: string): Promise<CheckHead> {
  const { briefId } = await requireCheck(account, checkId)
  const row = await db()('check_run').join('brief_version', 'brief_version.id', 'check_run.brief_version_id').join('roster_version', 'roster_version.id', 'check_run.roster_version_id')
    .where('check_run.id', checkId)
    .first('check_run.summary', 'check_run.roots', 'check_run.checked_at', 'brief_version.document', 'roster_version.people')
  const document: BriefDocument = row.document
  const people: Person[] = row.people
  return {
    id: checkId, briefId, checkedAt: row.checked_at.toISOString(), summary: row.summary as Report['summary'], roots: row.roots as Report['roots'],
    title: document.title, due: document.due ?? null, zone: document.zone ?? null,
    requirements: document.requirements.map(({ id, title, holder, count }) => ({ id, title: title ?? id, holder: holder ?? document.holder ?? 'person', by: count?.by ?? null })),
    people: people.map(({ id, name, given, family, group }) => ({ id, name, given, family, group })),
  }
}

/** The whole report of a check, streamed from its rows in fixed order. */
export async function reportParts(account: Account, checkId: string): Promise<{ parts: ReportParts, people: Person[] }> {
  const head = await getCheck(account, checkId)
  return {
    people: (await rosterOf(checkId)).people,
    parts: { usitorReport: 1, brief: head.title, checkedAt: head.checkedAt, roots: head.roots, summary: head.summary, slots: streamSlots(checkId), files: streamFiles(checkId) },
  }
}

async function* streamSlots(checkId: string): AsyncGenerator<ReportSlot> {
  for (let from = 0; ; from += PAGE) {
    const slots = await slotsBetween(checkId, from, from + PAGE)
    yield* slots
    if (slots.length === 0) return
  }
}

/** Every file of a check, for what needs them all at once. */
export async function allFiles(checkId: string): Promise<ShownFile[]> {
  const all: ShownFile[] = []
  for (let from = 0; ; from += PAGE) {
    const files = await filesWhere(checkId, query => query.whereBetween('check_file.position', [from, from + PAGE - 1]))
    if (files.length === 0) return all
    all.push(...files)
  }
}

async function* streamFiles(checkId: string): AsyncGenerator<ReportFile> {
  for (let from = 0; ; from += PAGE) {
    const files = await filesWhere(checkId, query => query.whereBetween('check_file.position', [from, from + PAGE - 1]))
    for (const { fileId: _id, verified: _verified, kept: _kept, ...file } of files) yield file
    if (files.length === 0) return
  }
}

interface SlotRow { position: number, slot: ReportSlot }

async function slotsBetween(checkId: string, from: number, to: number): Promise<ReportSlot[]> {
  const rows: SlotRow[] = await db()('check_slot').where('check_id', checkId).whereBetween('position', [from, to - 1]).orderBy('position').select('position', 'slot')
  const findings = await findingsOf(checkId, 's', rows.map(row => row.position))
  return rows.map(({ position, slot }) => ({ ...slot, findings: findings.get(position) ?? [] }))
}

/** One slot with its files, for the slip; `null` where the check knows no such slot. */
export async function slipOf(account: Account, checkId: string, holder: string, requirement: string | null): Promise<HolderSlip> {
  await requireCheck(account, checkId)
  const rows: SlotRow[] = await db()('check_slot').where({ check_id: checkId, holder, ...(requirement === null ? {} : { requirement }) }).orderBy('position').limit(2000).select('position', 'slot')
  const findings = await findingsOf(checkId, 's', rows.map(row => row.position))
  const files = await filesWhere(checkId, query => query.where({ 'check_file.holder': holder, ...(requirement === null ? {} : { 'check_file.requirement': requirement }) }).limit(2000))
  return { slots: rows.map(({ position, slot }) => ({ ...slot, findings: findings.get(position) ?? [] })), files }
}

/** Slots and files of several holders at once. */
export async function slipsOf(checkId: string, holders: readonly string[]): Promise<{ holder: string, slots: ReportSlot[], files: ShownFile[] }[]> {
  const rows: (SlotRow & { holder: string })[] = await db()('check_slot').where('check_id', checkId).whereIn('holder', [...holders]).orderBy('position').select('position', 'holder', 'slot')
  const findings = await findingsOf(checkId, 's', rows.map(row => row.position))
  const files = await filesWhere(checkId, query => query.whereIn('check_file.holder', [...holders]))
  const slots = new Map<string, ReportSlot[]>(holders.map(holder => [holder, []]))
  for (const { position, holder, slot } of rows) slots.get(holder)?.push({ ...slot, findings: findings.get(position) ?? [] })
  const byHolder = new Map<string, ShownFile[]>(holders.map(holder => [holder, []]))
  for (const file of files) byHolder.get(file.slot?.holder ?? '')?.push(file)
  return holders.map(holder => ({ holder, slots: slots.get(holder) ?? [], files: byHolder.get(holder) ?? [] }))
}

/** The list a check was made with. */
export async function rosterOf(checkId: string): Promise<{ people: Person[], columns: string[] }> {
  return db()('check_run').join('roster_version', 'roster_version.id', 'check_run.roster_version_id').where('check_run.id', checkId).first('people', 'columns')
}

export async function allSlots(checkId: string): Promise<ReportSlot[]> {
  const all: ReportSlot[] = []
  for await (const slot of streamSlots(checkId)) all.push(slot)
  return all
}

type FileQuery = Knex.QueryBuilder

interface FileRow {
  position: number
  role: ReportFile['role']
  requirement: string | null
  holder: string
  n: number | null
  file: { confidence: number | null, evidence: Evidence[], candidates: ReportFile['candidates'], correctedPath: string | null, rightPath?: string, formatId: string }
  id: string
  path: string
  size: string
  container: string[]
  sha256: string | null
  modified_at: Date | null
  verified: boolean
  kept: boolean
  root: string
  stated_at: Date | null
  reading: Reading | null
}

/** Files of a check that a condition picks, with readings and findings. */
async function filesWhere(checkId: string, pick: (query: FileQuery) => FileQuery): Promise<ShownFile[]> {
  const query = db()('check_file').join('received_file', 'received_file.id', 'check_file.received_file_id').join('intake', 'intake.id', 'received_file.intake_id').leftJoin('reading', 'reading.id', 'check_file.reading_id')
    .where('check_file.check_id', checkId)
  const rows: FileRow[] = await pick(query).orderBy('check_file.position').select('check_file.position', 'check_file.role', 'check_file.requirement', 'check_file.holder', 'check_file.n', 'check_file.file',
    'received_file.id', 'received_file.container', 'received_file.path', 'received_file.size', 'received_file.sha256', 'received_file.modified_at', 'received_file.verified', db().raw('received_file.content_id is not null as kept'), 'intake.root', 'intake.stated_at', 'reading.reading')
  const findings = await findingsOf(checkId, 'f', rows.map(row => row.position))
  return rows.map((row): ShownFile => {
    const { confidence, evidence, candidates, correctedPath, rightPath, formatId } = row.file
    const time = row.stated_at ?? row.modified_at
    return {
      root: row.root, path: row.path, ...(row.container.length > 0 ? { container: row.container } : {}), size: Number(row.size), sha256: row.sha256,
      receivedAt: time?.toISOString() ?? null, receivedAtFrom: row.stated_at ? 'stated' : row.modified_at ? 'modified' : 'unknown',
      role: row.role, slot: row.requirement === null ? null : { requirement: row.requirement, holder: row.holder, ...(row.n === null ? {} : { n: row.n }) },
      confidence, evidence, candidates,
      format: { id: formatId, mediaType: formatById(formatId)?.mediaType ?? null, version: row.reading?.version ?? null, state: row.reading?.state ?? 'unread', verified: row.reading?.verified ?? 'signature', props: row.reading?.props ?? {} },
      findings: findings.get(row.position) ?? [], correctedPath, ...(rightPath === undefined ? {} : { rightPath }), fileId: row.id, verified: row.verified, kept: row.kept,
    }
  })
}

async function findingsOf(checkId: string, subject: 's' | 'f', positions: readonly number[]): Promise<Map<number, Finding[]>> {
  const found = new Map<number, Finding[]>()
  if (positions.length === 0) return found
  const rows = await db()('finding').where({ check_id: checkId, subject }).whereRaw('position = any(?::integer[])', [[...positions]]).orderBy(['position', 'number']).select('position', 'finding')
  for (const { position, finding } of rows) found.set(position, [...found.get(position) ?? [], finding])
  return found
}

/** A page of the rack: holders in their order, each with its pigeonholes by requirement. */
export async function rackPage(account: Account, checkId: string, from: number, count: number): Promise<RackPage> {
  await requireCheck(account, checkId)
  const kinds = db()('check_slot').where('check_id', checkId).groupBy('holder').select('holder').min('position as first')
  const total = await db().from(kinds.clone().as('holders')).count('* as total').first()
  const holders = await kinds.orderBy('first').offset(from).limit(count)
  const names = holders.map(row => row.holder)
  const slots = await db()('check_slot').where('check_id', checkId).whereIn('holder', names).orderBy('position').select('position', 'requirement', 'holder', 'n', 'status', 'late', db().raw(`jsonb_array_length(slot->'candidates') as candidates`))
  const files = await db()('check_file').join('received_file', 'received_file.id', 'check_file.received_file_id').where({ check_id: checkId, role: 'placed' }).whereIn('holder', names)
    .select('check_file.position', 'requirement', 'holder', 'n', 'path')
  const found = await findingsOf(checkId, 'f', files.map(file => file.position))
  const placed = new Map<string, { path: string, codes: FindingCode[] }>()
  for (const file of files) {
    const key = `${file.holder}\n${file.requirement}\n${file.n ?? ''}`
    if (!placed.has(key)) placed.set(key, { path: file.path, codes: (found.get(file.position) ?? []).map(one => one.code) })
  }
  const rows = new Map<string, RackRow>(names.map(holder => [holder, { holder, cells: emptyRecord() }]))
  for (const slot of slots) {
    const file = placed.get(`${slot.holder}\n${slot.requirement}\n${slot.n ?? ''}`)
    const cells = rows.get(slot.holder)?.cells ?? emptyRecord<RackCell[]>()
    const list = cells[slot.requirement] ??= []
    list.push({
      n: slot.n, status: slot.status, late: slot.late, candidates: slot.candidates,
      codes: file?.codes ?? [], name: file ? file.path.slice(file.path.lastIndexOf('/') + 1) : null,
    })
  }
  return { total: Number(total?.total ?? 0), rows: [...rows.values()] }
}

/** Files without a slot, for the tray: first those with candidates; then what was set aside, counted only by its role. */
export async function trayOf(account: Account, checkId: string): Promise<Tray> {
  await requireCheck(account, checkId)
  const total = await db()('check_file').where({ check_id: checkId }).whereIn('role', TRAY_ROLES).count('* as total').first()
  const files = await filesWhere(checkId, query => query.whereIn('check_file.role', TRAY_ROLES).limit(1000))
  return { files, total: Number(total?.total ?? 0) }
}

/** Misnamed files with how they depart, for accepting one departure for all; the first so many. */
export async function departuresOf(account: Account, checkId: string, most: number): Promise<Departure[]> {
  await requireCheck(account, checkId)
  const rows = await db()('finding').join('check_file', join => join.on('check_file.check_id', 'finding.check_id').andOn('check_file.position', 'finding.position'))
    .join('received_file', 'received_file.id', 'check_file.received_file_id')
    .where({ 'finding.check_id': checkId, 'subject': 'f', 'code': 'name.differs' }).orderBy('finding.position').limit(most)
    .select('check_file.requirement', 'received_file.path', 'finding.finding')
  return rows.map(row => ({ requirement: row.requirement, path: row.path, differences: row.finding.differences ?? [] }))
}

const TRAY_ROLES = ['unplaced', 'surplus', 'clutter', 'backup', 'ignored', 'set-aside']
