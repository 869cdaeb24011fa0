import type { Requirement } from '../brief/types'
import type { FieldRule } from '../names/fields/index'
import { kindsOf } from '../names/kind-senses'
import { tokensOf, wholeTokensOf } from '../names/tokens'
import { beginAlike, editDistance } from '../text/distance'
import { looseKey } from '../text/fold'
import { keeping } from '../text/kept'
import { ownOf } from '../text/own'
import { romanised } from '../text/romanise'
import { knowTelling, tellingSaid } from './telling-words'
import type { FileView } from './view'
import { SHARE } from './weights'

/** Which of a requirement's own words a name says, and their share of all of them by letters; of several titles the one said most. */
export function wordsSaid(view: FileView, requirement: Requirement): { said: string[], share: number } {
  if (lastSaid?.view === view && lastSaid.requirement === requirement) return lastSaid
  const joined = joinedSaid(view.base, requirement)
  if (joined) {
    lastSaid = { view, requirement, ...joined }
    return lastSaid
  }
  const told = tellingSaid(view.base, requirement, isNearWord)
  const found = shareSaid(view.base, requirement, told ? [told.value] : [])
  // what tells another one says that it is not this one
  const own = told === null ? { said: [], share: 0 } : { said: found.said, share: told?.sure ? 1 : found.share }
  lastSaid = { view, requirement, ...own }
  return own
}

/** @param meant - words that the name says otherwise */
function shareSaid(base: string, requirement: Requirement, meant: readonly string[]): { said: string[], share: number } {
  const tokens = [...wholeTokensOf(base), ...meant]
  let best = { said: [] as string[], share: 0 }
  for (const words of ownWords(requirement)) {
    const letters = words.join('').length
    const found = words.map(word => findWord(word, tokens))
    const share = letters === 0 ? 0 : found.reduce((sum, one) => sum + one.letters, 0) / letters
    if (share > best.share) best = { said: found.map(one => one.said).filter(Boolean), share }
    const initials = initialsOf(words)
    if (best.share < SHARE.wordsNear && isShorthand(initials, base)) best = { said: [initials], share: SHARE.wordsNear }
  }
  const kind = best.share < SHARE.wordsNear ? kindSaid(tokens, requirement) : undefined
  if (kind !== undefined) return { said: [kind], share: SHARE.wordsNear }
  const short = best.share < SHARE.wordsNear ? shortWords(requirement).find(word => isShorthand(word, base)) : undefined
  return short === undefined ? best : { said: [short], share: SHARE.wordsNear }
}

/** Two words as people write them as one, shownotes for Show notes, by requirement; and those of the other ones. */
const JOINED = new WeakMap<Requirement, { own: ReadonlySet<string>, others: ReadonlySet<string> }>()

/** What a name says of a requirement by two words written as one; nothing where it says those of another; `null`: it has no such word. */
function joinedSaid(base: string, requirement: Requirement): { said: string[], share: number } | null {
  const joined = JOINED.get(requirement)
  const words = joined ? wholeTokensOf(base).filter(token => joined.own.has(token) || joined.others.has(token)) : []
  if (words.length === 0) return null
  const own = words.filter(word => joined?.own.has(word))
  return own.length > 0 ? { said: own, share: 1 } : { said: [], share: 0 }
}

/** Many units of one requirement are weighed for one file in turn. */
let lastSaid: { view: FileView, requirement: Requirement, said: string[], share: number } | null = null

/** Words, as loose keys, as a name writes them. */
export function asWritten(words: readonly string[], base: string): string {
  const written = new Map((base.match(/[\p{L}\p{M}]+/gu) ?? []).map(word => [looseKey(word), word]))
  return words.map(word => written.get(word) ?? word).join(' ')
}

const WORDS = new WeakMap<Requirement, string[][]>()

/**
 * Literal words of the name templates, and those of the title, which people know it by: a list for each title the requirement has.
 * Only words long enough to mean something.
 */
