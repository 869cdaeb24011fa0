import { FORWARD_CRC32 } from '../../../bytes/checksum'

/** A packed block that is not as its format has it. */
export class Unreadable extends Error {}

/** The mark of a block, digits of π, and of the end, digits of √π, in two halves of 24 bits. */
const BLOCK = [0x314159, 0x265359] as const
const END = [0x177245, 0x385090] as const
const LONGEST_CODE = 20
const GROUP = 50

class Bits {
  private held = 0
  private count = 0
  constructor(private readonly bytes: Uint8Array, public at = 0) {}

  read(wanted: number): number {
    while (this.count < wanted) {
      if (this.at >= this.bytes.length) throw new Unreadable('ends early')
      this.held = ((this.held << 8) | (this.bytes[this.at++] ?? 0)) >>> 0
      this.count += 8
    }
    this.count -= wanted
    const value = (this.held >>> this.count) & ((1 << wanted) - 1)
    this.held &= (1 << this.count) - 1
    return value
  }

  /** The next bits without taking them, at most 16; zeros stand past the end. */
  peek(wanted: number): number {
    while (this.count < wanted) {
      this.held = ((this.held << 8) | (this.bytes[this.at++] ?? 0)) >>> 0
      this.count += 8
    }
    return (this.held >>> (this.count - wanted)) & ((1 << wanted) - 1)
  }

  skip(taken: number): void {
    this.count -= taken
    this.held &= (1 << this.count) - 1
    if (this.at > this.bytes.length + 4) throw new Unreadable('ends early')
  }

  /** Leaves out what is left of a byte that was begun. */
  align(): void {
    this.count -= this.count % 8
    this.at -= this.count / 8
    this.count = 0
    this.held = 0
  }
}

/** One table of codes: symbols in the order of their codes, the first code of every length, and where its symbols begin. */
interface Codes { symbols: Uint16Array, least: Int32Array, limit: Int32Array, base: Int32Array, short: Uint16Array }

/** Codes up to this length are found at once. */
const SHORT = 10

function codesOf(lengths: Uint8Array): Codes {
  const counts = new Int32Array(LONGEST_CODE + 2)
  for (const length of lengths) counts[length] = (counts[length] ?? 0) + 1
  const [limit, base, least] = [new Int32Array(LONGEST_CODE + 2).fill(-1), new Int32Array(LONGEST_CODE + 2), new Int32Array(LONGEST_CODE + 2)]
  let [code, before] = [0, 0]
  for (let length = 1; length <= LONGEST_CODE; length++) {
    const many = counts[length] ?? 0
    least[length] = code
    base[length] = before
    limit[length] = code + many - 1
    code = (code + many) << 1
    before += many
  }
  const symbols = new Uint16Array(lengths.length)
  let filled = 0
  for (let length = 1; length <= LONGEST_CODE; length++) {
    for (let symbol = 0; symbol < lengths.length; symbol++) if (lengths[symbol] === length) symbols[filled++] = symbol
  }
  const short = new Uint16Array(1 << SHORT)
  for (let length = 1; length <= SHORT; length++) {
    for (let code = least[length] ?? 0; code <= (limit[length] ?? -1); code++) {
      const symbol = symbols[(base[length] ?? 0) + code - (least[length] ?? 0)] ?? 0
      short.fill((symbol << 4) | length, code << (SHORT - length), (code + 1) << (SHORT - length))
    }
  }
  return { symbols, least, limit, base, short }
}

function nextSymbol(bits: Bits, { symbols, least, limit, base, short }: Codes): number {
  const found = short[bits.peek(SHORT)] ?? 0
  if (found !== 0) {
    bits.skip(found & 15)
    return found >> 4
  }
  let code = 0
  for (let length = 1; length <= LONGEST_CODE; length++) {
    code = (code << 1) | bits.read(1)
    const first = least[length] ?? 0
    if (code <= (limit[length] ?? -1) && code >= first) return symbols[(base[length] ?? 0) + code - first] ?? 0
  }
  throw new Unreadable('no such code')
}

/** The tables of a block: which bytes occur, which table is used when, the lengths of all codes. */
function readTables(bits: Bits): { used: number[], selectors: Uint8Array, tables: Codes[] } {
  const used: number[] = []
  const rows = bits.read(16)
  for (let row = 0; row < 16; row++) {
    if (!((rows >> (15 - row)) & 1)) continue
    const columns = bits.read(16)
    for (let column = 0; column < 16; column++) if ((columns >> (15 - column)) & 1) used.push(row * 16 + column)
  }
  const count = bits.read(3)
  const many = bits.read(15)
  if (used.length === 0 || count < 2 || count > 6 || many === 0) throw new Unreadable('no tables')
  const order = Array.from({ length: count }, (_, position) => position)
  const selectors = new Uint8Array(many)
  for (let i = 0; i < many; i++) {
    let place = 0
    while (bits.read(1) === 1) if (++place >= count) throw new Unreadable('no such table')
    const [table = 0] = order.splice(place, 1)
    order.unshift(table)
    selectors[i] = table
  }
  const tables = Array.from({ length: count }, () => {
    const lengths = new Uint8Array(used.length + 2)
    let length = bits.read(5)
    for (let symbol = 0; symbol < lengths.length; symbol++) {
      while (bits.read(1) === 1) length += bits.read(1) === 1 ? -1 : 1
      if (length < 1 || length > LONGEST_CODE) throw new Unreadable('no such length')
      lengths[symbol] = length
    }
    return codesOf(lengths)
  })
  return { used, selectors, tables }
}

