import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { open, readFile, stat } from 'node:fs/promises'
import { Worker } from 'node:worker_threads'
import type { ByteSource } from '../core/bytes/source'
import { sourceFromBytes } from '../core/bytes/source'
import type { Proof } from '../core/formats/family'
import { readBytes } from '../core/formats/identify'
import type { Reading } from '../core/formats/reading'
import { unread } from '../core/formats/reading'

/** Files up to this size are read once, hashed and identified in memory. */
const IN_MEMORY = 16 * 1024 * 1024
const THREADS = 2

export interface HashedReading { size: number, modified: number, sha256: string | null, reading: Reading }

interface Hashed { id: number, size: number, modified: number, sha256: string, bytes: Uint8Array | null, problem?: string }

/** Threads that read and hash, so that this one only looks at the bytes. */
export class HashThreads {
  private readonly threads: { worker: Worker, busy: number }[]
  private readonly waiting = new Map<number, (found: Hashed) => void>()
  private next = 0

  constructor(count = THREADS) {
    this.threads = Array.from({ length: count }, () => {
      const worker = new Worker(new URL('hash-worker.mjs', import.meta.url), { workerData: { inMemory: IN_MEMORY } })
      const thread = { worker, busy: 0 }
      worker.on('message', (hashed: Hashed) => {
        thread.busy--
        this.waiting.get(hashed.id)?.(hashed)
        this.waiting.delete(hashed.id)
      })
      return thread
    })
  }

  hash(path: string | Buffer): Promise<Hashed> {
    const id = this.next++
    // in turn, the large files of a regular folder could all come to one of them
    const thread = this.threads.reduce((least, one) => one.busy < least.busy ? one : least)
    thread.busy++
    return new Promise((resolve) => {
      this.waiting.set(id, resolve)
      thread.worker.postMessage({ id, path: Buffer.from(path) })
    })
  }

  async close(): Promise<void> {
    await Promise.all(this.threads.map(thread => thread.worker.terminate()))
  }
}

/** Hashes and identifies one file; what cannot be read is `unread` with the reason. */
export async function readFileFacts(path: string | Buffer, threads: HashThreads, proof?: Proof): Promise<HashedReading> {
  const hashed = await threads.hash(path)
  if (hashed.problem !== undefined) {
    const { size, mtimeMs } = await stat(path).catch(() => ({ size: 0, mtimeMs: 0 }))
    return { size, modified: mtimeMs, sha256: null, reading: unread(hashed.problem) }
  }
  const { size, modified, sha256, bytes } = hashed
  return { size, modified, sha256, reading: await (bytes ? readBytes(sourceFromBytes(bytes), proof) : readLarge(path, size, proof)) }
}

/** A large file is looked at by ranges. */
function readLarge(path: string | Buffer, size: number, proof?: Proof): Promise<Reading> {
  return readBytes(diskSource(path, size), proof)
}

/** What a file on disk is, unhashed; what cannot be read is `unread` with the reason. */
export async function readPath(path: string): Promise<Reading> {
  try {
    const { size } = await stat(path)
    return await readBytes(size <= IN_MEMORY ? sourceFromBytes(new Uint8Array(await readFile(path))) : diskSource(path, size))
  }
  catch (error) {
    return unread(error instanceof Error ? error.message : String(error))
  }
}

/** A file on disk, read by ranges; open only while it is read. */
export function diskSource(path: string | Buffer, size: number): ByteSource {
  return {
    size,
    async read(offset, length) {
      const handle = await open(path, 'r')
      try {
        const bytes = new Uint8Array(Math.max(0, Math.min(length, size - offset)))
        const { bytesRead } = await handle.read(bytes, 0, bytes.length, offset)
        return bytes.subarray(0, bytesRead)
      }
      finally {
        await handle.close()
      }
    },
  }
}

/** SHA-256 of a file, read as it comes. */
export async function hashOfFile(path: string | Buffer): Promise<string> {
  const hash = createHash('sha256')
  for await (const piece of createReadStream(path)) hash.update(piece as Buffer)
  return hash.digest('hex')
}
