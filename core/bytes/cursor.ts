import type { ByteSource } from './source'

/** How much a cursor fetches at once. */
const WINDOW = 256 * 1024

/**
 * Reads a source front to back through a sliding window, so that small steps cost no read each.
 *
 * @param source - the bytes
 * @returns `at(offset, length)`: the bytes there, fewer where the file ends; lengths past 256 KiB are cut to that
 * @example
 * (await cursor(sourceFromBytes(Uint8Array.of(1, 2, 3)))(1, 2)) //=> Uint8Array [2, 3]
 */
export function cursor(source: ByteSource): (offset: number, length: number) => Promise<Uint8Array> {
  let window: Uint8Array = new Uint8Array(0)
  let start = 0
  return async (offset, length) => {
    const wanted = Math.min(length, WINDOW)
    if (offset < start || offset + wanted > start + window.length) {
      if (offset >= source.size || offset < 0) return new Uint8Array(0)
      window = await source.read(offset, Math.min(WINDOW, source.size - offset))
      start = offset
    }
    return window.subarray(offset - start, offset - start + wanted)
  }
}

/** Hands over a stretch of a source piece by piece, never more than 256 KiB at once. */
export async function* pieces(source: ByteSource, offset: number, length: number): AsyncGenerator<Uint8Array> {
  const end = Math.min(source.size, offset + length)
  for (let position = offset; position < end; position += WINDOW) yield await source.read(position, Math.min(WINDOW, end - position))
}
