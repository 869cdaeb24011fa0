import { execFileSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { resolve } from 'node:path'
import { build } from 'esbuild'
import { bundleThreads } from '../../scripts/bundle-workers'
import { NODE_TARGET } from '../../scripts/node-target.mjs'
import { connect, migrate } from '../../server/database/connection'

/** A real PostgreSQL of the tests' own, empty, and the check's worker bundled as the build does. */
export default async function setup(): Promise<void> {
  execFileSync('bash', ['scripts/database.sh', 'start', 'test'], { stdio: 'inherit' })
  const url = execFileSync('bash', ['scripts/database.sh', 'url', 'test'], { encoding: 'utf8' }).trim()
  process.env.DATABASE_URL = url
  const db = connect(url)
  await db.raw('drop schema public cascade; create schema public')
  await migrate(db)
  await db.destroy()
  mkdirSync('.data/test-workers', { recursive: true })
  await bundleThreads(resolve('.data/test-workers'), resolve('core'))
  await build({
    entryPoints: ['tests/database/job-process.ts', 'server/admin/usitor-admin.ts'], outdir: '.data/test-workers',
    outExtension: { '.js': '.mjs' }, entryNames: '[name]', bundle: true,
    external: [
      'pg', 'pg-boss', 'pg-copy-streams', 'lru-cache', 'p-limit', 'knex', 'nodemailer', 'piscina', '@zip.js/zip.js', 'papaparse',
      'yup', 'pino', 'prom-client', '@node-rs/argon2', '@zxcvbn-ts/core', '@zxcvbn-ts/language-common', 'ssh2-sftp-client',
      '@aws-sdk/client-s3', '@aws-sdk/lib-storage', 'imapflow', 'chokidar',
    ],
    platform: 'node',
    format: 'esm', target: NODE_TARGET, alias: { '#core': resolve('core'), '#shared': resolve('shared') }, logLevel: 'error',
  })
  process.env.USITOR_WORKERS = resolve('.data/test-workers')
}
