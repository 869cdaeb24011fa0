import type { BriefDocument } from '#core/brief/document'
import type { RoundSlot } from '#core/reporting/rounds'
import { compareRounds } from '#core/reporting/rounds'
import type { CheckInfo, Figures, PieceHistory, RoundAnswer } from '#shared/answers'
import { db, rowsOf } from '../database/connection'
import { checkMade } from '../database/check-rows'
import type { CheckRunRow, CheckSlotRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { requireCheck, requireRole } from './access'
import type { Account } from './accounts'

/** Checks of a brief, the latest first, with their counts. */
export async function listChecks(account: Account, briefId: string): Promise<CheckInfo[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await db()('check_run').where('brief_id', briefId).orderBy('checked_at', 'desc').limit(200).select('id', 'checked_at', 'summary')
  return rows.map(row => ({ id: row.id, checkedAt: row.checked_at.toISOString(), summary: row.summary }))
}

/** A check seen against the one before it, or against an earlier one. */
export async function roundOf(account: Account, checkId: string, against: string | null): Promise<RoundAnswer> {
  const { briefId } = await requireCheck(account, checkId)
  const now = await checkMade(checkId)
  const earlier = against ?? now.previous_id
  if (!earlier) return { ...compareRounds([], []), before: null, people: { came: [], left: [] } }
  if (!await db()('check_run').where({ id: earlier, brief_id: briefId }).first('id')) throw refuse(404, 'There is nothing here.')
  const was = await checkMade(earlier)
  const [before, after] = await Promise.all([slotsOf(earlier, was.document), slotsOf(checkId, now.document)])
  const names = (people: { id: string, name: string }[]) => new Map(people.map(person => [person.id, person.name]))
  const [whoWas, whoIs] = [names(was.people), names(now.people)]
  return {
    ...compareRounds(before, after), before: { id: earlier, checkedAt: was.checked_at.toISOString() },
    people: {
      came: [...whoIs].flatMap(([id, name]) => (whoWas.has(id) ? [] : [name])),
      left: [...whoWas].flatMap(([id, name]) => (whoIs.has(id) ? [] : [name])),
    },
  }
}

async function slotsOf(checkId: string, document: BriefDocument): Promise<RoundSlot[]> {
  const counted = new Set(document.requirements.filter(one => one.count?.by).map(one => one.id))
  const slots = await db()('check_slot').where('check_id', checkId).orderBy('position').select('requirement', 'holder', 'n', 'status')
  const placed = await db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).where({ check_id: checkId, role: 'placed' }).orderBy('check_file.position')
    .select('requirement', 'holder', 'n', 'sha256', 'path')
  const files = new Map<string, { sha256: string | null, path: string }>()
  for (const { requirement, holder, n, sha256, path } of placed) {
    const key = `${requirement}\n${holder}\n${n ?? ''}`
    if (!files.has(key)) files.set(key, { sha256, path })
  }
  return slots.map(({ requirement, holder, n, status }) => ({
    requirement, holder, n: counted.has(requirement) ? n : null, status,
    file: files.get(`${requirement}\n${holder}\n${n ?? ''}`) ?? null,
  }))
}

