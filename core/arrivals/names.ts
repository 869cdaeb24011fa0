import { foldCase } from '../text/fold'

/**
 * Whether several archives are the parts of one download: alike but for their numbers.
 *
 * @returns the name of the whole, or `null`
 * @example
 * splitParts(['week 2-001.zip', 'week 2-002.zip']) //=> 'week 2'
 */
export function splitParts(names: readonly string[]): string | null {
  if (names.length < 2) return null
  const stems = names.map(name => foldCase(name).replace(/\.[a-z0-9]+$/, ''))
  const whole = new Set(stems.map(stem => stem.replace(/[ _.-]*\(?(?:part[ _-]*|teil[ _-]*)?\d+\)?(?:[ _-]*(?:of|von|de)[ _-]*\d+)?$/u, '')))
  // one of them may bear no number: it is the first
  const numbered = stems.filter(stem => /\d\)?$/.test(stem)).length
  const [stem] = whole
  if (whole.size !== 1 || !stem || numbered < names.length - 1) return null
  return names[0]?.slice(0, stem.length) ?? stem
}

const CP437 = 'ÇüéâäàåçêëèïîìÄÅÉæÆôöòûùÿÖÜ¢£¥₧ƒáíóúñÑªº¿⌐¬½¼¡«»░▒▓│┤╡╢╖╕╣║╗╝╜╛┐└┴┬├─┼╞╟╚╔╩╦╠═╬╧╨╤╥╙╘╒╓╫╪┘┌█▄▌▐▀αßΓπΣσµτΦΘΩδ∞φε∩≡±≥≤⌠⌡÷≈°∙·√ⁿ²■\u00A0'
const CP850 = 'ÇüéâäàåçêëèïîìÄÅÉæÆôöòûùÿÖÜø£Ø×ƒáíóúñÑªº¿®¬½¼¡«»░▒▓│┤ÁÂÀ©╣║╗╝¢¥┐└┴┬├─┼ãÃ╚╔╩╦╠═╬¤'
  + 'ðÐÊËÈıÍÎÏ┘┌█▄¦Ì▀ÓßÔÒõÕµþÞÚÛÙýÝ¯´\u00AD±‗¾¶§÷¸°¨·¹³²■\u00A0'

/** Encodings of names before Unicode, the one the format's description names first (APPNOTE.TXT, appendix D). */
const ENCODINGS: readonly (readonly [label: string, decode: (bytes: Uint8Array) => string])[] = [
  ['ibm437', bytes => byTable(bytes, CP437)], ['ibm850', bytes => byTable(bytes, CP850)],
  ...[
    'windows-1252', 'windows-1250', 'windows-1251', 'ibm866', 'macintosh', 'shift_jis', 'gbk', 'big5', 'euc-kr',
  ].map(label => [label, (bytes: Uint8Array) => new TextDecoder(label).decode(bytes)] as const),
]

function byTable(bytes: Uint8Array, table: string): string {
  let text = ''
  for (const byte of bytes) text += byte < 0x80 ? String.fromCharCode(byte) : table[byte - 0x80] ?? ''
  return text
}

/**
 * Reads names whose encoding nobody states: UTF-8 where all are, else the encoding in which most of them say what is known here.
 *
 * @param raw - the names' own bytes
 * @param known - words that are to be expected: values of the roster
 * @example
 * readNames([new Uint8Array([0x5A, 0x6F, 0x89])], ['Zoë']) //=> { encoding: 'ibm437', names: ['Zoë'] }
 */
export function readNames(raw: readonly Uint8Array[], known: readonly string[]): { encoding: string, names: string[] } {
  try {
    return { encoding: 'utf-8', names: raw.map(bytes => new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes)) }
  }
  catch {
    // at least one is older
  }
  const words = [...new Set(known.flatMap(word => (/[^ -~]/.test(word) ? [foldCase(word.normalize('NFC'))] : [])))]
  let best = { encoding: '', names: [] as string[], score: Number.NEGATIVE_INFINITY }
  for (const [encoding, decode] of ENCODINGS) {
    const names = raw.map(decode)
    const text = foldCase(names.join('\n').normalize('NFC'))
    const said = words.filter(word => text.includes(word)).length
    const signs = text.match(/[^ -~\n\p{L}\p{M}\p{N}]/gu)?.length ?? 0
    const score = said * 1000 - signs
    if (score > best.score) best = { encoding, names, score }
  }
  return { encoding: best.encoding, names: best.names }
}