/** Reads one block's symbols into `order`, as bytes sorted by what follows them; says how many there are. */
function readSymbols(bits: Bits, order: Uint32Array): number {
  const { used, selectors, tables } = readTables(bits)
  const front = Uint8Array.from(used)
  let [count, run, weight, taken, group] = [0, 0, 1, 0, 0]
  let table = tables[0]
  for (;;) {
    if (taken === 0) {
      taken = GROUP
      table = tables[selectors[group++] ?? 255]
      if (!table) throw new Unreadable('no further table')
    }
    taken--
    const symbol = nextSymbol(bits, table as Codes)
    if (symbol < 2) {
      run += weight << symbol
      weight <<= 1
      if (run > order.length) throw new Unreadable('run too long')
      continue
    }
    if (run > 0) {
      if (count + run > order.length) throw new Unreadable('block too long')
      order.fill(front[0] ?? 0, count, count + run)
      count += run
      ;[run, weight] = [0, 1]
    }
    if (symbol === used.length + 1) return count
    if (count >= order.length) throw new Unreadable('block too long')
    const place = symbol - 1
    const byte = front[place] ?? 0
    front.copyWithin(1, 0, place)
    front[0] = byte
    order[count++] = byte
  }
}

/** Undoes the sorting, then the runs of equal bytes; hands over pieces of 64 KiB at most and returns the block's checksum. */
function unsort(order: Uint32Array, count: number, origin: number, each: (piece: Uint8Array) => void): number {
  const starts = new Uint32Array(257)
  for (let i = 0; i < count; i++) starts[((order[i] ?? 0) & 255) + 1] = (starts[((order[i] ?? 0) & 255) + 1] ?? 0) + 1
  for (let byte = 1; byte <= 256; byte++) starts[byte] = (starts[byte] ?? 0) + (starts[byte - 1] ?? 0)
  for (let i = 0; i < count; i++) {
    const byte = (order[i] ?? 0) & 255
    const place = starts[byte] ?? 0
    starts[byte] = place + 1
    order[place] = ((order[place] ?? 0) | (i << 8)) >>> 0
  }
  const out = new Uint8Array(65_536)
  let [filled, sum, last, same] = [0, 0xFFFFFFFF, -1, 0]
  const put = (byte: number) => {
    out[filled++] = byte
    sum = ((sum << 8) ^ (FORWARD_CRC32[((sum >>> 24) ^ byte) & 255] ?? 0)) >>> 0
    if (filled === out.length) {
      each(out)
      filled = 0
    }
  }
  let next = (order[origin] ?? 0) >>> 8
  for (let i = 0; i < count; i++) {
    const entry = order[next] ?? 0
    const byte = entry & 255
    next = entry >>> 8
    if (same === 4) {
      for (let more = 0; more < byte; more++) put(last)
      ;[same, last] = [0, -1]
      continue
    }
    same = byte === last ? same + 1 : 1
    last = byte
    put(byte)
  }
  if (filled > 0) each(out.subarray(0, filled))
  return (~sum) >>> 0
}

/**
 * Unpacks bzip2 data (its author's description; the layout is the reference program's) and holds every block against its sum.
 *
 * @param bytes - the whole file
 * @param limit - most bytes to unpack
 * @param each - called with every unpacked piece; it must not keep it
 * @returns whether all was unpacked; `false` where the limit was reached. What follows the last stream is ignored, as its own tool does
 * @throws Unreadable where the data is not readable, ends early or does not agree with a checksum
 */
export function unpackBzip(bytes: Uint8Array, limit: number, each: (piece: Uint8Array) => void): boolean {
  let offset = 0
  let total = 0
  while (offset === 0 || (bytes[offset] === 0x42 && bytes[offset + 1] === 0x5A && bytes[offset + 2] === 0x68)) {
    const bits = new Bits(bytes, offset + 4)
    const level = (bytes[offset + 3] ?? 0) - 0x30
    if (level < 1 || level > 9) throw new Unreadable('no such level')
    const order = new Uint32Array(level * 100_000)
    let whole = 0
    for (;;) {
      const mark = [bits.read(24), bits.read(24)]
      const stated = ((bits.read(16) << 16) | bits.read(16)) >>> 0
      if (mark[0] === END[0] && mark[1] === END[1]) {
        if (stated !== whole) throw new Unreadable('sum of all')
        break
      }
      if (mark[0] !== BLOCK[0] || mark[1] !== BLOCK[1]) throw new Unreadable('no block')
      // blocks that an early version mixed are read by no check here
      if (bits.read(1) === 1) return false
      const origin = bits.read(24)
      const count = readSymbols(bits, order.fill(0))
      if (origin >= count) throw new Unreadable('no origin')
      const sum = unsort(order, count, origin, (piece) => {
        total += piece.length
        each(piece)
      })
      if (sum !== stated) throw new Unreadable('sum')
      whole = (((whole << 1) | (whole >>> 31)) ^ sum) >>> 0
      if (total > limit) return false
    }
    bits.align()
    offset = bits.at
  }
  return true
}
