// Bounded reads of numbers and short text: past the end they give 0 or '', so that a cut-short file cannot throw.

export const u8 = (bytes: Uint8Array, at: number): number => bytes[at] ?? 0
export const u16le = (bytes: Uint8Array, at: number): number => u8(bytes, at) | (u8(bytes, at + 1) << 8)
export const u16be = (bytes: Uint8Array, at: number): number => (u8(bytes, at) << 8) | u8(bytes, at + 1)
export const u32le = (bytes: Uint8Array, at: number): number => u16le(bytes, at) + u16le(bytes, at + 2) * 0x10000
export const u32be = (bytes: Uint8Array, at: number): number => u16be(bytes, at) * 0x10000 + u16be(bytes, at + 2)
/** 64-bit lengths as a number: files past 2^53 bytes do not occur. */
export const u64le = (bytes: Uint8Array, at: number): number => u32le(bytes, at) + u32le(bytes, at + 4) * 0x100000000
export const u64be = (bytes: Uint8Array, at: number): number => u32be(bytes, at) * 0x100000000 + u32be(bytes, at + 4)

export function f32le(bytes: Uint8Array, at: number): number {
  if (at + 4 > bytes.length) return Number.NaN
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getFloat32(at, true)
}

/** Bytes as Latin-1 text, for signatures and keywords. */
export function latin1(bytes: Uint8Array, start = 0, end = bytes.length): string {
  let text = ''
  const stop = Math.min(end, bytes.length)
  for (let at = Math.max(0, start); at < stop; at += 8192) {
    // apply reads typed arrays directly; spreading them goes through an iterator, byte by byte
    text += String.fromCharCode.apply(null, bytes.subarray(at, Math.min(stop, at + 8192)) as unknown as number[])
  }
  return text
}

export function startsWith(bytes: Uint8Array, text: string, at = 0): boolean {
  if (at + text.length > bytes.length) return false
  for (let i = 0; i < text.length; i++) if (bytes[at + i] !== text.charCodeAt(i)) return false
  return true
}

export function indexOf(bytes: Uint8Array, text: string, from = 0): number {
  const first = text.charCodeAt(0)
  for (let at = bytes.indexOf(first, from); at >= 0 && at + text.length <= bytes.length; at = bytes.indexOf(first, at + 1)) {
    if (startsWith(bytes, text, at)) return at
  }
  return -1
}

export function lastIndexOf(bytes: Uint8Array, text: string): number {
  const first = text.charCodeAt(0)
  for (let at = bytes.lastIndexOf(first); at >= 0; at = at === 0 ? -1 : bytes.lastIndexOf(first, at - 1)) {
    if (startsWith(bytes, text, at)) return at
  }
  return -1
}

/**
 * Text without white space, zeros and end-of-file marks at its end. A loop: an expression anchored at the end would try
 * anew at every character of every run, which takes minutes on a stretch of zeros.
 */
export function trimmedEnd(text: string): string {
  let end = text.length
  while (end > 0) {
    const code = text.charCodeAt(end - 1)
    if (code !== 0 && code !== 9 && code !== 10 && code !== 11 && code !== 12 && code !== 13 && code !== 26 && code !== 32 && code !== 160) break
    end--
  }
  return text.slice(0, end)
}
