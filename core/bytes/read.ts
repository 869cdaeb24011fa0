// Bounded reads of numbers and short text: past the end they give 0 or '', so that a cut-short file cannot throw.

export const u8 = (bytes: Uint8Array, offset: number): number => bytes[offset] ?? 0
export const u16le = (bytes: Uint8Array, offset: number): number => u8(bytes, offset) | (u8(bytes, offset + 1) << 8)
export const u16be = (bytes: Uint8Array, offset: number): number => (u8(bytes, offset) << 8) | u8(bytes, offset + 1)
export const u32le = (bytes: Uint8Array, offset: number): number => u16le(bytes, offset) + u16le(bytes, offset + 2) * 0x10000
export const u32be = (bytes: Uint8Array, offset: number): number => u16be(bytes, offset) * 0x10000 + u16be(bytes, offset + 2)
/** 64-bit lengths as a number: files past 2^53 bytes do not occur. */
export const u64le = (bytes: Uint8Array, offset: number): number => u32le(bytes, offset) + u32le(bytes, offset + 4) * 0x100000000
export const u64be = (bytes: Uint8Array, offset: number): number => u32be(bytes, offset) * 0x100000000 + u32be(bytes, offset + 4)

export function f32le(bytes: Uint8Array, offset: number): number {
  if (offset + 4 > bytes.length) return Number.NaN
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getFloat32(offset, true)
}

/** Bytes as Latin-1 text, for signatures and keywords. */
export function latin1(bytes: Uint8Array, start = 0, end = bytes.length): string {
  let text = ''
  const stop = Math.min(end, bytes.length)
  for (let offset = Math.max(0, start); offset < stop; offset += 8192) {
    // apply reads typed arrays directly; spreading them goes through an iterator, byte by byte
    text += String.fromCharCode.apply(null, bytes.subarray(offset, Math.min(stop, offset + 8192)) as unknown as number[])
  }
  return text
}

export function startsWith(bytes: Uint8Array, text: string, offset = 0): boolean {
  if (offset + text.length > bytes.length) return false
  for (let i = 0; i < text.length; i++) if (bytes[offset + i] !== text.charCodeAt(i)) return false
  return true
}

export function indexOf(bytes: Uint8Array, text: string, from = 0): number {
  const first = text.charCodeAt(0)
  for (let offset = bytes.indexOf(first, from); offset >= 0 && offset + text.length <= bytes.length; offset = bytes.indexOf(first, offset + 1)) {
    if (startsWith(bytes, text, offset)) return offset
  }
  return -1
}

export function lastIndexOf(bytes: Uint8Array, text: string): number {
  const first = text.charCodeAt(0)
  for (let offset = bytes.lastIndexOf(first); offset >= 0; offset = offset === 0 ? -1 : bytes.lastIndexOf(first, offset - 1)) {
    if (startsWith(bytes, text, offset)) return offset
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
