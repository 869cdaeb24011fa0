import { createHash } from 'node:crypto'
import { once } from 'node:events'
import type { MessagePort } from 'node:worker_threads'
import type { ByteSource } from '#core/bytes/source'
import { sourceFromBytes } from '#core/bytes/source'
import { readBytes } from '#core/formats/identify'
import type { Reading } from '#core/formats/reading'

/** Some files one behind another in one stretch of memory, or one that is asked for a stretch at a time. */
export type ReadTask = { bytes: ArrayBuffer, lengths: number[] } | { port: MessagePort, size: number, hashed: boolean }

/** A stretch that is wanted, and what came of it: nothing where it could not be had. */
export interface StretchAsked { offset: number, length: number }
export type StretchGiven = Uint8Array | null

/** What the bytes of a file say, and its hash where it is asked for. */
export interface FileRead { sha256: string | null, reading: Reading }

/** Hashed in stretches of so many bytes. */
const STRETCH = 4 * 1024 * 1024

/** Reads files on a thread of its own, so that no request waits for it. */
export default async function readFiles(task: ReadTask): Promise<FileRead[]> {
  if ('port' in task) return readAsked(task)
  const read: FileRead[] = []
  let at = 0
  for (const length of task.lengths) {
    read.push({ sha256: null, reading: await readBytes(sourceFromBytes(new Uint8Array(task.bytes, at, length))) })
    at += length
  }
  return read
}

async function readAsked({ port, size, hashed }: Extract<ReadTask, { port: MessagePort }>): Promise<FileRead[]> {
  const source = sourceBehind(port, size)
  try {
    return [{ sha256: hashed ? await hashOf(source) : null, reading: await readBytes(source) }]
  }
  finally {
    port.close()
  }
}

async function hashOf(source: ByteSource): Promise<string> {
  const hash = createHash('sha256')
  for (let offset = 0; offset < source.size; offset += STRETCH) hash.update(await source.read(offset, STRETCH))
  return hash.digest('hex')
}

/** One stretch at a time: readers ask for the next when they have looked at the last. */
function sourceBehind(port: MessagePort, size: number): ByteSource {
  let last: Promise<unknown> = Promise.resolve()
  const ask = async (asked: StretchAsked): Promise<Uint8Array> => {
    const given = once(port, 'message') as Promise<[StretchGiven]>
    port.postMessage(asked)
    const [bytes] = await given
    if (bytes === null) throw new Error('these bytes are not to be had')
    return bytes
  }
  return {
    size,
    read(offset, length) {
      const mine = last.then(() => ask({ offset, length }))
      last = mine.catch(() => undefined)
      return mine
    },
  }
}
