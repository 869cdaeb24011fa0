/** 0x80 to 0x9F of Windows-1252 (WHATWG Encoding Standard, index windows-1252); a space stands for the five that are empty. */
const WINDOWS = '€ ‚ƒ„…†‡ˆ‰Š‹Œ Ž  ‘’“”•–—˜™š›œ žŸ'
/** 0x80 to 0xFF of Mac Roman (WHATWG Encoding Standard, index macintosh). */
const MAC = 'ÄÅÇÉÑÖÜáàâäãåçéèêëíìîïñóòôöõúùûü†°¢£§•¶ß®©™´¨≠ÆØ∞±≤≥¥µ∂∑∏π∫ªºΩæø'
  + '¿¡¬√ƒ≈∆«»…\u00A0ÀÃÕŒœ–—“”‘’÷◊ÿŸ⁄€‹›ﬁﬂ‡·‚„‰ÂÊÁËÈÍÎÏÌÓÔ\uF8FFÒÚÛÙıˆ˜¯˘˙˚¸˝˛ˇ'

/** 0x80 to 0xFF of the first personal computers' code page (Unicode Consortium, CP437.TXT). */
const ORIGINAL = 'ÇüéâäàåçêëèïîìÄÅÉæÆôöòûùÿÖÜ¢£¥₧ƒáíóúñÑªº¿⌐¬½¼¡«»░▒▓│┤╡╢╖╕╣║╗╝╜╛┐'
  + '└┴┬├─┼╞╟╚╔╩╦╠═╬╧╨╤╥╙╘╒╓╫╪┘┌█▄▌▐▀αßΓπΣσµτΦΘΩδ∞φε∩≡±≥≤⌠⌡÷≈°∙·√ⁿ²■\u00A0'

const decodeWith = (bytes: Uint8Array, high: (byte: number) => string): string => {
  let text = ''
  for (const byte of bytes) text += byte < 0x80 ? String.fromCharCode(byte) : high(byte)
  return text
}

/** Text in Windows-1252; runtimes differ in what they make of 0x80 to 0x9F, this does not. */
export function decodeWindows(bytes: Uint8Array): string {
  return decodeWith(bytes, byte => (byte < 0xA0 ? WINDOWS[byte - 0x80] ?? '\uFFFD' : String.fromCharCode(byte)))
}

/** Text in Mac Roman. */
export function decodeMac(bytes: Uint8Array): string {
  return decodeWith(bytes, byte => MAC[byte - 0x80] ?? '\uFFFD')
}

/** Text in code page 437. */
export function decodeOriginal(bytes: Uint8Array): string {
  return decodeWith(bytes, byte => ORIGINAL[byte - 0x80] ?? '\uFFFD')
}

/** How much of a text cannot be meant: a capital or sign inside a small word, a letter of no European language alone. */
export function oddness(text: string): number {
  return (text.match(/\p{Ll}[^\p{ASCII}\p{Ll}\p{Pd}\p{Pf}\p{Pi}…]|[^\p{ASCII}\p{L}\s\p{Pi}\p{Pd}]\p{Ll}/gu) ?? []).length
    + (text.match(/[^\p{ASCII}\p{L}\p{P}\s€£§°ªº©®™±²³½¼¾×]/gu) ?? []).length
}

/**
 * Text of an old single-byte code page, the one in which its words look like words.
 *
 * @example
 * decodeOld(new Uint8Array([0x4D, 0x9F, 0x6C, 0x6C, 0x65, 0x72])) //=> { text: 'Müller', encoding: 'macintosh' }
 */
export function decodeOld(bytes: Uint8Array): { text: string, encoding: 'windows-1252' | 'macintosh' } {
  const [windows, mac] = [decodeWindows(bytes), decodeMac(bytes)]
  return oddness(mac) < oddness(windows) ? { text: mac, encoding: 'macintosh' } : { text: windows, encoding: 'windows-1252' }
}

const BYTES = new Map(Array.from({ length: 256 }, (_, byte) => [decodeWindows(new Uint8Array([byte])), byte]))

/**
 * Undoes UTF-8 that was read as Windows-1252 and saved so; `null` where a text shows no such garbling.
 *
 * @example
 * ungarble('MÃ¼ller') //=> 'Müller'
 */
export function ungarble(text: string): string | null {
  if (!/[ÂÃÄÅÆÐÑØ][\u0080-\u00BF€‚ƒ„…†‡ˆ‰Š‹ŒŽ‘’“”•–—˜™š›œžŸ]/.test(text)) return null
  const bytes: number[] = []
  for (const char of text) {
    const byte = BYTES.get(char) ?? (char.charCodeAt(0) < 0xA0 ? char.charCodeAt(0) : undefined)
    if (byte === undefined) return null
    bytes.push(byte)
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(new Uint8Array(bytes))
  }
  catch {
    return null
  }
}
