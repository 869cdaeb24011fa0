import { gather } from '#core/text/gather'
import { broughtBy } from '#core/arrivals/incoming'
import type { EarlierCheck, EarlierFile, Ruling } from '#core/checking/input'
import type { ReceivedFile } from '#core/arrivals/received'
import type { BriefDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'
import { db } from '../database/connection'
import type { ReceivedRow } from '../database/received-files'
import { RECEIVED_COLUMNS, receivedFacts, slotOf } from '../database/received-files'
import type { CheckFileRow, ReadingRow, ReceivedFileRow } from '../database/tables'
import type { ListedPerson, StoredRoster } from '#shared/answers'

type Received = ReceivedRow & Pick<ReceivedFileRow, 'id' | 'intake_id' | 'sender' | 'letter'>
  & { reading_id: string | null, reading: ReadingRow['reading'] }

export interface IntakeFile extends ReceivedFile { id: string, readingId: string | null, intakeId: string }

/** Files of all intakes that count; of one path that came twice the later one. */
export async function loadReceived(intakeIds: readonly string[]): Promise<IntakeFile[]> {
  if (intakeIds.length === 0) return []
  const rows = await db()('received_file').join('intake', 'intake.id', 'received_file.intake_id').leftJoin(
    'reading', 'reading.id', 'received_file.reading_id',
  )
    .whereIn('intake.id', [...intakeIds]).whereNull('received_file.withdrawn_at')
    .distinctOn('intake.root', 'received_file.container', 'received_file.path')
    .orderBy([
      { column: 'intake.root' }, { column: 'received_file.container' }, { column: 'received_file.path' },
      { column: 'intake.completed_at', order: 'desc' },
    ])
    .select<Received[]>(
      'received_file.id', 'received_file.intake_id', 'received_file.sender', 'received_file.letter', ...RECEIVED_COLUMNS,
      'reading.id as reading_id', 'reading.reading')
  return rows.map((row) => {
    const { time, ...received } = receivedFacts(row)
    return {
      id: row.id, readingId: row.reading_id, intakeId: row.intake_id, ...received, ...broughtBy(row),
      receivedAt: time?.getTime() ?? null, reading: row.reading,
    }
  })
}

export async function loadRulings(briefId: string): Promise<Ruling[]> {
  const rows = await db()('ruling').where('brief_id', briefId)
    .whereNull('taken_back_at').orderBy('made_at').select('kind', 'file', 'slot', 'reason', 'made_at')
  return rows.map(row => ({
    kind: row.kind, file: row.file ?? undefined, slot: row.slot ?? undefined, reason: row.reason, at: row.made_at.toISOString(),
  }))
}

/** The people who belong to the list on the day the brief is due (or checked). */
export function rosterOn(roster: StoredRoster, document: BriefDocument, checkedAt: number): Roster {
  const day = (document.due ?? new Date(checkedAt).toISOString()).slice(0, 10)
  const there = ({ from, until }: ListedPerson) => (!from || from <= day) && (!until || until >= day)
  const people = roster.people.filter(there).map(({ from: _from, until: _until, ...person }) => person)
  return { people, columns: roster.columns, headings: roster.headings ?? {} }
}

/** As much of the check before as the next one builds on. */
export async function loadPrevious(checkId: string | null): Promise<EarlierCheck | null> {
  if (!checkId) return null
  const rows = await db()('check_file').join(
    'received_file', 'received_file.id', 'check_file.received_file_id',
  ).join('intake', 'intake.id', 'received_file.intake_id')
    .where('check_file.check_id', checkId).whereNotNull('check_file.requirement')
    // where a person placed a file is no evidence of its own: the decision holds as long as it stands, and no longer
    .whereRaw(`not check_file.file->'evidence' @> '[{"kind": "placed-by-hand"}]'`)
    .select<(ReceivedRow & Pick<CheckFileRow, 'position' | 'role' | 'holder' | 'n'> & { requirement: string })[]>(
      'check_file.position', ...RECEIVED_COLUMNS, 'check_file.role', 'check_file.requirement', 'check_file.holder', 'check_file.n')
  const codes = await db()('finding').where({ check_id: checkId, subject: 'f' }).select('position', 'code')
  const findings = new Map<number, { code: string }[]>()
  for (const { position, code } of codes) gather(findings, position, { code })
  return {
    files: rows.map((row): EarlierFile => {
      const { time, receivedAtFrom: _, handedIn: __, ...received } = receivedFacts(row)
      return { ...received, receivedAt: time?.toISOString() ?? null, role: row.role, slot: slotOf(row), findings: findings.get(row.position) ?? [] }
    }),
  }
}
