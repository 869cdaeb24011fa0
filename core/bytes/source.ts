/** Random access to a file's bytes; adapters over browser files, file handles and stored contents live outside core. */
export interface ByteSource {
  /** Length in bytes. */
  readonly size: number
  /** Reads up to `length` bytes from `offset`; fewer only where the file ends. Rejects where the file cannot be read. */
  read(offset: number, length: number): Promise<Uint8Array>
}

/** How much is fetched at either end in one go: most formats are told and proved by their first and last blocks. */
const BLOCK = 64 * 1024

/** Reads shorter than this are answered out of a stretch that is fetched at once: a file of a million small parts is no million reads. */
const SHORT = 4 * 1024
/** Longest stretch; a first one is `SHORT`, and each that follows on it is twice as long. */
const STRETCH = 256 * 1024

/**
 * A source over bytes in memory.
 *
 * @example
 * await sourceFromBytes(new Uint8Array([1, 2, 3])).read(1, 9) //=> Uint8Array [2, 3]
 */
export function sourceFromBytes(bytes: Uint8Array): ByteSource {
  return {
    size: bytes.length,
    read: (offset, length) => Promise.resolve(bytes.subarray(offset, Math.min(bytes.length, offset + length))),
  }
}

/** A file open for reading its format: both ends in memory, the rest by bounded reads. */
export interface FileBytes extends ByteSource {
  /** The first bytes, up to 64 KiB. */
  readonly head: Uint8Array
  /** The last bytes, up to 64 KiB; the same as `head` for a small file. */
  tail(): Promise<Uint8Array>
  /** The whole file where it is no longer than `limit` bytes, else its first `limit` bytes. */
  whole(limit: number): Promise<Uint8Array>
}

/**
 * Opens a source for identification: reads its first block and keeps both end blocks at hand.
 *
 * @param source - the file's bytes
 * @returns the same bytes with `head` loaded
 */
export async function openBytes(source: ByteSource): Promise<FileBytes> {
  const head = await source.read(0, Math.min(BLOCK, source.size))
  let tail: Uint8Array | undefined = source.size <= BLOCK ? head : undefined
  const tailStart = Math.max(0, source.size - BLOCK)

  async function read(offset: number, length: number): Promise<Uint8Array> {
    const end = Math.min(source.size, offset + Math.max(0, length))
    if (offset < 0 || offset >= end) return new Uint8Array(0)
    if (end <= head.length) return head.subarray(offset, end)
    if (tail && offset >= tailStart) return tail.subarray(offset - tailStart, end - tailStart)
    return end - offset < SHORT ? readShort(offset, end) : source.read(offset, end - offset)
  }

  let stretch: Uint8Array = new Uint8Array(0)
  let start = 0
  let fetched = SHORT

  async function readShort(offset: number, end: number): Promise<Uint8Array> {
    if (offset < start || end > start + stretch.length) {
      const follows = offset >= start && offset <= start + stretch.length + SHORT
      fetched = follows ? Math.min(STRETCH, fetched * 2) : SHORT
      stretch = await source.read(offset, Math.min(fetched, source.size - offset))
      start = offset
    }
    return stretch.subarray(offset - start, end - start)
  }

  return {
    size: source.size,
    head,
    read,
    async tail() {
      tail ??= await source.read(tailStart, source.size - tailStart)
      return tail
    },
    whole: limit => read(0, Math.min(limit, source.size)),
  }
}
