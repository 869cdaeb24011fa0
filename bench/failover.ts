// npm run trial:failover: nginx, two processes, a primary and a standby on loopback. Each is killed in turn while racks are read, files
// are sent, checks made and letters posted; at the end everything that was acknowledged must be there, once.
import type { ChildProcess } from 'node:child_process'
import { execFileSync, spawn } from 'node:child_process'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, openSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import { DemoClient } from '../demo/load'
import { frameHead } from '../shared/frames'
import type { CallArguments, RouteKey } from '../shared/routes'
import { startMail } from '../stand-ins/mail'
import { writeSite } from './edge'

process.env.NODE_TLS_REJECT_UNAUTHORIZED = '0'
const ROOT = process.getuid?.() === 0
/** The database's own user must get there. */
const FOLDER = ROOT ? '/var/lib/postgresql/usitor-trial' : join(process.cwd(), '.data/trial')
const DATABASES = [54393, 54394] as const
const PROCESSES = [3301, 3302] as const
const ADDRESS = 'https://127.0.0.1:3343'
const versions = existsSync('/usr/lib/postgresql') ? readdirSync('/usr/lib/postgresql').sort((a, b) => Number(a) - Number(b)) : []
const BIN = `/usr/lib/postgresql/${versions.at(-1)}/bin`
const began = performance.now()
const say = (text: string) => console.log(`${((performance.now() - began) / 1000).toFixed(1).padStart(6)} s  ${text}`)
const pause = (ms: number) => new Promise<void>(resolve => setTimeout(resolve, ms))

for (const [what, path] of [['PostgreSQL', `${BIN}/initdb`], ['nginx', '/usr/sbin/nginx'], ['the build', '.output/server/index.mjs']]) {
  if (existsSync(path ?? '')) continue
  console.error(`${what} is missing. Run: ${what === 'the build' ? 'npm run build' : 'apt-get install postgresql nginx-light'}`)
  process.exit(1)
}

/** A program of the database's, as its own user; what it leaves running keeps none of our pipes open. */
function base(program: string, ...words: string[]): void {
  const [file, all] = ROOT ? ['runuser', ['-u', 'postgres', '--', `${BIN}/${program}`, ...words]] : [`${BIN}/${program}`, words]
  execFileSync(file as string, all as string[], { cwd: FOLDER, stdio: 'ignore', timeout: 120_000 })
}
const dataOf = (at: number) => join(FOLDER, `server-${at}`)
function startBase(at: number): void {
  const options = `-c listen_addresses=127.0.0.1 -c port=${DATABASES[at]} -c unix_socket_directories='' -c max_connections=80 -c wal_keep_size=1GB`
  base('pg_ctl', '-D', dataOf(at), '-l', join(FOLDER, `server-${at}.log`), '-o', options, '-w', '-t', '60', 'start')
}
/** As when its machine goes out: nothing is finished, nobody is told. */
const killBase = (at: number) => {
  const head = Number(readFileSync(join(dataOf(at), 'postmaster.pid'), 'utf8').split('\n')[0])
  const all = execFileSync('ps', ['-o', 'pid=', '--ppid', String(head)], { encoding: 'utf8' }).split('\n').map(Number).filter(Boolean)
  // the first with its children: those that end with it are not asked again
  execFileSync('bash', ['-c', `kill -9 ${[head, ...all].join(' ')} 2>/dev/null || true`])
}
/** Sets a server up anew as one that follows the other. */
async function follow(at: number): Promise<void> {
  rmSync(dataOf(at), { recursive: true, force: true })
  base('pg_basebackup', '-h', '127.0.0.1', '-p', String(DATABASES[1 - at]), '-U', 'usitor', '-D', dataOf(at), '-R', '-c', 'fast', '-X', 'stream')
  startBase(at)
  await synchronous(1 - at)
}
async function rowsAt(at: number, text: string, database = 'usitor'): Promise<Record<string, string>[]> {
  const client = new pg.Client({ connectionString: `postgres://usitor@127.0.0.1:${DATABASES[at]}/${database}`, connectionTimeoutMillis: 5000 })
  client.on('error', () => undefined)
  await client.connect()
  try {
    return (await client.query<Record<string, string>>(text)).rows
  }
  finally {
    await client.end()
  }
}
async function until(what: string, holds: () => Promise<boolean>, seconds = 60): Promise<number> {
  const start = performance.now()
  while (!await holds().catch(() => false)) {
    if (performance.now() - start > seconds * 1000) throw new Error(`${what}: not within ${seconds} s`)
    await pause(100)
  }
  return (performance.now() - start) / 1000
}
const synchronous = (leading: number) => until('the other follows and is waited for', async () =>
  (await rowsAt(leading, `select from pg_stat_replication where sync_state in ('sync', 'quorum')`)).length > 0)

