import type { UnitForm } from '../brief/forms'
import type { Unit } from '../brief/units'
import type { Difference } from '../names/difference'
import type { Captures, NamePart } from '../names/parts'
import { isAnyText, isHolders, isLiteral } from '../names/parts'
import { arePetForms } from '../names/pet-names'
import { soundOf } from '../names/sounds'
import { tokensOf } from '../names/tokens'
import { beginAlike, editDistance } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isOwnWord, isShortened, isShortFor, isSurelyName, LEAST_CALLED, SPELLINGS, tellsNobody } from './strangers'

/** The name that is asked for, with the differences from it. */
interface Nearest { form: UnitForm, differences: readonly Difference[], captures: Captures }

/** What a person is named by in a rule. */
const OF_PERSON: ReadonlySet<string> = new Set(['given', 'family', 'name'])
/** What is hardly anybody else's in a list: letters with figures, or a few capitals. */
const CODE_OF_ONE = /^(?=.*\d)(?=.*\p{L})\S{4,}$|^\p{Lu}{3,4}$/u

/**
 * Whether a name keeps to the rule but for whose it is: where both names of its holder are asked for stands another one beside one of theirs, or
 * two others. "Quandtberg_Luis_memoria" is not Luis García's, nor "Kato Yui_report" Tanaka Yui's. An id or code of theirs beside it
 * outweighs it, but for which of several files is believed first.
 *
 * @param unit - whose piece it may be
 * @param base - the received name
 * @param inFolder - it lies in the folder that is asked for: what leaves out more than the name is a stranger's only where that is surely one
 */
