import { createHash } from 'node:crypto'
import { MessageChannel } from 'node:worker_threads'
import type { ByteSource } from '#core/bytes/source'
import type { Reading } from '#core/formats/reading'
import { unread } from '#core/formats/reading'
import { CHUNK } from '../database/contents'
import { onReader } from '../utils/threads'
import type { FileRead, StretchAsked } from '../workers/read'

/** Small files are handed to a thread together, so many bytes of them. */
const TOGETHER = 4 * CHUNK

/** What small files' bytes say, in their order. */
export async function readWhole(all: readonly Uint8Array[]): Promise<Reading[]> {
  const batches: Uint8Array[][] = []
  let room = 0
  for (const bytes of all) {
    if (batches.length === 0 || bytes.length > room) {
      batches.push([])
      room = TOGETHER
    }
    batches.at(-1)?.push(bytes)
    room -= bytes.length
  }
  const readings: Reading[] = []
  for (const batch of batches) readings.push(...await readTogether(batch))
  return readings
}

async function readTogether(batch: readonly Uint8Array[]): Promise<Reading[]> {
  const bytes = new Uint8Array(batch.reduce((sum, one) => sum + one.length, 0))
  let at = 0
  for (const one of batch) {
    bytes.set(one, at)
    at += one.length
  }
  const read = await onReader({ bytes: bytes.buffer, lengths: batch.map(one => one.length) }, [bytes.buffer], bytes.length)
  if (typeof read !== 'string') return read.map(one => one.reading)
  const [only, ...more] = batch
  if (!only || more.length === 0) return [unread(read)]
  // one of them was too much for a thread: the others are not
  const readings: Reading[] = []
  for (const one of batch) readings.push(...await readTogether([one]))
  return readings
}

/**
 * The hash of a file, and what its bytes say; read as they come.
 *
 * @throws what the source throws: bytes that are not to be had are no reading
 */
export async function readSource(source: ByteSource): Promise<{ sha256: string, reading: Reading }> {
  const { sha256, reading } = await askedFor(source, true)
  // what no thread could read still has its hash
  return { sha256: sha256 ?? await hashOf(source), reading }
}

/** What the bytes of a file say whose hash is known. */
export async function readAgain(source: ByteSource): Promise<Reading> {
  return (await askedFor(source, false)).reading
}

async function askedFor(source: ByteSource, hashed: boolean): Promise<FileRead> {
  const { port1: here, port2: there } = new MessageChannel()
  const faults: unknown[] = []
  here.on('message', ({ offset, length }: StretchAsked) => {
    source.read(offset, length).then((bytes) => {
      // what is handed over is gone here, and a view would take all along that it is a view of (slice of a Buffer makes one, too)
      const own = new Uint8Array(bytes)
      here.postMessage(own, [own.buffer])
    }).catch((error: unknown) => {
      faults.push(error)
      here.postMessage(null)
    })
  })
  const read = await onReader({ port: there, size: source.size, hashed }, [there], source.size).finally(() => here.close())
  if (faults.length > 0) throw faults[0]
  const [only] = typeof read === 'string' ? [{ sha256: null, reading: unread(read) }] : read
  return only ?? { sha256: null, reading: unread('nothing was read') }
}

/** Bytes from the first to the last, a stretch at a time. */
export async function* piecesOf(source: ByteSource): AsyncGenerator<Uint8Array> {
  for (let offset = 0; offset < source.size; offset += 4 * CHUNK) yield await source.read(offset, 4 * CHUNK)
}

/** SHA-256 of a source, read as it comes. */
export async function hashOf(source: ByteSource): Promise<string> {
  const hash = createHash('sha256')
  for await (const piece of piecesOf(source)) hash.update(piece)
  return hash.digest('hex')
}
