import { describe, expect, test } from 'vitest'
import { crc32 } from '../../../bytes/checksum'
import { join } from '../../../bytes/inflate'
import { sourceFromBytes } from '../../../bytes/source'
import { readBytes } from '../../identify'

// Headers as the published technical notes of the format lay them out, from memory.
const read = (...pieces: Uint8Array[]) => readBytes(sourceFromBytes(join(pieces)))
const bytes = (...numbers: number[]) => new Uint8Array(numbers)
const word = (value: number) => bytes(value & 255, value >> 8)
const long = (value: number) => bytes(value & 255, (value >>> 8) & 255, (value >>> 16) & 255, value >>> 24)

/** Seven bits a byte, the lowest first. */
function vint(value: number): Uint8Array {
  const out = []
  let rest = value
  for (; rest >= 128; rest = Math.floor(rest / 128)) out.push((rest % 128) | 128)
  return bytes(...out, rest)
}

describe('version 5', () => {
  const SIGNATURE = bytes(0x52, 0x61, 0x72, 0x21, 0x1A, 7, 1, 0)
  /** A header with its checksum over everything behind it. */
  function header(type: number, fields: number[], { data = new Uint8Array(0), extra = new Uint8Array(0) } = {}): Uint8Array {
    const flags = (extra.length > 0 ? 1 : 0) | (data.length > 0 ? 2 : 0)
    const body = join([
      vint(type), vint(flags), ...(extra.length > 0 ? [vint(extra.length)] : []), ...(data.length > 0 ? [vint(data.length)] : []),
      ...fields.map(vint), extra,
    ])
    const sized = join([vint(body.length), body])
    return join([long(crc32(sized)), sized, data])
  }
  const MAIN = header(1, [0])
  const FILE = header(2, [0, 500, 0, 0, 0, 1], { data: new Uint8Array(300).fill(7) })
  const END = header(5, [0])
  /** A record in a file's extra area: its length, its kind, its content. */
  const extra = (kind: number) => bytes(3, kind, 0, 0)

  const DATA = new Uint8Array(300).fill(7)
  /** A file with the CRC of its contents; the method in three bits, 0: stored as it is. */
  function storedFile(sum: number, method = 0): Uint8Array {
    const about = [vint(4), vint(300), vint(0), long(sum), vint(method * 128), vint(0), vint(1), bytes(97)]
    const body = join([vint(2), vint(2), vint(DATA.length), ...about])
    const sized = join([vint(body.length), body])
    return join([long(crc32(sized)), sized, DATA])
  }

  test.each([
    ['stored as it is', [MAIN, storedFile(crc32(DATA)), END], { state: 'ok' }],
    ['stored, and changed since', [MAIN, storedFile(crc32(DATA) ^ 1), END], { state: 'damaged', fault: { kind: 'contents-checksum' } }],
    ['packed: its sum is of what is unpacked', [MAIN, storedFile(1, 3), END], { state: 'ok' }],
    ['whole', [MAIN, FILE, FILE, END], { state: 'ok', verified: 'structure', fault: null }],
    ['nothing in it', [MAIN, END], { state: 'ok' }],
    ['a file with another record beside it', [MAIN, header(2, [0, 1, 0, 0, 0, 1], { extra: extra(3) }), END], { state: 'ok' }],
    ['a file with a password', [MAIN, header(2, [0, 1, 0, 0, 0, 1], { extra: extra(1) }), END], { state: 'locked', fault: { kind: 'password' } }],
    ['all headers with a password', [header(4, [0, 0, 15]), FILE], { state: 'locked' }],
    ['the end missing', [MAIN, FILE], { state: 'damaged', fault: { kind: 'closing-mark-missing' } }],
    ['cut in a file', [MAIN, FILE.subarray(0, 200)], { state: 'damaged', fault: { kind: 'ends-in-entry' } }],
    ['a header that was changed', [MAIN, FILE.map((byte, i) => (i === 7 ? byte ^ 1 : byte)), END], { state: 'damaged', verified: 'checksum' }],
    ['one part of several', [header(1, [1]), FILE, header(5, [1])], { state: 'damaged', fault: { kind: 'one-of-set' } }],
  ])('%s', async (_, pieces, expected) => {
    expect(await read(SIGNATURE, ...pieces)).toMatchObject({ candidates: ['rar'], version: '5', ...expected })
  })
})

describe('version 4', () => {
  const SIGNATURE = bytes(0x52, 0x61, 0x72, 0x21, 0x1A, 7, 0)
  const header = (type: number, flags: number, rest: Uint8Array) => join([word(0), bytes(type), word(flags), word(7 + rest.length), rest])
  const MAIN = header(0x73, 0, new Uint8Array(6))
  const file = (flags = 0) => join([header(0x74, flags | 0x8000, join([long(300), long(500), new Uint8Array(17)])), new Uint8Array(300).fill(7)])
  const END = header(0x7B, 0x4000, new Uint8Array(0))
  const DATA = new Uint8Array(300).fill(7)
  /** A file with the CRC of its contents; 0x30: stored as it is. */
  const stored = (sum: number, method = 0x30) => join([
    header(0x74, 0x8000, join([long(300), long(300), bytes(2), long(sum), long(0), bytes(20, method), new Uint8Array(6)])), DATA,
  ])

  test.each([
    ['stored as it is', [MAIN, stored(crc32(DATA)), END], { state: 'ok' }],
    ['stored, and changed since', [MAIN, stored(crc32(DATA) ^ 1), END], { state: 'damaged', fault: { kind: 'contents-checksum' } }],
    ['packed: its sum is of what is unpacked', [MAIN, stored(1, 0x33), END], { state: 'ok' }],
    ['whole', [MAIN, file(), file(), END], { state: 'ok', verified: 'structure', fault: null }],
    ['without a closing header, which older programs leave out', [MAIN, file()], { state: 'ok' }],
    ['a file with a password', [MAIN, file(4), END], { state: 'locked', fault: { kind: 'password' } }],
    ['all headers with a password', [header(0x73, 0x80, new Uint8Array(6)), new Uint8Array(40)], { state: 'locked' }],
    ['cut in a file', [MAIN, file().subarray(0, 200)], { state: 'damaged', fault: { kind: 'ends-in-entry' } }],
    ['cut in a header', [MAIN, bytes(0, 0, 0x74)], { state: 'damaged', fault: { kind: 'ends-in-some-header' } }],
    ['a header shorter than any', [MAIN, bytes(0, 0, 0x74, 0, 0, 3, 0, 0)], { state: 'damaged', fault: { kind: 'some-header-unreadable' } }],
    ['one part of several', [header(0x73, 1, new Uint8Array(6)), file(), END], { state: 'damaged', fault: { kind: 'one-of-set' } }],
  ])('%s', async (_, pieces, expected) => {
    expect(await read(SIGNATURE, ...pieces)).toMatchObject({ candidates: ['rar'], version: '4', ...expected })
  })
})
