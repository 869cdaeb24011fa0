// What whoever runs an installation does from a shell: usitor-admin COMMAND
import { spawn } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { db, disconnect, rowsOf } from '../database/connection'
import { agrees } from '../services/contents'
import type { Moved } from '../services/moved-contents'
import { bringContents, clearLeftovers, moveContents, tellContents } from '../services/moved-contents'
import { sweep } from '../services/sweep'
import { keepsElsewhere } from '../utils/content-store'
import { ready } from '../utils/ready'
import { watch } from './watch'

const USAGE = `usitor-admin, for whoever runs an installation; DATABASE_URL says which.

  backup FILE         everything as it stands at this moment, contents with it, in PostgreSQL's own archive format; the server goes on
  restore FILE        into an empty database
  verify              holds every stored content against its hash, and every received file against its content
  purge [HOURS]       removes what was begun and never finished, and contents nothing refers to, older than so many hours (24)
  contents            says how many contents lie in the database, and how many in the store
  contents-away       moves them all to the store that USITOR_CONTENTS names, now; the server does so by itself, bit by bit
  contents-back       brings them all back into the database
  make-admin ADDRESS  makes an account one that runs the installation
  watch               of two database servers (host:port,host:port) lets the other take over when the leading one is away; goes on until ended
`

/** A program of PostgreSQL's: of the newest version that is installed, since an older one does not read what a newer server holds. */
function programOf(name: string): string {
  const versions = existsSync('/usr/lib/postgresql') ? readdirSync('/usr/lib/postgresql').map(Number).sort((a, b) => b - a) : []
  return versions.map(version => join('/usr/lib/postgresql', String(version), 'bin', name)).find(path => existsSync(path)) ?? name
}

function run(name: string, options: readonly string[]): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(programOf(name), options, { stdio: ['inherit', 'inherit', 'inherit'] })
    child.once('error', reject)
    child.once('exit', code => (code === 0 ? resolve() : reject(new Error(`${name} ended with ${code}`))))
  })
}

async function backup(url: string, file: string): Promise<string> {
  await run('pg_dump', ['--format=custom', '--compress=1', '--no-owner', '--no-privileges', `--file=${file}`, url])
  return `written: ${file}`
}

async function restore(url: string, file: string): Promise<string> {
  if (await db().schema.hasTable('account')) throw new Error('this database holds an installation already; restore goes into an empty one')
  await disconnect()
  await run('pg_restore', ['--no-owner', '--no-privileges', '--exit-on-error', `--dbname=${url}`, file])
  return 'restored; now let verify look at it'
}

async function verify(): Promise<string> {
  await ready()
  const broken: string[] = []
  let [contents, last] = [0, '00000000-0000-0000-0000-000000000000']
  for (;;) {
    const rows = await db()('content').where('state', 'sealed').where('id', '>', last).orderBy('id').limit(500).select('id')
    if (rows.length === 0) break
    for (const { id } of rows) {
      contents++
      if (!await agrees(id)) broken.push(id)
    }
    last = rows.at(-1)?.id ?? last
  }
  const [other] = await rowsOf<{ files: number }>(db(), `select count(*)::int as files from received_file left join content on content.id = content_id
    where verified and let_go_at is null and (content.sha256 is distinct from received_file.sha256 or content.size <> received_file.size)`, [])
  if (broken.length > 0 || (other?.files ?? 0) > 0) {
    throw new Error(`${broken.length} of ${contents} contents are not what they were (${broken.slice(0, 20).join(', ')}); ${other?.files ?? 0} files `
      + 'point to another content than they had')
  }
  return `${contents} contents agree with their hashes, and every received file with its content`
}

async function purge(hours: number): Promise<string> {
  if (!(hours >= 0)) throw new Error('purge: the hours are a number')
  await ready()
  await sweep(hours)
  return process.env.USITOR_CONTENTS_ADDRESS ? `purged; ${await clearLeftovers(hours * 60)} taken away from the store` : 'purged'
}

const sayMoved = ({ contents, bytes }: Moved): string => `${contents} contents, ${(bytes / 1e9).toFixed(2)} GB`

async function contents(): Promise<string> {
  await ready()
  const { here, away, broken, leftovers } = await tellContents()
  return [
    `in the database: ${sayMoved(here)}`, `in the store:    ${sayMoved(away)}`, `not what they were: ${broken}`,
    `in the store and of no use: ${leftovers}`,
  ].join('\n')
}

async function move(back: boolean): Promise<string> {
  if (back === keepsElsewhere()) {
    throw new Error(back
      ? 'USITOR_CONTENTS still names a store: take it out of the settings, here and of every process, else they go there again'
      : 'USITOR_CONTENTS names no store: write s3://bucket/prefix')
  }
  await ready()
  let said = 0
  const all = await (back ? bringContents : moveContents)(untilEnded(), (so) => {
    if (Date.now() - said < SAID_EVERY) return
    said = Date.now()
    process.stderr.write(`${sayMoved(so)}\n`)
  })
  return `${back ? 'brought back' : 'moved'}: ${sayMoved(all)}`
}
const SAID_EVERY = 5000

/** Ends with the process being told to end. */
function untilEnded(): AbortSignal {
  const ending = new AbortController()
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => ending.abort())
  return ending.signal
}

async function watchUntilEnded(url: string): Promise<string> {
  await watch(url, untilEnded())
  return 'no longer watched'
}

async function makeAdmin(mail: string): Promise<string> {
  await ready()
  const made = await db()('account').where('mail', mail.trim().toLowerCase()).update({ administrator: true })
  if (made === 0) throw new Error(`nobody here has the address ${mail}`)
  return `${mail} runs this installation now`
}

async function main(): Promise<void> {
  const [command = '', value = ''] = process.argv.slice(2)
  const url = process.env.DATABASE_URL ?? ''
  const commands: Record<string, () => Promise<string>> = {
    'backup': () => backup(url, value), 'restore': () => restore(url, value), verify, 'purge': () => purge(Number(value || 24)),
    contents, 'contents-away': () => move(false), 'contents-back': () => move(true),
    'make-admin': () => makeAdmin(value), 'watch': () => watchUntilEnded(url),
  }
  const chosen = commands[command]
  if (!chosen || (['backup', 'restore', 'make-admin'].includes(command) && !value)) {
    process.stderr.write(USAGE)
    process.exitCode = 2
    return
  }
  try {
    process.stdout.write(`${await chosen()}\n`)
  }
  catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
    process.exitCode = 1
  }
  finally {
    await disconnect()
  }
}

void main()
