import { latin1 } from '../../../bytes/read'
import { pieces } from '../../../bytes/cursor'
import type { FileBytes } from '../../../bytes/source'

/** Text forms are measured up to this length. */
export const MEASURED = 48 * 1024 * 1024

/** Hands over a text file's lines, in Latin-1, without holding more than a piece of it; false from `take` stops. */
export async function eachLine(file: FileBytes, take: (line: string) => unknown, limit = MEASURED): Promise<boolean> {
  let rest = ''
  for await (const piece of pieces(file, 0, Math.min(file.size, limit))) {
    const lines = (rest + latin1(piece)).split('\n')
    rest = lines.pop() ?? ''
    if (rest.length > 1_000_000) return false
    for (const line of lines) if (take(line) === false) return false
  }
  take(rest)
  return file.size <= limit
}

/** Coordinates and corners, growing in steps: lists of numbers would take four times the memory. */
export class Floats {
  private list = new Float32Array(3072)
  length = 0
  push(x: number, y: number, z: number): void {
    if (this.length + 3 > this.list.length) {
      const more = new Float32Array(this.list.length * 2)
      more.set(this.list)
      this.list = more
    }
    this.list[this.length++] = x
    this.list[this.length++] = y
    this.list[this.length++] = z
  }

  get full(): boolean {
    return this.length >= 3 * 600_000
  }

  values(): Float32Array {
    return this.list.subarray(0, this.length)
  }
}
