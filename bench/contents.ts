// npm run trial:contents: 20,000 contents of 2 GB in all move from PostgreSQL to OpenStack Swift, while what moves them and Swift itself
// are killed; then ranges and packing from there beside the same from PostgreSQL, and all of it back.
import type { ChildProcess } from 'node:child_process'
import { execFileSync, spawn } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import { mkdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { DemoClient } from '../demo/load'
import { db, disconnect } from '../server/database/connection'
import { contentSource, keepWhole } from '../server/database/contents'
import { clearLeftovers } from '../server/services/moved-contents'
import { dropDatabase, query, serve, startDatabase, url } from './installation'
import { startSwift, SWIFT, SWIFT_SECRET } from './swift'

const [PORT, FILES, PACKED] = [3296, Number(process.argv[2] ?? 20_000), 200]
const LARGE = FILES / 200
const began = performance.now()
const say = (text: string) => console.log(`${((performance.now() - began) / 1000).toFixed(1).padStart(6)} s  ${text}`)
const pause = (ms: number) => new Promise<void>(done => setTimeout(done, ms))
const base = resolve('.data/bench/contents')
rmSync(base, { recursive: true, force: true })
mkdirSync(join(base, 'files'), { recursive: true })

const swift = await startSwift(resolve('.data/servers/swift'))
const away = {
  USITOR_CONTENTS: `s3://${SWIFT.bucket}/contents`, USITOR_CONTENTS_ADDRESS: SWIFT.address, USITOR_CONTENTS_KEY: SWIFT.name,
  USITOR_CONTENTS_SECRET: SWIFT_SECRET,
}
const { USITOR_CONTENTS: _, ...reached } = away
await startDatabase()
Object.assign(process.env, reached, { DATABASE_URL: url })
const server = await serve(PORT, { ...reached, USITOR_FOLDERS: resolve('.data'), USITOR_SECRET: randomBytes(32).toString('base64') })

function admin(command: string[], env: NodeJS.ProcessEnv): { child: ChildProcess, ended: Promise<{ code: number | null, said: string }> } {
  const child = spawn('node', ['.output/server/usitor-admin.mjs', ...command], { env: { ...process.env, DATABASE_URL: url, ...env } })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => (said += String(piece)))
  return { child, ended: new Promise(done => child.once('exit', code => done({ code, said: said.trim() }))) }
}
const whole = async (command: string[], env: NodeJS.ProcessEnv = away) => {
  const { code, said } = await admin(command, env).ended
  if (code !== 0) throw new Error(`${command.join(' ')}: ${said}`)
  return said.split('\n').at(-1) ?? ''
}
const moved = async () => Number((await query('select count(*) as many from content where moved_to is not null'))[0]?.many ?? 0)
const sums = async () => (await query(`select count(*) as contents, md5(string_agg(sha256 || size, ',' order by id)) as all from content
  where state = 'sealed' and not own`))[0]

