import { latin1, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading } from '../../reading'
import type { Reading } from '../../reading'

/** Tag, length and place of one value (ITU-T X.690 §8.1); a length of `null` is open and closed by two zeros. */
interface Element { tag: number, length: number | null, content: number }

/** The value at a place, or `null` where there is none. */
function elementAt(bytes: Uint8Array, offset: number): Element | null {
  const first = u8(bytes, offset + 1)
  if (first === 0x80) return { tag: u8(bytes, offset), length: null, content: offset + 2 }
  if (first < 0x80) return { tag: u8(bytes, offset), length: first, content: offset + 2 }
  const count = first & 0x7F
  if (count > 4) return null
  let length = 0
  for (let i = 0; i < count; i++) length = length * 256 + u8(bytes, offset + 2 + i)
  return { tag: u8(bytes, offset), length, content: offset + 2 + count }
}

const SEQUENCE = 0x30
const INTEGER = 0x02
const OBJECT = 0x06
/** 1.2.840.113549.1.7, the numbers of messages (RFC 5652 §4 to §8): the last byte tells signed, enveloped, both. */
const MESSAGE = '\x2A\x86\x48\x86\xF7\x0D\x01\x07'

/**
 * Certificates, keys and messages in distinguished encoding: one sequence that fills the file. Two telling bytes are soon met by
 * chance, so what is inside must be of a known make: a store of keys (RFC 7292), a message (RFC 5652), a certificate or key.
 */
export function readSigned({ head, size }: FileBytes): Reading | null {
  const whole = elementAt(head, 0)
  if (whole?.tag !== SEQUENCE || (whole.length !== null && whole.length < 8)) return null
  const first = elementAt(head, whole.content)
  const second = first && first.length !== null ? elementAt(head, first.content + first.length) : null
  const ids = first && tellSigned(head, first, second)
  if (!ids) return null
  const stated = whole.length === null ? 0 : whole.content + whole.length
  if (stated > size) return damaged(ids, endsEarly(size, stated))
  // lengths past the file's end do not follow from a chance meeting, nor do other bytes follow a whole one
  return whole.length !== null && size > stated + 2 ? null : reading(ids, { verified: 'structure' })
}

function tellSigned(head: Uint8Array, first: Element, second: Element | null): string[] | null {
  if (first.tag === OBJECT && latin1(head, first.content, first.content + 8) === MESSAGE) {
    return u8(head, first.content + 8) === 2 ? ['p7m', 'p7s'] : ['p7m']
  }
  if (first.tag === INTEGER && first.length === 1 && second?.tag === SEQUENCE) {
    // version 3, then a message of plain or signed data: a store; else a key and what it is for
    const inner = elementAt(head, second.content)
    const isStore = u8(head, first.content) === 3 && inner?.tag === OBJECT && latin1(head, inner.content, inner.content + 8) === MESSAGE
    return isStore ? ['p12'] : ['der']
  }
  // numbers of a key one behind the other, or what is signed, then how and the signature
  if (first.tag === INTEGER && first.length !== null && (second?.tag === INTEGER || second?.tag === 0x04)) return ['der']
  return first.tag === SEQUENCE && (second?.tag === SEQUENCE || second?.tag === 0x03 || second?.tag === 0x04) ? ['der'] : null
}
