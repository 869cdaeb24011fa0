import { createHash, randomUUID } from 'node:crypto'
import pg from 'pg'
import { v7 as uuid } from 'uuid'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBytes } from '../../core/formats/identify'
import { db } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { answerOffer, listOffers, shareBrief } from '../../server/services/members'
import type { Role } from '../../shared/answers'
import type { JobKind, JobResults } from '../../shared/jobs'
import { getJob } from '../../server/services/jobs'
import { addFiles, completeIntake, startIntake, storeFiles } from '../../server/services/intakes'

/** An account made straight in the database. */
export async function accountOf(name: string): Promise<Account> {
  const made = { id: uuid(), mail: `${name.toLowerCase()}-${randomUUID()}@shore.example`, name }
  await db()('account').insert({ ...made, password: 'x' })
  return made
}

export const TIME = 1_760_000_000_000

/** Receives files as a page would: announced, sent, closed. */
export async function receive(
  account: Account, brief: string, files: Record<string, Uint8Array>,
  { replaces = false, keeps = true, root = 'in', modified = TIME } = {},
): Promise<string> {
  const { id } = await startIntake(account, brief, { key: randomUUID(), root, keeps })
  const list = Object.entries(files)
  const { ids } = await addFiles(account, id, await Promise.all(list.map(async ([path, bytes]) => ({
    path, size: bytes.length, modified, sha256: createHash('sha256').update(bytes).digest('hex'), reading: await readBytes(sourceFromBytes(bytes)),
  }))))
  if (keeps) await storeFiles(account, id, list.map(([, bytes], at) => ({ fileId: ids[at] ?? '', bytes })))
  await completeIntake(account, id, list.length, replaces)
  return id
}

/** Waits until something holds; asks again every so often. */
export async function until<T>(look: () => Promise<T | false | null | undefined>, seconds = 60): Promise<T> {
  for (const end = Date.now() + seconds * 1000; ;) {
    const seen = await look()
    if (seen) return seen
    if (Date.now() > end) throw new Error(`not within ${seconds} s`)
    await new Promise(resolve => setTimeout(resolve, 100))
  }
}

/** Waits until a job is at its end; resolves to what it handed back. */
export async function ended<K extends JobKind>(account: Account, jobId: string): Promise<JobResults[K]> {
  const job = await until(async () => {
    const one = await getJob(account, jobId)
    return ['done', 'failed', 'cancelled'].includes(one.state) && one
  })
  if (job.state !== 'done') throw new Error(job.problem ?? job.state)
  return job.result as JobResults[K]
}

/** Waits until nothing is under way or waits for a brief: a check that comes by itself after something arrived has been made then. */
export async function settled(brief: string): Promise<void> {
  await until(async () => !await db()('job').where('brief_id', brief).whereIn('state', ['queued', 'running']).first('id'))
}

/** Lets an account take part in a brief: asked by its owner, agreed to by themselves. */
export async function takePart(owner: Account, brief: string, account: Account, role: Role): Promise<void> {
  await shareBrief(owner, brief, account.mail, role)
  for (const { id } of await listOffers(account)) await answerOffer(account, id, true)
}

/** Takes the database away: what is connected is cut off and nothing new gets in, until what this gives back is called. */
export async function databaseAway(): Promise<() => Promise<void>> {
  const own = new URL(process.env.DATABASE_URL ?? '')
  const name = own.pathname.slice(1)
  own.pathname = '/postgres'
  const keeper = new pg.Client({ connectionString: String(own) })
  await keeper.connect()
  const allow = (allowed: boolean) => keeper.query(`alter database ${pg.escapeIdentifier(name)} allow_connections ${allowed}`)
  await allow(false)
  await keeper.query('select pg_terminate_backend(pid) from pg_stat_activity where datname = $1', [name])
  return async () => {
    await allow(true)
    await keeper.end()
  }
}
