import type { BriefDocument } from '#core/brief/document'
import { plainTitle } from '#core/brief/document'
import { mostTelling } from '#core/findings/codes'
import type { ReportFile } from '#core/checking/report'
import type { Finding } from '#core/findings/finding'
import type { ReportParts } from '#core/reporting/write'
import type { Person } from '#core/roster/types'
import { emptyRecord } from '#core/text/own'
import { brieflyOf } from '#core/wording/index'
import type { CheckHead, Departure, HolderSlip, RackCell, RackPage, RackRow, Tray } from '#shared/answers'
import { checkMade, filesWhere, findingsOf, holdersOf, slipRows, streamFiles, streamSlots } from '../database/check-rows'
import { db } from '../database/connection'
import type { CheckFileRow, CheckSlotRow } from '../database/tables'
import type { Account } from './accounts'
import { requireCheck } from './access'

/** A check's head: counts, roots, and what and whom it asked. */
export async function getCheck(account: Account, checkId: string): Promise<CheckHead> {
  const { briefId } = await requireCheck(account, checkId)
  const { checked_at: checkedAt, summary, roots, document, people } = await checkMade(checkId)
  return {
    id: checkId, briefId, checkedAt: checkedAt.toISOString(), summary, roots,
    title: document.title, due: document.due ?? null, zone: document.zone ?? null,
    requirements: askedIn(document),
    people: people.map(({ id, name, given, family, group }) => ({ id, name, given, family, group })),
  }
}

/** What a brief asks for, as it is told. */
export function askedIn(document: BriefDocument): CheckHead['requirements'] {
  return document.requirements.map(requirement => ({
    id: requirement.id, title: plainTitle(requirement), holder: requirement.holder ?? document.holder ?? 'person',
    by: requirement.count?.by ?? requirement.volumes?.number ?? null,
  }))
}

/** The whole report of a check, streamed from its rows in fixed order. */
export async function reportParts(account: Account, checkId: string): Promise<{
  parts: ReportParts
  people: Person[]
  titles: Map<string, string>
  zone: string | undefined
}> {
  await requireCheck(account, checkId)
  const { checked_at: checkedAt, summary, roots, document, people } = await checkMade(checkId)
  return {
    people, zone: document.zone, titles: new Map(document.requirements.map(one => [one.id, plainTitle(one)])),
    parts: {
      usitorReport: 1, brief: document.title, checkedAt: checkedAt.toISOString(), roots, summary, slots: streamSlots(checkId),
      files: streamFiles(checkId),
    },
  }
}

/** One holder's slots with their files, for the slip. */
export async function slipOf(account: Account, checkId: string, holder: string, requirement: string | null): Promise<HolderSlip> {
  await requireCheck(account, checkId)
  return slipRows(checkId, holder, requirement)
}

/** A page of the rack: holders in their order, each with its pigeonholes by requirement. */
export async function rackPage(account: Account, checkId: string, from: number, count: number): Promise<RackPage> {
  await requireCheck(account, checkId)
  const total = await db()('check_slot').where('check_id', checkId).first<{ total: string } | undefined>(db().raw('count(distinct holder) as total'))
  const names = await holdersOf(checkId, from, count)
  const slots = await db()('check_slot').where('check_id', checkId).whereIn('holder', names).orderBy('position')
    .select<(Omit<CheckSlotRow, 'slot' | 'check_id'> & { candidates: number })[]>(
      'position', 'requirement', 'holder', 'n', 'status', 'late',
      db().raw(`jsonb_array_length(slot->'candidates') as candidates`),
    )
  const files = await db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).join('intake', 'intake.id', 'received_file.intake_id').where('check_id', checkId).whereIn('role', LYING).whereIn('holder', names)
    .select<LyingFile[]>(
      'check_file.position', 'requirement', 'holder', 'n', 'role', 'path', 'intake.root',
    )
  const findings = await findingsOf(checkId, 'f', files.filter(file => file.role === 'placed').map(file => file.position))
  const roots = rootsOf(files, (await db()('check_run').where('id', checkId).first('roots'))?.roots.length ?? 0)
  const placed = placedIn(files, findings)
  const rows = new Map<string, RackRow>(names.map(holder => [holder, { holder, cells: emptyRecord() }]))
  for (const slot of slots) {
    const file = placed.get(`${slot.holder}\n${slot.requirement}\n${slot.n ?? ''}`)
    const cells = rows.get(slot.holder)?.cells ?? emptyRecord<RackCell[]>()
    const list = cells[slot.requirement] ??= []
    list.push({
      n: slot.n, status: slot.status, late: slot.late, candidates: slot.candidates,
      codes: file?.codes ?? [], parts: file?.parts ?? [], fault: file?.fault ?? '',
      name: file ? file.path.slice(file.path.lastIndexOf('/') + 1) : null,
      roots: roots.get(`${slot.holder}\n${slot.requirement}\n${slot.n ?? ''}`) ?? [],
    })
  }
  return { total: Number(total?.total ?? 0), rows: [...rows.values()] }
}

