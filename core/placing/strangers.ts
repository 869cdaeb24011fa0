import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { isAddedWord, isEarlierWord, isLaterWord } from '../names/added-words'
import { isCopyMark } from '../names/copy-marks'
import { isDefaultWord } from '../names/default-names'
import type { Difference } from '../names/difference'
import { isFree } from '../names/fields/index'
import { isFamilyName } from '../names/family-names'
import { isGivenName, isGivenNameInPlace } from '../names/given-names'
import { isKindWord } from '../names/kind-words'
import type { NamePart } from '../names/parts'
import { isHolders } from '../names/parts'
import { arePetForms, petNamesOf } from '../names/pet-names'
import { soundOf } from '../names/sounds'
import { tokensOf, wordsIn } from '../names/tokens'
import type { Person } from '../roster/types'
import { editDistance, standInOrder } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { ownWords } from './words-said'

/** Differences that leave a value what it is. */
export const SPELLINGS: ReadonlySet<string> = new Set(['digits', 'letter-case', 'separator'])

export const OF_HOLDER: ReadonlySet<string> = new Set(['family', 'given', 'name', 'alias', 'group'])

/** Of fewer letters a word is no name. */
export const LEAST_CALLED = 3

/**
 * Whether a name says somebody whom it is not asked of: one whom the list does not have, or another one.
 *
 * @param unit - whose piece it may be
 * @param nearest - with the differences from the name that is asked for
 * @param inFolder - it lies in the folder that is asked for: in a whole group's only a word that is surely a name is somebody else's
 */
export function saysStranger(unit: Unit, { differences }: { differences: readonly Difference[] }, base: string, inFolder: boolean): boolean {
  const isOwn = (word: string) => isOwnWord(unit, word)
  const isStranger = (one: Difference) => isOtherName(one) && !isOwn(one.actual) && (isGivenNameInPlace(one.actual) || !inFolder)
  if (differences.some(isStranger)) return true
  const [person, ...more] = unit.people
  if (unit.requirement.holder !== 'person' || !person || more.length > 0 || person.given === '' || person.family === '') return false
  const words = wordsIn(base, [0, base.length]).map(one => one.word)
  return besideFamily(person, words, isOwn) || besideGiven(person, words, isOwn)
}

/** The rule's own word is nobody's name, and somebody's family name is not another's first one. */
export const isOwnWord = ({ requirement, people }: Unit, word: string): boolean =>
  ownWords(requirement).some(words => words.includes(looseKey(word)))
  || people.some(({ name, family }) => tokensOf(`${name} ${family}`).includes(looseKey(word)))

/**
 * Whether a slip in the holder's name is all that is wrong with a name, and makes it nobody else's whom one knows, unless that one's name sounds the
 * same: Wolf for Wolff.
 */
export function isSlipAlone(differences: readonly Difference[], name: readonly NamePart[]): boolean {
  // Studio 14 is not Studio 15
  const figuresOf = (text: string) => text.replace(/\D/g, '')
  const ofHolder = new Set(name.filter(part => isHolders(part)).map(({ part }) => part))
  const isSlip = ({ part, kind, actual, expected }: Difference) => kind === 'misspelt' && ofHolder.has(part)
    && figuresOf(actual) === figuresOf(expected) && (!isSurelyName(actual) || soundOf(actual) === soundOf(expected))
  const isRest = ({ kind, actual }: Difference) => SPELLINGS.has(kind) || kind === 'order' || kind === 'date-order'
    || (kind === 'extra' && (isAddedWord(actual) || isCopyMark(actual)))
  return differences.filter(isSlip).length === 1 && differences.every(one => isSlip(one) || isRest(one))
}

/** A whole word that is no slip of the given name, nor its beginning: somebody else's, as likely as a short form nobody told. */
function isOtherName({ part, kind, actual, expected }: Difference): boolean {
  if (part !== 'given' || kind !== 'misspelt' || !/^\p{Lu}\p{Ll}{2,}$/u.test(actual)) return false
  const [received, asked] = [looseKey(actual), looseKey(expected)]
  // Emma is a name by herself, and no slip of Emil
  const isOther = isNoSlip(received, asked)
    || (isGivenNameInPlace(actual) && editDistance(received, asked) > Math.max(received.length, asked.length) / 3)
  return !asked.startsWith(received) && !arePetForms(actual, expected) && !isShortened(received, asked) && !isShortFor(asked, received) && isOther
}

