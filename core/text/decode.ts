import { startsWith } from '../bytes/read'

/** Text as decoded from bytes. */
export interface DecodedText {
  text: string
  /** IANA charset name. */
  encoding: string
}

/**
 * Decodes bytes as text: byte-order marks first, then UTF-16 by its zero bytes, UTF-8, and Windows-1252 as the last resort.
 *
 * @param bytes - a whole file or its beginning; a code point cut at the end is left out
 * @param partial - true where `bytes` are only the beginning of a file
 * @returns `null` where the bytes are no text: control characters, or zeros that no UTF-16 explains
 * @example
 * decodeText(new Uint8Array([0x4D, 0xFC, 0x6C, 0x6C, 0x65, 0x72])) //=> { text: 'Müller', encoding: 'windows-1252' }
 */
export function decodeText(bytes: Uint8Array, partial = false): DecodedText | null {
  if (startsWith(bytes, '\xEF\xBB\xBF')) return { text: decodeUtf8(bytes.subarray(3), partial) ?? '', encoding: 'utf-8' }
  if (startsWith(bytes, '\xFF\xFE')) return decodeUtf16(bytes.subarray(2), 'utf-16le')
  if (startsWith(bytes, '\xFE\xFF')) return decodeUtf16(bytes.subarray(2), 'utf-16be')
  const zeros = [0, 0]
  for (let i = 0; i < Math.min(bytes.length, 4096); i++) if (bytes[i] === 0) zeros[i & 1] = (zeros[i & 1] ?? 0) + 1
  const half = Math.min(bytes.length, 4096) / 2
  const [even = 0, odd = 0] = zeros
  if (odd > half * 0.3 && even < half * 0.05) return decodeUtf16(bytes, 'utf-16le')
  if (even > half * 0.3 && odd < half * 0.05) return decodeUtf16(bytes, 'utf-16be')
  if (hasControls(bytes)) return null
  const utf8 = decodeUtf8(bytes, partial)
  if (utf8 !== null) return { text: utf8, encoding: bytes.every(byte => byte < 128) ? 'us-ascii' : 'utf-8' }
  // the five code points Windows-1252 leaves empty do not occur in text written in it
  if (bytes.some(byte => byte === 0x81 || byte === 0x8D || byte === 0x8F || byte === 0x90 || byte === 0x9D)) return null
  return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'windows-1252' }
}

function hasControls(bytes: Uint8Array): boolean {
  for (const byte of bytes) {
    if (byte < 32 && byte !== 9 && byte !== 10 && byte !== 13 && byte !== 12 && byte !== 27 && byte !== 26 && byte !== 8) return true
  }
  return false
}

function decodeUtf8(bytes: Uint8Array, partial: boolean): string | null {
  for (let cut = 0; cut <= (partial ? 3 : 0); cut++) {
    try {
      return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes.subarray(0, bytes.length - cut))
    }
    catch {
      // try again without the last byte: a partial read may end inside a code point
    }
  }
  return null
}

function decodeUtf16(bytes: Uint8Array, encoding: 'utf-16le' | 'utf-16be'): DecodedText | null {
  const even = bytes.subarray(0, bytes.length & ~1)
  const text = new TextDecoder(encoding, { ignoreBOM: true }).decode(even)
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  return /[\x00-\x08\x0E-\x1A\uFFFF]/.test(text) ? null : { text, encoding }
}
