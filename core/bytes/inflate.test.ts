import { deflateRawSync, deflateSync } from 'node:zlib'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { chanceOf } from '../../demo/random'
import { inflateStart, inflateWhole } from './inflate'

const chance = chanceOf(5)
const letters = (length: number) => Buffer.from(Array.from({ length }, () => 97 + chance.below(4)))
const KINDS = { deflate: deflateRawSync, zlib: deflateSync }

/** The same module as it is where the runtime has nothing of its own to unpack with, such as a browser. */
async function asInBrowsers() {
  vi.spyOn(process, 'getBuiltinModule').mockReturnValue(undefined)
  vi.resetModules()
  return (await import('./inflate')).inflateStart
}
afterEach(() => vi.restoreAllMocks())

describe('what is packed', () => {
  test.each(['deflate', 'zlib'] as const)('%s: unpacks to what zlib packed, up to what is asked for', (kind) => {
    for (const length of [0, 1, 700, 20_000, 200_000]) {
      const data = letters(length)
      const packed = KINDS[kind](data)
      expect(Buffer.from(inflateStart(packed, kind, length + 5)).equals(data)).toBe(true)
      expect(Buffer.from(inflateStart(packed, kind, 500, length)).equals(data.subarray(0, 500))).toBe(true)
    }
  })

  test.each(['deflate', 'zlib'] as const)('%s: whole as stated, or not at all', (kind) => {
    const data = letters(5000)
    const packed = Buffer.from(KINDS[kind](data))
    expect(Buffer.from(inflateWhole(packed, kind, 5000) ?? []).equals(data)).toBe(true)
    for (const stated of [0, 4999, 5001]) expect(inflateWhole(packed, kind, stated)).toBe(null)
    expect(inflateWhole(packed.subarray(0, packed.length - 9), kind, 5000)).toBe(null)
    // so little cannot unpack to so much (RFC 1951: 258 bytes for two bits at the most)
    expect(inflateWhole(packed.subarray(0, 10), kind, 1e9)).toBe(null)
  })

  test('what is unpacked can be changed without changing anything else', () => {
    const unpacked = inflateStart(deflateRawSync('abc'), 'deflate', 9)
    unpacked.slice(0, 1)[0] = 0
    expect([...unpacked]).toEqual([97, 98, 99])
  })

  test('whole, broken off or spoiled, it unpacks alike in a browser and on a server', async () => {
    const library = await asInBrowsers()
    for (let round = 0; round < 120; round++) {
      const kind = round % 2 === 0 ? 'deflate' : 'zlib'
      const packed = Buffer.from(KINDS[kind](letters(chance.below(30_000))))
      const cut = round % 3 === 1 ? packed.subarray(0, chance.below(packed.length)) : packed
      if (round % 3 === 2) cut[chance.below(cut.length)]! ^= 1 << chance.below(8)
      const [here, there] = [inflateStart(cut, kind, 40_000), library(cut, kind, 40_000)]
      expect(Buffer.from(here).equals(Buffer.from(there)), `round ${round}`).toBe(true)
    }
  })
})
