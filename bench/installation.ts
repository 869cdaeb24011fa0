// An installation of a bench's own: a database, and processes of the built server on it.
import type { ChildProcess } from 'node:child_process'
import { execFileSync, spawn } from 'node:child_process'
import { readFileSync, rmSync, writeFileSync } from 'node:fs'
import pg from 'pg'

const cluster = (): string => execFileSync('bash', ['scripts/database.sh', 'url', 'demo'], { encoding: 'utf8' }).trim()
export const url = cluster().replace(/\/usitor$/, '/usitor_bench')

export async function query(text: string, database = url): Promise<Record<string, string>[]> {
  const client = new pg.Client(database)
  await client.connect()
  const { rows } = await client.query(text)
  await client.end()
  return rows as Record<string, string>[]
}

/** An empty database, in the place of whatever an earlier run left. */
export async function startDatabase(): Promise<void> {
  execFileSync('bash', ['scripts/database.sh', 'start', 'demo'])
  await dropDatabase()
  await query('create database usitor_bench', cluster())
}
export async function dropDatabase(): Promise<void> {
  await query('drop database if exists usitor_bench with (force)', cluster())
}

/** A process of the built server, once it answers. */
export async function serve(port: number, more: NodeJS.ProcessEnv = {}): Promise<ChildProcess> {
  const server = spawn('node', ['scripts/start.mjs'], {
    env: { ...process.env, DATABASE_URL: url, PORT: String(port), HOST: '127.0.0.1', ...more }, stdio: 'ignore',
  })
  for (;;) {
    if (await fetch(`http://127.0.0.1:${port}/api/session`).then(answer => answer.ok, () => false)) return server
    await new Promise(resolve => setTimeout(resolve, 100))
  }
}

/** The most memory a process has held, MB. */
export const peakOf = (process: ChildProcess | undefined): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${process?.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024

/** Seconds that the database itself takes to copy these bytes into a table of one column (binary format of COPY, PostgreSQL 15). */
export async function copyTime(all: readonly Uint8Array[]): Promise<number> {
  const head = Buffer.concat([Buffer.from('PGCOPY\n\xFF\r\n\0', 'latin1'), Buffer.alloc(8)])
  const rows = all.flatMap((bytes) => {
    const lead = Buffer.alloc(6)
    lead.writeInt16BE(1)
    lead.writeInt32BE(bytes.length, 2)
    return [lead, bytes]
  })
  writeFileSync('.data/bench/copied', Buffer.concat([head, ...rows, Buffer.from([0xFF, 0xFF])]))
  await query('drop table if exists copied; create table copied (bytes bytea); alter table copied alter column bytes set storage external')
  const start = performance.now()
  const psql = '$(ls -d /usr/lib/postgresql/*/bin | tail -1)/psql'
  execFileSync('bash', ['-c', `${psql} -q "$0" -c "\\\\copy copied from .data/bench/copied with (format binary)"`, url])
  const seconds = (performance.now() - start) / 1000
  await query('drop table copied')
  rmSync('.data/bench/copied')
  return seconds
}
