import { latin1, startsWith } from '../bytes/read'
import { decodeOld, decodeWindows } from './code-pages'

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
  const wide = tellUtf16(bytes)
  if (wide) return decodeUtf16(bytes, wide)
  // the first bytes tell nearly all binary data at once
  if (CONTROLS.test(latin1(bytes, 0, 512))) return null
  const utf8 = decodeUtf8(bytes, partial)
  // every code point past ASCII takes more bytes than UTF-16 units
  if (utf8 !== null) return CONTROLS.test(utf8) ? null : { text: utf8, encoding: utf8.length === bytes.length ? 'us-ascii' : 'utf-8' }
  // the five code points Windows-1252 leaves empty do not occur in text written in it
  if ([0x81, 0x8D, 0x8F, 0x90, 0x9D].some(byte => bytes.includes(byte))) return null
  const text = decodeWindows(bytes)
  return CONTROLS.test(text) ? null : { text, encoding: 'windows-1252' }
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
  if (CONTROLS.test(old.text)) return null
  return decoded && old.encoding === 'windows-1252' ? decoded : old
}

/** What is said of a text in an older encoding that could be read; `null` where it is in UTF-8 or UTF-16. */
export function sayOldText({ encoding }: DecodedText): string | null {
  const name = ({ 'windows-1252': 'Windows-1252', 'macintosh': 'Mac Roman' } as Record<string, string>)[encoding]
  if (name === undefined) return null
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

/** Tab, line ends, form feed, escape, end of file and backspace occur in text; other control characters do not. */
// eslint-disable-next-line no-control-regex -- control characters are what is looked for
const CONTROLS = /[\x00-\x07\x0B\x0E-\x19\x1C-\x1F]/

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
