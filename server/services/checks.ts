import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import { READER_VERSION } from '#core/formats/reading'
import type { BriefDocument } from '#core/brief/document'
import type { Report } from '#core/checking/report'
import type { Finding } from '#core/findings/finding'
import { fileKey } from '#core/checking/report'
import type { ChangeEffect } from '#core/reporting/change-effect'
import { compareReports } from '#core/reporting/change-effect'
import { db } from '../database/connection'
import { refuse, whileAway } from '../utils/errors'
import { onThread } from '../utils/threads'
import type { CheckTask } from '../workers/check'
import type { Account } from './accounts'
import { requireRole } from './access'
import { newestRoster, newestVersion } from '../database/briefs'
import { validFor } from './documents'
import type { IntakeFile } from './check-input'
import { loadPrevious, loadReceived, loadRulings, rosterOn } from './check-input'
import { readStale } from './stale-readings'
import { countingIntakes } from './intakes'
import { sendStep } from '../queue/queue'
import { startJob } from './jobs'
import { tell } from './live'

/** Raised with every change of what a check finds, so that an old check can be told from one made anew. */
const ENGINE_VERSION = 32

const judge = (briefId: string, task: CheckTask, signal?: AbortSignal): Promise<Report> => onThread<Report>('check', briefId, task, signal)

/** What a check of a brief would be made from now, with its own newest document or another one. */
async function prepareTask(briefId: string, document?: BriefDocument) {
  const [version, roster] = await Promise.all([newestVersion(briefId), newestRoster(briefId)])
  if (!roster || roster.people.length === 0) throw refuse(409, 'There is no list of people yet: bring one under Who.')
  if (!version) throw refuse(409, 'Nothing is asked for yet: set a requirement under Ask.')
  const intakes = await countingIntakes(briefId)
  // rounds go from one check that a person asked for to the next
  const previous = await db()('check_run').where({ brief_id: briefId, by_itself: false }).orderBy('checked_at', 'desc').first('id')
  const received = await loadReceived(intakes.map(row => row.id))
  const rulings = await loadRulings(briefId)
  const checkedAt = Date.now()
  const asked = document ?? version.document
  const task: CheckTask = {
    document: asked, roster: rosterOn(roster, asked, checkedAt), received, rulings,
    roots: intakes.filter(row => row.as_is).map(row => ({ name: row.root, asIs: true })),
    previous: await loadPrevious(previous?.id ?? null), checkedAt,
  }
  return { task, version, roster, intakes, previousId: previous?.id ?? null, received, rulings, checkedAt }
}

/** Past so many files a check is long work. */
const LONG_FROM = Number(process.env.USITOR_LONG_FROM ?? 3000)
/** So many contents are read anew within one request, or one step of long work. */
const READ_AT_ONCE = 200

/** Reads anew what an earlier reader read of the files that count, the first so many. */
export async function refreshReadings(briefId: string): Promise<{ read: number, left: number, files: number }> {
  const intakes = await countingIntakes(briefId)
  return { ...await readStale(intakes.map(row => row.id), READ_AT_ONCE), files: intakes.reduce((sum, { files }) => sum + files, 0) }
}

/** Runs a check over all that counts now, or puts it on the queue where that takes longer than a person waits. */
export async function askForCheck(account: Account, briefId: string): Promise<{ id: string } | { jobId: string }> {
  await requireRole(account, briefId, 'checker')
  const { left, files } = await refreshReadings(briefId)
  if (left > 0 || files > LONG_FROM) return startJob(account, briefId, 'check', {})
  return makeCheck(briefId, account.id)
}

/** Runs a check at once, however long it takes. */
export async function runCheck(account: Account, briefId: string): Promise<{ id: string }> {
  await requireRole(account, briefId, 'checker')
  while ((await refreshReadings(briefId)).left > 0) { /* the next so many */ }
  return makeCheck(briefId, account.id)
}

