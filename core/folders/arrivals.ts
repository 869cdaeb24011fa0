import { foldCase } from '../text/fold'

/** One way in which files arrive, and what it does to them. What it explains is never a person's error. */
export interface Arrival {
  id: string
  /** As a coordinator would say it. */
  words: string
  /** What it does to names, to folders, whom it tells of, and what counts as time received. */
  names: string
  folders: string
  owner: string
  time: string
  /** Where it is undone. */
  by: string
}

/**
 * The ways in. Each is recognised by what it did, not by where it comes from, and undone before anything is judged.
 * Common practice, no source.
 */
export const ARRIVALS: readonly Arrival[] = [
  { id: 'folder', words: 'a folder as people filled it', names: 'as saved', folders: 'as saved, perhaps inside one folder around everything', owner: 'folder and name', time: 'each file\'s own', by: 'folders/wrapper' },
  { id: 'own-folders', words: 'a package with one folder a person', names: 'as saved', folders: 'first a level a person, made of roster values and a serial', owner: 'that level', time: 'each file\'s own', by: 'folders/own-folders' },
  { id: 'prefix', words: 'everything flat, with something before every name', names: 'owner, time and serial before every name', folders: 'none left', owner: 'what stands before the name', time: 'each file\'s own', by: 'folders/prefix' },
  { id: 'flat', words: 'everything flat in one folder', names: 'a number behind the second of two equal names', folders: 'none left', owner: 'the name', time: 'each file\'s own', by: 'folders/arrivals sameNameOfAnother' },
  { id: 'replaced', words: 'a system that stores plain signs only', names: 'apostrophes and letters with accents replaced by one sign', folders: 'the same', owner: 'folder and name', time: 'each file\'s own', by: 'folders/replaced' },
  { id: 'split-archive', words: 'a large download split into several archives', names: 'as saved', folders: 'parts of one tree in every archive', owner: 'folder and name', time: 'the archive\'s own field', by: 'folders/arrivals splitParts' },
  { id: 'archive', words: 'an archive', names: 'perhaps in an encoding of before Unicode', folders: 'as packed', owner: 'folder and name', time: 'the archive\'s own field; without zone, the brief\'s', by: 'folders/arrivals readNames' },
  { id: 'archive-inside', words: 'an archive among the files', names: 'as packed', folders: 'the folder the archive lies in, then as packed', owner: 'folder, name, or who sent the archive', time: 'the archive\'s own field', by: 'placing/view' },
  { id: 'mail', words: 'mail messages with attachments', names: 'as attached', folders: 'none', owner: 'the sender\'s address', time: 'the message\'s date', by: 'placing/view' },
  { id: 'disk', words: 'a stick or disk', names: 'as saved', folders: 'as saved, with what systems strew', owner: 'folder and name', time: 'each file\'s own, in steps of two seconds', by: 'checking/set-aside' },
  { id: 'synchronised', words: 'a synchronised folder', names: 'as saved', folders: 'as saved', owner: 'folder and name', time: 'each file\'s own; entries that are not on the machine are unread', by: 'reading state' },
]

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
const CP850 = 'ÇüéâäàåçêëèïîìÄÅÉæÆôöòûùÿÖÜø£Ø×ƒáíóúñÑªº¿®¬½¼¡«»░▒▓│┤ÁÂÀ©╣║╗╝¢¥┐└┴┬├─┼ãÃ╚╔╩╦╠═╬¤ðÐÊËÈıÍÎÏ┘┌█▄¦Ì▀ÓßÔÒõÕµþÞÚÛÙýÝ¯´\u00AD±‗¾¶§÷¸°¨·¹³²■\u00A0'

/** Encodings of names before Unicode, the one the format's description names first (APPNOTE.TXT, appendix D). */
const ENCODINGS: readonly (readonly [label: string, decode: (bytes: Uint8Array) => string])[] = [
  ['ibm437', bytes => byTable(bytes, CP437)], ['ibm850', bytes => byTable(bytes, CP850)],
  ...['windows-1252', 'windows-1250', 'windows-1251', 'ibm866', 'macintosh', 'shift_jis', 'gbk', 'big5', 'euc-kr'].map(label => [label, (bytes: Uint8Array) => new TextDecoder(label).decode(bytes)] as const),
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