export function ownWords(requirement: Requirement): string[][] {
  const kept = WORDS.get(requirement)
  if (kept) return kept
  const long = (tokens: readonly string[]) => [...new Set(tokens.filter(token => token.length >= 3 && !/^\d+$/.test(token)))]
  const titles = [...new Set([requirement.title, ...Object.values(requirement.titles?.values ?? {})])]
  const written = titles.map(title => long(requirement.names.flatMap(({ parts }) => parts.flatMap((part) => {
    if (part.kind === 'literal') return wholeTokensOf(part.text)
    // a field that is called title holds somebody's own
    return part.name === 'title' && !ownOf(requirement.fields, 'title') ? tokensOf(title) : []
  }))))
  const lists = [...written, ...titles.map(title => long(wholeTokensOf(title))), long(tokensOf(requirement.id))].filter(list => list.length > 0)
  const words = [...new Map(lists.map(list => [list.join(' '), list])).values()]
  WORDS.set(requirement, words)
  return words
}

const LEVELS = new WeakMap<Requirement, ReadonlySet<string>>()

/** Values of its choices that no other requirement of the brief has: the others tell neither. */
const CHOICES = new WeakMap<Requirement, ReadonlySet<string>>()

/** What kinds of days, months and weeks a requirement alone asks for. */
const TIMES = new WeakMap<Requirement, ReadonlySet<string>>()
const WEEK = 'week'
const kindOfTime = (rule: FieldRule): string | null => {
  if (rule.type === 'date') return rule.pattern.includes('d') ? 'day' : 'month'
  return rule.type === 'week' ? WEEK : null
}
/** Free text may be a day as well, though hardly a week. */
const timesOf = ({ fields }: Requirement): string[] =>
  Object.values(fields).flatMap(rule => (rule.type === 'text' ? ['day', 'month'] : kindOfTime(rule) ?? []))

/** Kinds of work that a requirement's own words name and no other's. */
const KINDS = new WeakMap<Requirement, ReadonlySet<string>>()

/** A word of a name for the kind of work that this requirement alone asks for, in other words: Folien for a talk. */
function kindSaid(tokens: readonly string[], requirement: Requirement): string | undefined {
  const own = KINDS.get(requirement)
  return own === undefined || own.size === 0 ? undefined : tokens.find(token => kindsOf(token).some(kind => own.has(kind)))
}

/** Whether the last level of a file's folder is one that this requirement asks for and no other: it tells the piece, whatever stands above it. */
export function liesAtOwnLevel(view: FileView, requirement: Requirement): boolean {
  const last = view.levels.at(-1)
  return last !== undefined && (LEVELS.get(requirement)?.has(looseKey(last)) ?? false)
}

/** Whether weeks are told by names of this requirement alone. */
export const asksWeeksAlone = (requirement: Requirement): boolean => TIMES.get(requirement)?.has(WEEK) ?? false

/** Whether a value is one that names of this requirement alone tell: a word of its choices, a day, a month. */
export function asksAlone(requirement: Requirement, rule: FieldRule, value: string): boolean {
  if (rule.type === 'choice') return /\p{L}{2}/u.test(value) && (CHOICES.get(requirement)?.has(looseKey(value)) ?? false)
  // a week is a number that may be anything
  return rule.type === 'date' && (TIMES.get(requirement)?.has(kindOfTime(rule) ?? '') ?? false)
}

/** Whether a value of its choices is one that no other requirement has. */
export const isOwnChoice = (requirement: Requirement, value: string): boolean => CHOICES.get(requirement)?.has(looseKey(value)) ?? true

/** Keeps for each requirement what it has and no other: levels of its folder in the rule's own words, or values of its choices. */
function knowOwn(
  kept: WeakMap<Requirement, ReadonlySet<string>>, requirements: ReadonlySet<Requirement>, textsOf: (requirement: Requirement) => readonly string[],
): void {
  const all = [...requirements].map(requirement => ({ requirement, keys: new Set(textsOf(requirement).map(looseKey)) }))
  const having = new Map<string, number>()
  for (const { keys } of all) for (const key of keys) having.set(key, (having.get(key) ?? 0) + 1)
  for (const { requirement, keys } of all) kept.set(requirement, new Set([...keys].filter(key => having.get(key) === 1)))
}

