import { u16be } from '../bytes/read'

/** A picture that a file carries of itself: where its bytes stand. */
export interface StoredPicture { start: number, end: number, width: number, height: number }

const [SOI, EOI, SOS] = [0xD8, 0xD9, 0xDA]
/** Frames that browsers draw: baseline, extended and progressive (ITU-T T.81, table B.1). Others hold a camera's sensor values. */
const DRAWN = new Set([0xC0, 0xC1, 0xC2])
const MOST_SEGMENTS = 2000
const MOST_TRIED = 5000

/**
 * Finds the largest whole JPEG image inside a file: what a camera, or a program for layered images, keeps to be looked at.
 *
 * @param bytes - the file; searched once from the front
 * @returns `null` where it holds none
 * @example
 * findStoredPicture(raw) //=> { start: 1024, end: 845_120, width: 1616, height: 1080 }
 */
export function findStoredPicture(bytes: Uint8Array): StoredPicture | null {
  let best: StoredPicture | null = null
  let tried = 0
  for (let at = bytes.indexOf(0xFF); at >= 0 && at + 4 < bytes.length && tried < MOST_TRIED; at = bytes.indexOf(0xFF, at + 1)) {
    if (bytes[at + 1] !== SOI || bytes[at + 2] !== 0xFF) continue
    tried++
    const found = readJpeg(bytes, at)
    if (!found) continue
    if (!best || found.width * found.height > best.width * best.height) best = found
    // what it carries inside is smaller than itself
    at = found.end - 1
  }
  return best
}

/** One JPEG image from its first marker to its last (ITU-T T.81, B.1.1); `null` where it is cut, or not one that is drawn. */
function readJpeg(bytes: Uint8Array, start: number): StoredPicture | null {
  let size: { width: number, height: number } | null = null
  let at = start + 2
  for (let segments = 0; segments < MOST_SEGMENTS && at + 4 <= bytes.length; segments++) {
    if (bytes[at] !== 0xFF) return null
    const marker = bytes[at + 1] ?? 0
    if (marker === 0xFF) {
      at++
      continue
    }
    if (marker === EOI) return size && { start, end: at + 2, ...size }
    const length = u16be(bytes, at + 2)
    if (marker < 0xC0 || length < 2) return null
    const isFrame = marker >= 0xC0 && marker <= 0xCF && marker !== 0xC4 && marker !== 0xC8 && marker !== 0xCC
    if (isFrame) {
      if (!DRAWN.has(marker) || bytes[at + 4] !== 8 || length < 8) return null
      size = { height: u16be(bytes, at + 5), width: u16be(bytes, at + 7) }
    }
    at += 2 + length
    if (marker === SOS) at = endOfScan(bytes, at)
  }
  return null
}

/** Where the coded stretch ends: at the first marker that is neither a stuffed byte nor a restart (ITU-T T.81, B.1.1.5). */
function endOfScan(bytes: Uint8Array, from: number): number {
  for (let at = bytes.indexOf(0xFF, from); at >= 0; at = bytes.indexOf(0xFF, at + 1)) {
    const next = bytes[at + 1] ?? 0
    if (next !== 0 && next !== 0xFF && (next < 0xD0 || next > 0xD7)) return at
  }
  return bytes.length
}
