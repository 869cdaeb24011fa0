import type { Fault } from '../../faults'
import { cursor } from '../../../bytes/cursor'
import { u16be, u32be, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { Proof } from '../../family'
import { damaged, reading, thousandths } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

interface Frame { number: number, fixed: boolean, headerEnd: number }

/** FLAC (RFC 9639 §8.2, §9): the first block states rate, channels, depth and samples; frames are numbered and carry checksums. */
export async function readFlac(file: FileBytes, proof: Proof, from = 0): Promise<Reading> {
  const info = await file.read(from, 42)
  const bits = u32be(info, 18)
  const [sampleRate, channels, bitDepth] = [bits >>> 12, ((bits >>> 9) & 7) + 1, ((bits >>> 4) & 31) + 1]
  const samples = (bits & 15) * 0x100000000 + u32be(info, 22)
  const props: Record<string, PropertyValue> = { sampleRate, channels, bitDepth }
  if (sampleRate > 0 && samples > 0) props.duration = thousandths(samples / sampleRate)
  let offset = from + 4
  for (let blocks = 0; blocks < 10_000; blocks++) {
    const block = await file.read(offset, 4)
    if (block.length < 4) return damaged('flac', { kind: 'ends-in-header' }, { props })
    offset += 4 + u32be(block, 0) % 0x1000000
    if (u8(block, 0) & 0x80) break
  }
  if (offset >= file.size) {
    return samples > 0 || offset > file.size ? damaged('flac', { kind: 'no-sound' }, { props }) : reading('flac', { verified: 'structure', props })
  }
  const [blockSize, largest] = [u16be(info, 8), u16be(info, 10)]
  const tail = await file.tail()
  const last = lastFrame(tail)
  if (last && samples > 0 && blockSize > 0) {
    // frames of fixed length are numbered, others state their first sample
    const begins = last.frame.fixed ? last.frame.number * blockSize : last.frame.number
    if (begins + Math.max(blockSize, largest) < samples) {
      return damaged('flac', { kind: 'ends-early-sound', percent: Math.floor(100 * begins / samples) }, { props })
    }
  }
  const longest = u32be(info, 14) >>> 8
  if (!last && samples > 0 && longest > 0 && longest < tail.length) return damaged('flac', { kind: 'last-part-silent' }, { props })
  if (!proof.checksums) return reading('flac', { verified: 'structure', props })
  const damage = await proveFrames(file, offset)
  return damage ? damaged('flac', damage, { props, verified: 'checksum' }) : reading('flac', { verified: 'checksum', props })
}

/** Bytes behind the coded number for a block size or sample rate that is written out (§9.1.5, §9.1.7). */
const SIZE_BYTES: Record<number, number> = { 6: 1, 7: 2 }
const RATE_BYTES: Record<number, number> = { 12: 1, 13: 2, 14: 2 }

/** A frame header (§9.1): sync code, coded number, and an 8-bit check that tells it from chance. */
function frameAt(bytes: Uint8Array, offset: number): Frame | null {
  if (bytes[offset] !== 0xFF || (u8(bytes, offset + 1) & 0xFE) !== 0xF8) return null
  const lead = u8(bytes, offset + 4)
  const more = lead < 0x80 ? 0 : Math.clz32(~lead << 24) - 1
  let number = lead < 0x80 ? lead : lead & (0x3F >> more)
  for (let i = 1; i <= more; i++) number = number * 64 + (u8(bytes, offset + 4 + i) & 0x3F)
  const size = u8(bytes, offset + 2) >> 4
  const rate = u8(bytes, offset + 2) & 15
  const end = offset + 5 + more + (SIZE_BYTES[size] ?? 0) + (RATE_BYTES[rate] ?? 0)
  if (end >= bytes.length || crc8(bytes, offset, end) !== bytes[end]) return null
  return { number, fixed: (u8(bytes, offset + 1) & 1) === 0, headerEnd: end + 1 }
}

function lastFrame(tail: Uint8Array): { frame: Frame, at: number } | null {
  for (let offset = tail.lastIndexOf(0xFF); offset >= 0; offset = offset > 0 ? tail.lastIndexOf(0xFF, offset - 1) : -1) {
    const frame = frameAt(tail, offset)
    if (frame) return { frame, at: offset }
  }
  return null
}

/** Every frame ends in a 16-bit check of the whole frame (§9.3); tags that other programs append may follow the last. */
async function proveFrames(file: FileBytes, from: number): Promise<Fault | null> {
  const read = cursor(file)
  let offset = from
  while (offset < file.size) {
    // a frame's end is told by the next frame's start: it is looked for within one window
    const window = await read(offset, 256 * 1024)
    if (!frameAt(window, 0)) return isTag(window) ? null : { kind: 'sound-unreadable' }
    let end = -1
    for (let next = window.indexOf(0xFF, 8); next >= 0; next = window.indexOf(0xFF, next + 1)) {
      if (frameAt(window, next) && crc16(window, 0, next - 2) === u16be(window, next - 2)) {
        end = next
        break
      }
    }
    if (end < 0) {
      const whole = offset + window.length >= file.size
      if (!whole) return { kind: 'sound-checksum' }
      let stop = window.length
      const tag = findTag(window)
      if (tag > 0) stop = tag
      return crc16(window, 0, stop - 2) === u16be(window, stop - 2) ? null : { kind: 'last-part-checksum' }
    }
    offset += end
  }
  return null
}

const isTag = (bytes: Uint8Array): boolean => ['TAG', 'ID3', 'APE', 'LYR'].includes(String.fromCharCode(u8(bytes, 0), u8(bytes, 1), u8(bytes, 2)))
const findTag = (bytes: Uint8Array): number => (bytes.length > 128 && isTag(bytes.subarray(bytes.length - 128)) ? bytes.length - 128 : -1)

/** CRC-8 with polynomial x^8 + x^2 + x + 1 (§9.1.8). */
function crc8(bytes: Uint8Array, from: number, to: number): number {
  let value = 0
  for (let i = from; i < to; i++) {
    value ^= bytes[i] ?? 0
    for (let bit = 0; bit < 8; bit++) value = (value & 0x80 ? (value << 1) ^ 0x07 : value << 1) & 0xFF
  }
  return value
}

/** CRC-16 with polynomial x^16 + x^15 + x^2 + 1 (§9.3), by table. */
const CRC16 = Uint16Array.from({ length: 256 }, (_, byte) => {
  let value = byte << 8
  for (let bit = 0; bit < 8; bit++) value = (value & 0x8000 ? (value << 1) ^ 0x8005 : value << 1) & 0xFFFF
  return value
})
function crc16(bytes: Uint8Array, from: number, to: number): number {
  let value = 0
  for (let i = from; i < to; i++) value = ((value << 8) & 0xFFFF) ^ (CRC16[(value >> 8) ^ (bytes[i] ?? 0)] ?? 0)
  return value
}