const levelsOf = ({ folder }: Requirement): string[] =>
  (folder ?? []).filter(({ parts }) => parts.every(part => part.kind === 'literal')).map(({ text }) => text)

/** The choices that a requirement's names may tell. */
export const choicesOf = ({ fields }: Requirement): string[] => Object.values(fields).flatMap(rule => (rule.type === 'choice' ? rule.values : []))

/** Lets words that every requirement of a brief has, such as the code of a course, tell none of them. */
export function knowApart(requirements: ReadonlySet<Requirement>): void {
  if (requirements.size < 2) return
  knowTelling(requirements)
  knowOwn(LEVELS, requirements, levelsOf)
  knowOwn(CHOICES, requirements, choicesOf)
  knowOwn(TIMES, requirements, timesOf)
  const all = [...requirements].map(requirement => ({ requirement, lists: ownWords(requirement), short: shortWords(requirement) }))
  const common = inAll(all.map(({ lists }) => lists.flat()))
  knowOwn(KINDS, requirements, requirement => ownWords(requirement).flat().flatMap(kindsOf))
  const shortOfAll = inAll(all.map(({ short }) => short))
  const joined = all.map(({ requirement, lists }) =>
    ({ requirement, own: new Set(lists.filter(list => list.length === 2).map(list => list.join(''))), plain: new Set(lists.flat()) }))
  for (const { requirement, own, plain } of joined) {
    const others = joined.filter(one => one.requirement !== requirement).flatMap(one => [...one.own])
    const ofIt = [...own].filter(word => !others.includes(word))
    JOINED.set(requirement, { own: new Set(ofIt), others: new Set(others.filter(word => !plain.has(word))) })
  }
  for (const { requirement, lists, short } of all) {
    const told = lists.map(list => list.filter(word => !common.has(word))).filter(list => list.length > 0)
    if (told.length > 0) WORDS.set(requirement, told)
    SHORT_WORDS.set(requirement, short.filter(word => !shortOfAll.has(word)))
  }
}

/** What stands in every one of some lists. */
function inAll([first = [], ...others]: readonly (readonly string[])[]): ReadonlySet<string> {
  return new Set(first.filter(word => others.every(words => words.includes(word))))
}

/** A word in other letters as people write it in Latin ones. */
export const inLatin: (word: string) => readonly string[] = keeping(1000, romanised)

/** A word among those of a name, and how many of its letters count as said. */
export function findWord(word: string, tokens: readonly string[]): { said: string, letters: number } {
  const isSaid = (one: string) => tokens.some(token => isNearWord(token, one)) || isWrittenApart(one, tokens)
  if ([word, ...inLatin(word)].some(isSaid)) return { said: word, letters: word.length }
  // Schluessel of a rule is Schlüssel in a compound
  const plain = word.replace(/([aou])e(?!$)/g, '$1')
  // cut short, as in "gloss" for glossary; too short a piece may be another word
  const begun = tokens.find(token => token.length >= 4 && word.length >= token.length + 3 && word.startsWith(token))
    // the last word of a compound says what it is: "Bericht" for Erläuterungsbericht
    ?? tokens.find(token => token.length >= 5 && word.length >= token.length + 4 && word.endsWith(token))
    ?? tokens.find(token => isSkeleton(token, word))
    // and so does the rule's own word at the end of another compound: Erklärung in Einverständniserklärung
    ?? (word.length >= 6 && tokens.some(token => endsWithWord(token, word)) ? word : undefined)
  if (!begun) {
    // it begins another compound: bath in bathroom; or is the same in another language but for its end: vaccinatie for vaccination
    const isBegun = (token: string) => token.length >= word.length + 2 && (token.startsWith(word) || token.startsWith(plain))
    const begins = word.length >= 4 && tokens.some(token => isBegun(token) || isCognate(token, word))
    return begins ? { said: word, letters: word.length * SHARE.wordsNear } : { said: '', letters: 0 }
  }
  const short = begun.length < 5 && word.startsWith(begun)
  return { said: begun, letters: short ? begun.length : Math.max(begun.length, word.length * SHARE.wordsNear) }
}

