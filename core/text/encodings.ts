import { analyse } from 'chardet'
import { latin1 } from '../bytes/read'
import { decodeMac, decodeOriginal, decodeWindows, oddness } from './code-pages'

/** So much of a text tells its encoding. */
const SAMPLE = 16 * 1024

/** Encodings whose own letters the detector knows by their frequency, with the least it must be sure of them (0 to 100). */
const TOLD: Readonly<Record<string, number>> = {
  'Shift_JIS': 10, 'EUC-JP': 10, 'EUC-KR': 10, 'Big5': 10, 'GB18030': 10,
  'KOI8-R': 20, 'windows-1251': 20, 'ISO-8859-5': 20, 'ISO-8859-6': 20, 'windows-1256': 20, 'ISO-8859-7': 20, 'windows-1253': 20,
  'ISO-8859-8': 20, 'ISO-8859-8-I': 20, 'windows-1255': 20, 'ISO-8859-9': 30, 'windows-1254': 30, 'ISO-8859-2': 30, 'windows-1250': 30,
  'windows-1257': 40, 'windows-874': 30,
}
/** What the detector calls western text, whatever its page. */
const WESTERN = /^(?:ISO-8859-1|windows-1252)$/
/** Letters of the same script: in a few of them the western page is as likely, and the more usual. */
const LATIN = /^(?:ISO-8859-[29]|windows-125[047])$/
const FEW = 8
const WIDE = new Set(['Shift_JIS', 'EUC-JP', 'EUC-KR', 'Big5', 'GB18030'])

/** Text in an encoding of eight bits or of several bytes a character, older than UTF-8. */
export interface OldText { text: string, encoding: string }

/**
 * Decodes text that is no UTF-8: as it declares itself where that decodes, else as its letters tell.
 *
 * @param bytes - a whole file or its beginning
 * @param isPlain - whether a decoded text holds nothing that does not occur in text
 * @returns the text with the name of its encoding (IANA, lower case), or `null` where the bytes look like no text at all
 * @example
 * decodeOlder(new Uint8Array([0x8F, 0xE0, 0xA8, 0xA2, 0xA5, 0xE2]), () => true) //=> { text: 'Привет', encoding: 'ibm866' }
 */
export function decodeOlder(bytes: Uint8Array, isPlain: (text: string) => boolean): OldText | null {
  const sample = bytes.subarray(0, SAMPLE)
  const named = declaredIn(sample)
  if (named) {
    const text = decodeAs(bytes, named)
    if (text !== null && isPlain(text)) return { text, encoding: named }
  }
  const matches = analyse(sample).filter(({ name }) => name in TOLD || WESTERN.test(name))
  const encoding = tellEarly(sample) ?? tellLetters(sample, matches, 1) ?? tellCyrillic(sample) ?? tellWestern(sample)
    ?? tellLetters(sample, matches, 0)
  if (encoding === null) return null
  const text = encoding === 'ibm437' ? decodeOriginal(bytes) : decodeTold(bytes, encoding)
  return text !== null && isPlain(text) ? { text, encoding } : null
}

function decodeTold(bytes: Uint8Array, encoding: string): string | null {
  if (encoding === 'windows-1252') return decodeWindows(bytes)
  if (encoding === 'macintosh') return decodeMac(bytes)
  // extensions of an encoding have a few characters that the decoder does not know
  return decodeAs(bytes, encoding) ?? new TextDecoder(encoding).decode(bytes)
}

