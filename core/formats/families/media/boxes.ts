import { latin1, u32be, u64be } from '../../../bytes/read'

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
