import { createHash } from 'node:crypto'
import { mkdtemp, readdir, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { Readable } from 'node:stream'
import { broughtBy } from '../core/arrivals/incoming'
import type { Incoming, Keep, Opening, StaysClosed } from '../core/arrivals/incoming'
import { MAY_BE_OPENED, openArrivals } from '../core/arrivals/open'
import type { ReceivedFile } from '../core/arrivals/received'
import { pieces } from '../core/bytes/cursor'
import type { ByteSource } from '../core/bytes/source'
import { sourceFromBytes } from '../core/bytes/source'
import type { Proof } from '../core/formats/family'
import { readBytes } from '../core/formats/identify'
import { unread } from '../core/formats/reading'
import { byCodeUnit } from '../core/text/order'
import { showBytes } from '../places/names'
import type { HashedReading } from './hash'
import { diskSource } from './hash'
import { readFiles } from './read-files'

/** So many files of archives and addresses are under way at once. */
const AT_ONCE = 8

/**
 * Lists all files below a folder, in code-unit order, links not followed.
 *
 * @returns files with paths relative to the folder, `/` between levels
 */
export async function listFiles(folder: string): Promise<ListedFile[]> {
  const files: ListedFile[] = []
  const walk = async (raw: Buffer, shown: string): Promise<void> => {
    // a name is bytes to the file system: read as text it could not be opened again
    const entries = await readdir(raw, { withFileTypes: true, encoding: 'buffer' })
    for (const entry of entries) {
      const name = entry.name
      const path = shown === '' ? showBytes(name) : `${shown}/${showBytes(name)}`
      const inside = Buffer.concat([raw, Buffer.from('/'), name])
      if (entry.isDirectory()) await walk(inside, path)
      else if (entry.isFile()) files.push({ path, raw: inside })
    }
  }
  await walk(Buffer.from(folder), '')
  return files.sort((a, b) => byCodeUnit(a.path, b.path))
}

/** A file with its path as text and as the bytes it is opened by. */
export interface ListedFile { path: string, raw: Buffer }

/** Unpacked entries up to this size are held in memory, larger ones in a file that is removed at the end. */
const UNPACKED_IN_MEMORY = 64 * 1024 * 1024

/** Where the entries of archives go while they are hashed and read. */
class Unpacked {
  private folder: string | null = null
  private serial = 0

  readonly keep: Keep<ByteSource> = async (write, size) => {
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>()
    if (size <= UNPACKED_IN_MEMORY) {
      const [bytes] = await Promise.all([new Response(readable).arrayBuffer(), write(writable as WritableStream<Uint8Array>)])
      return sourceFromBytes(new Uint8Array(bytes))
    }
    this.folder ??= await mkdtemp(join(tmpdir(), 'usitor-'))
    const path = join(this.folder, String(this.serial++))
    await Promise.all([
      writeFile(path, Readable.fromWeb(readable as Parameters<typeof Readable.fromWeb>[0])),
      write(writable as WritableStream<Uint8Array>),
    ])
    return diskSource(path, (await stat(path)).size)
  }

  async remove(): Promise<void> {
    if (this.folder !== null) await rm(this.folder, { recursive: true, force: true })
  }
}

/** A file to be received: on disk as it is listed, or an entry of an archive. */
type Listed = Incoming & { raw?: Buffer }

const UNKNOWN = { size: 0, mtimeMs: 0 }

async function listIncoming(folder: string): Promise<Listed[]> {
  const single = (await stat(folder)).isFile()
  const listed = single ? [{ path: basename(folder), raw: Buffer.from(folder) }] : await listFiles(folder)
  return Promise.all(listed.map(async ({ path, raw }): Promise<Listed> => {
    // size and time come with the hash, but for what may have to be opened; what cannot be looked at is told when it is read
    const { size, mtimeMs } = MAY_BE_OPENED.test(path) ? await stat(raw).catch(() => UNKNOWN) : UNKNOWN
    return { path, raw, size, modified: mtimeMs, open: () => Promise.resolve(diskSource(raw, size)) }
  }))
}

/** Hashes and identifies an entry of an archive or mail. */
async function readEntry(entry: Incoming, proof?: Proof): Promise<HashedReading> {
  const modified = entry.modified ?? Number.NaN
  try {
    const source = await entry.open()
    const hash = createHash('sha256')
    for await (const piece of pieces(source, 0, source.size)) hash.update(piece)
    return { size: source.size, modified, sha256: hash.digest('hex'), reading: await readBytes(source, proof) }
  }
  catch (error) {
    return { size: entry.size, modified, sha256: null, reading: unread(error instanceof Error ? error.message : String(error)) }
  }
}

/** What a root brought: its files, and the archives and mails among them that stay closed. */
export interface ReceivedRoot { files: ReceivedFile[], closed: StaysClosed[] }

/**
 * Reads a folder, or one archive, as one root of received files; archives and mails are opened as the page opens them.
 *
 * @param stated - UTC ms at which all was received, where the person says so; else each file's modification time counts
 * @param opening - what is opened, and how names and times in it are read
 * @param proof - how far files are proved; left out: as far as can be
 */
export function receiveFolder(root: string, folder: string, stated: number | null, opening: Opening, proof?: Proof): Promise<ReceivedRoot> {
  return receiveListed(root, () => listIncoming(folder), stated, opening, proof)
}

/** Whether a root is an address, not a folder of this computer. */
export const isAddress = (root: string): boolean => /^[a-z][a-z\d+]*:\/\//i.test(root)

/** Reads what lies at an address as one root; its files are fetched one by one. */
export async function receiveAddress(root: string, address: string, stated: number | null, opening: Opening): Promise<ReceivedRoot> {
  const { listPlace, openAddress } = await import('./place')
  const place = await openAddress(address)
  try {
    return await receiveListed(root, ({ keep }) => listPlace(place, (pieces, size) =>
      keep(sink => Readable.toWeb(Readable.from(pieces)).pipeTo(sink as WritableStream), size)), stated, opening)
  }
  finally {
    await place.close()
  }
}

async function receiveListed(
  root: string, list: (unpacked: Unpacked) => Promise<Listed[]>, stated: number | null, opening: Opening, proof?: Proof,
): Promise<ReceivedRoot> {
  const unpacked = new Unpacked()
  try {
    const { files: listed, closed } = await openArrivals(await list(unpacked), opening, unpacked.keep)
    const onDisk = listed.flatMap((file: Listed, at) => file.raw && !file.container ? [{ at, raw: file.raw }] : [])
    const facts: HashedReading[] = []
    for (const [nth, one] of (await readFiles(onDisk.map(file => file.raw), proof)).entries()) facts[onDisk[nth]?.at ?? -1] = one
    const entries = [...listed.entries()].filter(([at]) => facts[at] === undefined)
    const work = async () => {
      for (let next = entries.pop(); next; next = entries.pop()) facts[next[0]] = await readEntry(next[1], proof)
    }
    await Promise.all(Array.from({ length: AT_ONCE }, work))
    return { closed, files: listed.flatMap((file, at) => facts[at] ? [receivedFile(root, file, facts[at], stated)] : []) }
  }
  finally {
    await unpacked.remove()
  }
}

function receivedFile(
  root: string, { path, container, sender, letter }: Incoming, { size, modified, sha256, reading }: HashedReading, stated: number | null,
): ReceivedFile {
  const time = Number.isNaN(modified) ? null : Math.floor(modified)
  const from = time === null ? 'unknown' : 'modified'
  return {
    root, path, ...(container ? { container } : {}), ...broughtBy({ sender, letter }), size, sha256, reading,
    receivedAt: stated ?? time, receivedAtFrom: stated === null ? from : 'stated',
  }
}
