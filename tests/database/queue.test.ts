import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, expect, test, vi } from 'vitest'
import { db, disconnect } from '../../server/database/connection'
import { sendStep, startQueue, stopQueue } from '../../server/queue/queue'
import type { Step, StepOutcome, Tasks } from '../../server/queue/task'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { cancelJob, getJob, startJob } from '../../server/services/jobs'
import { refuse } from '../../server/utils/errors'
import { accountOf, until } from './help'

type Mail = 'mail'
let owner: Account
let brief = ''
/** What a step of the kind "mail" does in this test; the other kinds stay idle. */
const step = vi.fn<Step<Mail>>()
const idle = () => Promise.reject(new Error('not asked for here'))
const TASKS: Tasks = { 'check': idle, 'corrected-copy': idle, 'mail': (job, trx, signal) => step(job, trx, signal), 'scan': idle, 'pack': idle }

const outcome = (done: number, total: number): StepOutcome<Mail> => ({
  checkpoint: { sent: done }, done, total, finished: done >= total, ...(done >= total ? { result: { sent: total, failed: 0 } } : {}),
})
const begin = async () => (await startJob(owner, brief, 'mail', {})).jobId
const ended = (id: string) => until(async () => {
  const job = await getJob(owner, id)
  return job.state !== 'queued' && job.state !== 'running' && job
})
const stepsOf = (id: string) => db()('job_step').where('job_id', id).orderBy('step').pluck('step')

beforeAll(async () => {
  owner = await accountOf('Fay')
  brief = (await makeBrief(owner, 'Notes')).id
  // jobs of other tests are no longer anybody's
  await db()('job').whereIn('state', ['queued', 'running']).update({ state: 'cancelled' })
  await startQueue(TASKS)
})
beforeEach(() => {
  step.mockReset()
})
afterAll(async () => {
  await stopQueue()
  await disconnect()
})

test('a job goes step by step, each beginning where the one before ended, and hands back its result', async () => {
  const begun: unknown[] = []
  step.mockImplementation((job) => {
    begun.push(job.checkpoint.sent ?? 0)
    return Promise.resolve(outcome(job.step + 1, 3))
  })
  const id = await begin()
  expect(await ended(id)).toMatchObject({ state: 'done', done: 3, total: 3, result: { sent: 3, failed: 0 }, problem: null })
  expect(begun).toEqual([0, 1, 2])
  expect(await stepsOf(id)).toEqual([0, 1, 2])
})

test('what is refused in words fails at once, with those words', async () => {
  step.mockRejectedValue(refuse(409, 'Nobody on the list has an address.'))
  const id = await begin()
  expect(await ended(id)).toMatchObject({ state: 'failed', problem: 'Nobody on the list has an address.', result: null })
  expect(step).toHaveBeenCalledTimes(1)
})

test('a step that fails for a moment is tried again, leaves nothing of the first try, and counts once', async () => {
  let tries = 0
  step.mockImplementation(async (_, trx) => {
    tries++
    await trx('brief').where('id', brief).update({ title: `after try ${tries}` })
    if (tries === 1) {
      await trx('brief').insert({ id: randomUUID(), title: 'left behind' })
      throw new Error('connection lost')
    }
    return outcome(1, 1)
  })
  const id = await begin()
  expect(await ended(id)).toMatchObject({ state: 'done', done: 1 })
  expect([tries, await stepsOf(id)]).toEqual([2, [0]])
  expect(await db()('brief').where('title', 'left behind')).toEqual([])
  expect(await db()('brief').where('id', brief).first('title')).toEqual({ title: 'after try 2' })
})

test('one that never succeeds fails after the last try, and says why', async () => {
  step.mockRejectedValue(new Error('no space left on device'))
  const id = await begin()
  expect(await ended(id)).toMatchObject({ state: 'failed', problem: 'no space left on device' })
  expect(step).toHaveBeenCalledTimes(6)
  expect(await stepsOf(id)).toEqual([])
})

test('a job called off in the middle of a step is told so, and keeps what the steps before did', async () => {
  step.mockImplementation((job, _, signal) => job.step === 0
    ? Promise.resolve(outcome(1, 5))
    : new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('called off')))))
  const id = await begin()
  await until(async () => (await stepsOf(id)).length === 1)
  await cancelJob(owner, id)
  expect(await ended(id)).toMatchObject({ state: 'cancelled', done: 1, total: 5, problem: null })
  expect(await stepsOf(id)).toEqual([0])
})

test('a job called off between two steps takes no other', async () => {
  step.mockImplementation(async (job, trx) => {
    await trx('job').where('id', job.id).update({ cancel_asked: true })
    return outcome(1, 5)
  })
  const id = await begin()
  expect(await ended(id)).toMatchObject({ state: 'cancelled', done: 1 })
  expect(step).toHaveBeenCalledTimes(1)
})

test('a step asked for twice at once is done once', async () => {
  step.mockImplementation(async () => {
    await new Promise(resolve => setTimeout(resolve, 300))
    return outcome(1, 1)
  })
  const id = await begin()
  await Promise.all([sendStep(id), sendStep(id)])
  await ended(id)
  await new Promise(resolve => setTimeout(resolve, 1500))
  expect(step).toHaveBeenCalledTimes(1)
  expect(await stepsOf(id)).toEqual([0])
})

test('to a stranger a job does not exist, and a reader may follow it but not call it off', async () => {
  step.mockResolvedValue(outcome(1, 1))
  const id = await begin()
  await ended(id)
  const [stranger, reader] = [await accountOf('Sam'), await accountOf('Rae')]
  await db()('brief_member').insert({ brief_id: brief, account_id: reader.id, role: 'reader' })
  await expect(getJob(stranger, id)).rejects.toMatchObject({ statusCode: 404 })
  await expect(getJob(owner, randomUUID())).rejects.toMatchObject({ statusCode: 404 })
  expect(await getJob(reader, id)).toMatchObject({ state: 'done' })
  await expect(cancelJob(reader, id)).rejects.toMatchObject({ statusCode: 403 })
})