/** What each slot's file that counts is called, and what is wrong with it. */
function placedIn(files: readonly LyingFile[], findings: ReadonlyMap<number, Finding[]>) {
  const placed = new Map<string, Pick<RackCell, 'codes' | 'parts' | 'fault'> & { path: string }>()
  for (const file of files) {
    const key = `${file.holder}\n${file.requirement}\n${file.n ?? ''}`
    if (file.role !== 'placed' || placed.has(key)) continue
    const own = findings.get(file.position) ?? []
    const telling = mostTelling(own.map(one => one.code))
    const told = own.find(one => one.code === telling)
    placed.set(key, { path: file.path, codes: own.map(one => one.code), parts: partsOf(own), fault: told ? brieflyOf(told) : '' })
  }
  return placed
}

type LyingFile = Pick<CheckFileRow, 'position' | 'requirement' | 'holder' | 'n' | 'role'> & { path: string, root: string }
/** Files that lie there for a slot, the one that counts first. */
const LYING: ReportFile['role'][] = ['placed', 'copy', 'duplicate', 'superseded']

/** In which roots each slot's files lie; nothing where there is one root only. */
function rootsOf(
  files: readonly LyingFile[], count: number,
): Map<string, string[]> {
  const roots = new Map<string, string[]>()
  if (count < 2) return roots
  for (const { holder, requirement, n, root } of [...files].sort((a, b) => LYING.indexOf(a.role) - LYING.indexOf(b.role))) {
    const key = `${holder}\n${requirement}\n${n ?? ''}`
    const before = roots.get(key) ?? []
    if (!before.includes(root)) roots.set(key, [...before, root])
  }
  return roots
}

/** Which parts of a name depart, as the list calls them. */
function partsOf(findings: readonly Finding[]): string[] {
  const parts = findings.flatMap(one => (one.code === 'name.differs' ? one.differences ?? [] : []))
  return [...new Set(parts.filter(one => one.part !== 'literal').map(one => one.label ?? one.part))]
}

/** Files without a slot, for the tray: first those with candidates; then what was set aside, counted only by its role. */
export async function trayOf(account: Account, checkId: string): Promise<Tray> {
  await requireCheck(account, checkId)
  const total = await db()('check_file').where({ check_id: checkId })
    .whereIn('role', TRAY_ROLES).first<{ total: string } | undefined>(db().raw('count(*) as total'))
  const files = await filesWhere(checkId, query => query.whereIn('check_file.role', TRAY_ROLES).limit(1000))
  return { files, total: Number(total?.total ?? 0) }
}

/** Misnamed files with how they depart, for accepting one departure for all; the first so many. */
export async function departuresOf(account: Account, checkId: string, most: number): Promise<Departure[]> {
  await requireCheck(account, checkId)
  const rows = await db()('finding').join(
    'check_file', join => join.on('check_file.check_id', 'finding.check_id').andOn('check_file.position', 'finding.position'),
  )
    .join('received_file', 'received_file.id', 'check_file.received_file_id')
    .where('finding.check_id', checkId).where({ subject: 'f', code: 'name.differs' }).orderBy('finding.position').limit(most)
    .select<{ requirement: string, path: string, finding: Finding }[]>('check_file.requirement', 'received_file.path', 'finding.finding')
  return rows.map(row => ({ requirement: row.requirement, path: row.path, differences: row.finding.differences ?? [] }))
}

const TRAY_ROLES: ReportFile['role'][] = ['unplaced', 'surplus', 'clutter', 'backup', 'ignored', 'set-aside']
