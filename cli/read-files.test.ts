import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { Worker } from 'node:worker_threads'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { bundleInto } from '../scripts/bundle-into.mjs'
import type { Found, SharedList } from './read-files'
import { readFiles } from './read-files'

const folder = mkdtempSync(join(tmpdir(), 'usitor-read-'))
const pathOf = (name: string) => join(folder, name)
const NAMES = [...Array.from({ length: 150 }, (_, at) => `in/${at}.csv`), 'in/large.bin', 'in/test é.txt', 'in/empty']

/** What sha256sum says of the files, as the independent witness. */
let sums: string[]

beforeAll(async () => {
  mkdirSync(pathOf('in'))
  for (const name of NAMES) writeFileSync(pathOf(name), `a,b\n${name},${name.length}\n`)
  writeFileSync(pathOf('in/large.bin'), Buffer.alloc(17 * 1024 * 1024, 'barnacle'))
  writeFileSync(pathOf('in/empty'), '')
  sums = NAMES.map(name => execFileSync('sha256sum', ['--', pathOf(name)], { encoding: 'utf8' }).replace(/^\\/, '').slice(0, 64))
  await bundleInto('cli/main.ts', pathOf('made'))
}, 60_000)
afterAll(() => rmSync(folder, { recursive: true }))

/** The files read by threads alone that share a list. */
async function byThreads(count: number, names: readonly string[]): Promise<Found[]> {
  const paths = Buffer.from(names.map(name => `${pathOf(name)}\0`).join(''))
  const shared = new SharedArrayBuffer(paths.length)
  new Uint8Array(shared).set(paths)
  const list: SharedList = { paths: shared, taken: new SharedArrayBuffer(4), proof: undefined }
  const found: Found[] = []
  await Promise.all(Array.from({ length: count }, () => new Promise<void>((done, fail) => {
    const worker = new Worker(pathToFileURL(pathOf('made/read-worker.mjs')), { workerData: list })
    worker.on('message', (some: Found[]) => found.push(...some)).on('error', fail).on('exit', () => done())
  })))
  return found
}

describe('files of this computer', () => {
  test('each is hashed as sha256sum hashes it, large and empty ones too, in the order of the list', async () => {
    const read = await readFiles(NAMES.map(name => Buffer.from(pathOf(name))))
    expect(read.map(one => one.sha256)).toEqual(sums)
    expect(read.map(one => one.size).slice(-3)).toEqual([17 * 1024 * 1024, 22, 0])
    expect(read.at(-1)?.reading.state).toBe('empty')
    expect(read[0]?.reading.candidates[0]).toBe('csv')
  })

  test('two threads that share a list take every file once, and find the same', async () => {
    const found = await byThreads(2, NAMES)
    expect(found.map(([at]) => at).sort((a, b) => a - b)).toEqual(NAMES.map((_, at) => at))
    expect([...found].sort(([a], [b]) => a - b).map(([, one]) => one.sha256)).toEqual(sums)
  })

  test('one that is not there is unread, with its reason; the others are read', async () => {
    const names = ['in/3.csv', 'in/gone.csv', 'in/4.csv']
    for (const read of [
      await readFiles(names.map(name => Buffer.from(pathOf(name)))), (await byThreads(1, names)).map(([, one]) => one),
    ]) {
      expect(read.map(one => one.reading.state)).toEqual(['ok', 'unread', 'ok'])
      expect(read[1]).toMatchObject({ sha256: null, reading: { fault: { kind: 'said', text: expect.stringContaining('ENOENT') as string } } })
    }
  })

  test('a list of none is read at once', async () => {
    expect(await readFiles([])).toEqual([])
  })

  test('what was made of sources that are no more is taken away when it is made again', async () => {
    writeFileSync(pathOf('made/chunk-OLD.mjs'), '')
    await bundleInto('cli/main.ts', pathOf('made'))
    expect(execFileSync('ls', [pathOf('made')], { encoding: 'utf8' }).split('\n')).not.toContain('chunk-OLD.mjs')
  })
})
