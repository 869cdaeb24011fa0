import CRC32 from 'crc-32'
import type { ByteSource } from './source'
import { pieces } from './cursor'

/**
 * CRC-32 of ISO 3309, as ZIP, PNG and gzip use it.
 *
 * @param bytes - the bytes, or the next piece of them
 * @param before - checksum of what came before
 * @example
 * crc32(new TextEncoder().encode('123456789')).toString(16) //=> 'cbf43926'
 */
export function crc32(bytes: Uint8Array, before = 0): number {
  return CRC32.buf(bytes, before) >>> 0
}

/** The same sum of a stretch of a source, read piece by piece. */
export async function crc32Of(source: ByteSource, offset: number, length: number): Promise<number> {
  let sum = 0
  for await (const piece of pieces(source, offset, length)) sum = crc32(piece, sum)
  return sum
}

/** Table of the same polynomial with the highest bit first, as Ogg pages and bzip2 blocks use it. */
export const FORWARD_CRC32 = Uint32Array.from({ length: 256 }, (_, byte) => {
  let sum = byte << 24
  for (let bit = 0; bit < 8; bit++) sum = sum & 0x80000000 ? (sum << 1) ^ 0x04C11DB7 : sum << 1
  return sum >>> 0
})
