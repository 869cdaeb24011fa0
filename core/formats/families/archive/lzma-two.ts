import xz from 'xz-decompress'
import { crc32 } from '../../../bytes/checksum'
import { pieces } from '../../../bytes/cursor'
import type { FileBytes } from '../../../bytes/source'

/** Windows past this are not held in memory. */
export const HELD = 16 * 1024 * 1024
/** The bits that stand for a dictionary of 16 MiB (xz file format 1.1 §5.3.1). */
export const HELD_BITS = 24

/** How the unpacker says that the data is not as its format has it, or ends early. */
const WRONG_DATA = /error code [578]\b/

/** How unpacking ended: all of it, wrong data, more than was wanted, or no unpacker or memory for it, which says nothing of the file. */
export type End = 'whole' | 'wrong' | 'stopped'

/**
 * Unpacks an xz stream piece by piece.
 *
 * @param take - is given what was unpacked; answers whether there is room for more
 */
export async function unpackXz(packed: AsyncIterable<Uint8Array>, take: (piece: Uint8Array) => boolean): Promise<End> {
  const waiting = packed[Symbol.asyncIterator]()
  const stream = new xz.XzReadableStream(new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await waiting.next()
      if (done) controller.close()
      else controller.enqueue(value as Uint8Array)
    },
  }))
  const reader = stream.getReader()
  try {
    for (;;) {
      const { done, value } = await reader.read()
      if (done || !value) return 'whole'
      if (!take(value)) return 'stopped'
    }
  }
  catch (error) {
    return WRONG_DATA.test(String(error)) ? 'wrong' : 'stopped'
  }
  finally {
    await reader.cancel().catch(() => undefined)
  }
}

/** What LZMA2 packed: where it lies, the byte that states its dictionary, and how long it is unpacked. */
export interface Packed { from: number, length: number, dictionary: number, unpacked: number }

/** Size of a dictionary (§5.3.1). */
export const dictionaryOf = (bits: number): number => (2 | (bits & 1)) * 2 ** (Math.floor(bits / 2) + 11)

/** Unpacks bare LZMA2 data by dressing it as an xz stream of one block without a check (§2, §3, §4). */
export async function unpackLzmaTwo(file: FileBytes, packed: Packed, take: (piece: Uint8Array) => boolean): Promise<End> {
  // a dictionary larger than all it holds is not needed
  const bits = dictionaryOf(packed.dictionary) <= HELD ? packed.dictionary : HELD_BITS
  if (bits !== packed.dictionary && packed.unpacked > HELD) return 'stopped'
  return unpackXz(dressed(file, packed, bits), take)
}

async function* dressed(file: FileBytes, { from, length, unpacked }: Packed, bits: number): AsyncGenerator<Uint8Array> {
  const header = withSum([2, 0, 0x21, 1, bits, 0, 0, 0])
  yield Uint8Array.from([0xFD, 0x37, 0x7A, 0x58, 0x5A, 0, ...withSum([0, 0]), ...header])
  yield* pieces(file, from, length)
  const index = [0, 1, ...written(header.length + length), ...written(unpacked)]
  while (index.length % 4 !== 0) index.push(0)
  const size = (index.length + 4) / 4 - 1
  const footer = [size & 255, size >> 8, 0, 0, 0, 0]
  const padding = new Array<number>((4 - length % 4) % 4).fill(0)
  yield Uint8Array.from([...padding, ...withSum(index), ...sumOf(footer), ...footer, 0x59, 0x5A])
}

const sumOf = (bytes: number[]): number[] => {
  const sum = crc32(Uint8Array.from(bytes))
  return [0, 8, 16, 24].map(shift => (sum >>> shift) & 255)
}
const withSum = (bytes: number[]): number[] => [...bytes, ...sumOf(bytes)]

/** A number in as many bytes as it needs, seven bits each (§1.2). */
function written(value: number): number[] {
  return value < 128 ? [value] : [value % 128 | 128, ...written(Math.floor(value / 128))]
}
