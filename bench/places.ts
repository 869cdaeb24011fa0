// Places beside what else lists and fetches from the same servers: 10,000 files of which 20 change, and a first look at 2,000 files of 100 kB.
// With [s3] a store of objects as well (OpenStack Swift); with [large] one file of 5 GB. Names of kinds measure these alone.
import { execFileSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { chmodSync, mkdirSync, mkdtempSync, rmSync, truncateSync, utimesSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { DemoClient } from '../demo/load'
import type { ScanResult } from '../shared/jobs'
import type { PlaceKey } from '../shared/places'
import { startApache } from '../tests/places/apache'
import { messageOf, startDovecot } from '../tests/places/dovecot'
import { startSshd } from '../tests/places/sshd'
import { dropDatabase, peakOf, query, serve, startDatabase } from './installation'
import { startSwift, SWIFT, SWIFT_SECRET } from './swift'

const PORT = 3295
const ADDRESS = `http://127.0.0.1:${PORT}`
mkdirSync('.data/bench', { recursive: true })
const base = mkdtempSync(resolve('.data/bench/places-'))
const seconds = (since: number) => (performance.now() - since) / 1000
const timed = (work: () => void) => {
  const start = performance.now()
  work()
  return seconds(start)
}
const sh = (command: string) => void execFileSync('bash', ['-c', command], { stdio: 'ignore' })

await startDatabase()
const server = await serve(PORT, { USITOR_SECRET: randomBytes(32).toString('base64'), USITOR_FOLDERS: resolve('.data'), USITOR_HOSTS: '127.0.0.1' })
const client = new DemoClient(ADDRESS)
await client.send('POST /api/accounts', { body: { name: 'Bench', mail: 'bench@usitor.example', password: 'only for the bench' } })
const { id } = await client.send('POST /api/briefs', { body: { title: 'Places', document: {
  usitorBrief: 1, title: 'Places', requirements: [{ id: 'a', title: 'A', name: '{family}_a', formats: [] }],
} } })
await client.send('PUT /api/briefs/:id/roster', { id, body: { people: [
  { id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh', group: '', email: '', aliases: [], fields: {} },
], columns: [] } })

async function ended(jobId: string): Promise<ScanResult> {
  for (;;) {
    const job = await client.send('GET /api/jobs/:id', { id: jobId })
    if (job.state === 'done') return job.result as ScanResult
    if (job.state !== 'queued' && job.state !== 'running') throw new Error(job.problem ?? job.state)
    await new Promise(again => setTimeout(again, 50))
  }
}
/** Checks that follow by themselves are waited for: they are measured elsewhere. */
async function idle(): Promise<void> {
  await new Promise(go => setTimeout(go, 4000))
  while ((await query(`select 1 from job where state in ('queued', 'running')`)).length > 0) await new Promise(go => setTimeout(go, 200))
}
const FOLDERS = 50
const pathOf = (inner: string, at: number) => `${inner}/folder ${at % FOLDERS}/file ${at}.bin`
function write(folder: string, count: number, size: number) {
  const old = new Date(Date.now() - 3_600_000)
  for (let at = 0; at < count; at++) {
    const inner = join(folder, `folder ${at % FOLDERS}`)
    if (at < FOLDERS) {
      mkdirSync(inner, { recursive: true })
      chmodSync(inner, 0o777)
    }
    writeFileSync(join(inner, `file ${at}.bin`), size > 1000 ? randomBytes(size) : `${at}`)
    utimesSync(join(inner, `file ${at}.bin`), old, old)
  }
}

const [apache, shell] = [await startApache(), await startSshd()]
const login = (command: string) => `printf '${command}\\n' | sftp -q -b - -i ${shell.folder}/../own -o StrictHostKeyChecking=no `
  + `-o UserKnownHostsFile=/dev/null -P ${shell.host.split(':')[1]} ${shell.name}@127.0.0.1`
interface Kind {
  kind: PlaceKey
  folder: string
  settings: (inner: string) => Record<string, string>
  secret: string
  list: (inner: string) => string
  fetch: (inner: string) => string
  /** Puts a file where no file system is; absent: files are written into `folder`. */
  put?: (path: string, bytes: Buffer) => Promise<unknown>
}
const wanted = process.argv.slice(2).filter(word => !word.startsWith('--'))
const withSwift = wanted.includes('s3')
const swift = withSwift ? await startSwift(join(base, 'swift')) : null
// others ask Swift by its own words, with a token for their name and password
const token = swift && (await fetch(`${SWIFT.address}/auth/v1.0`, { headers: { 'x-auth-user': SWIFT.name, 'x-auth-key': SWIFT_SECRET } }))
  .headers.get('x-auth-token')
const asked = `curl -sf -H 'X-Auth-Token: ${token ?? ''}'`
const store = `${SWIFT.address}/v1/AUTH_${SWIFT.name.split(':')[0] ?? ''}/${SWIFT.bucket}`
const curl = (inner: string) => `curl -sf -u ana:shore ${apache.url}${inner}`
const kinds: Kind[] = [
  { kind: 'folder', folder: base, settings: inner => ({ path: join(base, inner) }), secret: '',
    list: inner => `find ${base}/${inner} -printf '%p %s %T@\\n'`,
    fetch: inner => `cp -r ${base}/${inner} ${base}/fetched` },
  { kind: 'webdav', folder: apache.folder, settings: inner => ({ address: `${apache.url}${inner}/`, name: 'ana' }), secret: 'shore',
    list: inner => `seq 0 49 | while read n; do ${curl(inner)}/folder%20$n/ -X PROPFIND -H 'Depth: 1'; done`,
    fetch: inner => `cd ${apache.folder} && find ${inner} -type f | sed 's/ /%20/g' | sed 's#^#url = "${apache.url}#; s#$#"\\noutput = "/dev/null"#' `
      + `> ${base}/urls && curl -sf -u ana:shore -K ${base}/urls` },
  { kind: 'sftp', folder: shell.folder, settings: inner => ({ host: shell.host, name: shell.name, path: join(shell.folder, inner) }),
    secret: shell.key,
    list: inner => login(Array.from({ length: 50 }, (_, at) => `ls -ln "${shell.folder}/${inner}/folder ${at}"`).join('\\n')),
    fetch: inner => login(`get -r ${shell.folder}/${inner} ${base}/fetched`) },
]
if (swift) {
  kinds.push({ kind: 's3', folder: base, settings: inner => ({ ...SWIFT, prefix: inner }), secret: SWIFT_SECRET,
    list: inner => `set -e; after=; while :; do page=$(${asked} "${store}?limit=1000&prefix=${inner}/&marker=$after"); [ -n "$page" ] || break; `
      + `after=$(tail -1 <<< "$page" | sed 's/ /%20/g'); done`,
    fetch: inner => `seq 0 1999 | while read n; do printf 'url = "${store}/${inner}/folder%%20%s/file%%20%s.bin"\noutput = "/dev/null"\n' `
      + `$((n % ${FOLDERS})) $n; done > ${base}/urls && ${asked} -K ${base}/urls`,
    put: (path, bytes) => swift.calls.put(path, bytes, {}, AbortSignal.timeout(60_000), path) })
}
async function fill({ folder, put }: Kind, inner: string, count: number, size: number): Promise<void> {
  if (!put) {
    write(join(folder, inner), count, size)
    return sh(`chmod -R a+rX ${folder}/${inner}`)
  }
  let next = 0
  await Promise.all(Array.from({ length: 8 }, async () => {
    for (let at = next++; at < count; at = next++) await put(pathOf(inner, at), size > 1000 ? randomBytes(size) : Buffer.from(`${at}`))
  }))
}
for (const one of kinds.filter(({ kind }) => wanted.length === 0 || wanted.includes(kind))) {
  const { kind, folder, settings, secret, list, fetch, put } = one
  await fill(one, 'many', 10_000, 5)
  await fill(one, 'large', 2000, 100_000)
  const look = async (root: string, inner: string, keeps: boolean) => {
    const start = performance.now()
    const { id: place, jobId } = await client.send('POST /api/briefs/:id/places', { id, body: {
      kind, root: `${kind} ${root}`, settings: settings(inner), secret, keeps, everyMinutes: null,
    } })
    await ended(jobId ?? '')
    const took = seconds(start)
    await idle()
    return { place, took }
  }
  const many = await look('many', 'many', false)
  for (let at = 0; at < 20; at++) {
    const [path, time] = [join(folder, pathOf('many', at)), new Date(Date.now() - 60_000)]
    if (put) await put(pathOf('many', at), Buffer.from(`changed ${at}`))
    else {
      writeFileSync(path, `changed ${at}`)
      utimesSync(path, time, time)
    }
  }
  // what has just been written waits
  if (put) await new Promise(go => setTimeout(go, 5000))
  const own = timed(() => sh(list('many')))
  const start = performance.now()
  const result = await ended((await client.send('POST /api/briefs/:id/places/:place/scan', { id, place: many.place })).jobId)
  const again = seconds(start)
  await idle()
  console.log(`${kind}: ${result.files} files listed and ${result.fresh} changed ones read in ${again.toFixed(1)} s; listing alone by other means `
    + `${own.toFixed(1)} s: ratio ${(again / own).toFixed(1)}`)
  const fetched = timed(() => sh(fetch('large')))
  rmSync(join(base, 'fetched'), { recursive: true, force: true })
  const facts = await look('facts', 'large', false)
  const kept = await look('kept', 'large', true)
  console.log(`${kind}: 2,000 files, 200 MB for the first time: facts ${facts.took.toFixed(1)} s, kept ${kept.took.toFixed(1)} s; fetched by `
    + `other means ${fetched.toFixed(1)} s: ratios ${(facts.took / fetched).toFixed(1)} (goal 1.5) and ${(kept.took / fetched).toFixed(1)} (goal 3)`)
}
swift?.stop()

// ---- a mailbox with 5,000 messages, and one of 40 MB
async function lookIntoMailbox(): Promise<void> {
  const mail = await startDovecot()
  for (let at = 0; at < 5000; at++) {
    const attached: [string, Buffer][] = [[`log ${at}.csv`, Buffer.from(`a,b\n${at},1\n`)]]
    mail.deliver(messageOf({ from: `p${at}@shore.example`, subject: `Log ${at}`, attached }))
  }
  mail.deliver(messageOf({ from: 'large@shore.example', subject: 'Scan', attached: [['scan.bin', randomBytes(40_000_000)]] }))
  const begun = performance.now()
  const box = await client.send('POST /api/briefs/:id/places', { id, body: {
    kind: 'mailbox', root: 'Mail', settings: { host: mail.host, name: 'ana' }, secret: 'shore', keeps: true, everyMinutes: null,
  } })
  const first = await ended(box.jobId ?? '')
  const whole = seconds(begun)
  await idle()
  const later = performance.now()
  await ended((await client.send('POST /api/briefs/:id/places/:place/scan', { id, place: box.id })).jobId)
  console.log(`mailbox: ${first.files} messages, one of 54 MB, read and opened in ${whole.toFixed(1)} s (${first.failed.length} not read); `
    + `looked at again in ${seconds(later).toFixed(1)} s`)
  await mail.stop()
}
if (wanted.length === 0 || wanted.includes('mailbox')) await lookIntoMailbox()

// ---- one file of 5 GB
if (process.argv.includes('--large')) {
  mkdirSync(join(base, 'huge'))
  writeFileSync(join(base, 'huge', 'raw.bin'), '')
  truncateSync(join(base, 'huge', 'raw.bin'), 5_000_000_000)
  utimesSync(join(base, 'huge', 'raw.bin'), new Date(0), new Date(0))
  const [since, before] = [performance.now(), peakOf(server)]
  const { jobId } = await client.send('POST /api/briefs/:id/places', { id, body: {
    kind: 'folder', root: 'Huge', settings: { path: join(base, 'huge') }, secret: '', keeps: false, everyMinutes: null,
  } })
  await ended(jobId ?? '')
  console.log(`one file of 5 GB, facts alone: ${seconds(since).toFixed(0)} s; most memory before ${before.toFixed(0)} MB, after `
    + `${peakOf(server).toFixed(0)} MB`)
}
console.log(`most memory the process held: ${peakOf(server).toFixed(0)} MB`)
await Promise.all([apache.stop(), shell.stop()])
server.kill('SIGKILL')
await dropDatabase()
rmSync(base, { recursive: true, force: true })
process.exit(0)
