import { u32le, u8 } from '../../../bytes/read'

/** The state after a literal: how many literals and matches went before it. */
const AFTER_LITERAL = [0, 0, 0, 0, 1, 2, 3, 4, 5, 6, 4, 5]

/**
 * Unpacks LZMA data (the specification in the public domain that its author publishes, from memory).
 *
 * @param properties - five bytes: literal, position and context bits in one, then the size of the window
 * @param packed - the data
 * @param length - bytes to unpack, at most 4 MiB
 * @returns `null` where the data is not readable
 */
// eslint-disable-next-line complexity -- one loop over one state: divided, every call would carry ten variables back and forth
export function unpackLzma(properties: Uint8Array, packed: Uint8Array, length: number): Uint8Array | null {
  if (length > 4 * 1024 * 1024 || u8(properties, 0) >= 225) return null
  const all = u8(properties, 0)
  const [lc, lp, pb] = [all % 9, Math.floor(all / 9) % 5, Math.floor(all / 45)]
  if (lc + lp > 8 || u32le(properties, 1) < 0) return null
  const out = new Uint8Array(length)
  let start = 5
  let range = 0xFFFFFFFF
  let code = ((u8(packed, 1) << 24) | (u8(packed, 2) << 16) | (u8(packed, 3) << 8) | u8(packed, 4)) >>> 0
  const bit = (table: Uint16Array, index: number): number => {
    const probability = table[index] ?? 0
    const bound = (range >>> 11) * probability
    let value = 0
    if (code < bound) {
      range = bound
      table[index] = probability + ((2048 - probability) >> 5)
    }
    else {
      range = (range - bound) >>> 0
      code = (code - bound) >>> 0
      table[index] = probability - (probability >> 5)
      value = 1
    }
    if (range < 0x1000000) {
      range = (range << 8) >>> 0
      code = ((code << 8) | u8(packed, start++)) >>> 0
    }
    return value
  }
  const tree = (table: Uint16Array, bits: number, offset = 0): number => {
    let node = 1
    for (let i = 0; i < bits; i++) node = (node << 1) | bit(table, offset + node)
    return node - (1 << bits)
  }
  const reverse = (table: Uint16Array, bits: number, offset: number): number => {
    let [node, value] = [1, 0]
    for (let i = 0; i < bits; i++) {
      const decoded = bit(table, offset + node)
      node = (node << 1) | decoded
      value |= decoded << i
    }
    return value
  }
  const fresh = (size: number) => new Uint16Array(size).fill(1024)
  const literals = fresh(0x300 << (lc + lp))
  const [isMatch, isRep, isRep0, isRep1, isRep2, isLong] = [fresh(192), fresh(12), fresh(12), fresh(12), fresh(12), fresh(192)]
  const [slots, special, align] = [[fresh(64), fresh(64), fresh(64), fresh(64)], fresh(128), fresh(16)]
  const lengths = () => ({ choice: fresh(2), low: fresh(128), middle: fresh(128), high: fresh(256) })
  const [matchLength, repLength] = [lengths(), lengths()]
  const lengthOf = (coder: ReturnType<typeof lengths>, position: number): number => {
    if (bit(coder.choice, 0) === 0) return tree(coder.low, 3, position << 3)
    if (bit(coder.choice, 1) === 0) return 8 + tree(coder.middle, 3, position << 3)
    return 16 + tree(coder.high, 8)
  }
  let [rep0, rep1, rep2, rep3, state, done] = [0, 0, 0, 0, 0, 0]
  while (done < length) {
    if (start > packed.length + 16) return null
    const position = done & ((1 << pb) - 1)
    if (bit(isMatch, (state << 4) + position) === 0) {
      const before = done > 0 ? u8(out, done - 1) : 0
      const base = 0x300 * (((done & ((1 << lp) - 1)) << lc) + (before >> (8 - lc)))
      let symbol = 1
      if (state >= 7) {
        let match = u8(out, done - rep0 - 1)
        while (symbol < 0x100) {
          const matchBit = (match >> 7) & 1
          match <<= 1
          const decoded = bit(literals, base + ((1 + matchBit) << 8) + symbol)
          symbol = (symbol << 1) | decoded
          if (matchBit !== decoded) break
        }
      }
      while (symbol < 0x100) symbol = (symbol << 1) | bit(literals, base + symbol)
      out[done++] = symbol
      state = AFTER_LITERAL[state] ?? 0
      continue
    }
    let count: number
    if (bit(isRep, state) === 0) {
      [rep3, rep2, rep1] = [rep2, rep1, rep0]
      count = lengthOf(matchLength, position)
      state = state < 7 ? 7 : 10
      const slot = tree(slots[Math.min(count, 3)] ?? fresh(64), 6)
      if (slot < 4) rep0 = slot
      else {
        const direct = (slot >> 1) - 1
        rep0 = (2 | (slot & 1)) * 2 ** direct
        if (slot < 14) rep0 += reverse(special, direct, rep0 - slot)
        else {
          let high = 0
          for (let i = 0; i < direct - 4; i++) {
            range = range >>> 1
            code = (code - range) >>> 0
            const borrow = 0 - (code >>> 31)
            code = (code + (range & borrow)) >>> 0
            high = high * 2 + borrow + 1
            if (range < 0x1000000) {
              range = (range << 8) >>> 0
              code = ((code << 8) | u8(packed, start++)) >>> 0
            }
          }
          rep0 += high * 16 + reverse(align, 4, 0)
        }
      }
      if (rep0 === 0xFFFFFFFF) return null
    }
    else {
      if (bit(isRep0, state) === 0) {
        if (bit(isLong, (state << 4) + position) === 0) {
          state = state < 7 ? 9 : 11
          if (rep0 >= done) return null
          out[done] = u8(out, done - rep0 - 1)
          done++
          continue
        }
      }
      else {
        let distance = rep1
        if (bit(isRep1, state) !== 0) {
          distance = rep2
          if (bit(isRep2, state) !== 0) {
            distance = rep3
            rep3 = rep2
          }
          rep2 = rep1
        }
        rep1 = rep0
        rep0 = distance
      }
      count = lengthOf(repLength, position)
      state = state < 7 ? 8 : 11
    }
    if (rep0 >= done) return null
    for (let i = 0; i < count + 2 && done < length; i++, done++) out[done] = u8(out, done - rep0 - 1)
  }
  return out
}