/** Makes and keeps a check; the brief, list and files it saw can be looked up again. */
export async function makeCheck(
  briefId: string, by: string | null, outer?: Knex.Transaction,
  { jobId = null, signal, byItself = false }: { jobId?: string | null, signal?: AbortSignal, byItself?: boolean } = {},
): Promise<{ id: string }> {
  const { task, version, roster, intakes, previousId, received, rulings, checkedAt } = await prepareTask(briefId)
  const report = await judge(briefId, task, signal)
  const id = uuid()
  const save = () => (outer ?? db()).transaction(async (trx) => {
    // saved by the first try, whose answer was lost
    if (!outer && await trx('check_run').where({ id }).first('id')) return
    await trx('check_run').insert({
      id, job_id: jobId, brief_id: briefId, brief_version_id: version.id, roster_version_id: roster.id, previous_id: previousId,
      reader_version: READER_VERSION, engine_version: ENGINE_VERSION, checked_at: new Date(checkedAt), rulings: JSON.stringify(rulings),
      roots: JSON.stringify(report.roots), summary: JSON.stringify(report.summary), created_by: by, by_itself: byItself,
    })
    if (byItself) await dropOwnChecks(trx, briefId, id)
    await tell(briefId, 'checked', trx)
    if (intakes.length > 0) await trx('check_intake').insert(intakes.map(row => ({ check_id: id, intake_id: row.id })))
    await saveRows(trx, id, report, received)
  })
  await (outer ? save() : whileAway(save))
  return { id }
}

/** Checks that were made by themselves go once a newer one is there, unless something refers to them or somebody may be looking at them. */
async function dropOwnChecks(trx: Knex.Transaction, briefId: string, kept: string): Promise<void> {
  await trx('check_run').where({ brief_id: briefId, by_itself: true }).whereNot('id', kept).whereRaw(`checked_at < now() - interval '1 hour'`)
    .whereNotExists(trx('slip_mail').whereRaw('slip_mail.check_id = check_run.id'))
    .whereNotExists(trx('check_run as later').whereRaw('later.previous_id = check_run.id'))
    .whereNotExists(trx('job').whereRaw(`job.input->>'checkId' = check_run.id::text`)).delete()
}

/** So long after something arrived it is checked: what comes close together is checked once. */
const SOON_SECONDS = 3

/** Has what arrived checked soon, by a job of its own; one that waits already is enough. */
export async function checkSoon(briefId: string, by: string | null): Promise<void> {
  const id = uuid()
  const made = await db().transaction(async (trx) => {
    await trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 5))', [briefId])
    if (await trx('job').where({ brief_id: briefId, kind: 'check', state: 'queued' }).first('id')) return false
    await trx('job').insert({ id, brief_id: briefId, kind: 'check', input: JSON.stringify({ byItself: true }), state: 'queued', created_by: by })
    return true
  })
  if (made) await sendStep(id, SOON_SECONDS)
}

/** What a changed brief would do to what has been received, before it is saved. */
export async function weighChange(account: Account, briefId: string, document: unknown, most?: number): Promise<ChangeEffect> {
  await requireRole(account, briefId, 'reader')
  const { task, version, received } = await prepareTask(briefId, await validFor(briefId, document))
  if (received.length === 0) return { worse: 0, better: 0, worseFiles: [], betterFiles: [], files: 0 }
  const [before, after] = await Promise.all([judge(briefId, { ...task, document: version.document }), judge(briefId, task)])
  return compareReports(before, after, most)
}

async function saveRows(trx: Knex.Transaction, id: string, report: Report, received: readonly IntakeFile[]): Promise<void> {
  const sources = new Map(received.map(file => [fileKey(file), file]))
  const findings: Record<string, unknown>[] = []
  const keep = (subject: 's' | 'f', position: number, list: readonly Finding[]) => list.forEach((finding, number) =>
    findings.push({ check_id: id, subject, position, number, code: finding.code, severity: finding.severity, finding: JSON.stringify(finding) }))
  const slots = report.slots.map(({ findings: own, ...slot }, position) => {
    keep('s', position, own)
    return {
      check_id: id, position, requirement: slot.requirement, holder: slot.holder, n: slot.n ?? null, status: slot.status,
      late: slot.late, slot: JSON.stringify(slot),
    }
  })
  const files = report.files.map((file, position) => {
    keep('f', position, file.findings)
    const source = sources.get(fileKey(file))
    const { role, slot, confidence, evidence, candidates, correctedPath, rightPath, open, format } = file
    return {
      check_id: id, position, received_file_id: source?.id, reading_id: source?.readingId ?? null, role,
      requirement: slot?.requirement ?? null, holder: slot?.holder ?? null, n: slot?.n ?? null,
      file: JSON.stringify({ confidence, evidence, candidates, correctedPath, rightPath, open, formatId: format.id }),
    }
  })
  await trx.batchInsert('check_slot', slots, 1000)
  await trx.batchInsert('check_file', files, 1000)
  await trx.batchInsert('finding', findings, 1000)
}
