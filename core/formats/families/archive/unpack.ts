import { Decompress } from 'fzstd'
import { createSHA256, createXXHash32, createXXHash64 } from 'hash-wasm'
import { crc32 } from '../../../bytes/checksum'
import { pieces } from '../../../bytes/cursor'
import { join } from '../../../bytes/inflate'
import { u16le, u32le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { Fault } from '../../faults'
import { Unreadable, unpackBzip } from './bzip'
import { dictionaryOf, HELD, HELD_BITS, unpackLzmaTwo, unpackXz } from './lzma-two'

/** Most that is unpacked of a file packed by these, which take longer than DEFLATE. */
const MOST = 64 * 1024 * 1024
/** So much of what is unpacked tells what it is. */
const BEGINNING = 4096

/**
 * What unpacking showed: damage, or how much there was; `null` length: not all was unpacked, so its checksums say nothing.
 * `checked`: all of it has checksums.
 */
export interface Unpacked { damage: Fault | null, length: number | null, start: Uint8Array, checked: boolean }

/** Counts what is unpacked and keeps its beginning. */
function counter() {
  const start = new Uint8Array(BEGINNING)
  let length = 0
  return {
    take(piece: Uint8Array) {
      if (length < BEGINNING) start.set(piece.subarray(0, BEGINNING - length), length)
      length += piece.length
    },
    full: () => length > MOST,
    result: (whole: boolean, damage: Fault | null = null, checked = true): Unpacked => ({
      damage, length: whole ? length : null, start: start.subarray(0, Math.min(length, BEGINNING)), checked,
    }),
  }
}

const UNREADABLE: Fault = { kind: 'packed-data-unreadable' }

/** bzip2: every block has a sum, and all of them one. */
export async function unpackBlocks(file: FileBytes): Promise<Unpacked> {
  const count = counter()
  if (file.size > HELD) return count.result(false)
  try {
    return count.result(unpackBzip(await file.whole(HELD), MOST, count.take))
  }
  catch (error) {
    if (!(error instanceof Unreadable)) throw error
    return count.result(true, error.message === 'ends early' ? { kind: 'ends-in-packed-data' } : UNREADABLE)
  }
}

/** Kinds of checks (xz file format 1.1 §2.1.1.2) that the unpacker computes, and the one of 32 bytes that it does not. */
const CHECKS = [0, 1, 4]
const SHA256 = 10

/** One block as the index tells it (§4.3): packed without its padding but with header and check, and unpacked. */
export interface Block { packed: number, unpacked: number }

/**
 * xz: blocks, each with a check of four, eight or 32 bytes.
 *
 * @param blocks - as the index has them; `alone`: there is no stream besides
 */
export async function unpackStreams(file: FileBytes, blocks: readonly Block[], alone: boolean): Promise<Unpacked> {
  const count = counter()
  if (u8(file.head, 7) === SHA256) return alone ? unpackHashed(file, blocks, count) : count.result(false)
  const first = await firstBlock(file, blocks.length === 1 ? blocks[0]?.unpacked ?? null : null)
  if (!first || !CHECKS.includes(u8(file.head, 7))) return count.result(false)
  const end = await unpackXz(followed(first, pieces(file, first.length, file.size)), (piece) => {
    count.take(piece)
    return !count.full()
  })
  return end === 'wrong' ? count.result(true, UNREADABLE) : count.result(end === 'whole', null, u8(file.head, 7) !== 0)
}

async function* followed(first: Uint8Array, rest: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  yield first
  yield* rest
}

/** Blocks of one stream, each held against the SHA-256 behind it. */
async function unpackHashed(file: FileBytes, blocks: readonly Block[], count: ReturnType<typeof counter>): Promise<Unpacked> {
  let offset = 12
  for (const { packed, unpacked } of blocks) {
    const header = await file.read(offset, 1024)
    const [length, filters] = [(u8(header, 0) + 1) * 4, filtersAt(header)]
    if (filters === null) return count.result(false)
    const hash = await createSHA256()
    const end = await unpackLzmaTwo(
      file, { from: offset + length, length: packed - length - 32, dictionary: u8(header, filters + 2), unpacked }, (piece) => {
        hash.update(piece)
        count.take(piece)
        return !count.full()
      },
    )
    if (end !== 'whole') return end === 'wrong' ? count.result(true, UNREADABLE) : count.result(false)
    // padding stands between data and check
    offset += Math.ceil(packed / 4) * 4
    const stated = await file.read(offset - 32, 32)
    if (hash.digest('binary').some((byte, at) => byte !== u8(stated, at))) return count.result(true, { kind: 'contents-checksum' })
  }
  return count.result(true)
}

/** Where a block's header (§3.1) names its filters, if LZMA2 is the only one. */
function filtersAt(header: Uint8Array): number | null {
  const flags = u8(header, 1)
  let filters = 2
  // lengths written in as many bytes as they need
  for (const mask of [0x40, 0x80]) if (flags & mask) while (u8(header, filters++) >= 0x80) if (filters > 20) return null
  return (flags & 3) !== 0 || u8(header, filters) !== 0x21 ? null : filters
}

/**
 * The beginning up to the first block's data, where it is packed by LZMA2 alone with a dictionary that is given room. A larger
 * one than all it holds is not needed: it is asked for smaller, with the header's sum made anew (§3.1).
 */
async function firstBlock(file: FileBytes, stated: number | null): Promise<Uint8Array | null> {
  const end = 12 + (u8(file.head, 12) + 1) * 4
  const first = (await file.read(0, end)).slice()
  const filters = filtersAt(first.subarray(12))
  if (filters === null) return null
  const place = 12 + filters + 2
  if (dictionaryOf(u8(first, place)) <= HELD) return first
  if (stated === null || stated > HELD) return null
  first[place] = HELD_BITS
  new DataView(first.buffer).setUint32(end - 4, crc32(first.subarray(12, end - 4)), true)
  return first
}

/** One frame: where it begins and ends with its checksum, whether it has one, and the window it needs. */
export interface Frame { from: number, to: number, checked: boolean, window: number }

/** Zstandard (RFC 8878 §3.1.1): the last four bytes of a frame may be the low half of XXH64 of what it holds. */
export async function unpackFrames(file: FileBytes, frames: readonly Frame[]): Promise<Unpacked> {
  const count = counter()
  for (const { from, to, checked, window } of frames) {
    if (window > HELD) return count.result(false)
    const hash = await createXXHash64()
    const unpack = new Decompress((piece) => {
      hash.update(piece)
      count.take(piece)
    })
    try {
      for await (const piece of pieces(file, from, to - from)) {
        unpack.push(piece)
        if (count.full()) return count.result(false)
      }
      unpack.push(new Uint8Array(0), true)
    }
    catch {
      return count.result(true, UNREADABLE)
    }
    const agrees = !checked || hash.digest('hex').slice(8) === hexOf(u32le(await file.read(to - 4, 4), 0))
    if (!agrees) return count.result(true, { kind: 'contents-checksum' })
  }
  return count.result(true, null, frames.every(frame => frame.checked))
}

const hexOf = (value: number): string => value.toString(16).padStart(8, '0')

/** Matches reach back so far (LZ4 block format). */
const BACK = 65_536

/** LZ4 frames: blocks of literals and matches; sums of header, blocks and contents are XXH32, the latter two where flags say so. */
export async function unpackSequences(file: FileBytes): Promise<Unpacked> {
  const count = counter()
  const flags = u8(file.head, 4)
  const header = 6 + (flags & 8 ? 8 : 0) + (flags & 1 ? 4 : 0)
  const all = await createXXHash32()
  const sum = await createXXHash32()
  const sumOf = (bytes: Uint8Array) => parseInt(sum.init().update(bytes).digest('hex'), 16)
  if (((sumOf(file.head.subarray(4, header)) >>> 8) & 255) !== u8(file.head, header)) return count.result(true, { kind: 'header-checksum' })
  const largest = 256 * 4 ** ((u8(file.head, 5) >> 4) & 7)
  if (largest > HELD) return count.result(false)
  let window: Uint8Array = new Uint8Array(0)
  let offset = header + 1
  for (;;) {
    const stated = u32le(await file.read(offset, 4), 0)
    offset += 4
    if (stated === 0) break
    const length = stated & 0x7FFFFFFF
    const packed = await file.read(offset, length)
    offset += length
    if (flags & 16) {
      if (sumOf(packed) !== u32le(await file.read(offset, 4), 0)) return count.result(true, { kind: 'last-part-checksum' })
      offset += 4
    }
    const block = stated & 0x80000000 ? packed : unpackSequence(packed, window, largest)
    if (!block) return count.result(true, UNREADABLE)
    all.update(block)
    count.take(block)
    if (count.full()) return count.result(false)
    // blocks may refer to what came before them unless they are said to stand alone
    window = flags & 32 ? window : join([window, block]).slice(-BACK)
  }
  const agrees = !(flags & 4) || parseInt(all.digest('hex'), 16) === u32le(await file.read(offset, 4), 0)
  return agrees ? count.result(true, null, (flags & 20) !== 0) : count.result(true, { kind: 'contents-checksum' })
}

/** One block; `null` where it is not readable. */
function unpackSequence(packed: Uint8Array, before: Uint8Array, largest: number): Uint8Array | null {
  const out = new Uint8Array(before.length + largest)
  out.set(before)
  let [at, end] = [0, before.length]
  const lengthOf = (first: number) => {
    if (first < 15) return first
    let length = first
    for (;;) {
      const more = u8(packed, at++)
      length += more
      if (more !== 255 || at > packed.length) return length
    }
  }
  while (at < packed.length) {
    const token = u8(packed, at++)
    const literals = lengthOf(token >> 4)
    if (at + literals > packed.length || end + literals > out.length) return null
    out.set(packed.subarray(at, at + literals), end)
    at += literals
    end += literals
    if (at >= packed.length) break
    const back = u16le(packed, at)
    at += 2
    const length = lengthOf(token & 15) + 4
    if (back === 0 || back > end || end + length > out.length) return null
    if (back >= length) out.copyWithin(end, end - back, end - back + length)
    else for (let i = 0; i < length; i++) out[end + i] = u8(out, end + i - back)
    end += length
  }
  return out.subarray(before.length, end)
}
