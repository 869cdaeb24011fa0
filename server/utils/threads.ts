import { dirname, join } from 'node:path'
import type { MessagePort } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { FileRead, ReadTask } from '../workers/read'
import { refuse } from './errors'
import { log } from './log'

/** Threads of this process for what takes longer than an answer may wait. */
const MOST = 2
/** What is not done after so long is ended, thread and all: bounds in steps are reached long before. */
const LONGEST = Number(process.env.USITOR_LONGEST_SECONDS ?? 120) * 1000
/** One brief's or account's work takes so much of the threads and of the line before them that others still get their turn. */
const AT_ONCE_EACH = 1
const WAITING_EACH = 8
const WAITING = 200
/** So many files are read by turns on one thread. */
const FILES_EACH = 4
/** The slowest store gives so many bytes in a millisecond. */
const SLOWEST = 2000

type Work = 'check' | 'door' | 'paper' | 'read' | 'roster' | 'rule' | 'workbook'

const pools = new Map<Work, Piscina>()
function poolOf(work: Work): Piscina {
  let pool = pools.get(work)
  if (!pool) {
    const folder = process.env.USITOR_WORKERS ?? join(dirname(process.argv[1] ?? '.'), 'workers')
    pool = new Piscina({
      filename: join(folder, `${work}.mjs`), minThreads: 0, maxThreads: MOST, maxQueue: work === 'read' ? Infinity : WAITING, idleTimeout: 30_000,
      // a file that is fetched as it is read leaves the thread to others while it waits
      concurrentTasksPerWorker: work === 'read' ? FILES_EACH : 1,
      resourceLimits: { maxOldGenerationSizeMb: work === 'check' ? 1536 : 512 },
    })
    pools.set(work, pool)
  }
  return pool
}

const lines = new Map<string, { running: number, waiting: (() => void)[] }>()

/**
 * Does work on a thread, in the turn of whoever it is for.
 *
 * @param of - the brief or account it is for: what one asks for waits for itself, not others for it
 * @param signal - calls it off: the thread is ended
 */
export async function onThread<T>(work: Work, of: string, task: unknown, signal?: AbortSignal): Promise<T> {
  const line = lines.get(of) ?? { running: 0, waiting: [] }
  lines.set(of, line)
  if (line.running >= AT_ONCE_EACH) {
    if (line.waiting.length >= WAITING_EACH) throw refuse(429, 'So much is under way here already that this has to wait. Try again in a moment.')
    await new Promise<void>(go => line.waiting.push(go))
  }
  line.running++
  const limit = AbortSignal.timeout(LONGEST)
  try {
    return await poolOf(work).run(task, { signal: signal ? AbortSignal.any([signal, limit]) : limit }) as T
  }
  catch (error) {
    if (limit.aborted) {
      throw refuse(422, `This took longer than ${LONGEST / 1000} seconds and was ended. Is one of the patterns or names in the rule very long?`)
    }
    if (/out of memory|ERR_WORKER_OUT_OF_MEMORY/i.test(String((error as { code?: string }).code ?? error))) {
      throw refuse(422, 'This needed more memory than there is for one piece of work, and was ended.')
    }
    throw error
  }
  finally {
    line.running--
    const next = line.waiting.shift()
    if (next) next()
    else if (line.running === 0) lines.delete(of)
  }
}

/**
 * Reads files on a thread: whatever is in one, it ends no more than that thread.
 *
 * @param size - bytes, by which the time is bounded
 * @returns what was read; a text: why it could not be
 */
export async function onReader(task: ReadTask, transfer: readonly (ArrayBuffer | MessagePort)[], size: number): Promise<FileRead[] | string> {
  const most = Math.ceil(LONGEST + size / SLOWEST)
  const limit = AbortSignal.timeout(most)
  try {
    return await poolOf('read').run(task, { transferList: [...transfer], signal: limit }) as FileRead[]
  }
  catch (error) {
    const why = limit.aborted
      ? `reading took longer than ${Math.round(most / 1000)} seconds and was ended`
      : 'reading needed more memory than there is for it'
    log.warn({ size, problem: String(error) }, why)
    return why
  }
}
