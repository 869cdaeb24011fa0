import { u32le, u8 } from '../../../bytes/read'

/** How one folder of data was packed: by one method alone, with its settings. */
export interface Coder { method: string, settings: Uint8Array }

/**
 * One stretch of packed data and what it becomes.
 *
 * `coder` is `null` where several methods work together; `parts`: what it holds one behind the other, each with its CRC where the
 * header has one.
 */
export interface Folder { coder: Coder | null, from: number, packed: number, unpacked: number, parts: { size: number, sum: number | null }[] }

/** Marks of the parts of a header (format description in the public domain, from memory). */
const MARK = { end: 0, header: 1, more: 3, main: 4, packed: 6, unpacked: 7, parts: 8, sizes: 9, sums: 10, folders: 11, lengths: 12, counts: 13 }

/** Folders, methods and files past these are not followed. */
const MOST = 100_000

/** A header that is not as the format has it. */
class Odd extends Error {}

/**
 * What the header says of the packed data.
 *
 * @param header - an unpacked header (it begins with 1), or the short one that says where the header is packed (23)
 * @returns `null` where it is not written as described
 */
export function readFolders(header: Uint8Array): Folder[] | null {
  try {
    return new Streams(header).folders()
  }
  catch (error) {
    if (error instanceof Odd) return null
    throw error
  }
}

interface Sums { defined: boolean[], values: (number | null)[] }

class Streams {
  private offset = 0

  constructor(private readonly header: Uint8Array) {}

  folders(): Folder[] {
    const first = this.byte()
    // properties of the archive stand before what is told here: nobody writes them
    if (first === MARK.header && this.byte() !== MARK.main) return []
    let mark = this.byte()
    if (mark !== MARK.packed) return []
    const from = this.number()
    const sizes = this.packedSizes()
    mark = this.byte()
    if (mark !== MARK.unpacked) throw new Odd()
    const folders = this.unpacking(from, sizes)
    if (this.byte() === MARK.parts) this.parts(folders)
    return folders
  }

  private byte(): number {
    if (this.offset >= this.header.length) throw new Odd()
    return u8(this.header, this.offset++)
  }

  /** Numbers of one to nine bytes: leading ones of the first tell how many follow. */
  private number(): number {
    const first = this.byte()
    let [mask, value] = [0x80, 0]
    for (let i = 0; i < 8; i++, mask >>= 1) {
      if ((first & mask) === 0) return value + (first & (mask - 1)) * 256 ** i
      value += this.byte() * 256 ** i
    }
    return value
  }

  private count(): number {
    const many = this.number()
    if (many > MOST) throw new Odd()
    return many
  }

  private numbers(many: number): number[] {
    return Array.from({ length: many }, () => this.number())
  }

  private take(length: number): Uint8Array {
    if (this.offset + length > this.header.length) throw new Odd()
    this.offset += length
    return this.header.subarray(this.offset - length, this.offset)
  }

  /** Bits of the highest place first, and behind them a CRC for each that is set. */
  private sums(many: number): Sums {
    const all = this.byte() !== 0
    const bits = all ? null : this.take(Math.ceil(many / 8))
    const defined = Array.from({ length: many }, (_, at) => bits === null || (u8(bits, at >> 3) & (0x80 >> (at & 7))) !== 0)
    return { defined, values: defined.map(is => (is ? u32le(this.take(4), 0) : null)) }
  }

  private packedSizes(): number[] {
    const many = this.count()
    let sizes: number[] = []
    for (let mark = this.byte(); mark !== MARK.end; mark = this.byte()) {
      if (mark === MARK.sizes) sizes = this.numbers(many)
      else if (mark === MARK.sums) this.sums(many)
      else throw new Odd()
    }
    return sizes
  }

  private unpacking(start: number, sizes: readonly number[]): Folder[] {
    if (this.byte() !== MARK.folders) throw new Odd()
    const many = this.count()
    if (this.byte() !== 0) throw new Odd()
    const read = Array.from({ length: many }, () => this.coders())
    if (this.byte() !== MARK.lengths) throw new Odd()
    let [from, next] = [32 + start, 0]
    const folders = read.map(({ coder, inputs, outputs }): Folder => {
      const lengths = this.numbers(outputs)
      const [at, packed] = [from, sizes.slice(next, next + inputs).reduce((sum, size) => sum + size, 0)]
      from += packed
      next += inputs
      const unpacked = lengths.at(-1) ?? 0
      return { coder, from: at, packed, unpacked, parts: [{ size: unpacked, sum: null }] }
    })
    for (let mark = this.byte(); mark !== MARK.end; mark = this.byte()) {
      if (mark !== MARK.sums) throw new Odd()
      const { values } = this.sums(many)
      folders.forEach((folder, at) => { folder.parts = [{ size: folder.unpacked, sum: values[at] ?? null }] })
    }
    return folders
  }

  /** The methods of one folder, and how many stretches of packed data go in and come out. */
  private coders(): { coder: Coder | null, inputs: number, outputs: number } {
    const many = this.count()
    if (many === 0 || many > 32) throw new Odd()
    let [coder, into, outputs] = [null as Coder | null, 0, 0]
    for (let i = 0; i < many; i++) {
      const flags = this.byte()
      const method = [...this.take(flags & 15)].join(',')
      const joins = (flags & 0x10) !== 0
      into += joins ? this.count() : 1
      outputs += joins ? this.count() : 1
      const settings = flags & 0x20 ? this.take(this.count()) : new Uint8Array(0)
      if (many === 1 && !joins) coder = { method, settings }
    }
    const pairs = Math.max(0, outputs - 1)
    this.numbers(pairs * 2)
    const inputs = into - pairs
    if (inputs < 1 || inputs > 64) throw new Odd()
    if (inputs > 1) this.numbers(inputs)
    return { coder, inputs, outputs }
  }

  /** Files of a folder: all sizes but the last one's are written, and the sums that a folder of one has not already. */
  private parts(folders: Folder[]): void {
    let counts = folders.map(() => 1)
    let mark = this.byte()
    if (mark === MARK.counts) {
      counts = folders.map(() => this.count())
      mark = this.byte()
    }
    const before = folders.map(({ parts }) => parts[0]?.sum ?? null)
    folders.forEach((folder, at) => {
      const many = counts[at] ?? 0
      const sizes = many > 1 && mark === MARK.sizes ? this.numbers(many - 1) : []
      const rest = folder.unpacked - sizes.reduce((sum, size) => sum + size, 0)
      if (many > sizes.length + 1 || rest < 0) throw new Odd()
      folder.parts = many === 0 ? [] : [...sizes, rest].map(size => ({ size, sum: many === 1 ? before[at] ?? null : null }))
    })
    if (mark === MARK.sizes) mark = this.byte()
    const unsummed = folders.flatMap(({ parts }) => parts.filter(({ sum }) => sum === null))
    for (; mark !== MARK.end; mark = this.byte()) {
      if (mark !== MARK.sums) throw new Odd()
      const { values } = this.sums(unsummed.length)
      unsummed.forEach((part, at) => { part.sum = values[at] ?? null })
    }
  }
}