const children = new Set<ChildProcess>()
function run(file: string, words: string[], env: Record<string, string> = {}, told?: (line: string) => void): ChildProcess {
  const log = openSync(join(FOLDER, 'processes.log'), 'a')
  const child = spawn(file, words, { env: { ...process.env, ...env }, stdio: ['ignore', told ? 'pipe' : 'ignore', log] })
  child.stdout?.setEncoding('utf8').on('data', (text: string) => text.trim().split('\n').forEach(line => told?.(line)))
  children.add(child)
  return child
}

// ---- set-up
rmSync(FOLDER, { recursive: true, force: true })
mkdirSync(FOLDER, { recursive: true, mode: 0o700 })
if (ROOT) execFileSync('chown', ['postgres', FOLDER])
say('making the primary …')
base('initdb', '-D', dataOf(0), '-U', 'usitor', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8')
startBase(0)
await rowsAt(0, 'create database usitor', 'postgres')
// the one that watches may do what it does and nothing else
await rowsAt(0, `create role watcher login; grant pg_monitor to watcher; grant execute on function pg_promote, pg_reload_conf to watcher;
  grant alter system on parameter synchronous_standby_names to watcher`)
say('making the standby …')
base('pg_basebackup', '-h', '127.0.0.1', '-p', String(DATABASES[0]), '-U', 'usitor', '-D', dataOf(1), '-R', '-c', 'fast', '-X', 'stream')
startBase(1)
const both = DATABASES.map(port => `127.0.0.1:${port}`).join(',')
const watcher = { DATABASE_URL: `postgres://watcher@${both}/usitor` }
run('node', ['.output/server/usitor-admin.mjs', 'watch'], watcher, line => say(`watch: ${line.replace(/^\S+ /, '')}`))
await synchronous(0)

const mail = await startMail()
const processes = PROCESSES.map((): ChildProcess | null => null)
function serve(at: number): void {
  processes[at] = run('node', ['scripts/start.mjs'], {
    DATABASE_URL: `postgres://usitor@${both}/usitor`, HOST: '127.0.0.1', PORT: String(PROCESSES[at]), SMTP_URL: mail.url, USITOR_PROXIES: '127.0.0.1',
    USITOR_LOG: 'error', USITOR_MAILS_A_DAY: '1000000', NODE_TLS_REJECT_UNAUTHORIZED: '1',
  })
}
const answers = (port: number) => fetch(`http://127.0.0.1:${port}/api/ready`).then(answer => answer.ok)
serve(0)
await until('the first process', () => answers(PROCESSES[0]))
serve(1)
await until('the second process', () => answers(PROCESSES[1]))

const { config } = writeSite(FOLDER, PROCESSES, { plain: 3380, safe: 3343 })
const edge = () => run('/usr/sbin/nginx', ['-c', config])
let front = edge()
await until('nginx', () => fetch(`${ADDRESS}/api/ready`).then(answer => answer.ok))
say('nginx, two processes, primary and standby are there')

// ---- load
interface Try { at: number, end: number, ok: boolean, kind: string, why: string }
const tries: Try[] = []
let loading = true
/** Asks until it is answered; every single try counts. */
async function ask<K extends RouteKey>(client: DemoClient, kind: string, key: K, ...call: CallArguments<K>) {
  for (;;) {
    const at = performance.now()
    try {
      const answer = await client.send(key, ...call)
      tries.push({ at, end: performance.now(), ok: true, kind, why: '' })
      return answer
    }
    catch (error) {
      const why = error instanceof Error ? error.message : String(error)
      tries.push({ at, end: performance.now(), ok: false, kind, why })
      // a refusal in words is no outage: the trial itself is wrong
      if (/: 4\d\d /.test(why) && !/: (?:408|425|429) /.test(why)) throw error
      await pause(250)
    }
  }
}
const ACCOUNT = { name: 'Trial', mail: 'trial@usitor.example', password: 'only for this trial' }
const owner = new DemoClient(ADDRESS)
await ask(owner, 'set-up', 'POST /api/accounts', { body: ACCOUNT })
const signIn = async () => {
  const client = new DemoClient(ADDRESS)
  await ask(client, 'set-up', 'POST /api/session', { body: { mail: ACCOUNT.mail, password: ACCOUNT.password } })
  return client
}
const PEOPLE = 4000
const people = Array.from({ length: PEOPLE }, (_, at) => ({
  id: `p${at}`, given: `Given${at}`, family: `Family${at}`, name: `Given${at} Family${at}`, group: '', email: `p${at}@usitor.example`, aliases: [],
  fields: {},
}))
const document = { usitorBrief: 1, title: 'Trial', requirements: [{ id: 'r', title: 'Piece', name: '{family}_piece', formats: [{ id: 'jpg' }] }] }
const newBrief = async (list: typeof people) => {
  const { id } = await ask(owner, 'set-up', 'POST /api/briefs', { body: { title: 'Trial', document } })
  await ask(owner, 'set-up', 'PUT /api/briefs/:id/roster', { id, body: { people: list, columns: ['id', 'given', 'family', 'email'] } })
  const made = await ask(owner, 'set-up', 'POST /api/briefs/:id/checks', { id })
  return { id, check: made.id ?? '' }
}
const [rack, received, letters] = [await newBrief(people.slice(0, 300)), await newBrief(people.slice(0, 20)), await newBrief(people)]

const reading = { candidates: ['unknown' as const], version: null, state: 'ok' as const, verified: 'signature' as const, fault: null, props: {} }
const kept = new Map<string, string>()
const checks = new Set<string>()
const jobs = new Set<string>()
const written = new Map<string, string>()
const sendFiles = async (client: DemoClient, name: string) => {
  for (let round = 0; loading; round++) {
    const files = Array.from({ length: 5 }, (_, at) => ({ path: `${name}/${round}-${at}.bin`, bytes: new Uint8Array(randomBytes(200_000)) }))
      .map(file => ({ ...file, sha256: createHash('sha256').update(file.bytes).digest('hex') }))
    const key = randomUUID()
    // an intake that was interrupted is asked for again by its key, as a page does
    const intake = await ask(client, 'upload', 'POST /api/briefs/:id/intakes', { id: received.id, body: { key, root: name, keeps: true } })
    const facts = files.map(({ path, bytes, sha256 }) => ({ path, size: bytes.length, modified: 0, sha256, reading }))
    const { ids } = await ask(client, 'upload', 'POST /api/intakes/:id/files', { id: intake.id, body: { files: facts } })
    const framed = files.flatMap(({ bytes }, at) => [frameHead(ids[at] ?? '', bytes.length), bytes as Uint8Array<ArrayBuffer>])
    await ask(client, 'upload', 'POST /api/intakes/:id/contents', { id: intake.id, body: new Blob(framed) })
    await ask(client, 'upload', 'POST /api/intakes/:id/complete', { id: intake.id, body: { files: files.length, replaces: false } })
    for (const { path, sha256 } of files) kept.set(path, sha256)
  }
}
const readRacks = async (client: DemoClient) => {
  while (loading) {
    await ask(client, 'rack', 'GET /api/checks/:id/rack', { id: rack.check })
    await pause(100)
  }
}
const makeChecks = async (client: DemoClient) => {
  while (loading) {
    const { id, jobId } = await ask(client, 'check', 'POST /api/briefs/:id/checks', { id: rack.id })
    if (id) checks.add(id)
    if (jobId) jobs.add(jobId)
    await pause(500)
  }
}
const postLetters = async (client: DemoClient) => {
  for (let from = 0; loading && from < PEOPLE; from += 20) {
    const holders = people.slice(from, from + 20)
    const { jobId } = await ask(client, 'letters', 'POST /api/checks/:id/slips/send', {
      id: letters.check, body: { holders: holders.map(person => person.id), again: false },
    })
    // an answer that was lost names no job the second time: the letters count, by whoever sends them
    if (jobId) jobs.add(jobId)
    for (const person of holders) written.set(person.email, person.id)
    await pause(700)
  }
}
const LOADS = [readRacks, readRacks, readRacks, readRacks, sendFiles, sendFiles, sendFiles, makeChecks, postLetters]
const clients: DemoClient[] = []
// one after the other: an account that is tried nine times at once is an attack
while (clients.length < LOADS.length) clients.push(await signIn())
const work = Promise.all(LOADS.map((load, at) => load(clients[at] ?? owner, `c${at}`)))
work.catch((error: unknown) => {
  console.error(error)
  process.exitCode = 1
})

/** What was answered instead, each kind once: a 500 whole, since there should be none. */
const reasonsOf = (failed: readonly Try[]) => [...new Set(failed.map(({ why }) => {
  const status = /: (\d{3}) /.exec(why)?.[1] ?? 'no answer'
  return status === '500' ? why.slice(0, 80) : status
}))].join(', ')

// ---- one after the other goes
const KINDS = ['rack', 'upload', 'check', 'letters']
async function without(what: string, kill: () => void, back: () => Promise<void> | void): Promise<void> {
  const start = performance.now()
  say(`${what}: killed`)
  kill()
  await pause(12_000)
  await back()
  await pause(8000)
  const during = tries.filter(one => one.at >= start || one.end >= start)
  const failed = during.filter(one => !one.ok)
  const recovered = Math.max(0, ...failed.map(one => one.end - start)) / 1000
  const gaps = KINDS.map((kind) => {
    const answered = during.filter(one => one.ok && one.kind === kind && one.end > start)
    const ends = [start, ...answered.map(one => one.end), performance.now()].sort((a, b) => a - b)
    return `${kind} ${(Math.max(...ends.slice(1).map((end, at) => end - (ends[at] ?? 0))) / 1000).toFixed(1)}`
  })
  const reasons = reasonsOf(failed)
  say(`${what}: ${failed.length} of ${during.length} requests failed${failed.length > 0 ? ` (${reasons})` : ''}, the last one `
    + `${recovered.toFixed(1)} s after; longest without an answer, in s: ${gaps.join(', ')}`)
}
await pause(5000)
const early = tries.filter(one => !one.ok)
say(`before anything is killed: ${tries.length} requests, ${early.length} failed ${early.map(one => `${one.kind}: ${one.why}`).join('; ')}`)
for (const at of [0, 1]) {
  await without(`process ${at + 1} of 2`, () => processes[at]?.kill('SIGKILL'), async () => {
    serve(at)
    await until('the process is back', () => answers(PROCESSES[at] ?? 0))
  })
}
await without('nginx', () => {
  front.kill('SIGKILL')
  // systemd starts it again after two seconds
  setTimeout(() => { front = edge() }, 2000)
}, () => undefined)
await without('the standby', () => killBase(1), async () => {
  startBase(1)
  await synchronous(0)
})
await without('the primary', () => killBase(0), () => follow(0))
await without('the primary that took over', () => killBase(1), () => follow(1))

// ---- what was acknowledged
loading = false
await work
say('load ended; waiting for the work that was asked for')
const leading = 0
const waited = await until('all work is done', async () =>
  (await rowsAt(leading, `select from job where state in ('queued', 'running')`)).length === 0, 120)
const stored = await rowsAt(leading, `select path, count(*)::int as times,
  min((select encode(sha256(string_agg(bytes, ''::bytea order by number)), 'hex')
    from content_chunk where content_chunk.content_id = received_file.content_id)) as hash
  from received_file join intake on intake.id = intake_id where state = 'complete' group by path`)
const there = new Map(stored.map(row => [row.path, row]))
const lost = [...kept].filter(([path, sha256]) => there.get(path)?.hash !== sha256)
const doubled = stored.filter(row => Number(row.times) !== 1)
const made = new Set((await rowsAt(leading, 'select id from check_run')).map(row => row.id))
const lostChecks = [...checks].filter(id => !made.has(id))
const jobRows = new Map((await rowsAt(leading, 'select id, state from job')).map(row => [row.id, row.state]))
const lostJobs = [...jobs].filter(id => jobRows.get(id) !== 'done')
const states = await rowsAt(leading, 'select address, state from slip_mail')
const count = (state: string) => states.filter(row => row.state === state).length
const arrivals = new Map<string, number>()
for (const { to } of mail.taken) for (const address of to) arrivals.set(address, (arrivals.get(address) ?? 0) + 1)
const stateOf = new Map(states.map(row => [row.address, row.state]))
const untrue = states.filter(row => row.state === 'sent' && !arrivals.has(row.address ?? ''))
const lostLetters = [...written.keys()].filter(address => !stateOf.has(address))
const twice = [...arrivals.values()].filter(times => times > 1)
say(`work asked for was done ${waited.toFixed(1)} s after the load ended`)
say(`files acknowledged: ${kept.size}; lost or changed: ${lost.length}, doubled: ${doubled.length}`)
say(`checks acknowledged: ${checks.size}, lost: ${lostChecks.length}; jobs acknowledged: ${jobs.size}, not done: ${lostJobs.length}`)
say(`letters acknowledged: ${written.size}, lost: ${lostLetters.length}; told as sent: ${count('sent')}, of them not arrived: `
  + `${untrue.length}; arrived twice: ${twice.length}; told as "not known" (on their way when a process ended): `
  + `${count('unknown')}; failed: ${count('failed')}`)
if (lost.length + doubled.length + lostChecks.length + lostJobs.length + untrue.length + lostLetters.length + twice.length > 0) process.exitCode = 1
if (tries.some(one => / 500 /.test(one.why))) console.error(readFileSync(join(FOLDER, 'processes.log'), 'utf8').slice(-4000))
await mail.close()
for (const child of children) child.kill('SIGKILL')
for (const at of [0, 1]) killBase(at)
rmSync(FOLDER, { recursive: true, force: true })
process.exit()
