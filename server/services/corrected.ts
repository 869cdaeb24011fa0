import type { ByteSource } from '#core/bytes/source'
import { correctionTable, leftOutTable, planCorrections } from '#core/reporting/corrections'
import type { CopyPlan } from '#shared/answers'
import type { CopyPart } from '#shared/jobs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { requireCheck } from './access'
import type { Account } from './accounts'
import { soundContent } from './contents'
import { getJob, startJob } from './jobs'
import { allFiles } from '../database/check-rows'

/** Begins the corrected copy of a check's files. */
export async function startCopy(account: Account, checkId: string): Promise<{ jobId: string }> {
  const { briefId } = await requireCheck(account, checkId)
  return startJob(account, briefId, 'corrected-copy', { checkId })
}

/** What the copy is to hold, for a browser that has the files at hand: each is known by its bytes. */
export async function planCopy(account: Account, checkId: string): Promise<CopyPlan> {
  await requireCheck(account, checkId)
  const plan = planCorrections(await allFiles(checkId))
  return {
    files: plan.files.map(({ file, to }) => ({ sha256: file.sha256, path: file.path, to })), table: correctionTable(plan),
    leftOut: leftOutTable(plan, []),
  }
}

/** The archives a finished copy consists of; unpacked into one folder they are the whole. */
export async function listParts(account: Account, jobId: string): Promise<CopyPart[]> {
  await getJob(account, jobId)
  const rows = await db()('job_part').join('content', 'content.id', 'job_part.content_id')
    .where('job_id', jobId).orderBy('step').select('step', 'name', 'files', 'size')
  return rows.map(row => ({ step: row.step, name: row.name, files: row.files, size: Number(row.size) }))
}

export async function openPart(account: Account, jobId: string, step: number): Promise<{ source: ByteSource, name: string, briefId: string }> {
  const { briefId } = await getJob(account, jobId)
  const row = await db()('job_part').join('content', 'content.id', 'job_part.content_id')
    .where({ job_id: jobId, step }).first('content_id', 'name', 'size')
  if (!row) throw refuse(404, 'There is nothing here.')
  return { source: await soundContent(row.content_id, Number(row.size), row.name), name: row.name, briefId }
}
