import { crc32 } from '../../../bytes/checksum'
import { indexOf, u32le, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading } from '../../reading'
import type { Reading } from '../../reading'
import { unpackLzma } from './lzma'

/** Headers past this length are not looked into for passwords. */
const HEADER_READ = 4 * 1024 * 1024
/** The method that encrypts, as its number stands in the list of coders. */
const ENCRYPTED = '\x06\xF1\x07\x01'

/** 7z (format description in the public domain): the start header states where the end header is, both with checksums. */
export async function readSeven(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  if (size < 32) return damaged('7z', { kind: 'ends-in-header' })
  if (crc32(head.subarray(12, 32)) !== u32le(head, 8)) return damaged('7z', { kind: 'header-checksum' })
  const [offset, length] = [u64le(head, 12), u64le(head, 20)]
  const reach = 32 + offset + length
  if (reach > size) return damaged('7z', endsEarly(size, reach))
  const version = `${u8(head, 6)}.${u8(head, 7)}`
  if (length === 0) return reading('7z', { version, verified: 'checksum' })
  if (length > HEADER_READ) return reading('7z', { version })
  const header = await file.read(32 + offset, length)
  if (crc32(header) !== u32le(head, 28)) return damaged('7z', { kind: 'directory-checksum' })
  const rest = { version, verified: 'structure' as const }
  const inner = u8(header, 0) === 0x17 ? await unpackHeader(file, header) : header
  if (indexOf(header, ENCRYPTED) >= 0 || (inner !== null && indexOf(inner, ENCRYPTED) >= 0)) {
    return reading('7z', { ...rest, state: 'locked', fault: { kind: 'password' } })
  }
  return reading('7z', rest)
}

/** A packed header: one folder with one LZMA coder; where it stands and how long it is follows the mark. */
async function unpackHeader(file: FileBytes, header: Uint8Array): Promise<Uint8Array | null> {
  let offset = 1
  const byte = () => u8(header, offset++)
  /** Numbers of one to nine bytes: leading ones of the first tell how many follow. */
  const number = () => {
    const first = byte()
    let [mask, value] = [0x80, 0]
    for (let i = 0; i < 8; i++, mask >>= 1) {
      if ((first & mask) === 0) return value + (first & (mask - 1)) * 256 ** i
      value += byte() * 256 ** i
    }
    return value
  }
  if (byte() !== 6) return null
  const place = number()
  if (number() !== 1 || byte() !== 9) return null
  const packed = number()
  for (let id = byte(); id !== 0; id = byte()) {
    if (id !== 10 || byte() !== 1) return null
    offset += 4
  }
  if (byte() !== 7 || byte() !== 11 || number() !== 1 || byte() !== 0 || number() !== 1) return null
  const flags = byte()
  const method = header.subarray(offset, offset + (flags & 15))
  offset += flags & 15
  if ([...method].join(',') !== '3,1,1' || (flags & 0x20) === 0) return null
  const properties = number()
  const settings = header.subarray(offset, offset + properties)
  offset += properties
  if (byte() !== 12) return null
  const unpacked = number()
  if (packed > HEADER_READ || unpacked > HEADER_READ) return null
  return unpackLzma(settings, await file.read(32 + place, packed), unpacked)
}
