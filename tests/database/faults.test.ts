import type { ChildProcess } from 'node:child_process'
import { execFileSync, spawn } from 'node:child_process'
import type { Knex } from 'knex'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, textBytes, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { startJobs } from '../../server/jobs/index'
import { stopQueue } from '../../server/queue/queue'
import { connect, db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { saveRoster } from '../../server/services/rosters'
import { runCheck } from '../../server/services/checks'
import { listParts, openPart, startCopy } from '../../server/services/corrected'
import { cancelJob, getJob } from '../../server/services/jobs'
import { getCheck } from '../../server/services/reports'
import { sayFault } from '../../server/utils/errors'
import { accountOf, receive, until } from './help'

let owner: Account
let brief = ''
let check = ''
const FILES = 24
const workers: ChildProcess[] = []
const PHOTO = makePhoto(chanceOf(2), 16, 16)

async function startWorker(name: string): Promise<{ child: ChildProcess, process: string }> {
  const child = spawn(
    'node', ['.data/test-workers/job-process.mjs'],
    { env: { ...process.env, PGAPPNAME: name, USITOR_JOB_EXPIRES: '3', USITOR_COPY_PART_FILES: '2' }, stdio: ['ignore', 'pipe', 'inherit'] },
  )
  workers.push(child)
  const line = await new Promise<string>((resolve, reject) => {
    child.stdout?.once('data', (bytes: Buffer) => resolve(bytes.toString().trim()))
    child.once('exit', code => reject(new Error(`ended with ${code}`)))
  })
  return { child, process: line }
}

beforeAll(async () => {
  owner = await accountOf('Fay')
  brief = (await makeBrief(
    owner, 'Faults',
    { usitorBrief: 1, title: 'Faults', requirements: [{ id: 'photo', name: '{family}_photo', formats: [{ id: 'jpg' }] }] },
  )).id
  await saveRoster(
    owner, brief,
    readRoster(readTable(textBytes(`id,given,family\n${Array.from({ length: FILES }, (_, at) => `f${at},Ana,Holder${at}`).join('\n')}\n`))).roster,
  )
  await receive(owner, brief, Object.fromEntries(Array.from({ length: FILES }, (_, at) => [`Holder${at}_photo.jpg`, withComment(PHOTO, `nr ${at}`)])))
  check = (await runCheck(owner, brief)).id
  // this process asks for work and does none of it
  await startJobs({ works: false })
  // every step takes a while, so that both are surely at work and one can be killed in the middle of a step
  await db().raw('create or replace function slow_part() returns trigger language plpgsql as $$ begin perform pg_sleep(0.2); return new; '
    + 'end $$; create or replace trigger slow before insert on job_part for each row execute function slow_part()')
})
afterAll(async () => {
  for (const child of workers) child.kill('SIGKILL')
  await stopQueue()
  await db().raw('drop trigger if exists slow on job_part')
  await disconnect()
})

test('two processes share the work; one is killed in the middle of a step: every step counts exactly once and no file is lost', async () => {
  const [a, b] = [await startWorker('worker-a'), await startWorker('worker-b')]
  const jobs = [await startCopy(owner, check), await startCopy(owner, check), await startCopy(owner, check)].map(one => one.jobId)
  const steps = (): Promise<{ job_id: string, step: number, process: string }[]> => db()('job_step').whereIn('job_id', jobs)
    .orderBy('step').select('job_id', 'step', 'process')
  await until(async () => {
    const done = await steps()
    return [a, b].every(worker => done.some(one => one.process === worker.process))
  })
  await until(async () => (await db().raw(
    `select 1 from pg_stat_activity where application_name = 'worker-a' and state = 'active' and query ilike '%job_part%'`,
  )).rows.length > 0)
  a.child.kill('SIGKILL')
  for (const jobId of jobs) {
    const job = await until(async () => {
      const now = await getJob(owner, jobId)
      return now.state === 'done' || now.state === 'failed' ? now : false
    }, 120)
    expect(job).toMatchObject({ state: 'done', problem: null, done: FILES, total: FILES, result: { files: FILES, parts: FILES / 2 } })
    expect((await steps()).filter(one => one.job_id === jobId).map(one => one.step)).toEqual(Array.from({ length: FILES / 2 }, (_, at) => at))
    await readParts(jobId)
  }
}, 200_000)

async function readParts(jobId: string): Promise<void> {
  const parts = await listParts(owner, jobId)
  expect(parts.reduce((sum, part) => sum + part.files, 0)).toBe(FILES)
  const names: string[] = []
  for (const part of parts) {
    const { source } = await openPart(owner, jobId, part.step)
    const bytes = await source.read(0, source.size)
    // read by an independent program
    const list = execFileSync(
      'python3',
      ['-c', 'import io,sys,zipfile; z=zipfile.ZipFile(io.BytesIO(sys.stdin.buffer.read())); assert z.testzip() is None; '
      + 'print("\\n".join(n for n in z.namelist() if n.startswith("corrected/")))'],
      { input: bytes, encoding: 'utf8' },
    )
    names.push(...list.trim().split('\n'))
  }
  expect(new Set(names).size).toBe(FILES)
  expect(names).toHaveLength(FILES)
}

test('a job that is called off does nothing more', async () => {
  const { jobId } = await startCopy(owner, check)
  await until(async () => (await db()('job_step').where('job_id', jobId).first('step')) !== undefined)
  await cancelJob(owner, jobId)
  await until(async () => (await getJob(owner, jobId)).state === 'cancelled')
  const count = async () => (await db()('job_step').where('job_id', jobId).select('step')).length
  const before = await count()
  await new Promise(resolve => setTimeout(resolve, 1500))
  expect(await count()).toBe(before)
  expect(before).toBeLessThan(FILES / 2)
})

test('a full disk is told in words; nothing of the intake shows, and afterwards it can be received', async () => {
  await db().raw(`create or replace function full_disk() returns trigger language plpgsql as $$ begin raise exception 'could not extend `
    + `file' using errcode = '53100'; end $$; create or replace trigger full_disk before insert on content_chunk for each row `
    + 'execute function full_disk()')
  const files = { 'Holder1_photo again.jpg': withComment(PHOTO, 'again') }
  await expect(receive(owner, brief, files)).rejects.toMatchObject({ statusCode: 507, message: /no room left/ })
  await db().raw('drop trigger full_disk on content_chunk')
  expect(await db()('intake').where({ brief_id: brief, state: 'complete' })).toHaveLength(1)
  await receive(owner, brief, files)
  expect(await db()('intake').where({ brief_id: brief, state: 'complete' })).toHaveLength(2)
})

test('no database, and no connection that comes free, are told in words', async () => {
  const nowhere = connect('postgres://usitor@127.0.0.1:1/usitor')
  const lost: unknown = await nowhere.raw('select 1').catch((error: unknown) => error)
  expect(sayFault(lost)).toMatchObject({ statusCode: 503, message: /The database does not answer/ })
  const full = connect(process.env.DATABASE_URL ?? '')
  const client = full.client as Knex.Client & { pool: { acquireTimeoutMillis: number } }
  const held = await Promise.all(Array.from({ length: 14 }, () => client.acquireConnection() as Promise<unknown>))
  client.pool.acquireTimeoutMillis = 200
  const none: unknown = await full.raw('select 1').catch((error: unknown) => error)
  expect(sayFault(none)).toMatchObject({ statusCode: 503, message: /Very much is asked for/ })
  await Promise.all(held.map(one => client.releaseConnection(one)))
  await expect(full.raw('select 1')).resolves.toBeDefined()
  expect(sayFault(Object.assign(new Error('sorry, too many clients already'), { code: '53300' }))).toMatchObject({ statusCode: 503 })
  // what is nobody's fault but ours is not dressed up
  const wrong: unknown = await full.raw('select nothing from nowhere').catch((error: unknown) => error)
  expect(sayFault(wrong)).toBe(wrong)
  await Promise.all([nowhere.destroy(), full.destroy()])
})

test('of several servers the one that takes writes is used, whichever is named first; none that only reads', async () => {
  const url = process.env.DATABASE_URL ?? ''
  const port = new URL(url).port
  for (const hosts of [`127.0.0.1:1,127.0.0.1:${port}`, `127.0.0.1:${port},127.0.0.1:1`]) {
    const several = connect(url.replace(/127\.0\.0\.1:\d+/, hosts))
    await expect(several('account').where('id', owner.id).first('id')).resolves.toEqual({ id: owner.id })
    await several.destroy()
  }
  const none = connect(url.replace(/127\.0\.0\.1:\d+/, '127.0.0.1:1,127.0.0.1:2'))
  const lost: unknown = await none.raw('select 1').catch((error: unknown) => error)
  expect(sayFault(lost)).toMatchObject({ statusCode: 503 })
  await none.destroy()
})

test('the database is restarted between loading and saving a check: the check is there once, whole', async () => {
  const before = (await db()('check_run').where('brief_id', brief).select('id')).length
  const restart = () => new Promise<void>(resolve => spawn(
    'bash', ['-c', 'bash scripts/database.sh stop test; bash scripts/database.sh start test'], { stdio: 'ignore' },
  ).once('exit', () => resolve()))
  // files are loaded within the first milliseconds; the worker thread takes longer than the restart takes to begin
  const running = runCheck(owner, brief)
  await until(async () => (await db().raw(
    `select 1 from pg_stat_activity where state in ('idle', 'active') and query ilike '%check_file%' and pid <> pg_backend_pid()`,
  )).rows.length > 0, 5).catch(() => undefined)
  await restart()
  const { id } = await running
  expect((await getCheck(owner, id)).summary.files).toBe(FILES + 1)
  expect((await db()('check_run').where('brief_id', brief).select('id')).length).toBe(before + 1)
})