// ---- a brief of 200 MB, packed from PostgreSQL
const client = new DemoClient(`http://127.0.0.1:${PORT}`)
await client.send('POST /api/accounts', { body: { name: 'Trial', mail: 'trial@usitor.example', password: 'only for the trial' } })
const { id } = await client.send('POST /api/briefs', { body: { title: 'Trial', document: {
  usitorBrief: 1, title: 'Trial', requirements: [{ id: 'a', title: 'A', name: '{family}_{n}', fields: { n: { type: 'number' } }, count: {
    from: PACKED, by: 'n' } }],
} } })
await client.send('PUT /api/briefs/:id/roster', { id, body: { people: [
  { id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh', group: '', email: '', aliases: [], fields: {} },
], columns: [] } })
for (let at = 1; at <= PACKED; at++) {
  const path = join(base, 'files', `Marsh_${at}.bin`)
  writeFileSync(path, randomBytes(1_000_000))
  utimesSync(path, new Date(0), new Date(0))
}
async function ended(jobId: string): Promise<number> {
  const start = performance.now()
  for (;;) {
    const job = await client.send('GET /api/jobs/:id', { id: jobId })
    if (job.state === 'done') return (performance.now() - start) / 1000
    if (job.state !== 'queued' && job.state !== 'running') throw new Error(job.problem ?? job.state)
    await pause(50)
  }
}
const place = await client.send('POST /api/briefs/:id/places', { id, body: {
  kind: 'folder', root: 'Files', settings: { path: join(base, 'files') }, secret: '', keeps: true, everyMinutes: null,
} })
await ended(place.jobId ?? '')
// it is checked by itself once it has come
let check: Record<string, string> | undefined
while (check === undefined) {
  await pause(1000)
  ;[check] = await query(`select id from check_run where not exists (select 1 from job where state in ('queued', 'running'))`)
}
const pack = async () => ended((await client.send('POST /api/checks/:id/pack', { id: check.id ?? '', body: { volume: 500_000_000 } })).jobId)
const packedHere = await pack()
say(`packing ${PACKED} MB out of PostgreSQL: ${packedHere.toFixed(1)} s`)

// ---- 2 GB more
let bytes = 0
for (let at = 0; at < FILES; at += 50) {
  const some = Array.from({ length: 50 }, (_, inner) => {
    const content = randomBytes((at + inner) % (FILES / LARGE) === 0 ? 10_000_000 : 50_000)
    bytes += content.length
    return { bytes: content, sha256: createHash('sha256').update(content).digest('hex') }
  })
  await db().transaction(trx => keepWhole(trx, some))
}
const before = await sums()
const [{ many: total = '0' } = {}] = await query(`select count(*) as many from content where state = 'sealed' and not own`)
say(`${total} contents, ${(bytes / 1e9).toFixed(2)} GB and ${PACKED} MB, in PostgreSQL`)

const looked = await db()('content').where({ state: 'sealed', own: false }).orderByRaw('md5(id::text)').limit(300).select('id', 'size')
async function ranges(): Promise<number> {
  const start = performance.now()
  for (const one of looked) await contentSource(one.id, Number(one.size)).read(Math.floor(Number(one.size) / 3), 64_000)
  return (performance.now() - start) / 1000
}
const rangesHere = await ranges()

// ---- away, killed in each phase
const start = performance.now()
for (const [what, kill] of [['what moves them', 'process'], ['Swift', 'store'], ['what moves them, once more', 'process']] as const) {
  const run = admin(['contents-away'], away)
  await pause(12_000)
  if (kill === 'process') run.child.kill('SIGKILL')
  else swift.kill()
  const { said } = await run.ended
  const so = await moved()
  say(`${what} killed after 12 s: ${so} moved, the rest is here${said === '' ? '' : `; said: "${said.split('\n').at(-1)}"`}`)
  if (kill === 'store') await swift.start()
}
const one = admin(['contents-away'], away)
const two = admin(['contents-away'], away)
await pause(8000)
two.child.kill('SIGKILL')
const last = await one.ended
if (last.code !== 0) throw new Error(last.said)
// what the one that was killed held is free now
say(`two at once, one killed: ${last.said.split('\n').at(-1)}; then ${await whole(['contents-away'])}`)
const seconds = (performance.now() - start) / 1000
say(`${await moved()} of ${total} moved, ${((bytes / 1e6 + PACKED) / seconds).toFixed(0)} MB a second with all that was killed`)
await clearLeftovers(0)

async function objects(): Promise<number> {
  let [count, after] = [0, '']
  for (;;) {
    const page = await swift.calls.ask<{ Contents?: { Key?: string }[], IsTruncated?: boolean }>(
      new swift.calls.sdk.ListObjectsV2Command({ Bucket: SWIFT.bucket, StartAfter: after }), AbortSignal.timeout(60_000), '',
    )
    count += page.Contents?.length ?? 0
    after = page.Contents?.at(-1)?.Key ?? ''
    if (!page.IsTruncated) return count
  }
}
const kept = await objects()
if (kept !== Number(total)) throw new Error(`${kept} objects for ${total} contents`)
const [here] = await query('select count(*) as many from content_chunk join content on content.id = content_id where not own')
say(`${kept} objects in Swift, as many as contents; ${here?.many} pieces of them in PostgreSQL`)
say(await whole(['verify']))

// ---- reading from there
const rangesThere = await ranges()
const compared = (here: number, there: number) =>
  `${here.toFixed(2)} s from PostgreSQL, ${there.toFixed(2)} s from Swift: ratio ${(there / here).toFixed(1)}`
say(`300 ranges of 64 kB: ${compared(rangesHere, rangesThere)}`)
const packedThere = await pack()
say(`packing ${PACKED} MB: ${compared(packedHere, packedThere)}`)

// ---- back, killed once
const back = admin(['contents-back'], reached)
await pause(8000)
back.child.kill('SIGKILL')
await back.ended
say(`bringing back killed after 8 s: ${await moved()} still there`)
say(await whole(['contents-back'], { ...reached, USITOR_CONTENTS: '' }))
await clearLeftovers(0)
say(`${await objects()} objects left in Swift; ${await whole(['verify'], reached)}`)
if (JSON.stringify(await sums()) !== JSON.stringify(before)) throw new Error('contents are not what they were')
say('every content has the hash and size it had: nothing lost, nothing doubled')

await disconnect()
server.kill('SIGKILL')
swift.stop()
await dropDatabase()
execFileSync('rm', ['-rf', base])
process.exit(0)
