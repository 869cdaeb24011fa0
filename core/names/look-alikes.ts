import { isPlain } from '../text/fold'
import { CONFUSABLES } from './confusables'
import type { NamePart } from './parts'

/** What characters look like (UTS #39). */
const LOOKS = new Map(CONFUSABLES.flatMap(([look, characters]) => [...characters].map(char => [char, look] as const)))
/** Characters without a look: joiners, direction marks and overrides, variation selectors, soft hyphen. */
// eslint-disable-next-line no-misleading-character-class -- joiners and selectors are what is looked for
const INVISIBLE = /[\u00AD\u034F\u061C\u115F\u1160\u17B4\u17B5\u180B-\u180F\u200B-\u200F\u202A-\u202E\u2060-\u206F\u3164\uFE00-\uFE0F\uFEFF\uFFA0\u{E0000}-\u{E0FFF}]/u
/** Spaces other than the plain one. */
const SPACES = /[\u00A0\u1680\u2000-\u200A\u202F\u205F\u3000]/

export type Script = 'cyrillic' | 'greek' | 'armenian' | 'hebrew' | 'arabic' | 'cherokee' | 'latin'

/** Scripts a letter may come from. */
const SCRIPTS: readonly (readonly [name: Script, test: RegExp])[] = [
  ['cyrillic', /\p{Script=Cyrillic}/u], ['greek', /\p{Script=Greek}/u], ['armenian', /\p{Script=Armenian}/u],
  ['hebrew', /\p{Script=Hebrew}/u], ['arabic', /\p{Script=Arabic}/u],
  ['cherokee', /\p{Script=Cherokee}/u], ['latin', /\p{Script=Latin}/u],
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
  if (isPlain(text)) return text
  let look = ''
  for (const char of text) look += lookOf(char)
  return look.normalize('NFC')
}

function lookOf(char: string): string {
  if (char.charCodeAt(0) < 128) return char
  if (INVISIBLE.test(char)) return ''
  if (SPACES.test(char)) return ' '
  // full-width and mathematical forms are the plain letters and digits, by their compatibility form
  const compatible = char.normalize('NFKC')
  if (isPlain(compatible)) return compatible
  // a Latin letter with a stroke or hook is a letter of its own
  return /\p{Script=Latin}/u.test(char) ? char : LOOKS.get(char) ?? char
}

/** Parts with their fixed texts as they look, to be held against `plainLook` of a name. */
export function lookOfParts(parts: readonly NamePart[]): NamePart[] {
  return parts.map(part => (part.kind === 'fixed' ? { ...part, texts: part.texts.map(plainLook) } : part))
}

/** A character that only looks like another, and what it is. */
export interface LookAlike { char: string, kind: 'invisible' | 'space' | Script | 'foreign' }

/**
 * Which characters of a name only look like others, without repeats.
 *
 * @example
 * findLookAlikes('\u041Carsh') //=> [{ char: '\u041C', kind: 'cyrillic' }]
 */
export function findLookAlikes(text: string): LookAlike[] {
  const lookAlikes = new Map<string, LookAlike>()
  for (const char of text) {
    if (char.charCodeAt(0) < 128 || lookOf(char) === char) continue
    lookAlikes.set(char, { char, kind: kindOf(char) })
  }
  return [...lookAlikes.values()]
}

function kindOf(char: string): LookAlike['kind'] {
  if (INVISIBLE.test(char)) return 'invisible'
  if (SPACES.test(char)) return 'space'
  return SCRIPTS.find(([, test]) => test.test(char))?.[0] ?? 'foreign'
}
