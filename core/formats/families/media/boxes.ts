import { latin1, u32be, u64be } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'

/** A box of a file's top level: all of it, its header included. */
export interface TopBox { type: string, at: number, length: number }

/**
 * The boxes of a file's top level, one behind the other; a length of 0 reaches to the end.
 *
 * @param most - so many at most; fewer where what follows is no box
 */
export async function* topBoxes(file: FileBytes, most: number): AsyncGenerator<TopBox> {
  let offset = 0
  for (let boxes = 0; boxes < most && offset + 8 <= file.size; boxes++) {
    const box = await file.read(offset, 16)
    let length = u32be(box, 0)
    if (length === 1) length = u64be(box, 8)
    if (length === 0) length = file.size - offset
    if (length < 8) return
    yield { type: latin1(box, 4, 8), at: offset, length }
    offset += length
  }
}

/** Calls back for every box in a stretch; never deeper than it is asked to. */
export function eachBox(bytes: Uint8Array, from: number, to: number, take: (type: string, start: number, end: number) => void): void {
  for (let offset = from, boxes = 0; offset + 8 <= to && boxes < 10_000; boxes++) {
    let length = u32be(bytes, offset)
    let start = offset + 8
    if (length === 1) {
      length = u64be(bytes, offset + 8)
      start += 8
    }
    if (length === 0) length = to - offset
    if (length < 8) return
    take(latin1(bytes, offset + 4, offset + 8), start, Math.min(to, offset + length))
    offset += length
  }
}