/** One holder's piece over the checks, the latest first: state, file and when. */
export async function historyOf(account: Account, checkId: string, holder: string, requirement: string, n: number | null): Promise<PieceHistory[]> {
  const { briefId } = await requireCheck(account, checkId)
  const rows = await db()('check_run').join('check_slot', 'check_slot.check_id', 'check_run.id')
    .leftJoin('check_file', join => join.on('check_file.check_id', 'check_run.id').andOn(
      'check_file.requirement', 'check_slot.requirement',
    ).andOn('check_file.holder', 'check_slot.holder')
      .andOn(db().raw('check_file.n is not distinct from check_slot.n')).andOn('check_file.role', db().raw('?', ['placed'])))
    .leftJoin('received_file', 'received_file.id', 'check_file.received_file_id')
    .where('check_run.brief_id', briefId).where('check_slot.holder', holder).where('check_slot.requirement', requirement).whereRaw(
      'check_slot.n is not distinct from ?::integer', [n],
    )
    .orderBy('check_run.checked_at', 'desc').limit(60)
    .select<(Pick<CheckRunRow, 'id' | 'checked_at'> & Pick<CheckSlotRow, 'status' | 'late'> & { path: string | null, sha256: string | null })[]>(
      'check_run.id', 'check_run.checked_at', 'check_slot.status', 'check_slot.late', 'received_file.path',
      'received_file.sha256',
    )
  return rows.map(row => ({
    checkId: row.id, checkedAt: row.checked_at.toISOString(), status: row.status, late: row.late, path: row.path,
    sha256: row.sha256,
  }))
}

/** Figures for the charts: arrivals over time, findings by kind over the checks, most frequent mistake of each requirement. */
export async function figuresOf(account: Account, checkId: string): Promise<Figures> {
  const { briefId } = await requireCheck(account, checkId)
  const { roots } = await db()('check_run').where('id', checkId).first('roots') ?? { roots: [] }
  const copies = roots.filter(root => root.copyTimes).map(root => root.name)
  const hours = await db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).join('intake', 'intake.id', 'received_file.intake_id')
    .where({ check_id: checkId, role: 'placed' }).whereRaw('coalesce(intake.stated_at, received_file.modified_at) is not null')
    .groupByRaw('1, 2').orderByRaw('1').select<{ hour: Date, copied: boolean, files: number }[]>(
      db().raw(`date_trunc('hour', coalesce(intake.stated_at, received_file.modified_at)) as hour`),
      db().raw('(intake.stated_at is null and intake.root = any(?)) as copied', [copies]),
      db().raw('count(*)::int as files'),
    )
  const checks = await db()('check_run').where('brief_id', briefId).orderBy('checked_at', 'desc').limit(12).select('id', 'checked_at')
  const kinds = await db()('finding').whereIn('check_id', checks.map(one => one.id))
    .where('severity', 'error').groupBy('check_id', 'code')
    .select<{ check_id: string, code: string, findings: number }[]>('check_id', 'code', db().raw('count(*)::int as findings'))
  // a name that departs in two parts counts for both
  const mistakes = await rowsOf<Figures['mistakes'][number]>(db(), `
    select check_file.requirement, code, coalesce(departs.part, '') as part,
      count(*)::int as findings, count(distinct check_file.holder)::int as holders
    from finding join check_file on check_file.check_id = finding.check_id and check_file.position = finding.position
    left join lateral (
      select distinct coalesce(one->>'label', one->>'part') as part
      from jsonb_array_elements(coalesce(finding.finding->'differences', '[]')) as one where one->>'part' <> 'literal'
    ) as departs on code = 'name.differs'
    where finding.check_id = ? and subject = 'f' and severity = 'error' and check_file.requirement is not null
    group by 1, 2, 3`, [checkId])
  const owing = await db()('check_slot').where('check_id', checkId).whereNot('status', 'absent').groupBy('requirement')
    .select<{ requirement: string, holders: number }[]>('requirement', db().raw('count(distinct holder)::int as holders'))
  return {
    arrivals: hours.filter(row => !row.copied).map(row => ({ hour: row.hour.toISOString(), files: row.files })),
    copied: hours.reduce((sum, row) => sum + (row.copied ? row.files : 0), 0),
    checks: checks.reverse().map(one => ({
      id: one.id, checkedAt: one.checked_at.toISOString(),
      codes: Object.fromEntries(kinds.filter(row => row.check_id === one.id).map(row => [row.code, row.findings])),
    })),
    mistakes: mistakes.sort((a, b) => b.holders - a.holders || b.findings - a.findings),
    owing: Object.fromEntries(owing.map(one => [one.requirement, one.holders])),
  }
}
