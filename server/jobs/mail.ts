import { sendWaiting } from '../services/mailing'
import type { Step } from '../queue/task'

const AT_ONCE = 10

/** Sends slips, a few a step. Each one is marked before it goes: after a crash it is not sent a second time, but told. */
export const runMailStep: Step<'mail'> = async (job, _, signal) => {
  const { sent, failed, left } = await sendWaiting(job.id, AT_ONCE, signal)
  const done = (job.checkpoint.sent ?? 0) + sent
  const wrong = (job.checkpoint.failed ?? 0) + failed
  return {
    checkpoint: { sent: done, failed: wrong }, done: done + wrong, total: done + wrong + left, finished: left === 0,
    ...(left === 0 ? { result: { sent: done, failed: wrong } } : {}),
  }
}
