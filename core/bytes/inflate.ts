import { Inflate, inflateSync, Unzlib, unzlibSync } from 'fflate'

/** So little is fed at once that even the densest packing (1032 : 1) cannot fill memory in one step; less where that was seen. */
const STEP = 8 * 1024
const DENSE_STEP = 1024
const DENSE = 1024 * 1024

/** Packed data up to this length unpacks to 17 MB at most. */
export const IN_ONE_GO = 16 * 1024

/** What unpacks data at hand. */
type Unpack = (packed: Uint8Array, room: number) => Uint8Array

interface OwnZlib {
  inflateSync(packed: Uint8Array, options: { maxOutputLength: number }): Uint8Array
  inflateRawSync(packed: Uint8Array, options: { maxOutputLength: number }): Uint8Array
}

/** The library's, in browsers; a runtime that has its own in machine code (Node) takes a third of the time. */
function unpackers(): Record<'deflate' | 'zlib', Unpack> {
  const { process } = globalThis as { process?: { getBuiltinModule?(id: string): unknown } }
  const own = process?.getBuiltinModule?.('node:zlib') as OwnZlib | undefined
  return own
    ? {
        // a plain array, as the library gives one: parts taken from it are copies
        deflate: (packed, room) => plain(own.inflateRawSync(packed, { maxOutputLength: room })),
        zlib: (packed, room) => plain(own.inflateSync(packed, { maxOutputLength: room })),
      }
    // given room, the library makes none of its own
    : {
        deflate: (packed, room) => inflateSync(packed, { out: new Uint8Array(room) }),
        zlib: (packed, room) => unzlibSync(packed, { out: new Uint8Array(room) }),
      }
}

const plain = ({ buffer, byteOffset, length }: Uint8Array) => new Uint8Array(buffer, byteOffset, length)

const UNPACK = unpackers()

/** Unpacked more than asked: a limit of the reader's, no fault of the file's. */
export class TooLarge extends Error {}

/**
 * Unpacks deflated data piece by piece.
 *
 * @param packed - DEFLATE data (RFC 1951), or zlib data (RFC 1950)
 * @param limit - most bytes to unpack; past that `TooLarge` is thrown
 * @param each - called with every unpacked piece
 * @throws TooLarge, or fflate's error where the data is not readable or ends early
 */
export async function inflatePieces(
  packed: AsyncIterable<Uint8Array> | Iterable<Uint8Array>, kind: 'deflate' | 'zlib', limit: number,
  each: (piece: Uint8Array) => void,
): Promise<void> {
  let total = 0
  let ended = false
  let step = STEP
  const unpack = new (kind === 'zlib' ? Unzlib : Inflate)((piece, final) => {
    total += piece.length
    step = piece.length > DENSE ? DENSE_STEP : step
    if (total > limit) throw new TooLarge('more than is unpacked')
    ended = final
    each(piece)
  })
  for await (const piece of packed) {
    for (let offset = 0; offset < piece.length;) {
      const fed = piece.subarray(offset, offset + step)
      unpack.push(fed, false)
      offset += fed.length
    }
  }
  unpack.push(new Uint8Array(0), true)
  if (!ended) throw new Error('the packed data ends early')
}

/**
 * All of packed data at hand, in one go.
 *
 * @param expected - unpacked length as it is stated
 * @returns `null` where it is much, broken or of another length: then it is unpacked piece by piece to see what is wrong
 * @example
 * inflateWhole(deflateSync(new TextEncoder().encode('abc')), 'deflate', 3) //=> Uint8Array [97, 98, 99]
 */
export function inflateWhole(packed: Uint8Array, kind: 'deflate' | 'zlib', expected: number): Uint8Array | null {
  if (packed.length > IN_ONE_GO || expected > packed.length * 1032) return null
  try {
    // a byte more than needed shows that it is no longer than stated
    const all = UNPACK[kind](packed, expected + 1)
    return all.length === expected ? all : null
  }
  catch {
    return null
  }
}

/**
 * The first `limit` unpacked bytes of packed data at hand; what is there where the data breaks off.
 *
 * @param expected - unpacked length where it is stated somewhere
 * @example
 * inflateStart(deflateSync(new TextEncoder().encode('abc')), 'deflate', 2) //=> Uint8Array [97, 98]
 */
export function inflateStart(packed: Uint8Array, kind: 'deflate' | 'zlib', limit: number, expected?: number): Uint8Array {
  // little data cannot unpack to much: in one go it takes a tenth of the time
  if (packed.length <= IN_ONE_GO) {
    try {
      // a byte more than needed shows that all is there
      const room = Math.min(limit, packed.length * 1032, expected ?? packed.length * 8) + 1
      const all = UNPACK[kind](packed, room)
      if (all.length < room || room > limit) return all.subarray(0, limit)
    }
    catch {
      // broken off: what comes before the break is read piece by piece
    }
  }
  const out: Uint8Array[] = []
  let total = 0
  try {
    const unpack = new (kind === 'zlib' ? Unzlib : Inflate)((piece) => {
      out.push(piece.subarray(0, Math.max(0, limit - total)))
      total += piece.length
    })
    for (let offset = 0; offset < packed.length && total < limit; offset += STEP) {
      unpack.push(packed.subarray(offset, offset + STEP), offset + STEP >= packed.length)
    }
  }
  catch {
    // what came before the break is still of use
  }
  return join(out)
}

export function join(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let offset = 0
  for (const part of parts) {
    whole.set(part, offset)
    offset += part.length
  }
  return whole
}
