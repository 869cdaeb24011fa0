import { cursor, pieces } from '../../../bytes/cursor'
import { crc32 } from '../../../bytes/checksum'
import { inflatePieces, inflateStart, TooLarge } from '../../../bytes/inflate'
import { indexOf, latin1, startsWith, u16le, u32le, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { Gunzip } from 'fflate'
import { UNPACK_LIMIT } from '../../family'
import type { Proof } from '../../family'
import { formatById } from '../../registry'
import { damaged, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { unpackLzma } from './lzma'
import { isTarHeader } from './tar'
import type { Block, Frame, Unpacked } from './unpack'
import { unpackBlocks, unpackFrames, unpackSequences, unpackStreams } from './unpack'

/** gzip (RFC 1952): one member or several, each with a CRC and a length behind it. */
export async function readGzip(file: FileBytes, proof: Proof): Promise<Reading> {
  const { head, size } = file
  if (size < 18) return damaged('gz', { kind: 'shorter-than-gzip' })
  const flags = u8(head, 3)
  let offset = 10
  if (flags & 4) offset += 2 + u16le(head, offset)
  if (flags & 8) offset = head.indexOf(0, offset) + 1
  if (flags & 16) offset = head.indexOf(0, offset) + 1
  if (flags & 2) offset += 2
  const start = inflateStart(head.subarray(offset, offset + 32_768), 'deflate', 65_536)
  const id = tellPacked(start)
  const end = await file.read(size - 8, 8)
  const props: Record<string, PropertyValue> = {}
  if (offset === 0) return damaged(id, { kind: 'header-unreadable' })
  if (!proof.checksums) return start.length > 0 || u32le(end, 4) === 0 ? reading(id, { props }) : damaged(id, { kind: 'packed-data-unreadable' })
  let [sum, length] = [0, 0]
  try {
    await inflatePieces(pieces(file, offset, size - offset - 8), 'deflate', UNPACK_LIMIT, (piece) => {
      sum = crc32(piece, sum)
      length += piece.length
    })
  }
  catch (error) {
    if (error instanceof TooLarge) return reading(id, { fault: { kind: 'unpacked-in-part', megabytes: Math.round(UNPACK_LIMIT / 1e6) } })
    return damaged(
      id,
      start.length > 0 && /EOF|early/i.test(String(error)) ? { kind: 'ends-in-packed-data' } : { kind: 'packed-data-unreadable' },
      { verified: 'checksum' },
    )
  }
  if (sum === u32le(end, 0) && length % 0x100000000 === u32le(end, 4)) return reading(id, { verified: 'checksum', props: { unpackedSize: length } })
  return await hasMoreMembers(file) || await isFollowed(file, sum, length)
    ? reading(id, { verified: 'structure' })
    : damaged(id, { kind: 'contents-checksum' }, { verified: 'checksum' })
}

/** Members one behind the other (§2.2): then the last eight bytes are not the first member's. */
async function hasMoreMembers(file: FileBytes): Promise<boolean> {
  const starts: number[] = []
  try {
    const unpack = new Gunzip(() => undefined)
    unpack.onmember = at => starts.push(at)
    for await (const piece of pieces(file, 0, file.size)) {
      for (let offset = 0; offset < piece.length; offset += 8192) unpack.push(piece.subarray(offset, offset + 8192))
    }
    unpack.push(new Uint8Array(0), true)
  }
  catch (error) {
    // no further header behind whole members: what follows is ignored
    return starts.some(at => at > 0) && /invalid gzip/.test(String(error))
  }
  return starts.some(at => at > 0)
}

/** Whether other bytes follow the member's checksum and length: zeros as tapes leave them, or what its tool ignores. */
async function isFollowed(file: FileBytes, sum: number, length: number): Promise<boolean> {
  const tail = await file.tail()
  const mark = [sum, length].flatMap(value => [0, 8, 16, 24].map(shift => (value >>> shift) & 0xFF))
  const offset = indexOf(tail, String.fromCharCode(...mark))
  // a further member that could not be read is one cut short
  return offset >= 0 && !startsWith(tail, '\x1F\x8B', offset + 8)
}

function tellPacked(start: Uint8Array): string {
  if (isTarHeader(start)) return 'tar.gz'
  if (startsWith(start, 'BLENDER')) return 'blend'
  const text = latin1(start, 0, 4096)
  if (/<(?:gnm|gmr):Workbook\b/.test(text)) return 'gnumeric'
  if (/<svg[\s>]/.test(text)) return 'svgz'
  if (/^RD[XA][23]\n/.test(text) || /^[XA]\n\0\0\0[\x02\x03]/.test(text)) return 'rds'
  return 'gz'
}

/** What a compressed file is once all its data is unpacked: its beginning tells. */
function tellUnpacked(id: string, { damage, length, start, checked }: Unpacked): Reading {
  const tape = formatById(`tar.${id}`) && isTarHeader(start) ? `tar.${id}` : id
  const told = startsWith(start, 'BLENDER') ? 'blend' : tape
  if (damage) return damaged(told, damage, { verified: 'checksum' })
  return reading(told, { verified: checked ? 'checksum' : 'structure', props: { unpackedSize: length ?? 0 } })
}

/** bzip2: the end mark (digits of √π) stands at any bit near the end, or other bytes follow it. */
export async function readBzip(file: FileBytes, proof: Proof): Promise<Reading | null> {
  const { head } = file
  if (!/^BZh[1-9](?:1AY&SY|\x17\x72\x45\x38\x50\x90)/.test(latin1(head, 0, 10))) return null
  const ids = ['bz2', 'tar.bz2']
  if (proof.checksums) {
    const unpacked = await unpackBlocks(file)
    if (unpacked.length !== null) return tellUnpacked('bz2', unpacked)
  }
  const tail = (await file.tail()).slice(-12)
  let bits = ''
  for (const byte of tail) bits += byte.toString(2).padStart(8, '0')
  const mark = [0x17, 0x72, 0x45, 0x38, 0x50, 0x90].map(byte => byte.toString(2).padStart(8, '0')).join('')
  return bits.includes(mark) ? reading(ids, { verified: 'structure' }) : damaged(ids, { kind: 'end-mark-missing' })
}

/** xz (file format 1.1 §2): stream footer with its own CRC, before it the index whose length the footer states. */
export async function readXz(file: FileBytes, proof: Proof): Promise<Reading> {
  const ids = ['xz', 'tar.xz']
  const tail = await file.tail()
  // streams may be padded with zeros in fours (§2.2)
  let end = tail.length
  while (end >= 4 && u32le(tail, end - 4) === 0) end -= 4
  const footer = tail.subarray(end - 12, end)
  if (latin1(footer, 10, 12) !== 'YZ') return damaged(ids, { kind: 'end-missing' })
  if (crc32(footer.subarray(4, 10)) !== u32le(footer, 0)) return damaged(ids, { kind: 'end-checksum' })
  const length = (u32le(footer, 4) + 1) * 4
  const stop = file.size - (tail.length - end) - 12
  const index = await file.read(stop - length, length)
  if (length > file.size || u8(index, 0) !== 0 || crc32(index.subarray(0, length - 4)) !== u32le(index, length - 4)) {
    return damaged(ids, { kind: 'index-checksum' })
  }
  let offset = 1
  const number = () => {
    let value = 0
    for (let shift = 0; shift < 9; shift++) {
      const byte = u8(index, offset++)
      value += (byte & 0x7F) * 128 ** shift
      if (byte < 0x80) break
    }
    return value
  }
  const blocks: Block[] = []
  for (let left = number(); left > 0 && offset < index.length; left--) blocks.push({ packed: number(), unpacked: number() })
  const [packed, unpacked] = [blocks.reduce((sum, one) => sum + Math.ceil(one.packed / 4) * 4, 0), blocks.reduce((sum, one) => sum + one.unpacked, 0)]
  // several streams in one file: only the last one's index is read
  const alone = 12 + packed + length + 12 === file.size - (tail.length - end)
  if (proof.checksums) {
    const contents = await unpackStreams(file, blocks, alone)
    if (contents.length !== null) return tellUnpacked('xz', contents)
  }
  return reading(ids, { verified: 'structure', props: alone ? { unpackedSize: unpacked } : {} })
}

/** Zstandard (RFC 8878 §3.1): frames of blocks, each block with its length. */
export async function readZstandard(file: FileBytes, proof: Proof): Promise<Reading> {
  const ids = ['zst', 'tar.zst']
  const read = cursor(file)
  const frames: Frame[] = []
  let offset = 0
  while (offset < file.size) {
    const header = await read(offset, 18)
    const from = offset
    if ((u32le(header, 0) & 0xFFFFFFF0) >>> 0 === 0x184D2A50) {
      offset += 8 + u32le(header, 4)
      continue
    }
    if (u32le(header, 0) !== 0xFD2FB528) return damaged(ids, { kind: 'part-unreadable' })
    const descriptor = u8(header, 4)
    const single = (descriptor >> 5) & 1
    offset += 5 + (single ? 0 : 1) + ([0, 1, 2, 4][descriptor & 3] ?? 0) + ([single, 2, 4, 8][descriptor >> 6] ?? 0)
    for (let last = false; !last;) {
      const block = await read(offset, 3)
      if (block.length < 3) return damaged(ids, { kind: 'ends-in-packed-data' })
      const bits = u8(block, 0) | (u8(block, 1) << 8) | (u8(block, 2) << 16)
      last = (bits & 1) === 1
      if (((bits >> 1) & 3) === 3) return damaged(ids, { kind: 'part-unreadable' })
      offset += 3 + (((bits >> 1) & 3) === 1 ? 1 : bits >> 3)
    }
    offset += descriptor & 4 ? 4 : 0
    frames.push({ from, to: offset, checked: (descriptor & 4) !== 0, window: windowOf(header, descriptor) })
  }
  if (offset > file.size) return damaged(ids, { kind: 'ends-in-packed-data' })
  const contents = proof.checksums ? await unpackFrames(file, frames) : null
  return contents && contents.length !== null ? tellUnpacked('zst', contents) : reading(ids, { verified: 'structure' })
}

/** Bytes of history a frame asks for (RFC 8878 §3.1.1.1.2): as its window states, or as long as its contents. */
function windowOf(header: Uint8Array, descriptor: number): number {
  if (!((descriptor >> 5) & 1)) return 2 ** (10 + (u8(header, 5) >> 3)) * (1 + (u8(header, 5) & 7) / 8)
  const place = 5 + ([0, 1, 2, 4][descriptor & 3] ?? 0)
  const width = [1, 2, 4, 8][descriptor >> 6] ?? 1
  if (width === 8) return u64le(header, place)
  if (width === 4) return u32le(header, place)
  return width === 2 ? u16le(header, place) + 256 : u8(header, place)
}

/** LZ4 frame format 1.6: blocks with lengths, closed by a zero. */
export async function readLz4(file: FileBytes, proof: Proof): Promise<Reading> {
  const flags = u8(file.head, 4)
  let offset = 7 + (flags & 8 ? 8 : 0) + (flags & 1 ? 4 : 0)
  for (;;) {
    const bytes = await file.read(offset, 4)
    if (bytes.length < 4) return damaged('lz4', { kind: 'ends-in-packed-data' })
    offset += 4
    const length = u32le(bytes, 0) & 0x7FFFFFFF
    if (u32le(bytes, 0) === 0) break
    offset += length + (flags & 16 ? 4 : 0)
  }
  offset += flags & 4 ? 4 : 0
  if (offset > file.size) return damaged('lz4', { kind: 'ends-before-checksum' })
  const contents = proof.checksums ? await unpackSequences(file) : null
  return contents && contents.length !== null ? tellUnpacked('lz4', contents) : reading('lz4', { verified: 'structure' })
}

/** What is unpacked by the plain unpacker, in memory. */
const LZMA_READ = 4 * 1024 * 1024

/** lzip: each member ends in a CRC, its unpacked and, from version 1 on, its packed length; other bytes may follow the last. */
export async function readLzip(file: FileBytes, proof: Proof): Promise<Reading> {
  if (u8(file.head, 4) === 0) return reading('lz')
  const tail = await file.tail()
  const whole = file.size <= tail.length
  // a member that fills the file up to its stated length is whole, whatever follows
  for (let end = tail.length - 1; whole && end >= 26; end--) {
    if (u64le(tail, end - 8) === end) return reading('lz', { verified: 'structure', props: { unpackedSize: u64le(tail, end - 16) } })
  }
  const end = tail.slice(-20)
  const packed = u64le(end, 12)
  if (packed > file.size) return damaged('lz', { kind: 'length-end' })
  if (!startsWith(await file.read(file.size - packed, 4), 'LZIP')) return damaged('lz', { kind: 'end-missing' })
  const unpacked = u64le(end, 4)
  if (packed !== file.size) return reading('lz', { verified: 'structure' })
  const props = { unpackedSize: unpacked }
  if (!proof.checksums || unpacked > LZMA_READ || packed > LZMA_READ) return reading('lz', { verified: 'structure', props })
  // the window stands in one byte, the other settings are always the same
  const contents = unpackLzma(Uint8Array.of(93, 0, 0, 0, 0), await file.read(6, packed - 26), unpacked)
  if (!contents) return damaged('lz', { kind: 'packed-data-unreadable' }, { verified: 'checksum', props })
  return crc32(contents) === u32le(end, 0)
    ? reading('lz', { verified: 'checksum', props })
    : damaged('lz', { kind: 'contents-checksum' }, { verified: 'checksum', props })
}

/** How much is unpacked to believe that a file is packed so. */
const TRIED = 256

/**
 * Whether bytes are an LZMA file without a container: properties, window, and a length that is plausible or left open. Nothing
 * else tells, so its beginning must unpack.
 */
export async function isLzma(file: FileBytes): Promise<boolean> {
  const { head, size } = file
  if (size < 18 || u8(head, 0) >= 225 || u8(head, 13) !== 0) return false
  const window = u32le(head, 1)
  // a power of two, or half as much again
  const usual = window >= 4096 && [window, window / 3 * 2].some(power => Number.isInteger(Math.log2(power)))
  const length = u64le(head, 5)
  const open = u32le(head, 5) === 0xFFFFFFFF && u32le(head, 9) === 0xFFFFFFFF
  if (!usual || (!open && (length === 0 || length > size * 20_000))) return false
  const packed = await file.read(13, 65_536)
  // an open length may be shorter than what is tried
  return (open ? [TRIED, TRIED / 32] : [Math.min(TRIED, length)]).some(most => unpackLzma(head.subarray(0, 5), packed, most) !== null)
}
