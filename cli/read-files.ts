import { availableParallelism } from 'node:os'
import { setImmediate } from 'node:timers/promises'
import { Worker } from 'node:worker_threads'
import type { Proof } from '../core/formats/family'
import type { HashedReading } from './hash'
import { FileReader } from './hash'

/** More threads than this read no faster from one disk. */
const MOST_HELPERS = 3
/** A helper tells what it found so many files at a time: a message costs as much as a small file. */
const TOLD_AT_ONCE = 32

/** What a helper is given: the paths, one after the other with a NUL behind each, and how many files were taken by anybody. */
export interface SharedList { paths: SharedArrayBuffer, taken: SharedArrayBuffer, proof: Proof | undefined }

/** What was found, with the place of the file in the list. */
export type Found = [at: number, facts: HashedReading]

/**
 * Takes the next file of the list that nobody has taken until there is none, and reads it.
 *
 * @param list - what all threads read from
 * @param tell - is given what was found, some files at a time
 */
export async function readShared({ paths, taken, proof }: SharedList, tell: (found: Found[]) => unknown): Promise<void> {
  const bytes = Buffer.from(paths)
  const reader = new FileReader(proof)
  const next = new Int32Array(taken)
  let found: Found[] = []
  let [at, start] = [0, 0]
  for (let mine = Atomics.add(next, 0, 1); ; mine = Atomics.add(next, 0, 1)) {
    while (at < mine && start < bytes.length) [at, start] = [at + 1, bytes.indexOf(0, start) + 1]
    if (start >= bytes.length) break
    // a path is bytes to the file system, and holds no NUL (POSIX.1-2017, 3.271)
    found.push([mine, await reader.read(bytes.subarray(start, bytes.indexOf(0, start)))])
    if (found.length < TOLD_AT_ONCE) continue
    await tell(found)
    found = []
  }
  await tell(found)
}

/**
 * Hashes and identifies files of this computer, on as many threads as help.
 *
 * @param paths - as the file system has them
 * @param proof - how far they are proved; left out: as far as can be
 * @returns one for each path, in order; what cannot be read is `unread`
 */
export async function readFiles(paths: readonly Buffer[], proof?: Proof): Promise<HashedReading[]> {
  const facts: HashedReading[] = []
  const keep = (found: readonly Found[]) => {
    for (const [at, one] of found) facts[at] = one
  }
  const list: SharedList = { paths: joined(paths), taken: new SharedArrayBuffer(4), proof }
  const helpers = Math.min(MOST_HELPERS, availableParallelism() - 1, paths.length - 1)
  await Promise.all([
    ...Array.from({ length: Math.max(0, helpers) }, () => runHelper(list, keep)),
    // what helpers say is heard between files
    readShared(list, found => (keep(found), setImmediate())),
  ])
  // a helper that could not start, or ended in the midst of files it had taken
  const reader = new FileReader(proof)
  for (const [at, path] of paths.entries()) facts[at] ??= await reader.read(path)
  return facts
}

function joined(paths: readonly Buffer[]): SharedArrayBuffer {
  const length = paths.reduce((sum, path) => sum + path.length + 1, 0)
  const bytes = Buffer.from(new SharedArrayBuffer(length))
  let at = 0
  for (const path of paths) {
    bytes.set(path, at)
    at += path.length + 1
  }
  return bytes.buffer as unknown as SharedArrayBuffer
}

/** Ends when the helper has told all it found, or cannot go on. */
function runHelper(list: SharedList, keep: (found: readonly Found[]) => void): Promise<void> {
  return new Promise((done) => {
    const helper = new Worker(new URL('read-worker.mjs', import.meta.url), { workerData: list })
    helper.on('message', keep)
    helper.on('error', () => done())
    helper.on('exit', () => done())
  })
}
