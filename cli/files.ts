import { createHash, webcrypto } from 'node:crypto'
import { open, readdir, stat } from 'node:fs/promises'
import { sourceFromBytes } from '../core/bytes/source'
import type { ReceivedFile } from '../core/checking/input'
import { readBytes } from '../core/formats/identify'
import type { Reading } from '../core/formats/reading'
import { byCodeUnit } from '../core/text/order'

/** Files up to this size are read once, hashed and identified in memory. */
const IN_MEMORY = 16 * 1024 * 1024
const BLOCK = 1024 * 1024
/** So many files are open at once. */
const AT_ONCE = 8
const { subtle } = webcrypto

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

export interface HashedReading { size: number, modified: number, sha256: string, reading: Reading }

/** Hashes and identifies one file; what cannot be read is `unread` with the reason. */
export async function readFileFacts(path: string | Buffer): Promise<HashedReading> {
  try {
    const handle = await open(path, 'r')
    try {
      const { size, mtimeMs } = await handle.stat()
      if (size <= IN_MEMORY) {
        const bytes = new Uint8Array(await handle.readFile())
        // digested on a thread of its own while this one looks at the bytes
        const [digest, reading] = await Promise.all([subtle.digest('SHA-256', bytes), readBytes(sourceFromBytes(bytes))])
        return { size: bytes.length, modified: mtimeMs, sha256: Buffer.from(digest).toString('hex'), reading }
      }
      const read = async (offset: number, length: number) => {
        const bytes = new Uint8Array(Math.min(length, size - offset))
        const { bytesRead } = await handle.read(bytes, 0, bytes.length, offset)
        return bytes.subarray(0, bytesRead)
      }
      const hash = createHash('sha256')
      for (let at = 0; at < size; at += BLOCK) hash.update(await read(at, BLOCK))
      return { size, modified: mtimeMs, sha256: hash.digest('hex'), reading: await readBytes({ size, read }) }
    }
    finally {
      await handle.close()
    }
  }
  catch (error) {
    const { size, mtimeMs } = await stat(path).catch(() => ({ size: 0, mtimeMs: 0 }))
    const reason = error instanceof Error ? error.message : String(error)
    return { size, modified: mtimeMs, sha256: '', reading: { candidates: ['unknown'], version: null, state: 'unread', verified: 'signature', reason, props: {} } }
  }
}

/**
 * Reads a folder as one root of received files.
 *
 * @param stated - UTC ms at which all was received, where the person says so; else each file's modification time counts
 */
export async function receiveFolder(root: string, folder: string, stated: number | null): Promise<ReceivedFile[]> {
  const listed = await listFiles(folder)
  const facts: HashedReading[] = []
  let next = 0
  const work = async () => {
    for (let at = next++; at < listed.length; at = next++) facts[at] = await readFileFacts(listed[at]?.raw ?? '')
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work))
  return listed.flatMap(({ path }, at): ReceivedFile[] => {
    const one = facts[at]
    if (!one) return []
    const { size, modified, sha256, reading } = one
    return [{ root, path, size, sha256, reading, receivedAt: stated ?? Math.floor(modified), receivedAtFrom: stated === null ? 'modified' : 'stated' }]
  })
}