/** Whether a word is written as two: "seh test" for Sehtest. */
function isWrittenApart(word: string, tokens: readonly string[]): boolean {
  const isBoth = (token: string, next: string) => token.length >= LEAST_PART && next.length >= LEAST_PART && word === `${token}${next}`
  return word.length >= LEAST_APART && tokens.some((token, at) => isBoth(token, tokens[at + 1] ?? ''))
}
const LEAST_APART = 6
const LEAST_PART = 3

/** Whether two long words begin alike but for their ends. */
const isCognate = (token: string, word: string): boolean => beginAlike(token, word, Math.max(LEAST_STEM, Math.ceil(word.length * 0.75)))

const LEAST_STEM = 7

/** Whether a longer word ends with another one, perhaps with Ä written as AE in one of them. */
const endsWithWord = (token: string, word: string): boolean => token.length >= word.length + 3
  && [-1, 0, 1].some(more => editDistance(token.slice(-word.length - more), word, 1) <= Math.abs(more))

/** Whether a word is shortened to its first letter and consonants of it in their order: "rpt" for report (common practice, no source). */
function isSkeleton(token: string, word: string): boolean {
  // of very long words any few letters are there
  if (token.length * 2 > word.length + 2 || token.length * 3 < word.length || !/^\p{L}[^aeiouy\P{L}]{2,}$/u.test(token) || token[0] !== word[0]) return false
  let at = 0
  return [...token].every(letter => (at = word.indexOf(letter, at) + 1) > 0)
}

const SHORT_WORDS = new WeakMap<Requirement, readonly string[]>()

/** Words of two capitals, or of one and a figure, that the rule itself writes, such as BA or A0: they mean something only by themselves. */
function shortWords(requirement: Requirement): readonly string[] {
  const kept = SHORT_WORDS.get(requirement)
  if (kept) return kept
  const texts = requirement.names.flatMap(({ parts }) => parts.flatMap(part => (part.kind === 'literal' ? [part.text] : [])))
  const titles = [requirement.title, ...Object.values(requirement.titles?.values ?? {})]
  const words = [
    ...texts.flatMap(text => text.match(/(?<!\p{L})\p{Lu}{2}(?!\p{L})/gu) ?? []),
    ...texts.flatMap(text => text.match(/(?<![\p{L}\p{N}])\p{Lu}\d(?![\p{L}\p{N}])/gu) ?? []),
    // BA for Bachelorarbeit (common practice, no source)
    ...[...texts, ...titles].flatMap(text => Array.from(text.matchAll(/(?<!\p{L})(\p{L})\p{L}{2,}arbeit(?!\p{L})/giu), ([, first = '']) => `${first.toUpperCase()}A`)),
  ]
  SHORT_WORDS.set(requirement, words)
  return words
}

/** First letters of the words of a title; short words between them are left out already. */
function initialsOf(words: readonly string[]): string {
  return words.length < 2 ? '' : words.map(word => [...word][0] ?? '').join('').toUpperCase()
}

/** Whether initials stand in a name as people shorten a title: by themselves and in capitals. */
function isShorthand(initials: string, base: string): boolean {
  if (/^\p{Lu}\d$/u.test(initials)) return base.toUpperCase().split(/[^\p{L}\p{N}]+/u).includes(initials)
  return /^\p{Lu}{2,6}$/u.test(initials) && base.split(/[^\p{L}]+/u).includes(initials)
}

/** Whether a word of a name is one of the rule's, in another number or but for a slip. */
export function isNearWord(token: string, word: string): boolean {
  if (token === word || looseKey(token) === word) return true
  // plural and singular, and one or two slips in a long word
  return word.length >= 5 && token.length >= 4 && editDistance(token, word, 2) <= (word.length >= 8 ? 2 : 1)
}