/** Whether a name of the list is the beginning of a longer one: Theo of Theodor. Paula is another one than Paul, and so is who bears two names. */
export const isShortFor = (asked: string, received: string): boolean => asked.length >= LEAST_CALLED && asked.length <= MOST_SHORT
  && received.startsWith(asked) && received.length >= asked.length + LEAST_CALLED && !isGivenName(received.slice(asked.length))
const MOST_SHORT = 4

/** Whether a short word has its letters from one in their order: Fco of Francisco. */
export const isShortened = (received: string, asked: string): boolean =>
  received.length <= MOST_SHORT && received[0] === asked[0] && standInOrder(received, asked)

/** Whether more than half of the letters of two words differ. */
const isNoSlip = (one: string, other: string): boolean => editDistance(one, other) > Math.max(one.length, other.length) / 2

/** Whether a word is a name that many people bear. */
export const isSurelyName = (word: string): boolean => isFamilyName(word) || isGivenNameInPlace(word)

/** Whether straight beside a family name stands another given name than its bearer's, in capitals: "Oswald Noor" is not Aisha Noor. */
function besideFamily(person: Person, words: readonly string[], isOwn: (word: string) => boolean): boolean {
  const own = new Set([person.given, person.group, ...person.aliases, ...petNamesOf(person.given)].flatMap(tokensOf))
  // be it what they are called for short in the list: Theodor for Theo
  const [given, sound] = [looseKey(person.given), soundOf(person.given)]
  const isOwnName = (word: string) => [word, ...petNamesOf(word)].some(one => own.has(looseKey(one)))
    || isShortFor(given, looseKey(word)) || soundOf(word) === sound
  if (words.some(isOwnName)) return false
  const families = new Set([person.family, ...person.family.split(/[\s'’-]/).filter(word => word.length >= LEAST_CALLED)].map(looseKey))
  const keyOf = (from: number, length: number) => looseKey(words.slice(from, from + length).join(''))
  const length = MOST_OF_FAMILY.find(many => words.some((_, from) => from + many <= words.length && families.has(keyOf(from, many)))) ?? 0
  if (length === 0) return false
  const at = words.findIndex((_, from) => families.has(keyOf(from, length)))
  const isOther = (word: string) => /^\p{Lu}\p{Ll}/u.test(word) && isGivenName(word) && !isOwn(word)
  return [words[at - 1], words[at + length]].some(word => word !== undefined && isOther(word))
}
/** So many words a family name may have, the most first. */
const MOST_OF_FAMILY = [4, 3, 2, 1]

/**
 * Whether straight beside a given name stands another family name than its bearer's, in capitals, and nothing of their own: "Leaflet Rosa Weber" is
 * not Rosa Lindner's.
 */
function besideGiven(person: Person, words: readonly string[], isOwn: (word: string) => boolean): boolean {
  const given = new Set([...tokensOf(person.given), ...petNamesOf(person.given), ...person.aliases].map(looseKey))
  const own = new Set([person.family, person.group, ...Object.values(person.fields)].flatMap(tokensOf))
  if (words.some(word => own.has(looseKey(word)))) return false
  const isOther = (word: string | undefined) => word !== undefined && /^\p{Lu}\p{Ll}/u.test(word) && isFamilyName(word) && !isOwn(word)
  return words.some((word, at) => given.has(looseKey(word)) && (isOther(words[at - 1]) || isOther(words[at + 1])))
}

/** Whether a word is one for works, their states or what programs call their files. */
export const tellsNobody = (word: string): boolean =>
  [isKindWord, isEarlierWord, isLaterWord].some(isOne => isOne(looseKey(word))) || isDefaultWord(word)

/** What stands where an id or another code of the list is asked for and is written alike, with other figures; `undefined`: nothing such. */
export function otherCodeIn({ part, kind, actual, expected }: Difference, { fields }: Requirement): string | undefined {
  const asked = looseKey(expected)
  const isCode = (part === 'id' ? /\d\d|\p{L}{2}.*\d/u : /\p{L}.*\d\d|\d{4}/u).test(asked)
  if (part === 'literal' || part === 'group' || isFree(ownOf(fields, part)) || kind !== 'misspelt' || !isCode) return undefined
  const masked = (key: string) => key.replace(/\d/g, '0')
  // be it with words behind it
  return [actual, ...actual.split(/[\s_]+/)].find(text => looseKey(text) !== asked && masked(looseKey(text)) === masked(asked))
}
