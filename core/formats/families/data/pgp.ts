import { u16be, u32be, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading } from '../../reading'
import type { Reading } from '../../reading'

const PACKETS = 10_000
/** Packets whose contents only a key or a password opens (RFC 9580 §5.1, §5.3, §5.7, §5.13). */
const SEALED = new Set([1, 3, 9, 18, 20])
/** The first program of the kind is of 1991. */
const EARLIEST = Date.UTC(1991, 0, 1) / 1000

interface Packet { tag: number, content: number, length: number | null, partial: boolean }

/** A packet's header (§4.2), in the later or the earlier form; a length of `null` reaches to the end. */
function packetAt(bytes: Uint8Array): Packet | null {
  const first = u8(bytes, 0)
  if ((first & 0x80) === 0) return null
  if ((first & 0x40) === 0) {
    const tag = (first >> 2) & 15
    const kind = first & 3
    if (kind === 3) return { tag, content: 1, length: null, partial: false }
    return { tag, content: 1 + 2 ** kind, length: [u8(bytes, 1), u16be(bytes, 1), u32be(bytes, 1)][kind] ?? 0, partial: false }
  }
  const tag = first & 63
  const length = u8(bytes, 1)
  if (length < 192) return { tag, content: 2, length, partial: false }
  if (length < 224) return { tag, content: 3, length: ((length - 192) << 8) + u8(bytes, 2) + 192, partial: false }
  return length === 255
    ? { tag, content: 6, length: u32be(bytes, 2), partial: false }
    : { tag, content: 2, length: 2 ** (length & 31), partial: true }
}

/** Whether what a packet begins with is what its number calls for: versions, times, kinds. */
function isLikely({ tag, content }: Packet, bytes: Uint8Array): boolean {
  const version = u8(bytes, content)
  switch (tag) {
    case 1: return version === 3 || version === 6
    case 2: return version >= 2 && version <= 6
    case 3: return version >= 4 && version <= 6
    case 4: return version === 3 || version === 6
    case 5: case 6: return version >= 2 && version <= 6 && u32be(bytes, content + 1) >= EARLIEST
    case 8: return version <= 3
    case 9: return true
    case 11: return [0x62, 0x74, 0x75, 0x6C].includes(version)
    case 18: return version === 1 || version === 2
    case 20: return version === 1
    default: return false
  }
}

/** Keys, signatures and messages in packets (RFC 9580): one behind the other up to the end of the file. */
export async function readSealed(file: FileBytes): Promise<Reading | null> {
  const first = packetAt(file.head)
  if (!first || !isLikely(first, file.head)) return null
  let offset = 0
  let whole = 0
  let sealed = false
  for (let packets = 0; offset < file.size && packets < PACKETS; packets++) {
    const bytes = await file.read(offset, 12)
    const packet = packetAt(bytes)
    if (!packet) return null
    if (SEALED.has(packet.tag)) sealed = true
    if (packet.length === null) {
      offset = file.size
      break
    }
    offset += packet.content + packet.length
    // parts of one packet follow with a length each, the last with a plain one (§4.2.1.4)
    for (let { partial } = packet; partial && offset < file.size;) {
      const more = packetAt(Uint8Array.of(0xC0, ...await file.read(offset, 5)))
      if (!more || more.length === null) return null
      offset += more.content - 1 + more.length
      ;({ partial } = more)
    }
    if (offset <= file.size) whole++
  }
  // one packet alone that does not end with the file may be anything
  if (offset > file.size) return whole > 0 ? damaged('pgp', endsEarly(file.size, offset)) : null
  return sealed
    ? reading('pgp', { state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
    : reading('pgp', { verified: 'structure' })
}
