import type { UnitForm } from '../brief/forms'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { isEarlierWord, isLaterWord } from '../names/added-words'
import { isDefaultWord } from '../names/default-names'
import type { Difference } from '../names/difference'
import { isFree } from '../names/fields/index'
import { isFamilyName } from '../names/family-names'
import { isGivenName, isGivenNameInPlace } from '../names/given-names'
import { isKindWord } from '../names/kind-words'
import { isAnyText } from '../names/parts'
import { petNamesOf } from '../names/pet-names'
import { soundOf } from '../names/sounds'
import { trimSeparators } from '../names/strictness'
import { tokensOf, wordsIn } from '../names/tokens'
import type { Person } from '../roster/types'
import { editDistance } from '../text/distance'
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
 * @param form - the name that is asked for, with the differences from it
 * @param inFolder - it lies in the folder that is asked for: in a whole group's only a word that is surely a name is somebody else's
 */
export function saysStranger(
  unit: Unit, { form, differences }: { form: UnitForm, differences: readonly Difference[] }, base: string, inFolder: boolean,
): boolean {
  // the rule's own word is nobody's name, and somebody's family name is not another's first one
  const isOwn = (word: string) => ownWords(unit.requirement).some(words => words.includes(looseKey(word)))
    || unit.people.some(({ name, family }) => tokensOf(`${name} ${family}`).includes(looseKey(word)))
  const isStranger = (one: Difference) => isOtherName(one) && !isOwn(one.actual) && (isGivenNameInPlace(one.actual) || !inFolder)
  if (differences.some(isStranger) || isOtherFamily(differences, form, isOwn) || isOtherWhole(unit, { form, differences }, isOwn)) return true
  const [person, ...more] = unit.people
  if (unit.requirement.holder !== 'person' || !person || more.length > 0 || person.given === '' || person.family === '') return false
  const words = wordsIn(base, [0, base.length]).map(one => one.word)
  return besideFamily(person, words, isOwn) || besideGiven(person, words, isOwn)
}

/**
 * Whether a slip in the holder's name is all that is wrong with a name, and makes it nobody else's whom one knows, unless that one's name sounds the
 * same: Wolf for Wolff.
 */
export function isSlipAlone(differences: readonly Difference[]): boolean {
  const isOther = (word: string) => isFamilyName(word) || isGivenNameInPlace(word)
  // Studio 14 is not Studio 15
  const figuresOf = (text: string) => text.replace(/\D/g, '')
  const isSlip = ({ part, kind, actual, expected }: Difference) => kind === 'misspelt' && OF_HOLDER.has(part)
    && figuresOf(actual) === figuresOf(expected) && (!isOther(actual) || soundOf(actual) === soundOf(expected))
  const isRest = ({ kind }: Difference) => SPELLINGS.has(kind) || kind === 'order' || kind === 'date-order'
  return differences.filter(isSlip).length === 1 && differences.every(one => isSlip(one) || isRest(one))
}

/** A whole word that is no slip of the given name, nor its beginning: somebody else's, as likely as a short form nobody told. */
function isOtherName({ part, kind, actual, expected }: Difference): boolean {
  if (part !== 'given' || kind !== 'misspelt' || !/^\p{Lu}\p{Ll}{2,}$/u.test(actual)) return false
  const [received, asked] = [looseKey(actual), looseKey(expected)]
  const isPet = petNamesOf(expected).some(one => looseKey(one) === received) || petNamesOf(actual).some(one => looseKey(one) === asked)
  return !asked.startsWith(received) && !isPet && !isShortFor(asked, received) && isNoSlip(received, asked)
}

/** Whether a name of the list is the beginning of a longer one: Theo of Theodor. Paula is another one than Paul, and so is who bears two names. */
const isShortFor = (asked: string, received: string): boolean => asked.length >= LEAST_CALLED && asked.length <= MOST_SHORT
  && received.startsWith(asked) && received.length >= asked.length + LEAST_CALLED && !isGivenName(received.slice(asked.length))
const MOST_SHORT = 4

/** Whether more than half of the letters of two words differ. */
export const isNoSlip = (one: string, other: string): boolean => editDistance(one, other) > Math.max(one.length, other.length) / 2

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

/**
 * Whether in the place of the family name, beside the given name that is asked for, stands another one, while the rest of the name is the asked
 * one: "Quandtberg_Luis_memoria" is not Luis García's.
 */
