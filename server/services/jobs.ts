import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import { db } from '../database/connection'
import type { JobKind, ShownJob } from '#shared/jobs'
import { sendStep } from '../queue/queue'
import type { JobParts } from '../database/job-parts'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'

/** Puts long work on the queue. */
export async function startJob<K extends JobKind>(
  account: Account, briefId: string, kind: K, input: JobParts[K]['input'],
): Promise<{ jobId: string }> {
  await requireRole(account, briefId, 'checker')
  const jobId = await putDown(db(), account, briefId, kind, input)
  await sendStep(jobId)
  return { jobId }
}

/** Writes a job down, in a transaction of the caller's where something else belongs to it; it is asked for once that is done. */
export async function putDown<K extends JobKind>(
  trx: Knex, account: Account, briefId: string, kind: K, input: JobParts[K]['input'],
): Promise<string> {
  const id = uuid()
  await trx('job').insert({ id, brief_id: briefId, kind, input: JSON.stringify(input), state: 'queued', created_by: account.id })
  return id
}

export async function getJob(account: Account, id: string): Promise<ShownJob> {
  const row = await db()('job').where({ id }).first('id', 'brief_id', 'kind', 'state', 'done', 'total', 'result', 'problem')
  if (!row) throw refuse(404, 'There is nothing here.')
  await requireRole(account, row.brief_id, 'reader')
  return {
    id: row.id, briefId: row.brief_id, kind: row.kind, state: row.state, done: Number(row.done), total: Number(row.total),
    result: row.result, problem: row.problem,
  }
}

/** Calls a job off: what its steps have done so far stays as it is, and nothing more is done. */
export async function cancelJob(account: Account, id: string): Promise<void> {
  const job = await getJob(account, id)
  await requireRole(account, job.briefId, 'checker')
  await db()('job').where({ id }).whereIn('state', ['queued', 'running']).update({ cancel_asked: true })
  // one that nobody has begun ends here
  await db()('job').where({ id, state: 'queued', step: 0 }).update({ state: 'cancelled', ended_at: db().fn.now() })
}
