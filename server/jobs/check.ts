import { makeCheck } from '../services/checks'
import { readStale } from '../services/contents'
import type { Step } from './queue'

/** Contents read anew in one step. */
const READ_AT_ONCE = 200

/** A check of very many files: first what an earlier reader read is read anew, some at a time, then the check itself. */
export const runCheckStep: Step = async (job, trx, signal) => {
  const intakes: string[] = (await trx('intake').where({ brief_id: job.brief_id, state: 'complete' }).whereNull('replaced_at').select('id')).map(row => row.id)
  const { read, left } = await readStale(intakes, READ_AT_ONCE)
  const before = Number(job.checkpoint.read ?? 0) + read
  if (left > 0) return { checkpoint: { read: before }, done: before, total: before + left + 1, finished: false }
  const { id } = await makeCheck(job.brief_id, job.created_by, trx, { jobId: job.id, signal })
  return { checkpoint: {}, done: before + 1, total: before + 1, result: { checkId: id }, finished: true }
}
