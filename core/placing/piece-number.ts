import type { Requirement } from '../brief/types'
import { formsOf } from '../brief/forms'
import { numbersOf } from '../brief/slots'
import type { Unit } from '../brief/units'
import { matchFolder } from '../names/levels'
import { joinsTwo } from '../names/and-words'
import { freeField } from '../names/fields/index'
import { WEEK_KEYS } from '../names/months'
import { bareNumbers, tellNumbers } from '../names/number-kinds'
import { numberOfWord, placeInAlphabet } from '../names/number-words'
import { readRoman } from '../names/roman'
import type { Captures, NamePart } from '../names/parts'
import { isHolders } from '../names/parts'
import { wordWrittenBefore } from '../names/numbers-apart'
import { tokensOf } from '../names/tokens'
import { namesOf } from '../roster/values'
import { foldCase, looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { romanised } from '../text/romanise'
import { copyMarksOf } from './view'
import type { FileView } from './view'

/**
 * The number of a piece is a number that is nothing else: no date, no version, no copy's, not the holder's own. Where a name holds one
 * alone, it is told by it, wherever it stands; of two that are named together neither is.
 *
 * @param captures - what the name tells in its places
 * @returns the same, with the number as far as it is told
 */
export function settleNumber({ unit, captures }: { unit: Unit, captures: Captures }, by: string, view: FileView): Captures {
  const rule = ownOf(unit.requirement.fields, by)
  const isYear = rule?.type === 'number' && rule.digits === 4
  const isAsked = (number: string) => rule?.type === 'number' && Number(number) >= rule.from && Number(number) <= rule.to
  const numbers = numbersIn(view, unit, captures, by, isYear ? number => freeField(rule).read(number, rule) ?? number : null)
  const told = ownOf(captures, by)
  const areSeveral = () => areTogether(view.base, [...numbers, ...idsOf(unit)].filter(isAsked)) || areSigned(view.base, isAsked, unit, by)
  const several = isYear ? new Set(numbers.filter(isAsked)).size > 1 : areSeveral()
  if (told !== undefined && !several && numbers.some(number => Number(number) === Number(told))) return captures
  const settled = { ...captures }
  Reflect.deleteProperty(settled, by)
  const [only, ...more] = numbers
  if (several || only === undefined || more.length > 0) return settled
  // the one number of a volume does not say how many there are
  const all = unit.requirement.volumes?.of ?? ''
  if (told === undefined && Number(ownOf(settled, all)) === Number(only)) Reflect.deleteProperty(settled, all)
  return isAsked(only) || saysAnother(only, unit, by, view.base) ? { ...settled, [by]: only } : settled
}

/**
 * Whether a number that is not asked for is told for the piece's nevertheless: it stands straight behind the rule's own word, or behind one for
 * weeks where these are counted, and is no longer than those that are. So week 47 never fills week 46.
 */
function saysAnother(number: string, unit: Unit, by: string, base: string): boolean {
  const rule = ownOf(unit.requirement.fields, by)
  if (rule?.type !== 'number' || String(Number(number)).length > String(rule.to).length) return false
  const signs = formsOf(unit).map(({ name }) => wordBefore(name ?? [], by)).filter(Boolean)
  const words = new Set([...wordsOfRule(unit.requirement), ...signs, ...signs.some(sign => WEEK_KEYS.has(sign)) ? WEEK_KEYS : []])
  const tokens = tokensOf(base)
  return tokens.some((token, at) => Number(token) === Number(number) && words.has(tokens[at - 1] ?? '') && !calledBy(unit).has(tokens[at - 1] ?? ''))
}

/** Whether a name says several pieces at once, such as 1-3 or 2 and 3. */
export function saysSeveral({ unit, captures }: { unit: Unit, captures: Captures }, by: string, view: FileView): boolean {
  const rule = ownOf(unit.requirement.fields, by)
  if (rule?.type !== 'number' || rule.digits === 4) return false
  const isAsked = (number: string) => Number(number) >= rule.from && Number(number) <= rule.to
  if (areSigned(view.base, isAsked, unit, by)) return true
  return SEVERAL.test(view.base) && areTogether(view.base, [...numbersIn(view, unit, captures, by, null), ...idsOf(unit)].filter(isAsked))
}
/** What stands between two numbers that are named together. */
const JOINS = String.raw`(?:[-+&,]|(?:\p{L}{1,3}|t[-/]m) )`
const SEVERAL = new RegExp(String.raw`\d ?${JOINS} ?\d`, 'u')

/** Whether a number is named together with another one behind it, as the 1 of 1-2. */
export function goesOn(base: string, number: string): boolean {
  return new RegExp(String.raw`(?<!\p{N})${number} ?${JOINS} ?\d`, 'u').test(base)
}

/** The word that a rule itself writes before the number of a piece, as a loose key; empty: it writes none. */
export const wordBefore = (parts: readonly NamePart[], by: string): string =>
  wordWrittenBefore(parts, parts.findIndex(part => part.kind === 'free' && part.part === by))

const BESIDE_NUMBERS = new WeakMap<Unit, ReadonlySet<string>>()

/**
 * Words beside which a number stays one: those that a unit's people are called by, and where its pieces are weeks the words for these, for
 * what stands behind one is their number.
 */
function besideNumbers(unit: Unit, by: string): ReadonlySet<string> {
  const kept = BESIDE_NUMBERS.get(unit)
  if (kept) return kept
  const areWeeks = WEEK_KEYS.has(looseKey(by)) || formsOf(unit).some(({ name }) => WEEK_KEYS.has(wordBefore(name ?? [], by)))
  const words = areWeeks ? new Set([...calledBy(unit), ...WEEK_KEYS]) : calledBy(unit)
  BESIDE_NUMBERS.set(unit, words)
  return words
}

/** Numbers that may be the holder's own; named together with another they are a piece's: of "week 2 + 3" both are, whoever is number 2. */
const idsOf = (unit: Unit): string[] =>
  [...unit.requirement.holder === 'person' ? unit.people.map(person => person.id) : [], ...numbersOfHolder(unit)]

/** The numbers of a name that may be a piece's; `year`: reads a year however it is written. */
function numbersIn(view: FileView, unit: Unit, captures: Captures, by: string, year: ((number: string) => string) | null): string[] {
  const beside = besideNumbers(unit, by)
  const read = (base: string) => bareNumbers(withoutOwnDigits(unit, base), beside, year !== null).filter(number => number.length <= 6)
  // the number of a copy is the piece's only where there is no other
  const unmarked = copyMarksOf(view).find(({ mark }) => /[()[\]]/.test(mark))
  const ids = idsOf(unit)
  const isAsked = (number: string) => Number(number) < numbersOf(unit).first + numbersOf(unit).most
  const found = unmarked ? read(unmarked.base).filter(number => !ids.includes(number) || isAsked(number)) : []
  const ofLevel = year === null ? numberOfLevel(view, unit, by) : null
  const isToldBefore = unmarked && year === null && (ofLevel !== null || inWords(unmarked.base, unit) !== null)
  const outside = isToldBefore ? [] : read(view.base)
  const all = (found.length > 0 ? found : outside).map(number => year?.(number) ?? number)
  leaveOtherFields(all, unit, captures, by)
  const strange = all.filter(number => !ids.includes(number))
  if (strange.length > 0) return strange
  // beside one like the holder's a word tells which it is: "4_Dana_plot two"
  const inWord = () => (year === null && all.length === 1 ? inWords(view.base, unit) : null)
  const same = all.every(isAsked) ? inWord() ?? sameAsHolders(all, view.base, unit) : null
  const said = same ?? (year === null ? saidOtherwise(view, unit, ofLevel) : null)
  return said === null ? [] : [String(said)]
}

/** Takes out what another field says; how many volumes there are was none before: the last of three is 3 of 3. */
function leaveOtherFields(numbers: string[], { requirement: { fields, volumes } }: Unit, captures: Captures, by: string): void {
  for (const [field, value] of Object.entries(captures)) {
    // a figure alone is no title where the number is not told
    const isFigure = ownOf(captures, by) === undefined && ownOf(fields, field)?.type === 'text'
    const isOther = field !== by && field !== volumes?.of && !isFigure
    const at = isOther && typeof value === 'string' ? numbers.indexOf(value) : -1
    if (at >= 0) numbers.splice(at, 1)
  }
}

/** The one number that a name says in Roman letters or in a word. */
const inWords = (base: string, unit: Unit): number | null => romanIn(base, unit) ?? wordIn(base, unit)

/**
 * The piece's number among such as its holder bears: one alone, as long as it does not stand where the holder's does, and of the same twice one is
 * the holder's: "2 Berta week 2".
 */
function sameAsHolders([one, other, ...more]: readonly string[], base: string, unit: Unit): string | null {
  if (one === undefined || more.length > 0) return null
  if (other === undefined) return isOfHolder(one, base, unit) ? null : one
  return Number(one) === Number(other) ? one : null
}

/**
 * Whether a number stands where the rule writes the same number of its holder's: first, before a name, or behind the word for it, as the scene's of
 * "sound scene 4".
 */
function isOfHolder(number: string, base: string, unit: Unit): boolean {
  const tokens = tokensOf(base)
  const texts = textsOfHolder(unit)
  const isCalled = (word: string) => calledBy(unit).has(word) || texts.some(text => tokensOf(text).includes(word))
  // before the name it is the one that the rule begins with: of "2 Berta" it is Berta's
  const isFirst = Number(tokens[0]) === Number(number) && isCalled(tokens[1] ?? '')
    && formsOf(unit).some(({ name }) => name?.[0] && isHolders(name[0]) && name[0].texts.some(text => Number(text) === Number(number)))
  return isFirst || formsOf(unit).some(({ name }) => (name ?? []).some((part, at) => {
    const isIts = isHolders(part) && part.texts.some(text => Number(text) === Number(number))
    const word = isIts ? wordWrittenBefore(name ?? [], at) : ''
    return word !== '' && tokens.some((token, place) => token === word && Number(tokens[place + 1]) === Number(number))
  }))
}

/** The number that a name without one says in Roman letters, in words, as a week, by its folder or by a letter. */
const saidOtherwise = ({ base }: FileView, unit: Unit, ofLevel: number | null): number | null =>
  inWords(base, unit) ?? weekIn(base, unit) ?? ofLevel ?? letterIn(base, unit)

/** Whether two of some numbers are named together, such as 3 and 4, 3+4 or 3-4: the file is both. */
function areTogether(base: string, numbers: readonly string[]): boolean {
  if (numbers.length < 2) return false
  for (const [, one = '', between = '', other = ''] of base.matchAll(/(?<!\p{N})(\d{1,3}) ?([-+&,]|(?:\p{L}{1,3}|t[-/]m)(?= ))? ?(?=(\d{1,3})(?!\p{N}))/gu)) {
    const isPair = between === '-' ? Number(other) > Number(one) : between === ',' || joinsTwo(between)
    if (isPair && numbers.includes(one) && numbers.includes(other)) return true
  }
  return false
}

/**
 * Whether two of the numbers that are asked for are named together, each with its sign: P3+P4, S1_S2. Versions are no pieces, where the rule does not
 * write that letter before these: V1 V2.
 */
function areSigned(base: string, isAsked: (number: string) => boolean, unit: Unit, by: string): boolean {
  const isVersion = (sign: string, next: string) => sign.toLowerCase() === 'v'
    && (sign !== next || formsOf(unit).every(({ name }) => wordBefore(name ?? [], by) !== 'v'))
  return [...base.matchAll(SIGNED)].some(([, sign = '', one = '', next = '', other = '']) => !isVersion(sign, next)
    && Number(one) !== Number(other) && isAsked(one) && isAsked(other))
}
const SIGNED = /(?<!\p{L})(\p{L}{1,3})(\d{1,3})(?: ?[-+&,_] ?| )(?=(\1)(\d{1,3})(?!\d))/giu

const ROMAN = /(?<![\p{L}\p{N}])X{0,3}(IX|IV|V?I{0,3})(?![\p{L}\p{N}])/gu

/**
 * The one number in Roman letters behind the first word of a name, up to 39; X alone stands for what is not known yet, and one letter is
 * none where it may be an initial.
 */
function romanIn(received: string, unit: Unit): number | null {
  // the I of Violin I numbers none of its pieces
  const ofHolder = textsOfHolder(unit).filter(text => /\p{L}{3}[\s_-][IVX]{1,4}$/u.test(text))
  const base = ofHolder.reduce((some, text) => some.replaceAll(text, '|'.repeat(text.length)), received)
  const found = [...base.matchAll(ROMAN)].filter(({ index, 1: units }) => units !== '' && index > 0)
  const [only, ...more] = found
  if (more.length > 0) return null
  // small ones only at the end, and no v, which may be a version
  const text = only?.[0] ?? /(?<=[\p{L}\p{N}][ _-])(?:x?i{1,3}|x?iv|x?vi{1,3}|x?ix)$/u.exec(base)?.[0] ?? romanBehind(base, unit)
  if (text === undefined) return null
  if (text.length === 1 && [...calledBy(unit)].some(word => word.startsWith(text.toLowerCase()))) return null
  return readRoman(text.toUpperCase())
}

/** Capitals that make a number straight behind the rule's own word: AktII. */
function romanBehind(base: string, unit: Unit): string | undefined {
  const [, word = '', roman] = /(?<!\p{L})(\p{Lu}?\p{Ll}{2,})(X{0,3}(?:IX|IV|V?I{1,3}|V))(?![\p{L}\p{N}])/u.exec(base) ?? []
  return roman !== undefined && wordsOfRule(unit.requirement).includes(looseKey(word)) ? roman : undefined
}

/** The number that one letter at the end stands for, straight behind the rule's own word, as in "detail b": none of somebody's initials. */
function letterIn(base: string, unit: Unit): number | null {
  const [, word = '', letter = ''] = /(\p{L}{3,})[ _-]([a-f])$/iu.exec(base) ?? []
  if (letter === '' || /\p{N}/u.test(base) || !wordsOfRule(unit.requirement).includes(looseKey(word))) return null
  const key = letter.toLowerCase()
  if ([...calledBy(unit)].some(called => called.startsWith(key))) return null
  return placeInAlphabet(key)
}

/** The one number that a word says which is neither the rule's own nor the holder's: "essay two", "zweiter Versuch". */
function wordIn(base: string, unit: Unit): number | null {
  const own = wordsOfRule(unit.requirement)
  const said = tokensOf(base).flatMap(word => (own.includes(word) || calledBy(unit).has(word) ? [] : numberOfWord(word) ?? []))
  const [only, ...more] = said
  return more.length > 0 ? null : only ?? wordBehindSign(base, unit)
}

/** The number that a word says which is written together with the rule's own one: runzwei. */
function wordBehindSign(base: string, unit: Unit): number | null {
  const folded = foldCase(base)
  const signs = formsOf(unit).map(({ name }) => wordBefore(name ?? [], unit.requirement.count.by ?? '')).filter(sign => sign.length > 1)
  for (const word of folded.match(/\p{L}{5,}/gu) ?? []) {
    const sign = signs.find(one => word.startsWith(one))
    const number = sign === undefined ? null : numberOfWord(word.slice(sign.length))
    if (number !== null) return number
  }
  return null
}

/**
 * The number that the folder says where the rule asks for it, or the level a file lies in beside a word of the rule's own or what it is shortened
 * to, as in "Versuch 2/Protokoll".
 */
function numberOfLevel({ levels }: FileView, unit: Unit, by: string): number | null {
  for (const { folder } of formsOf(unit)) {
    const isAsked = folder?.some(parts => parts.some(part => part.kind === 'free' && part.part === by)) ?? false
    const told = folder && isAsked ? ownOf(matchFolder(folder, levels, unit.requirement) ?? {}, by) : undefined
    if (told !== undefined) return Number(told)
  }
  const level = levels.at(-1) ?? ''
  const [word = '', number = '', ...more] = tokensOf(level)
  if (more.length > 0 || !/^\p{L}+$/u.test(word) || !/^\d{1,6}$/.test(number)) return null
  const sign = (parts: readonly NamePart[]) => wordBefore(parts, by)
  const isShort = (one: string) => one !== '' && (word.startsWith(one) || (word.length > 1 && one.startsWith(word)))
  const isOwn = wordsOfRule(unit.requirement).includes(word) || formsOf(unit).some(({ name }) => isShort(sign(name ?? [])))
  const isHolders = unit.people.some(({ group, name }) => looseKey(group) === looseKey(level) || looseKey(name) === looseKey(level))
  return isOwn && !isHolders && !calledBy(unit).has(word) ? Number(number) : null
}

/** The week that a name tells where its rule asks for no day and no week: of weekly work it is the number. */
function weekIn(base: string, unit: Unit): number | null {
  const types = Object.values(unit.requirement.fields).map(rule => rule.type)
  if (types.includes('date') || types.includes('week')) return null
  const [only, ...more] = tellNumbers(base, calledBy(unit))
  return only?.kind === 'week' && more.length === 0 ? Number(/\d{1,2}$/.exec(only.text)?.[0]) : null
}

/** All words that a rule itself writes, as loose keys. */
export function wordsWritten({ names }: Requirement): string[] {
  return names.flatMap(({ parts }) => parts.flatMap(part => (part.kind === 'literal' ? tokensOf(part.text) : [])))
}

/** All words of a requirement's title and of what its rule itself writes, as loose keys. */
export function wordsOfRule(requirement: Requirement): readonly string[] {
  const kept = RULE_WORDS.get(requirement)
  if (kept) return kept
  const words = [...tokensOf(requirement.title), ...wordsWritten(requirement)]
  RULE_WORDS.set(requirement, words)
  return words
}
const RULE_WORDS = new WeakMap<Requirement, readonly string[]>()

/** What a unit's rule writes of its holder: names, codes, groups. */
export const textsOfHolder = (unit: Unit): string[] =>
  formsOf(unit).flatMap(({ name }) => name ?? []).flatMap(part => (isHolders(part) ? part.texts : []))

const OWN_NUMBERS = new WeakMap<Unit, readonly string[]>()

/** Values of a unit's holder that its rule asks for and that are numbers. */
function numbersOfHolder(unit: Unit): readonly string[] {
  const kept = OWN_NUMBERS.get(unit)
  if (kept) return kept
  const numbers = textsOfHolder(unit).filter(text => /^\d+$/.test(text))
  OWN_NUMBERS.set(unit, numbers)
  return numbers
}

const OWN_DIGITS = new WeakMap<Unit, ReadonlySet<string>>()

/** What the list has of a unit's people besides their names. */
export const listedOf = (unit: Unit): string[] => unit.people.flatMap(({ id, group, fields }) => [id, group, ...Object.values(fields)])

/** A name without what the rule itself and the list say of its holder with digits, such as a class 2B: they number nothing. */
function withoutOwnDigits(unit: Unit, base: string): string {
  let own = OWN_DIGITS.get(unit)
  if (!own) {
    const fixed = formsOf(unit).flatMap(({ name }) => name ?? []).flatMap(part => (part.kind === 'fixed' ? part.texts : []))
    // be it that the rule does not ask for it: of "3a_Alina Beck_Lauf" 3 is no run of hers
    own = new Set([...fixed, ...listedOf(unit)].flatMap(text => text.match(WORDS_AND_DIGITS) ?? []).filter(text => MIXED.test(text)).map(foldCase))
    OWN_DIGITS.set(unit, own)
  }
  // a sign that is neither letter nor digit
  const bare = ownCodes(unit).reduce((text, code) => text.replace(code, '|'), base)
  return own.size === 0 ? bare : bare.replace(WORDS_AND_DIGITS, word => (own.has(foldCase(word)) ? '|' : word))
}

const OWN_CODES = new WeakMap<Unit, readonly RegExp[]>()

/** Where a holder's codes of several pieces stand, whatever parts these: S-12, Lake Rd 7, No. 5. */
function ownCodes(unit: Unit): readonly RegExp[] {
  const kept = OWN_CODES.get(unit)
  if (kept) return kept
  // nor is the number of a house in what else the list has of the holder, be it asked for or not
  const listed = unit.people.flatMap(({ fields }) => Object.values(fields)).filter(value => /\p{L}{3}\s\d{1,4}\p{L}?$/u.test(value))
  const texts = new Set([...textsOfHolder(unit), ...listed])
  const codes = [...texts].filter(text => /\d/.test(text) && /\p{L}/u.test(text)).map(text => text.match(WORDS_AND_DIGITS) ?? [])
    .filter(pieces => pieces.length > 1).map(pieces => pieces.map(piece => piece.replace(/^0+(?=\d)/, '0*')))
    .map(pieces => new RegExp(`(?<![\\p{L}\\p{N}])${pieces.join('[^\\p{L}\\p{N}]{0,2}')}(?![\\p{L}\\p{N}])`, 'iu'))
  OWN_CODES.set(unit, codes)
  return codes
}

const WORDS_AND_DIGITS = /[\p{L}\p{N}]+/gu
const MIXED = /\p{L}\p{N}|\p{N}\p{L}/u

const CALLED = new WeakMap<Unit, ReadonlySet<string>>()

/** All words that a unit's people are called by, as loose keys. */
export function calledBy(unit: Unit): ReadonlySet<string> {
  const kept = CALLED.get(unit)
  if (kept) return kept
  const words = new Set(unit.people.flatMap(namesOf).flatMap(tokensOf).flatMap(word => [word, ...romanised(word)]))
  CALLED.set(unit, words)
  return words
}
