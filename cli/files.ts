import { open, readdir, stat } from 'node:fs/promises'
import { Worker } from 'node:worker_threads'
import { sourceFromBytes } from '../core/bytes/source'
import type { ReceivedFile } from '../core/arrivals/received'
import { readBytes } from '../core/formats/identify'
import type { Proof } from '../core/formats/family'
import type { Reading } from '../core/formats/reading'
import { unread } from '../core/formats/reading'
import { byCodeUnit } from '../core/text/order'

/** Files up to this size are read once, hashed and identified in memory. */
const IN_MEMORY = 16 * 1024 * 1024
/** So many files are under way at once, on so many threads. */
const AT_ONCE = 8
const THREADS = 2

/**
 * Lists all files below a folder, in code-unit order, links not followed.
 *
 * @returns files with paths relative to the folder, `/` between levels
 */
export async function listFiles(folder: string): Promise<ListedFile[]> {
  const found: ListedFile[] = []
  const walk = async (raw: Buffer, shown: string): Promise<void> => {
    // a name is bytes to the file system: read as text it could not be opened again
    const entries = await readdir(raw, { withFileTypes: true, encoding: 'buffer' })
    for (const entry of entries) {
      const name = entry.name
      const path = shown === '' ? showBytes(name) : `${shown}/${showBytes(name)}`
      const inside = Buffer.concat([raw, Buffer.from('/'), name])
      if (entry.isDirectory()) await walk(inside, path)
      else if (entry.isFile()) found.push({ path, raw: inside })
    }
  }
  await walk(Buffer.from(folder), '')
  return found.sort((a, b) => byCodeUnit(a.path, b.path))
}

/** A file with its path as text and as the bytes it is opened by. */
export interface ListedFile { path: string, raw: Buffer }

/** A name as text; bytes that are no UTF-8 as visible escapes. */
function showBytes(name: Buffer): string {
  const text = name.toString('utf8')
  if (Buffer.from(text, 'utf8').equals(name)) return text
  return name.toString('latin1').replace(/[\x80-\xFF]/g, char => `\\x${char.charCodeAt(0).toString(16).toUpperCase()}`)
}

export interface HashedReading { size: number, modified: number, sha256: string | null, reading: Reading }

interface Hashed { id: number, size: number, modified: number, sha256: string, bytes: Uint8Array | null, problem?: string }

/** Threads that read and hash, so that this one only looks at the bytes. */
export class HashThreads {
  private readonly threads: Worker[]
  private readonly waiting = new Map<number, (found: Hashed) => void>()
  private next = 0

  constructor(count = THREADS) {
    this.threads = Array.from({ length: count }, () => {
      const thread = new Worker(new URL('hash-worker.mjs', import.meta.url), { workerData: { inMemory: IN_MEMORY } })
      thread.on('message', (found: Hashed) => {
        this.waiting.get(found.id)?.(found)
        this.waiting.delete(found.id)
      })
      return thread
    })
  }

  hash(path: string | Buffer): Promise<Hashed> {
    const id = this.next++
    return new Promise((resolve) => {
      this.waiting.set(id, resolve)
      this.threads[id % this.threads.length]?.postMessage({ id, path: Buffer.from(path) })
    })
  }

  async close(): Promise<void> {
    await Promise.all(this.threads.map(thread => thread.terminate()))
  }
}

/** Hashes and identifies one file; what cannot be read is `unread` with the reason. */
export async function readFileFacts(path: string | Buffer, threads: HashThreads, proof?: Proof): Promise<HashedReading> {
  const found = await threads.hash(path)
  if (found.problem !== undefined) {
    const { size, mtimeMs } = await stat(path).catch(() => ({ size: 0, mtimeMs: 0 }))
    return { size, modified: mtimeMs, sha256: null, reading: unread(found.problem) }
  }
  const { size, modified, sha256, bytes } = found
  return { size, modified, sha256, reading: await (bytes ? readBytes(sourceFromBytes(bytes), proof) : readLarge(path, size, proof)) }
}

/** A large file is looked at by ranges. */
async function readLarge(path: string | Buffer, size: number, proof?: Proof): Promise<Reading> {
  const handle = await open(path, 'r')
  try {
    return await readBytes({
      size,
      async read(offset, length) {
        const bytes = new Uint8Array(Math.min(length, size - offset))
        const { bytesRead } = await handle.read(bytes, 0, bytes.length, offset)
        return bytes.subarray(0, bytesRead)
      },
    }, proof)
  }
  finally {
    await handle.close()
  }
}

/**
 * Reads a folder as one root of received files.
 *
 * @param stated - UTC ms at which all was received, where the person says so; else each file's modification time counts
 * @param proof - how far files are proved; left out: as far as can be
 */
export async function receiveFolder(root: string, folder: string, stated: number | null, proof?: Proof): Promise<ReceivedFile[]> {
  const listed = await listFiles(folder)
  const facts: HashedReading[] = []
  let next = 0
  const threads = new HashThreads()
  const work = async () => {
    for (let at = next++; at < listed.length; at = next++) facts[at] = await readFileFacts(listed[at]?.raw ?? '', threads, proof)
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work)).finally(() => threads.close())
  return listed.flatMap(({ path }, at): ReceivedFile[] => {
    const one = facts[at]
    if (!one) return []
    const { size, modified, sha256, reading } = one
    return [{ root, path, size, sha256, reading, receivedAt: stated ?? Math.floor(modified), receivedAtFrom: stated === null ? 'modified' : 'stated' }]
  })
}
