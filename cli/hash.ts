import { createHash, hash } from 'node:crypto'
import { closeSync, createReadStream, fstatSync, openSync, readSync } from 'node:fs'
import { open, readFile, stat } from 'node:fs/promises'
import type { ByteSource } from '../core/bytes/source'
import { sourceFromBytes } from '../core/bytes/source'
import type { Proof } from '../core/formats/family'
import { readBytes } from '../core/formats/identify'
import type { Reading } from '../core/formats/reading'
import { unread } from '../core/formats/reading'

/** Files up to this size are read once, hashed and identified in memory. */
const IN_MEMORY = 16 * 1024 * 1024

export interface HashedReading { size: number, modified: number, sha256: string | null, reading: Reading }

/** Reads files into the same room, one after the other: no reading keeps bytes. */
export class FileReader {
  private room = Buffer.alloc(0)

  /** @param proof - how far files are proved; left out: as far as can be */
  constructor(private readonly proof?: Proof) {}

  /** Hashes and identifies one file, and is not asked for the next before; what cannot be read is `unread` with the reason. */
  async read(path: string | Buffer): Promise<HashedReading> {
    try {
      const { size, modified, bytes } = this.takeIn(path)
      const sha256 = bytes ? hash('sha256', bytes) : await hashOfFile(path)
      return { size, modified, sha256, reading: await readBytes(bytes ? sourceFromBytes(bytes) : diskSource(path, size), this.proof) }
    }
    catch (error) {
      const { size, mtimeMs } = await stat(path).catch(() => ({ size: 0, mtimeMs: 0 }))
      return { size, modified: mtimeMs, sha256: null, reading: unread(error instanceof Error ? error.message : String(error)) }
    }
  }

  /** Size, time and, where the file is not large, its bytes. */
  private takeIn(path: string | Buffer): { size: number, modified: number, bytes: Uint8Array | null } {
    const file = openSync(path, 'r')
    try {
      const { size, mtimeMs: modified } = fstatSync(file)
      if (size > IN_MEMORY) return { size, modified, bytes: null }
      if (this.room.length < size) this.room = Buffer.allocUnsafeSlow(Math.min(2 * size, IN_MEMORY))
      let length = 0
      for (let got = -1; length < size && got !== 0; length += got) got = readSync(file, this.room, length, size - length, length)
      return { size: length, modified, bytes: new Uint8Array(this.room.buffer, 0, length) }
    }
    finally {
      closeSync(file)
    }
  }
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
