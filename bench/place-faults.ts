// npm run trial:place-faults: a place is looked at while the process that looks is killed in every phase, a place of 200,000 files, and
// results handed on to a disk that is full. At the end everything must be there, once.
import type { ChildProcess } from 'node:child_process'
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import { mkdirSync, readFileSync, readdirSync, renameSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import pg from 'pg'
import { DemoClient } from '../demo/load'
import { dropDatabase, peakOf, query, serve, startDatabase, url } from './installation'

const [PORT, SMALL, LARGE, WIDE] = [3297, Number(process.argv[2] ?? 3000), 80_000_000, Number(process.argv[3] ?? 200_000)]
const began = performance.now()
const say = (text: string) => console.log(`${((performance.now() - began) / 1000).toFixed(1).padStart(6)} s  ${text}`)
const pause = (ms: number) => new Promise<void>(done => setTimeout(done, ms))
const base = resolve('.data/bench/faults')
rmSync(base, { recursive: true, force: true })
mkdirSync(base, { recursive: true })

await startDatabase()
const environment = { USITOR_FOLDERS: base, USITOR_SECRET: randomBytes(32).toString('base64') }
let server: ChildProcess = await serve(PORT, environment)
const client = new DemoClient(`http://127.0.0.1:${PORT}`)
await client.send('POST /api/accounts', { body: { name: 'Trial', mail: 'trial@usitor.example', password: 'only for the trial' } })
const watch = new pg.Client(url)
await watch.connect()

async function brief(title: string): Promise<string> {
  const { id } = await client.send('POST /api/briefs', { body: { title, document: {
    usitorBrief: 1, title, requirements: [{ id: 'a', title: 'A', name: '{family}_a', formats: [] }],
  } } })
  await client.send('PUT /api/briefs/:id/roster', { id, body: { people: [
    { id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh', group: '', email: '', aliases: [], fields: {} },
  ], columns: [] } })
  return id
}
const old = new Date(Date.now() - 3_600_000)
function put(path: string, content: Buffer | string): void {
  writeFileSync(path, content)
  utimesSync(path, old, old)
}
async function ended(jobId: string): Promise<Record<string, unknown>> {
  for (;;) {
    const job = await client.send('GET /api/jobs/:id', { id: jobId })
    if (job.state === 'done') return job.result as Record<string, unknown>
    if (job.state !== 'queued' && job.state !== 'running') throw new Error(job.problem ?? job.state)
    await pause(50)
  }
}
/** Checks follow by themselves: they are waited for. */
async function idle(): Promise<void> {
  await pause(4000)
  while ((await query(`select 1 from job where state in ('queued', 'running')`)).length > 0) await pause(200)
}

// ---- killed in every phase
const folder = join(base, 'place')
for (let at = 0; at < SMALL; at++) {
  if (at % 100 === 0) mkdirSync(join(folder, `folder ${at / 100}`), { recursive: true })
  put(join(folder, `folder ${Math.floor(at / 100)}`, `file ${at}.bin`), randomBytes(2000 + at))
}
put(join(folder, 'large.bin'), randomBytes(LARGE))

/** What a scan's transaction last asked for tells where it is. */
const PHASES: readonly (readonly [what: string, asked: RegExp])[] = [
  ['listing', /insert into "place_look"|insert into "place_file"/], ['comparing', /place_file seen|place_file using|intake" where .*"place_id"/],
  ['an intake is begun', /insert into "intake"/], ['reading small files', /insert into "received_file"|"place_file" set "state"/],
  ['a large file comes', /content_chunk/], ['ending', /update "intake"|update "place" set|delete from "place_(?:look|file)"/],
]
/** Waits until a transaction is in a phase; `false`: the scan ended before it was seen there. */
async function meets(asked: RegExp, jobId: string): Promise<boolean> {
  for (let looks = 0; ; looks++) {
    const { rows } = await watch.query<{ query: string }>(`select query from pg_stat_activity
      where datname = current_database() and pid <> pg_backend_pid() and (xact_start is not null or state = 'active')`)
    if (rows.some(row => asked.test(row.query))) return true
    if (looks % 20 === 19) {
      const { rows: [job] } = await watch.query<{ state: string }>('select state from job where id = $1', [jobId])
      if (job?.state !== 'queued' && job?.state !== 'running') return false
    }
  }
}
async function kill(): Promise<void> {
  server.kill('SIGKILL')
  await new Promise(done => server.once('exit', done))
  server = await serve(PORT, environment)
}
async function filesUnder(inner: string): Promise<Map<string, string>> {
  return new Map(readdirSync(inner, { recursive: true, withFileTypes: true }).filter(one => one.isFile()).map((one) => {
    const path = join(one.parentPath, one.name)
    return [path.slice(inner.length + 1), createHash('sha256').update(readFileSync(path)).digest('hex')]
  }))
}
/** Everything that lies there was received once, under its own hash, and is kept; nothing is left half. */
async function isWhole(place: string): Promise<string> {
  const there = await filesUnder(folder)
  const rows = await query(`select path, sha256, content_id from received_file where intake_id = (select id from intake where place_id = '${place}'
    and state = 'complete' and replaced_at is null)`)
  const wrong = rows.filter(row => there.get(row.path ?? '') !== row.sha256 || row.content_id === null).length
  const [left] = await query(`select (select count(*) from place_file) + (select count(*) from place_look) as steps,
    (select count(*) from intake where state = 'receiving') as intakes, (select count(*) from content where state <> 'sealed') as half,
    (select count(*) - count(distinct sha256) from content where state = 'sealed' and not own) as double`)
  const lost = [...there.keys()].length - new Set(rows.map(row => row.path)).size
  const told = `${rows.length} received of ${there.size}, ${wrong} wrong, ${lost} lost; left behind: ${left?.steps} steps, ${left?.intakes} intakes, `
    + `${left?.half} half contents, ${left?.double} double ones`
  const half = ['steps', 'intakes', 'half', 'double'].some(one => Number(left?.[one]) > 0)
  if (wrong > 0 || lost > 0 || rows.length !== there.size || half) throw new Error(told)
  return told
}

const trial = await brief('Killed')
const added = await client.send('POST /api/briefs/:id/places', { id: trial, body: {
  kind: 'folder', root: 'Drive', settings: { path: folder }, secret: '', keeps: true, everyMinutes: null,
} })
async function killedThrough(jobId: string): Promise<string> {
  const met: string[] = []
  for (const [what, asked] of PHASES) {
    if (!await meets(asked, jobId)) break
    await kill()
    met.push(what)
  }
  await ended(jobId)
  return `killed while ${met.join(', ')}`
}
say(`first look, ${await killedThrough(added.jobId ?? '')}`)
await idle()
say(await isWhole(added.id))

const names = readdirSync(join(folder, 'folder 1'))
for (const [at, name] of names.entries()) {
  const path = join(folder, 'folder 1', name)
  if (at < 20) put(path, randomBytes(3000 + at))
  else if (at < 30) rmSync(path)
  else if (at < 40) renameSync(path, join(folder, 'folder 2', `moved ${name}`))
}
put(join(folder, 'large.bin'), randomBytes(LARGE))
utimesSync(join(folder, 'large.bin'), new Date(Date.now() - 60_000), new Date(Date.now() - 60_000))
const again = await client.send('POST /api/briefs/:id/places/:place/scan', { id: trial, place: added.id })
say(`looked at again, ${await killedThrough(again.jobId)}`)
await idle()
say(await isWhole(added.id))

// ---- handed on to a disk that is full
const full = join(base, 'full')
mkdirSync(full)
const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=64k', 'tmpfs', full]).status === 0
if (mounted) {
  const { id: disk } = await client.send('POST /api/briefs/:id/places', { id: trial, body: {
    kind: 'folder', root: 'Full', settings: { path: full }, secret: '', keeps: false, everyMinutes: null,
  } })
  await idle()
  const asked = client.send('POST /api/briefs/:id/places/:place/hand-on', { id: trial, place: disk, body: {
    what: ['json'], name: '{title}', over: true, afterCheck: false,
  } })
  const told = await asked.then(() => 'WRITTEN', (error: unknown) => /"message": "([^"]*)"/.exec((error as Error).message)?.[1] ?? String(error))
  const left = readdirSync(full)
  spawnSync('umount', [full])
  say(`handed on to a full disk: "${told}"; left there: ${left.length} files`)
  if (left.length > 0) throw new Error(left.join())
}
else say('handed on to a full disk: not tried, only root may make one')

// ---- 200,000 files
const many = join(base, 'many')
for (let at = 0; at < WIDE; at++) {
  if (at % 20_000 === 0) mkdirSync(join(many, `folder ${at / 20_000}`), { recursive: true })
  put(join(many, `folder ${Math.floor(at / 20_000)}`, `file ${at}.txt`), `${at}`)
}
const wide = await brief('Wide')
const before = peakOf(server)
const start = performance.now()
const place = await client.send('POST /api/briefs/:id/places', { id: wide, body: {
  kind: 'folder', root: 'Many', settings: { path: many }, secret: '', keeps: false, everyMinutes: null,
} })
const all = await ended(place.jobId ?? '')
const first = (performance.now() - start) / 1000
say(`${String(all.files)} files looked at for the first time in ${first.toFixed(0)} s; most memory ${before.toFixed(0)} MB before, `
  + `${peakOf(server).toFixed(0)} MB after`)
await idle()
const since = performance.now()
const unchanged = await ended((await client.send('POST /api/briefs/:id/places/:place/scan', { id: wide, place: place.id })).jobId)
const took = (performance.now() - since) / 1000
const listing = performance.now()
execFileSync('find', [many, '-printf', '%p %s %T@\n'], { maxBuffer: 100_000_000 })
const alone = (performance.now() - listing) / 1000
say(`looked at again, ${unchanged.unchanged === true ? 'unchanged' : 'CHANGED'}: ${took.toFixed(0)} s; listed by find ${alone.toFixed(1)} s`)
put(join(many, 'one more.txt'), 'x')
const { jobId: tooMany } = await client.send('POST /api/briefs/:id/places/:place/scan', { id: wide, place: place.id })
say(`with one more: "${await ended(tooMany).then(() => 'taken', (error: unknown) => (error as Error).message)}"`)

await watch.end()
server.kill('SIGKILL')
await dropDatabase()
rmSync(base, { recursive: true, force: true })
process.exit(0)
