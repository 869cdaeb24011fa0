import PgBoss from 'pg-boss'
import { randomUUID } from 'node:crypto'
import { hostname } from 'node:os'
import type { Knex } from 'knex'
import { db, plainQuery, rowsOf } from '../database/connection'
import type { JobKind } from '#shared/jobs'
import type { JobRow } from '../database/tables'
import { log } from '../utils/log'
import type { Step, Tasks } from './task'

const QUEUE = 'usitor-step'
/** A step takes 30 s at most; what has not ended by then was lost with its process and is taken up by another. */
const EXPIRES = Number(process.env.USITOR_JOB_EXPIRES ?? 60)
const RETRIES = 5

/** This process among those that share the work. */
export const PROCESS = `${hostname()} ${process.pid} ${randomUUID().slice(0, 8)}`

let boss: PgBoss | null = null
let tasks: Tasks | null = null

/** A step says every second that it is at work; silent for so long, its process is gone and another takes it up. */
const SILENT = `${Math.min(8, EXPIRES)} seconds`
const LOOK_EVERY = 3000

let looking: NodeJS.Timeout | null = null

/** Asking once more for one that only waits its turn changes nothing: one entry a job waits at most. */
async function resumeForgotten(): Promise<void> {
  const silent = await db()('job').whereIn('state', ['queued', 'running']).whereRaw('coalesce(beat_at, created_at) < now() - ?::interval', [SILENT])
    .update({ beat_at: db().fn.now() }).returning('id')
  for (const { id } of silent) await sendStep(String(id))
}

/** Begins to take part in the work; any number of processes may. Without tasks it only asks for work. */
export async function startQueue(known: Tasks | null): Promise<void> {
  if (boss) return
  tasks = known
  const works = known !== null
  const made = new PgBoss({
    db: { executeSql: plainQuery }, schema: 'job_queue',
    maintenanceIntervalSeconds: Math.max(1, Math.min(30, Math.floor(EXPIRES / 2))), schedule: false,
  })
  made.on('error', (error: Error) => log.error({ problem: error.message }, 'the job queue'))
  await made.start()
  // one entry a job waits at most, however often it is asked for
  await made.createQueue(QUEUE, { name: QUEUE, policy: 'short' })
  if (works) {
    const options = { pollingIntervalSeconds: 0.5, batchSize: 1, includeMetadata: true } as const
    const worker: string = await made.work<{ id: string }>(QUEUE, options, async (batch) => {
      for (const { data, retryCount, retryLimit } of batch) await takeStep(data.id, retryCount >= retryLimit)
      // where there was one step there may be more
      made.notifyWorker(worker)
    })
  }
  boss = made
  if (!works) return
  looking = setInterval(() => void resumeForgotten().catch(() => undefined), LOOK_EVERY)
  looking.unref()
}

/** Whether work can be asked for. */
export const isQueueRunning = (): boolean => boss !== null

export async function stopQueue(): Promise<void> {
  if (looking) clearInterval(looking)
  const ending = boss
  boss = null
  await ending?.stop({ graceful: true, timeout: 5000, wait: true })
}

/** Asks for the next step of a job, at once or in a while. */
export async function sendStep(id: string, inSeconds = 0): Promise<void> {
  await boss?.send(QUEUE, { id }, {
    ...(inSeconds > 0 ? { startAfter: inSeconds } : {}),
    singletonKey: id, retryLimit: RETRIES, retryDelay: 1, expireInSeconds: EXPIRES })
}

/** One step: its effect, its count and where the next goes on are one transaction, so that nothing counts twice. */
async function takeStep(id: string, last: boolean): Promise<void> {
  const calling = new AbortController()
  let step: number | null = null
  const watch = setInterval(() => {
    // a beat that comes late finds the next step, and is none
    if (step !== null) db()('job').where({ id, step }).update({ beat_at: db().fn.now() }).returning('cancel_asked')
      .then(([row]) => row?.cancel_asked && calling.abort(), () => undefined)
  }, 1000)
  try {
    const more = await db().transaction(async (trx) => {
      const [lock] = await rowsOf<{ taken: boolean }>(trx, 'select pg_try_advisory_xact_lock(hashtextextended(?, 0)) as taken', [id])
      // somebody else is at it: that one asks for the next step
      if (!lock?.taken) return false
      const job = await trx('job').where({ id }).first<JobRow | undefined>()
      if (!job || (job.state !== 'queued' && job.state !== 'running')) return false
      if (job.cancel_asked) return end(trx, id, 'cancelled')
      step = job.step
      await db()('job').where({ id, step }).update({ beat_at: db().fn.now() })
      const { checkpoint, done, total, plan, result, finished } = await takeTask(job, trx, calling.signal)
      await trx('job_step').insert({ job_id: id, step: job.step, process: PROCESS })
      await trx('job').where({ id }).update({
        step: job.step + 1, beat_at: trx.fn.now(), checkpoint: JSON.stringify(checkpoint), done, total, state: finished ? 'done' : 'running',
        ...(plan === undefined ? {} : { plan: JSON.stringify(plan) }),
        ...(result === undefined ? {} : { result: JSON.stringify(result) }), ...(finished ? { ended_at: trx.fn.now() } : {}),
      })
      return !finished
    })
    if (more) await sendStep(id)
  }
  catch (error) {
    if (calling.signal.aborted) await end(db(), id, 'cancelled')
    else if (isFinal(error) || last) await end(db(), id, 'failed', error instanceof Error ? error.message : String(error))
    else throw error
  }
  finally {
    clearInterval(watch)
  }
}

/** The step of the job's own kind: payload and checkpoint are those of that kind. */
function takeTask<K extends JobKind>(job: JobRow<K>, trx: Knex.Transaction, signal: AbortSignal): ReturnType<Step<K>> {
  if (!tasks) throw new Error('no task is known to this process')
  return tasks[job.kind](job, trx, signal)
}

/** What was refused in words is refused again next time. */
function isFinal(error: unknown): boolean {
  return typeof error === 'object' && error !== null && 'statusCode' in error
}

async function end(trx: Knex, id: string, state: 'cancelled' | 'failed', problem: string | null = null): Promise<false> {
  await trx('job').where({ id }).whereIn('state', ['queued', 'running']).update({ state, problem, ended_at: trx.fn.now() })
  return false
}
