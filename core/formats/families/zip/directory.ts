import type { Fault } from '../../faults'
import { cursor } from '../../../bytes/cursor'
import { crc32 } from '../../../bytes/checksum'
import { IN_ONE_GO, inflatePieces, inflateStart, inflateWhole, TooLarge } from '../../../bytes/inflate'
import { latin1, lastIndexOf, startsWith, u16le, u32le, u64le } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { UNPACK_LIMIT } from '../../family'

export interface Entry { name: string, method: number, flags: number, crc: number, packed: number, unpacked: number, at: number }

/** An archive's directory, read from its end. */
export interface Directory {
  entries: Entry[]
  /** Entries stated; more than `entries` holds only where the directory is longer than is read. */
  count: number
  /** Only a password opens the directory. */
  sealed?: true
  /** Bytes before the archive: a program or script that unpacks it. */
  shift: number
}

/** A directory longer than this is read only so far: enough to tell any package by its parts. */
const DIRECTORY_READ = 8 * 1024 * 1024
const ENTRIES_READ = 25_000
const PART_READ = 16 * 1024 * 1024
/** Packed data is fetched so much at once. */
const PIECE = 64 * 1024

/**
 * Reads the directory at the end of an archive (§4.3.12–4.3.16).
 *
 * @returns the directory, what is wrong with it, or `null` where no archive ends here
 */
export async function readDirectory(file: FileBytes): Promise<Directory | Fault | null> {
  const tail = await file.tail()
  const end = findEnd(tail)
  if (end < 0) return null
  if (end + 22 > tail.length) return { kind: 'ends-in-directory' }
  const [disk, firstDisk] = [u16le(tail, end + 4), u16le(tail, end + 6)]
  if (disk !== 0xFFFF && (disk !== 0 || firstDisk !== 0)) return { kind: 'part-of-set', part: disk + 1 }
  let count = u16le(tail, end + 10)
  let length = u32le(tail, end + 12)
  let stated = u32le(tail, end + 16)
  let before = file.size - tail.length + end
  let sealed = false
  const locator = end - 20
  if (locator >= 0 && startsWith(tail, 'PK\x06\x07', locator)) {
    const offset = u64le(tail, locator + 8)
    const large = await file.read(offset, 56)
    if (startsWith(large, 'PK\x06\x06')) {
      before = offset
      count = u64le(large, 32)
      length = u64le(large, 40)
      stated = u64le(large, 48)
      // version 2 of the record names a cipher (§7.3.4)
      sealed = u64le(large, 4) > 44 && u16le(large, 14) >= 62
    }
  }
  const shift = before - length - stated
  if (shift < 0) return { kind: 'directory-length' }
  const listed = await file.read(stated + shift, Math.min(length, DIRECTORY_READ))
  const entries = listEntries(listed)
  // a directory that is itself encrypted (§7.3.4) stands behind a record of its own, or in no order that is known here
  if (count > 0 && entries.length === 0 && (startsWith(listed, 'PK\x06\x08') || sealed)) return { entries, count, shift, sealed: true }
  if (count > 0 && entries.length === 0) return { kind: 'directory-unreadable' }
  if (length <= DIRECTORY_READ && entries.length < Math.min(count, ENTRIES_READ)) return { kind: 'directory-short' }
  return { entries, count, shift }
}

/** The end record whose comment reaches just to the end of the file; else the last one, since some writers append. */
function findEnd(tail: Uint8Array): number {
  const last = lastIndexOf(tail, 'PK\x05\x06')
  for (let offset = last; offset >= 0; offset = offset > 0 ? lastIndexOf(tail.subarray(0, offset + 3), 'PK\x05\x06') : -1) {
    if (offset + 22 + u16le(tail, offset + 20) === tail.length) return offset
  }
  return last
}

function listEntries(bytes: Uint8Array): Entry[] {
  const entries: Entry[] = []
  for (let offset = 0; offset + 46 <= bytes.length && startsWith(bytes, 'PK\x01\x02', offset) && entries.length < ENTRIES_READ;) {
    const nameLength = u16le(bytes, offset + 28)
    const extraLength = u16le(bytes, offset + 30)
    const entry = {
      name: latin1(bytes, offset + 46, offset + 46 + nameLength),
      flags: u16le(bytes, offset + 8),
      method: u16le(bytes, offset + 10),
      crc: u32le(bytes, offset + 16),
      packed: u32le(bytes, offset + 20),
      unpacked: u32le(bytes, offset + 24),
      at: u32le(bytes, offset + 42),
    }
    readLargeSizes(entry, bytes.subarray(offset + 46 + nameLength, offset + 46 + nameLength + extraLength))
    entries.push(entry)
    offset += 46 + nameLength + extraLength + u16le(bytes, offset + 32)
  }
  return entries
}

