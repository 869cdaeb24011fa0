import { crc32, crc32Of } from '../../../bytes/checksum'
import { u16le, u32le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { Proof } from '../../family'
import { damaged, reading } from '../../reading'
import type { Reading } from '../../reading'

/** Headers one behind the other, each with a checksum (technical notes published with the format, from memory). */
export async function readRar(file: FileBytes, proof: Proof): Promise<Reading> {
  const stored: Stored[] = []
  const told = u8(file.head, 6) === 1 ? await readFifth(file, stored) : await readFourth(file, stored)
  if (told.state !== 'ok' || !proof.checksums) return told
  let left = MOST
  for (const { from, length, sum } of stored) {
    left -= length
    if (left < 0) break
    if (await crc32Of(file, from, length) !== sum) {
      return damaged('rar', { kind: 'contents-checksum' }, { version: told.version, verified: 'checksum' })
    }
  }
  return told
}

/** A file that is stored as it is, and the CRC its header states. */
interface Stored { from: number, length: number, sum: number }

/** Most that is summed of one archive. */
const MOST = 64 * 1024 * 1024
/** Flags of a file whose beginning or end lies in another volume. */
const [SPLIT_FIFTH, SPLIT_FOURTH] = [0x18, 3]

async function readFifth(file: FileBytes, stored: Stored[]): Promise<Reading> {
  const rest = { version: '5' }
  let offset = 8
  let part = false
  for (let headers = 0; headers < 200_000; headers++) {
    const header = await file.read(offset, 4096)
    let position = 4
    const number = () => {
      let value = 0
      for (let shift = 0; shift < 10; shift++) {
        const byte = u8(header, position++)
        value += (byte & 0x7F) * 128 ** shift
        if (byte < 0x80) break
      }
      return value
    }
    if (header.length < 7) return damaged('rar', { kind: 'closing-mark-missing' }, rest)
    const size = number()
    const end = position + size
    if (end <= header.length && crc32(header.subarray(4, end)) !== u32le(header, 0)) {
      return damaged('rar', { kind: 'some-header-checksum' }, { ...rest, verified: 'checksum' })
    }
    const [type, flags] = [number(), number()]
    const extra = flags & 1 ? number() : 0
    const data = flags & 2 ? number() : 0
    if (type === 4) return reading('rar', { ...rest, state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
    if (type === 1) part = (number() & 1) === 1
    if (type === 2 && (flags & SPLIT_FIFTH) === 0) {
      const about = number()
      number()
      number()
      if (about & 2) position += 4
      const sum = about & 4 ? u32le(header, position) : null
      if (about & 4) position += 4
      // the method stands in three bits; 0: as it is
      if (((number() >> 7) & 7) === 0 && sum !== null && (about & 1) === 0) stored.push({ from: offset + end, length: data, sum })
    }
    if (type === 2 && extra > 0) {
      position = end - extra
      while (position < end) {
        const length = number()
        const next = position + length
        if (number() === 1) return reading('rar', { ...rest, state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
        position = next
      }
    }
    if (type === 5) {
      position = end
      return part ? damaged('rar', { kind: 'one-of-set' }, rest) : reading('rar', { ...rest, verified: 'structure' })
    }
    offset += end + data
    if (offset > file.size) return damaged('rar', { kind: 'ends-in-entry' }, rest)
  }
  return reading('rar', rest)
}

async function readFourth(file: FileBytes, stored: Stored[]): Promise<Reading> {
  const rest = { version: '4' }
  let offset = 7
  let part = false
  for (let headers = 0; headers < 200_000 && offset < file.size; headers++) {
    const header = await file.read(offset, 64)
    if (header.length < 7) return damaged('rar', { kind: 'ends-in-some-header' }, rest)
    const [type, flags, size] = [u8(header, 2), u16le(header, 3), u16le(header, 5)]
    if (size < 7) return damaged('rar', { kind: 'some-header-unreadable' }, rest)
    if (type === 0x73) {
      part = (flags & 1) === 1
      if (flags & 0x80) return reading('rar', { ...rest, state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
    }
    if (type === 0x74 && flags & 4) return reading('rar', { ...rest, state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
    if (type === 0x7B) break
    const high = type === 0x74 && flags & 0x100 ? u32le(header, 32) * 2 ** 32 : 0
    const data = type === 0x74 || flags & 0x8000 ? u32le(header, 7) + high : 0
    const asItIs = type === 0x74 && (flags & SPLIT_FOURTH) === 0 && u8(header, 25) === 0x30
    if (asItIs) stored.push({ from: offset + size, length: data, sum: u32le(header, 16) })
    offset += size + data
    if (offset > file.size) return damaged('rar', { kind: 'ends-in-entry' }, rest)
  }
  return part ? damaged('rar', { kind: 'one-of-set' }, rest) : reading('rar', { ...rest, verified: 'structure' })
}