function isOtherFamily(differences: readonly Difference[], { name }: UnitForm, isOwn: (word: string) => boolean): boolean {
  const family = differences.find(one => one.part === 'family' && one.kind === 'misspelt')
  const isRest = ({ kind, part }: Difference) => SPELLINGS.has(kind) || (kind === 'absent' && part !== 'literal')
  const isAsked = name?.some(part => part.part === 'given') ?? false
  if (!family || !isAsked || !differences.every(one => one === family || (one.part !== 'given' && isRest(one)))) return false
  const [received, asked] = [looseKey(family.actual), looseKey(family.expected)]
  const isPart = asked.includes(received) || received.includes(asked)
  return !isPart && isNoSlip(received, asked) && /^\p{Lu}\p{Ll}{3,}$/u.test(family.actual) && !tellsNobody(family.actual) && !isOwn(family.actual)
}

/**
 * Whether of a name of several words one alone is there, and where the others belong stands another word, while the rest of the file's name is the
 * asked one: "Kato Yui_report" is not Tanaka Yui's. What free text may be is no name.
 */
function isOtherWhole(
  { people }: Unit, { form: { name }, differences }: { form: UnitForm, differences: readonly Difference[] }, isOwn: (word: string) => boolean,
): boolean {
  if (name?.some(isAnyText)) return false
  const [kept, ...more] = differences.filter(isWordOfSeveral)
  const others = differences.filter(one => one !== kept && isOtherWord(one))
  const isRest = (one: Difference) => one === kept || others.includes(one) || SPELLINGS.has(one.kind)
  if (!kept || more.length > 0 || others.length === 0 || !differences.every(isRest)) return false
  const own = new Set(people.flatMap(({ group, aliases, fields }) => [group, ...aliases, ...Object.values(fields)]).flatMap(tokensOf))
  const asked = people.flatMap(one => tokensOf(one.name))
  const isTheirs = (word: string) => {
    const key = looseKey(word)
    return own.has(key) || isOwn(word) || tellsNobody(word)
      || [word, ...petNamesOf(word)].some(one => asked.some(other => isAlikeName(looseKey(one), other)))
      || asked.some(other => petNamesOf(other).some(one => looseKey(one) === key))
  }
  // beside one that is there two others are a name however short they are
  const least = others.length > 1 ? 2 : LEAST_UNKNOWN
  return others.every(({ actual }) => trimSeparators(actual).length >= least && !isTheirs(trimSeparators(actual)))
    && others.some(other => standsAtGap(other, kept))
}
/** Of fewer letters a word nobody knows is no name. */
const LEAST_UNKNOWN = 4

/** Whether one word of the several of a name is there. */
function isWordOfSeveral({ part, kind, actual, expected }: Difference): boolean {
  const words = tokensOf(expected)
  const said = tokensOf(actual)
  return OF_PERSON.has(part) && kind === 'misspelt' && said.length === 1 && words.length > 1 && words.includes(said[0] ?? '')
}
const OF_PERSON: ReadonlySet<string> = new Set(['given', 'family', 'name'])

/** Whether a word in capitals is left over, or stands instead of the rest of a name. */
function isOtherWord({ part, kind, actual, expected }: Difference): boolean {
  const isInstead = kind === 'extra' || (OF_PERSON.has(part) && kind === 'misspelt' && isNoSlip(looseKey(actual), looseKey(expected)))
  return isInstead && /^\p{Lu}\p{Ll}+$/u.test(trimSeparators(actual))
}

/** Whether a word stands where the rest of a name belongs: before its last word, behind its first. */
function standsAtGap({ range: [start, end] }: Difference, { range, actual, expected }: Difference): boolean {
  const [words, said] = [tokensOf(expected), tokensOf(actual)[0]]
  const isNear = (from: number, to: number) => to >= from && to - from <= 1
  return words[0] === said ? isNear(range[1], start) : isNear(end, range[0])
}

/** Whether two words may be one name: the same but for a slip, or one the beginning of the other. */
const isAlikeName = (one: string, other: string): boolean =>
  one.startsWith(other) || other.startsWith(one) || !isNoSlip(one, other) || soundOf(one) === soundOf(other)

/** Whether a word is one for works, their states or what programs call their files. */
export const tellsNobody = (word: string): boolean =>
  [isKindWord, isEarlierWord, isLaterWord].some(isOne => isOne(looseKey(word))) || isDefaultWord(word)

/** Whether where an id or another code of the list is asked for stands one that is written alike, with other figures. */
export function isOtherCode({ part, kind, actual, expected }: Difference, { fields }: Requirement): boolean {
  const [received, asked] = [looseKey(actual), looseKey(expected)]
  const isCode = (part === 'id' ? /\d\d|\p{L}{2}.*\d/u : /\p{L}.*\d\d|\d{4}/u).test(asked)
  return part !== 'literal' && part !== 'group' && !isFree(ownOf(fields, part)) && kind === 'misspelt' && isCode
    && received !== asked && received.replace(/\d/g, '0') === asked.replace(/\d/g, '0')
}