/** Extra field 1 (§4.5.3): sizes and offset past 32 bits, in this order, those that are all ones in the entry. */
function readLargeSizes(entry: Entry, extra: Uint8Array): void {
  for (let offset = 0; offset + 4 <= extra.length; offset += 4 + u16le(extra, offset + 2)) {
    if (u16le(extra, offset) !== 1) continue
    let value = offset + 4
    for (const key of ['unpacked', 'packed', 'at'] as const) {
      if (entry[key] !== 0xFFFFFFFF) continue
      entry[key] = u64le(extra, value)
      value += 8
    }
    return
  }
}

/** Where an entry's data starts; `null` where its local header is not at the stated place. */
async function dataStart(read: (offset: number, length: number) => Promise<Uint8Array>, entry: Entry, shift: number): Promise<number | null> {
  const header = await read(entry.at + shift, 30)
  if (header.length < 30 || !startsWith(header, 'PK\x03\x04')) return null
  return entry.at + shift + 30 + u16le(header, 26) + u16le(header, 28)
}

/** The unpacked bytes of a part, up to `limit`; `null` where there is none or it is packed otherwise than by DEFLATE. */
export async function readPart(file: FileBytes, { entries, shift }: Directory, name: string, limit = PART_READ): Promise<Uint8Array | null> {
  const entry = entries.find(one => one.name === name)
  if (!entry || (entry.flags & 1) !== 0) return null
  const start = await dataStart(file.read, entry, shift)
  if (start === null) return null
  const bytes = await file.read(start, Math.min(entry.packed, PART_READ))
  if (entry.method === 0) return bytes.subarray(0, limit)
  return entry.method === 8 ? inflateStart(bytes, 'deflate', limit, entry.unpacked) : null
}

/** Whether a part as it was unpacked is all there and agrees with its checksum. */
export function isProved({ entries }: Directory, name: string, bytes: Uint8Array): boolean {
  const [entry, ...more] = entries.filter(one => one.name === name)
  return entry !== undefined && more.length === 0 && entry.unpacked === bytes.length && crc32(bytes) === entry.crc
}

/** Whether every entry stands where the directory says and reaches no further than the file; what is wrong where not. */
export async function proveStructure(file: FileBytes, { entries, shift }: Directory): Promise<Fault | null> {
  const read = cursor(file)
  for (const entry of [...entries].sort((a, b) => a.at - b.at)) {
    const start = await dataStart(read, entry, shift)
    if (start === null) return { kind: 'part-misplaced' }
    if (start + entry.packed > file.size) return { kind: 'part-past-end' }
  }
  return null
}

/**
 * Unpacks every entry and holds it against its checksum and length.
 *
 * @param proved - names of entries that need it no more
 * @returns what is wrong with it, or a note of what was left out
 */
export async function proveChecksums(
  file: FileBytes, { entries, shift }: Directory, proved: ReadonlySet<string>,
): Promise<{ damage?: Fault, note?: Fault }> {
  let left = UNPACK_LIMIT
  let skipped = false
  for (const entry of entries) {
    if (proved.has(entry.name)) continue
    const start = await dataStart(file.read, entry, shift)
    if (start === null) return { damage: { kind: 'part-misplaced' } }
    if ((entry.method !== 0 && entry.method !== 8) || (entry.flags & 1) !== 0) {
      skipped = true
      continue
    }
    let sum = 0
    let length = 0
    const take = (piece: Uint8Array) => {
      sum = crc32(piece, sum)
      length += piece.length
    }
    // an archive may hold thousands of small parts: what unpacks piece by piece takes as much room for each as for a large one
    const packed = entry.method === 8 && entry.packed <= IN_ONE_GO && entry.unpacked <= left ? await file.read(start, entry.packed) : null
    const whole = packed && inflateWhole(packed, 'deflate', entry.unpacked)
    try {
      if (whole) take(whole)
      else if (entry.method === 8) await inflatePieces(stretch(file, start, entry.packed), 'deflate', left, take)
      else for await (const piece of stretch(file, start, Math.min(entry.packed, left))) take(piece)
    }
    catch (error) {
      if (error instanceof TooLarge) return { note: { kind: 'unpacked-in-part', megabytes: Math.round(UNPACK_LIMIT / 1e6) } }
      return { damage: { kind: 'named-part-unpacked', name: showPart(entry.name) } }
    }
    left -= length
    if (left <= 0) return { note: { kind: 'unpacked-in-part', megabytes: Math.round(UNPACK_LIMIT / 1e6) } }
    if (length !== entry.unpacked || sum !== entry.crc) return { damage: { kind: 'named-part-checksum', name: showPart(entry.name) } }
  }
  return skipped ? { note: { kind: 'packed-rarely' } } : {}
}

export function showPart(name: string): string {
  return `“${name.replace(/[^\x20-\x7E]/g, '?').slice(-60)}”`
}

async function* stretch(file: FileBytes, offset: number, length: number): AsyncGenerator<Uint8Array> {
  for (let position = offset; position < offset + length; position += PIECE) {
    yield await file.read(position, Math.min(PIECE, offset + length - position))
  }
}