/** What a text says of itself: XML and HTML in their first lines, source text in a comment. */
function declaredIn(sample: Uint8Array): string | null {
  const name = /(?:encoding|charset|coding)\s*[=:]\s*["']?([\w.:-]{3,20})/i.exec(latin1(sample, 0, 1024))?.[1]?.toLowerCase()
  if (name === undefined || /^(?:utf|us-ascii|ascii|binary)/.test(name)) return null
  try {
    // several names stand for one encoding: the decoder knows them
    const { encoding } = new TextDecoder(name)
    // the larger set of the same family
    if (encoding === 'gbk') return 'gb18030'
    return /^iso-8859-1$|^latin-?1$/.test(name) ? 'windows-1252' : encoding
  }
  catch {
    return null
  }
}

const countOf = (text: string, pattern: RegExp) => (text.match(pattern) ?? []).length

/** Strictly decoded; a character cut at the end is left out. */
function decodeAs(bytes: Uint8Array, encoding: string): string | null {
  for (let cut = 0; cut < 4; cut++) {
    try {
      return new TextDecoder(encoding, { fatal: true }).decode(bytes.subarray(0, bytes.length - cut))
    }
    catch {
      // once more without the last byte
    }
  }
  return null
}

/** The early systems' Cyrillic, which the detector does not know and takes for other letters. */
const tellEarly = (sample: Uint8Array) => (tellCyrillic(sample) === 'ibm866' ? 'ibm866' : null)

/** By the frequency of letters and pairs of them, where that is sure enough. */
function tellLetters(sample: Uint8Array, matches: readonly { name: string, confidence: number }[], sureness: number): string | null {
  const [best] = sureness > 0 ? matches : matches.filter(one => !WESTERN.test(one.name))
  if (!best || best.confidence < (TOLD[best.name] ?? 101) * sureness) return null
  if (LATIN.test(best.name) && sample.filter(byte => byte >= 0x80).length < FEW) return null
  const name = best.name.toLowerCase()
  const text = new TextDecoder(name).decode(sample)
  // words are divided, and hardly a character is unknown: extensions of an encoding have a few the decoder does not know
  if (countOf(text, /\uFFFD/g) * 50 > text.length || (best.confidence < 90 && !/[\s\w]/.test(text))) return null
  if (!WIDE.has(best.name)) return sureness > 0 || countOf(text, /\s/g) * 30 > text.length ? name : null
  // characters of several bytes stand beside each other: a lone one in Latin text is a letter with a sign
  return /[^\p{ASCII}]{2}/u.test(text) ? name : null
}

/** Cyrillic by where its small letters stand: half of every text is made of them. */
const CYRILLIC: readonly (readonly [encoding: string, small: (byte: number) => boolean])[] = [
  ['ibm866', byte => (byte >= 0xA0 && byte <= 0xAF) || (byte >= 0xE0 && byte <= 0xEF)],
  ['koi8-r', byte => byte >= 0xC0 && byte <= 0xDF], ['windows-1251', byte => byte >= 0xE0],
]

function tellCyrillic(sample: Uint8Array): string | null {
  const high = sample.filter(byte => byte >= 0x80)
  if (high.length < 4 || !isRunning(sample)) return null
  const told = CYRILLIC.find(([encoding, small]) => high.filter(small).length > high.length * 0.75
    && (encoding !== 'ibm866' || high.filter(byte => byte <= 0xAF).length > high.length * 0.3))
  return told?.[0] ?? null
}

/** Western code pages, by whose letters the words look like words. */
function tellWestern(sample: Uint8Array): string | null {
  // most of a western text is plain letters: bytes that are not are no text
  const text = latin1(sample)
  const words = countOf(text, /[\sA-Za-z\d]/g)
  const divided = sample.length < 80 || countOf(text, /\s/g) * 80 > text.length
  if ((words < sample.length * 0.45 || !divided) && !/[\u2500-\u256C]{4}/.test(decodeOriginal(sample))) return null
  // the five that Windows-1252 leaves empty do not occur in text written in it
  const windows = [0x81, 0x8D, 0x8F, 0x90, 0x9D].some(byte => sample.includes(byte)) ? Infinity : oddness(decodeWindows(sample))
  const [mac, original] = [oddness(decodeMac(sample)), oddness(decodeOriginal(sample))]
  if (windows <= mac && windows <= original) return 'windows-1252'
  return mac <= original ? 'macintosh' : 'ibm437'
}

/** Whether letters past ASCII stand in rows, as those of another script do. */
function isRunning(sample: Uint8Array): boolean {
  let [runs, letters, before] = [0, 0, false]
  for (const byte of sample) {
    const high = byte >= 0x80
    if (high) letters++
    if (high && !before) runs++
    before = high
  }
  return letters >= runs * 2.5
}
