import { broughtBy } from '#core/arrivals/incoming'
import type { Incoming, Opening, StaysClosed } from '#core/arrivals/incoming'
import { openAmongOthers } from '#core/arrivals/open'
import type { ByteSource } from '#core/bytes/source'
import { sourceFromBytes } from '#core/bytes/source'
import { db } from '../database/connection'
import { beginContent, CHUNK, closeContent, contentSink, contentSource } from '../database/contents'
import { keepReadings } from '../database/readings'
import { keepTogether, sealContent } from './contents'
import { readSource } from './reading'

/** An archive or message longer than this, or with more in it, is received as it is: a step of a job has a minute. */
const [LONGEST, MOST_INSIDE] = [100_000_000, 500_000_000]
/** Entries up to this size are held in memory, larger ones are stored as they come. */
const IN_MEMORY = 16 * CHUNK

/** What is known of bytes that were read here. */
export interface Facts { sha256: string, readingId: string, contentId: string | null }
/** A file that lay in an archive or message; `why`: its bytes cannot be read. */
export interface Inside extends Pick<Incoming, 'path' | 'modified' | 'rawPath' | 'sender' | 'letter'> {
  container: string[]
  size: number
  facts: Facts | { why: string }
}

type Unpacked = ByteSource & { stored?: string }

/** Hashes and reads what is stored in pieces, and seals it; where only facts are kept, its bytes go. */
export async function factsOfStored(stored: string, size: number, keeps: boolean): Promise<Facts> {
  if (keeps) return sealContent(stored, size)
  await closeContent(stored)
  const { sha256, reading } = await readSource(contentSource(stored, size))
  const readingId = (await keepReadings(db(), [{ sha256, reading }])).get(sha256) ?? ''
  await db()('content').where('id', stored).delete()
  return { sha256, readingId, contentId: null }
}

/** Where unpacked bytes go: memory, or the store where they are many. */
async function keepHere(write: (sink: WritableStream<Uint8Array>) => Promise<unknown>, size: number, keeps: boolean): Promise<Unpacked> {
  // what an archive says of an entry is not believed: no more is taken than it says
  let taken = 0
  const bounded = new TransformStream<Uint8Array, Uint8Array>({ transform(piece, through) {
    taken += piece.length
    if (taken > size) throw new Error('it is longer than the archive says')
    through.enqueue(piece)
  } })
  const into = (sink: WritableStream<Uint8Array>) => Promise.all([bounded.readable.pipeTo(sink), write(bounded.writable)])
  if (size <= IN_MEMORY) {
    const pieces: Uint8Array[] = []
    await into(new WritableStream({ write: piece => void pieces.push(piece) }))
    return sourceFromBytes(new Uint8Array(Buffer.concat(pieces)))
  }
  const stored = await beginContent(size, !keeps)
  const sink = contentSink(stored)
  await into(sink.stream)
  const at = await sink.end()
  // an entry may be shorter than the archive says
  if (at !== size) await db()('content').where('id', stored).update({ size: at })
  return { ...contentSource(stored, at), stored }
}

/**
 * Opens an archive or message that lies in a place, and reads what is in it; an entry whose bytes are not to be had is told of by itself.
 *
 * @returns what lay in it, and what stayed closed with its reason; no files: it is received as it is
 */
export async function openReceived(
  file: { path: string, size: number }, source: ByteSource, opening: Opening, keeps: boolean,
): Promise<{ files: Inside[], closed: StaysClosed[] }> {
  const closedAs = (most: number) => ({ files: [], closed: [{ path: file.path, container: [], fault: { kind: 'too-large' as const, most } }] })
  if (file.size > LONGEST) return closedAs(LONGEST)
  const keep = (write: (sink: WritableStream<Uint8Array>) => Promise<unknown>, size: number) => keepHere(write, size, keeps)
  const outer: Incoming<Unpacked> = { path: file.path, size: file.size, modified: null, open: () => Promise.resolve(source) }
  const { files: listed, closed } = await openAmongOthers([outer], opening, keep as Parameters<typeof openAmongOthers<Unpacked>>[2])
  const inside = listed.filter(one => one.container !== undefined)
  if (inside.reduce((sum, { size }) => sum + size, 0) > MOST_INSIDE) return closedAs(MOST_INSIDE)
  const files: Inside[] = []
  for (const one of inside) files.push(await readInside(one, keeps))
  return { files, closed }
}

async function readInside(
  { path, container = [], modified, rawPath, sender, letter, size, open }: Incoming<Unpacked>, keeps: boolean,
): Promise<Inside> {
  const told = { path, container, modified, ...(rawPath ? { rawPath } : {}), ...broughtBy({ sender, letter }) }
  try {
    const source = await open()
    if (source.stored !== undefined) return { ...told, size: source.size, facts: await factsOfStored(source.stored, source.size, keeps) }
    const { sha256, reading } = await readSource(source)
    const [kept] = keeps ? await keepTogether([{ bytes: await source.read(0, source.size), sha256, reading }]) : []
    const readingId = kept?.readingId ?? (await keepReadings(db(), [{ sha256, reading }])).get(sha256) ?? ''
    return { ...told, size: source.size, facts: { sha256, readingId, contentId: kept?.contentId ?? null } }
  }
  catch (error) {
    return { ...told, size, facts: { why: error instanceof Error ? error.message : String(error) } }
  }
}
