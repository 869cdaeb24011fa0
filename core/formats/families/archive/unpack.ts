import { Decompress } from 'fzstd'
import { createXXHash32, createXXHash64 } from 'hash-wasm'
import xz from 'xz-decompress'
import { crc32 } from '../../../bytes/checksum'
import { pieces } from '../../../bytes/cursor'
import { join } from '../../../bytes/inflate'
import { u16le, u32le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { Fault } from '../../faults'
import { Unreadable, unpackBzip } from './bzip'

/** Most that is unpacked of a file packed by these, which take longer than DEFLATE. */
const MOST = 64 * 1024 * 1024
/** Files and windows past this are not held in memory. */
const HELD = 16 * 1024 * 1024
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

/** How the unpacker says that the data is not as its format has it, or ends early. */
const WRONG_DATA = /error code [578]\b/

/** Kinds of checks (xz file format 1.1 §2.1.1.2) that the unpacker computes. */
const CHECKS = [0, 1, 4]

/**
 * xz: blocks with a sum of four or eight bytes.
 *
 * @param stated - unpacked length of the one block there is; `null` where there are several
 */
export async function unpackStreams(file: FileBytes, stated: number | null): Promise<Unpacked> {
  const count = counter()
  const first = await firstBlock(file, stated)
  if (!first || !CHECKS.includes(u8(file.head, 7))) return count.result(false)
  const packed = followed(first, pieces(file, first.length, file.size))
  const stream = new xz.XzReadableStream(new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await packed.next()
      if (done) controller.close()
      else controller.enqueue(value)
    },
  }))
  const reader = stream.getReader()
  try {
    for (;;) {
      const { done, value } = await reader.read()
      if (done || !value) return count.result(true, null, u8(file.head, 7) !== 0)
      count.take(value)
      if (count.full()) return count.result(false)
    }
  }
  catch (error) {
    // only what is wrong with the data is damage: no memory for it, or no unpacker, says nothing of the file
    return WRONG_DATA.test(String(error)) ? count.result(true, UNREADABLE) : count.result(false)
  }
  finally {
    await reader.cancel().catch(() => undefined)
  }
}

async function* followed(first: Uint8Array, rest: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array, undefined> {
  yield first
  yield* rest
  return undefined
}

/** The bits that stand for a dictionary of 16 MiB (§5.3.1). */
const HELD_BITS = 24

/**
 * The beginning up to the first block's data, where it is packed by LZMA2 alone with a dictionary that is given room. A larger
 * one than all it holds is not needed: it is asked for smaller, with the header's sum made anew (§3.1).
 */
async function firstBlock(file: FileBytes, stated: number | null): Promise<Uint8Array | null> {
  const end = 12 + (u8(file.head, 12) + 1) * 4
  const first = (await file.read(0, end)).slice()
  const flags = u8(first, 13)
  let filters = 14
  // lengths written in as many bytes as they need
  for (const mask of [0x40, 0x80]) if (flags & mask) while (u8(first, filters++) >= 0x80) if (filters > 32) return null
  if ((flags & 3) !== 0 || u8(first, filters) !== 0x21) return null
  const bits = u8(first, filters + 2)
  if ((2 | (bits & 1)) * 2 ** (Math.floor(bits / 2) + 11) <= HELD) return first
  if (stated === null || stated > HELD) return null
  first[filters + 2] = HELD_BITS
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
