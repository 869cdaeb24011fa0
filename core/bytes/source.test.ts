import { expect, test } from 'vitest'
import { openBytes, sourceFromBytes } from './source'

const bytes = Uint8Array.from({ length: 3_000_000 }, (_, at) => (at * 7 + (at >> 8)) & 255)

test('many small reads one behind the other are few reads of the source, and every byte is its own', async () => {
  let reads = 0
  const source = sourceFromBytes(bytes)
  const file = await openBytes({ size: source.size, read: (offset, length) => { reads++; return source.read(offset, length) } })
  for (let offset = 0; offset < bytes.length; offset += 24) {
    expect(await file.read(offset, 21)).toEqual(bytes.subarray(offset, offset + 21))
  }
  expect(reads).toBeLessThan(40)
})

test('reads to and fro, short and long, at the ends and past them', async () => {
  const file = await openBytes(sourceFromBytes(bytes))
  const asked = [[2_000_000, 8], [100_000, 8], [100_006, 4000], [104_000, 5000], [2_999_990, 100], [-1, 4], [3_000_000, 4], [70_000, 0]] as const
  for (const [offset, length] of asked) {
    expect(await file.read(offset, length)).toEqual(offset < 0 ? new Uint8Array(0) : bytes.slice(offset, offset + length))
  }
})