export function saysOtherNames(unit: Unit, nearest: Nearest, base: string, inFolder: boolean): boolean {
  const { form: { name }, differences } = nearest
  if (!name || !areBothNames(name.map(({ part }) => part))) return false
  if (beginsText(unit, nearest, base)) return true
  const rest = differences.filter(one => !SPELLINGS.has(one.kind))
  const instead = rest.filter(({ part, kind }) => OF_PERSON.has(part) && kind === 'misspelt')
  const extras = rest.filter(one => one.kind === 'extra')
  if (instead.length + extras.length === 0) return false
  const called = calledOf(unit)
  const theirs = new Set(called.flatMap(tokensOf))
  const isKept = ({ actual }: Difference) => tokensOf(actual).length > 0 && tokensOf(actual).every(word => theirs.has(word))
  const [kept] = instead.filter(isKept)
  const isTheirs = knownWords(unit, called, saidOf(name, differences, kept))
  const isOther = ({ part, actual }: Difference) => {
    const words = wordsOf(actual)
    // of a whole name one of several may be theirs
    const known = words.filter(word => isTheirs(word) && !(part === 'name' && theirs.has(looseKey(word))))
    return known.length === 0 && words.some(word => /^['’]?\p{Lu}/u.test(word) && !isTheirs(word))
  }
  const absent = rest.filter(({ part, kind }) => OF_PERSON.has(part) && kind === 'absent')
  const touches = (one: Difference) => [...instead, ...absent].some(other => meet(one, other))
  const isExtra = (one: Difference) => extras.includes(one) && (kept ? standsAtGap(one, kept) : touches(one)) && isOther(one)
  // the O of O'Hara
  const isLetter = (one: Difference) => extras.includes(one) && touches(one) && wordsOf(one.actual).length === 0
  // what else the list has of them may be left out, or another's as well
  const besides = new Set(name.filter(part => isHolders(part) && !OF_PERSON.has(part.part)).map(({ part }) => part))
  // before free text it may be that text's first word
  const isMeant = ({ actual }: Difference) => !name.some(isAnyText) || wordsOf(actual).every(isSurelyName)
  const isReplaced = (one: Difference) => absent.includes(one) && extras.some(extra => meet(extra, one) && isExtra(extra) && isMeant(extra))
  const isAllowed = (one: Difference) => besides.has(one.part) || isExtra(one) || isLetter(one) || isReplaced(one)
  const others = rest.filter(one => (instead.includes(one) && isOther(one)) || isExtra(one))
  const areNames = () => others.every(({ actual }) => wordsOf(actual).some(isSurelyName))
  if (inFolder && rest.some(one => besides.has(one.part) && one.kind === 'absent') && !areNames()) return false
  return others.length > 0 && rest.every(one => (instead.includes(one) ? isKept(one) || isOther(one) : isAllowed(one)))
}

/**
 * Whether another name was taken for the beginning of the free text behind the place of the holder's, between the rule's own signs: "Enno Claasen_Das
 * Boot" is not Enno Harms's. Where these signs are the same any word may be the text's first, but one that is surely a name.
 */
function beginsText(unit: Unit, { form: { name }, differences, captures }: Nearest, base: string): boolean {
  const [absent, ...more] = differences.filter(one => !SPELLINGS.has(one.kind))
  if (!name || absent?.kind !== 'absent' || more.length > 0 || !OF_PERSON.has(absent.part)) return false
  const place = placeBeforeText(name, absent.part)
  const told = place ? ownOf(captures, place.text) ?? '' : ''
  if (!place || !told.includes(place.behind) || !base.slice(0, base.indexOf(told)).endsWith(place.before)) return false
  const words = wordsOf(told.slice(0, told.indexOf(place.behind)))
  const isTheirs = knownWords(unit, calledOf(unit), saidOf(name, differences, undefined))
  const isName = (word: string) => /^\p{Lu}/u.test(word) && !isTheirs(word) && (place.before !== place.behind || isSurelyName(word))
  return words.length > 0 && words.length <= MOST_WORDS && words.every(isName)
}

/** The rule's own signs before and behind a name that stands behind the holder's other one, and straight before free text. */
function placeBeforeText(name: readonly NamePart[], part: string): { before: string, behind: string, text: string } | null {
  const at = name.findIndex(one => one.part === part)
  const [said, before, behind, text] = [name[at - 2], name[at - 1], name[at + 1], name[at + 2]]
  if (!said || !OF_PERSON.has(said.part) || !text || !isAnyText(text)) return null
  const [first, second] = [before, behind].map(one => (isLiteral(one) ? textOf(one) : ''))
  return first && second ? { before: first, behind: second, text: text.part } : null
}

const MOST_WORDS = 2
const textOf = (part: NamePart | undefined): string => (part?.kind === 'fixed' ? part.texts[0] ?? '' : '')

/** Whether some fields are a whole name: who keeps to the rule writes a family name beside the given one. */
export const areBothNames = (fields: readonly string[]): boolean => fields.includes('name') || (fields.includes('given') && fields.includes('family'))

/** Whether an id or a code of the holder's stands there as it is asked for. */
export function bearsCode({ form: { name }, differences }: Nearest): boolean {
  const isThere = ({ part }: NamePart) => differences.every(one => one.part !== part)
  return (name ?? []).some(part => isHolders(part) && part.part !== 'group' && !OF_PERSON.has(part.part) && isThere(part)
    && (part.part === 'id' || CODE_OF_ONE.test(part.texts[0] ?? '')))
}

const calledOf = ({ people }: Unit): string[] => people.flatMap(one => [one.name, one.given, one.family, ...one.aliases])

/** Words of the holder's name that are there as they are asked for. */
function saidOf(name: readonly NamePart[], differences: readonly Difference[], kept: Difference | undefined): ReadonlySet<string> {
  const whole = name.filter(({ part }) => OF_PERSON.has(part) && differences.every(one => one.part !== part))
  return new Set([...whole.flatMap(part => (part.kind === 'fixed' ? part.texts : [])), kept?.actual ?? ''].flatMap(keysOf))
}

/** Tells of a word whether it may be one of the holder's, of those that are not there yet, or is nobody's name. */
function knownWords(unit: Unit, called: readonly string[], said: ReadonlySet<string>): (word: string) => boolean {
  const missing = called.flatMap(keysOf).filter(key => !said.has(key))
  const initials = new Set(called.map(text => tokensOf(text).map(word => word[0]).join('')))
  const besides = new Set(unit.people.flatMap(({ group, fields }) => [group, ...Object.values(fields)]).flatMap(tokensOf))
  const names = called.flatMap(wordsOf)
  return (word) => {
    const key = looseKey(word)
    if (besides.has(key) || initials.has(key) || isOwnWord(unit, word) || tellsNobody(word)) return true
    return missing.some(one => isAlikeName(key, one)) || names.some(one => arePetForms(word, one))
  }
}

/** Words of two letters and more; the raised letter of Mª is a sign. */
const wordsOf = (text: string): string[] => text.split(/(?:[^\p{L}\p{M}'’]|[ªº])+/u).filter(word => [...word].length > 1)

/** A name's words, and all of it written as one. */
const keysOf = (name: string): string[] => [...wordsOf(name), name].map(looseKey).filter(Boolean)

/** Whether two differences stand side by side or in one. */
const meet = ({ range: [start, end] }: Difference, { range }: Difference): boolean => end >= range[0] && start <= range[1]

/** Whether a word stands where the rest of a name belongs: before its last word, behind its first. */
function standsAtGap({ range: [start, end] }: Difference, { range, actual, expected }: Difference): boolean {
  const isNear = (from: number, to: number) => to >= from && to - from <= 1
  return tokensOf(expected)[0] === tokensOf(actual)[0] ? isNear(range[1], start) : isNear(end, range[0])
}

/**
 * Whether a word may stand for one of a name: the same but for a slip, its beginning, a form of it with the same beginning, a longer one where the
 * list has a short one, or the same sound. Berger is not Berg.
 */
export function isAlikeName(received: string, asked: string): boolean {
  const isForm = beginAlike(received, asked, LEAST_CALLED) && received.length <= MOST_OF_FORM
  if (isForm || isShortened(received, asked) || isShortFor(asked, received)) return true
  // Telis of Aristotelis
  if (received.length >= LEAST_END && asked.endsWith(received)) return true
  if (asked.startsWith(received) || soundOf(asked).startsWith(soundOf(received))) return true
  const most = received.startsWith(asked) ? 1 : Math.max(1, Math.floor(Math.max(received.length, asked.length) / 3))
  return editDistance(received, asked) <= most
}
/** Of so many letters a form of a name is: Bogi for Boglárka. */
const MOST_OF_FORM = 4
const LEAST_END = 4
