import { makeCheck, refreshReadings } from '../services/checks'
import type { Step } from '../queue/task'

/** A check of very many files: first what an earlier reader read is read anew, some at a time, then the check itself. */
export const runCheckStep: Step<'check'> = async (job, trx, signal) => {
  const { read, left } = await refreshReadings(job.brief_id)
  const before = (job.checkpoint.read ?? 0) + read
  if (left > 0) return { checkpoint: { read: before }, done: before, total: before + left + 1, finished: false }
  const { id } = await makeCheck(job.brief_id, job.created_by, trx, { jobId: job.id, signal, byItself: job.input.byItself ?? false })
  return { checkpoint: {}, done: before + 1, total: before + 1, result: { checkId: id }, finished: true }
}
