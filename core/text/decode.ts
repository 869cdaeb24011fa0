import { latin1, startsWith } from '../bytes/read'
import { decodeOld } from './code-pages'
import { decodeOlder } from './encodings'

/** Text as decoded from bytes. */
export interface DecodedText {
  text: string
  /** IANA charset name. */
  encoding: string
}

/**
 * Decodes bytes as text: byte-order marks first, then UTF-32 and UTF-16 by their zero bytes, UTF-8, and older encodings as the last resort.
 *
 * @param bytes - a whole file or its beginning; a code point cut at the end is left out
 * @param partial - true where `bytes` are only the beginning of a file
 * @returns `null` where the bytes are no text: control characters, or zeros that no UTF-16 explains
 * @example
 * decodeText(new Uint8Array([0x4D, 0xFC, 0x6C, 0x6C, 0x65, 0x72])) //=> { text: 'Müller', encoding: 'windows-1252' }
 */
export function decodeText(bytes: Uint8Array, partial = false): DecodedText | null {
  if (startsWith(bytes, '\xEF\xBB\xBF')) {
    const text = decodeUtf8(bytes.subarray(3), partial) ?? ''
    return isPlain(text) ? { text, encoding: 'utf-8' } : null
  }
  const long = tellUtf32(bytes)
  if (long) return decodeUtf32(bytes, long === 'utf-32le')
  if (startsWith(bytes, '\xFF\xFE')) return decodeUtf16(bytes.subarray(2), 'utf-16le')
  if (startsWith(bytes, '\xFE\xFF')) return decodeUtf16(bytes.subarray(2), 'utf-16be')
  const wide = tellUtf16(bytes)
  if (wide) return decodeUtf16(bytes, wide)
  // the first bytes tell nearly all binary data at once
  if (!isPlain(latin1(bytes, 0, 512))) return null
  const utf8 = decodeUtf8(bytes, partial)
  // every code point past ASCII takes more bytes than UTF-16 units
  if (utf8 === null) return decodeOlder(bytes, isPlain)
  if (!isPlain(utf8)) return null
  if (utf8.length < bytes.length) return { text: utf8, encoding: 'utf-8' }
  // the one encoding for mail of seven bits that shifts to other letters
  // eslint-disable-next-line no-control-regex -- the escape is what is looked for
  const shifted = utf8.includes('\x1B') && /\x1B\$[@B]/.test(utf8) ? new TextDecoder('iso-2022-jp').decode(bytes) : null
  return shifted === null ? { text: utf8, encoding: 'us-ascii' } : { text: shifted, encoding: 'iso-2022-jp' }
}

/**
 * Decodes what a person wrote and saved, such as a list: also in Mac Roman, which only its words tell from Windows-1252.
 *
 * @returns `null` where the bytes are no text
 */
export function decodeWritten(bytes: Uint8Array): DecodedText | null {
  const decoded = decodeText(bytes)
  if (decoded && decoded.encoding !== 'windows-1252') return decoded
  const old = decodeOld(bytes)
  if (!isPlain(old.text)) return null
  return decoded && old.encoding === 'windows-1252' ? decoded : old
}

/** What is said of a text in an older encoding that could be read; `null` where it is in UTF-8 or UTF-16. */
export function sayOldText({ encoding }: DecodedText): string | null {
  if (/^utf|^us-ascii/.test(encoding)) return null
  const name = ({ 'windows-1252': 'Windows-1252', 'macintosh': 'Mac Roman' } as Record<string, string>)[encoding] ?? encoding.toUpperCase()
  return `is not saved in UTF-8; it was read as ${name}: look whether letters such as ä, é, ø are right, and save it as UTF-8`
}

/** UTF-16 without a mark: of letters in it every other byte is zero. */
function tellUtf16(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  const zeros = [0, 0]
  for (let i = 0; i < Math.min(bytes.length, 4096); i++) if (bytes[i] === 0) zeros[i & 1] = (zeros[i & 1] ?? 0) + 1
  const half = Math.min(bytes.length, 4096) / 2
  const [even = 0, odd = 0] = zeros
  if (odd > half * 0.3 && even < half * 0.05) return 'utf-16le'
  return even > half * 0.3 && odd < half * 0.05 ? 'utf-16be' : null
}

/** Bell, tab, line ends, form feed, escape, end of file and backspace occur in text; other control characters do not. */
// eslint-disable-next-line no-control-regex -- control characters are what is looked for
const CONTROLS = /[\x00-\x06\x0B\x0E-\x19\x1C-\x1F]/
/** A few marks and page ends among thousands of letters are still text; zeros in a row never are. */
const RARE = 400

function isPlain(text: string): boolean {
  if (!CONTROLS.test(text)) return true
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  return !text.includes('\0\0') && (text.match(/[\x00-\x06\x0B\x0E-\x19\x1C-\x1F]/g) ?? []).length * RARE <= text.length
}

/** UTF-32 by its mark, or by the zeros in every code point of it. */
function tellUtf32(bytes: Uint8Array): 'utf-32le' | 'utf-32be' | null {
  if (bytes.length < 8 || bytes.length % 4 !== 0) return null
  if (startsWith(bytes, '\xFF\xFE\0\0')) return 'utf-32le'
  if (startsWith(bytes, '\0\0\xFE\xFF')) return 'utf-32be'
  const stretch = bytes.subarray(0, 1024)
  const every = (first: number, second: number, letter: number) => stretch.every((byte, offset) => {
    const place = offset % 4
    if (place === first) return byte === 0
    return place === second ? byte <= 0x10 : place !== letter || byte !== 0 || stretch[offset ^ 1] !== 0
  })
  if (every(3, 2, 0)) return 'utf-32le'
  return every(0, 1, 3) ? 'utf-32be' : null
}

function decodeUtf32(bytes: Uint8Array, little: boolean): DecodedText | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length & ~3)
  let text = ''
  for (let offset = 0; offset < view.byteLength; offset += 4) {
    const code = view.getUint32(offset, little)
    if (code > 0x10FFFF) return null
    if (offset > 0 || code !== 0xFEFF) text += String.fromCodePoint(code)
  }
  return isPlain(text) ? { text, encoding: little ? 'utf-32le' : 'utf-32be' } : null
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
