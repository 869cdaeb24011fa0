import { either, list, needed, object, text } from '../../shapes/shape'
import { beginAlike, editDistance, standInOrder } from '../../text/distance'
import { accentWays, foldCase, isPlain, looseKey } from '../../text/fold'
import { keeping, keepingFor } from '../../text/kept'
import { byCodeUnit } from '../../text/order'
import { emptyRecord, ownOf } from '../../text/own'
import { isSeparator } from '../strictness'
import { isWordEdge } from '../word-edges'
import { countMeant, decimalsIn, LEAST_CODE, LEAST_MEANT, MEASURED, orderMeant, plain, termsIn, UNIT_BEHIND, writtenOut } from './choice-figures'
import { areLanguages, languageMeant } from './language-words'
import { senseMeant } from './sense-words'
import type { FreeField } from './type'

/** One of some words; `meanings`: what each stands for, where that is told. */
export interface ChoiceRule { type: 'choice', values: string[], meanings: Record<string, string> }

const options = { values: needed(list(500, either(text(120), object({ value: needed(text(120)), meaning: text(200) })), 1), '["draft", "final"]') }

/** A choice as it stands in a declaration: the word alone, or with its meaning. */
export type ChoiceDocument = string | { value: string, meaning?: string }

/** The word of a choice. */
export const valueOfChoice = (choice: ChoiceDocument): string => (typeof choice === 'string' ? choice : choice.value)

/** A slip is only looked for in words that have at least so many letters. */
const LONG_ENOUGH = 4
const LONGEST_WORD = 40
const MOST_WORDS = 3

/**
 * The one choice a word means: the same but for letter case, with one slip in a long word, its beginning, or what it stands for, be it
 * in another form: "ang" and "angielskie" are EN (angielski).
 */
const readChoice = (actual: string, rule: ChoiceRule): string | undefined => READ(rule, actual).value

/** One name is aligned with what many people are asked for in turn. */
const READ = keepingFor(1000, (rule: ChoiceRule, actual) => ({ value: meantChoice(actual, rule) }))

function meantChoice(actual: string, rule: ChoiceRule): string | undefined {
  const { values } = rule
  const same = values.find(one => one === actual) ?? values.find(one => foldCase(one) === foldCase(actual))
  if (same !== undefined) return same
  const counted = countMeant(actual, values)
  if (counted !== undefined) return counted
  const ways = waysOf(actual)
  const written = values.filter(one => waysOf(one).some(way => ways.includes(way)))
  if (written.length === 1) return written[0]
  const key = looseKey(actual)
  const isSigned = (one: string) => looseKey(one) === key || (key !== '' && looseKey(ownOf(rule.meanings, one) ?? '') === key)
  const unsigned = values.filter(one => isSigned(one) || (/^\p{L}$/u.test(actual) && looseKey(one) === looseKey(actual + actual)))
  if (unsigned.length === 1) return unsigned[0]
  const isLong = (one: string) => one.length >= LONG_ENOUGH && actual.length >= LONG_ENOUGH
  const said = languageMeant(actual, values) ?? senseMeant(actual, values) ?? senseOfMeaning(actual, rule)
  if (said !== undefined) return said
  const pieces = inAnyOrder(actual)
  const parted = values.filter(one => piecesOf(one).length > 1 && inAnyOrder(one) === pieces)
  if (parted.length === 1) return parted[0]
  const bare = withoutCommon(values)
  const short = bare ? readChoice(actual, bare.rule) : undefined
  if (bare && short !== undefined) return values[bare.rule.values.indexOf(short)]
  const inOrder = orderMeant(actual, values)
  if (inOrder !== undefined) return inOrder
  for (const { start, end, value } of writtenOut(actual, rule.values)) if (start === 0 && end === actual.length) return value
  // another figure is another value: 2025 is no 2026
  const figuresOf = (some: string) => (some.match(/\d+/g) ?? []).join(' ')
  const isSlip = (one: string) => isLong(one) && figuresOf(one) === figuresOf(actual) && editDistance(foldCase(one), foldCase(actual), 1) <= 1
  const near = values.filter(isSlip)
  return near.length === 1 ? near[0] : meantBy(actual, rule)
}

/** The one choice whose meaning stands for what a word says: hinten is RS where that is the Rückseite. */
function senseOfMeaning(actual: string, { values, meanings }: ChoiceRule): string | undefined {
  const meant = values.map(value => ownOf(meanings, value) ?? value)
  const said = senseMeant(actual, meant)
  return said === undefined ? undefined : values[meant.indexOf(said)]
}

/** Whether a choice is long enough to be told by a longer word that begins with it: free by freestyle. */
const isLongFor = (choice: string, word: string): boolean => choice.length > LEAST_MEANT + 1
  || (choice.length > LEAST_MEANT && word.length > choice.length + LEAST_MEANT + 1 && !word.includes(' '))

/** The one choice whose meaning, or a longer form of which, begins as a word does; else the one whose meaning ends with it. */
function meantBy(actual: string, { values, meanings }: ChoiceRule): string | undefined {
  const word = plain(actual).replace(/[\s._-]+/g, ' ')
  // one capital is the choice that alone begins with it, where all of them are words that begin otherwise: L of left and right
  if (/^\p{Lu}$/u.test(actual) && areWords(values)) return values.find(value => plain(value).startsWith(word))
  if (word.length < LEAST_MEANT || !/^\p{L}+(?: \p{L}+)*$/u.test(word)) return undefined
  const isCode = (one: string) => one !== '' && one.length <= MOST_CODE && areCodes(values, one) && word.length > one.length + 1
  const meant = values.filter(value => [value, ownOf(meanings, value) ?? ''].map(plain)
    .some(one => one.startsWith(word) || ((isLongFor(one, word) || isCode(one)) && word.startsWith(one))))
  // the last word of a compound says what it is: Funk for Sprechfunk
  const isEndOf = (value: string) => plain(ownOf(meanings, value) ?? '').endsWith(word) || isEnd(plain(value), word)
    // Nutzung of Landnutzung
    || (value.length >= LEAST_ENDING && word.endsWith(plain(value)))
  const ends = meant.length > 0 ? meant : values.filter(isEndOf)
  // another form of it begins as it does: zuschneiden for Zuschnitt
  const isFormOf = (value: string) => beginAlike(plain(value), word, Math.max(LEAST_STEM, Math.ceil(value.length * STEM)))
  const found = ends.length > 0 ? ends : values.filter(isFormOf)
  const short = found.length > 0 ? found : values.filter(value => isShortFor(word, plain(value)))
  return short.length === 1 ? short[0] : undefined
}

/** Whether a word is another one without its vowels: blk for blocking. */
const isShortFor = (word: string, value: string): boolean => /^[^aeiou]{3,}$/.test(word) && word[0] === value[0] && word.length < value.length
  && standInOrder(word, value.replace(/[aeiou]/g, ''))

/** Whether a word is the end of a longer one: Leimen of Verleimen. */
const isEnd = (value: string, word: string): boolean =>
  word.length >= LEAST_ENDING && value.length <= word.length + MOST_PREFIX && value.endsWith(word)
const LEAST_ENDING = 6
const MOST_PREFIX = 4
/** Letters that two forms of a word have in common at their beginning: so many, and such a share of it. */
const LEAST_STEM = 6
const STEM = 0.65

/** Whether choices are words of which each begins with a letter of its own. */
const areWords = (values: readonly string[]): boolean => values.length > 1 && values.every(value => /^\p{L}{4,}/u.test(value))
  && new Set(values.map(value => plain(value)[0])).size === values.length

/** So many values in capitals are words cut short: of GR, AN and SC a Grundriss is GR (common practice, no source). */
const MOST_CODE = 4
const LEAST_CODES = 3
/** Of two codes one of so many letters is a word cut short: of VD and LAT lateral is LAT. */
const LONG_CODE = 3
const areCodes = (values: readonly string[], code: string): boolean => values.length >= (code.length >= LONG_CODE ? 2 : LEAST_CODES)
  && !areLanguages(values) && values.every(value => /^\p{Lu}+$/u.test(value) && value.length >= LEAST_CODE && value.length <= MOST_CODE)

/** A word in the ways accents are written, letter case aside: "Süd" is SUED. */
const waysOf: (word: string) => readonly string[] = keeping(2000, word => [...new Set(accentWays(word).map(foldCase))])

const isWord = (text: string, start: number, end: number): boolean => isWordEdge(text, start) && isWordEdge(text, end)

/** Where words stand; several with single spaces between are one value where another sign parts values: Marsh_Vater unser. */
function* wordsOf(name: string): Generator<[start: number, end: number]> {
  const endOf = (start: number) => {
    let end = start
    while (end < name.length && end < start + LONGEST_WORD && !isSeparator(name[end] ?? ' ')) end++
    return end
  }
  for (let start = 0; start < name.length; start++) {
    if (start > 0 && !isSeparator(name[start - 1] ?? ' ')) continue
    let end = endOf(start)
    if (end === start) continue
    const [, open = '', close = ''] = /^([([]?).*?([)\],;]*)$/u.exec(name.slice(start, end)) ?? []
    if (open.length + close.length < end - start) yield [start + open.length, end - close.length]
    for (let words = 1; words < MOST_WORDS && name.includes('_') && name[end] === ' ' && endOf(end + 1) > end + 1; words++) {
      end = endOf(end + 1)
      yield [start, end]
    }
  }
}

/** Where what a choice stands for is written out in several words, whatever parts them. */
function meaningsIn(name: string, { meanings }: ChoiceRule): [start: number, end: number][] {
  const told = Object.values(meanings).map(plain).filter(meaning => meaning.includes(' '))
  const words = told.length === 0 ? '' : plain(name).replace(/[\s._-]/g, ' ')
  if (words.length !== name.length) return []
  return told.flatMap((meaning) => {
    const start = words.indexOf(meaning)
    return start >= 0 && isWord(name, start, start + meaning.length) ? [[start, start + meaning.length] as [number, number]] : []
  })
}

/** Where choices of several numbers or words stand that other signs part: 1:500 for 1-500. */
function* otherwiseParted(name: string, { values }: ChoiceRule): Generator<[start: number, end: number]> {
  for (const value of values) {
    const pieces = piecesOf(value)
    if (pieces.length < 2 || pieces.some(piece => !/^[\p{L}\p{M}\p{N}]+$/u.test(piece))) continue
    for (const order of mayTurn(pieces) ? [pieces, [...pieces].reverse()] : [pieces]) {
      for (const { 0: all, index } of name.matchAll(partedExpression(order.join(' ')))) {
        if (isWord(name, index, index + all.length)) yield [index, index + all.length]
      }
    }
  }
}
/** Between figures a word does as well: scales are written 1 to 10, 1zu10 (common practice, no source). */
const BETWEEN_FIGURES = '(?:[\\s._:,/-]{1,2}|[ _]?(?:to|zu|à|op)[ _]?)'
const partedExpression = keeping(1000, pieces => new RegExp(pieces.split(/(?<=\d) (?=\d)/).map(piece => piece.replaceAll(' ', '[\\s._:,/-]{1,2}'))
  .join(BETWEEN_FIGURES), 'giu'))
/** Whether two pieces may stand in either order: 10:1 is another scale than 1:10. */
const mayTurn = (pieces: readonly string[]): boolean => pieces.length === 2 && !pieces.every(piece => /^\d{1,3}$/.test(piece))
const PARTS = /(?<=\d)[ _]?(?:to|zu|à|op)[ _]?(?=\d)|[\s._:,/-]+/i
/** Pieces of a value: what other signs part, and a long number beside letters. */
const piecesOf: (value: string) => readonly string[] = keeping(2000, value => value.split(PARTS)
  .flatMap(piece => piece.split(/(?<=^\d{4})(?=\p{L})|(?<=^\p{L}{1,9})(?=\d{3,9}$)/u)).filter(Boolean))

/**
 * Choices without the year or word that all of them have, each as it is said then: Q3 for 2026-Q3, 9001 for ISO9001; `null`: they have none, or what
 * is left of them says too little.
 */
function withoutCommon(values: readonly string[]): Bare | null {
  const kept = BARE.get(values)
  if (kept !== undefined) return kept
  const pieces = values.map(piecesOf)
  const common = pieces[0]?.find(piece => /^(?:\d{4}|\p{L}+)$/u.test(piece) && pieces.every(of => of.includes(piece)))
  const bare = pieces.map(of => of.filter(piece => piece !== common).join('-'))
  const says = /\d/.test(common ?? '') ? /\p{L}/u : /\d{3}/
  const areBare = common !== undefined && values.length > 1 && pieces.every((of, at) => of.length === 2 && says.test(bare[at] ?? ''))
    && new Set(bare).size === values.length
  const made = areBare ? { common, rule: { type: 'choice' as const, values: bare, meanings: emptyRecord<string>() } } : null
  BARE.set(values, made)
  return made
}
interface Bare { common: string, rule: ChoiceRule }
const BARE = new WeakMap<readonly string[], Bare | null>()
/** A value of two pieces as the same in any order, with one sign between them: Q3 2026 is 2026-Q3. Those of more keep theirs. */
function inAnyOrder(value: string): string {
  const pieces = piecesOf(foldCase(value))
  return (mayTurn(pieces) ? [...pieces].sort(byCodeUnit) : pieces).join('-')
}

/** Where a word begins with what a choice stands for: Schallschutz in Schallschutzgutachten. */
function* compoundsIn(name: string, { meanings }: ChoiceRule): Generator<[start: number, end: number]> {
  const folded = plain(name)
  for (const meaning of folded.length === name.length ? Object.values(meanings).map(plain) : []) {
    const start = meaning.length < LEAST_COMPOUND || /[^\p{L}]/u.test(meaning) ? -1 : folded.indexOf(meaning)
    if (start >= 0 && isWordEdge(name, start) && /\p{L}/u.test(name[start + meaning.length] ?? '')) yield [start, start + meaning.length]
  }
}
const LEAST_COMPOUND = 6

type Place = readonly [start: number, end: number, cost: number]

/** Where a choice of one word is written as two: co-driver for codriver. Its last one alone is no other choice. */
function* joinedIn(name: string, { values }: ChoiceRule): Generator<[start: number, end: number]> {
  const keys = new Set(values.filter(value => /^\p{L}{6,}$/u.test(value)).map(plain))
  for (const { index, groups: { word = '' } = {} } of keys.size === 0 ? [] : name.matchAll(TWO_JOINED)) {
    if (isWordEdge(name, index) && keys.has(plain(word.replace(/[-_ .]/, '')))) yield [index, index + word.length]
  }
}
const TWO_JOINED = /(?<!\p{L})(?=(?<word>\p{L}+[-_ .]\p{L}+))/gu

/** Where a choice begins in a name, letter case aside. */
function startsOf(value: string, name: string, folded: string): number[] {
  const one = foldCase(value)
  // a letter that folds to several shifts the places: then each is looked at
  if (folded.length !== name.length || one.length !== value.length) {
    return Array.from({ length: Math.max(0, name.length - value.length + 1) }, (_, at) => at)
      .filter(at => foldCase(name.slice(at, at + value.length)) === one)
  }
  const starts: number[] = []
  for (let start = folded.indexOf(one); start >= 0; start = folded.indexOf(one, start + 1)) starts.push(start)
  return starts
}

/** Where choices stand in a name, or what may have been meant for one. */
const placesOf = keepingFor(20, placesIn)

function placesIn(rule: ChoiceRule, name: string): Place[] {
  const places: Place[] = []
  const folded = foldCase(name)
  const joined = [...joinedIn(name, rule)]
  let told = joined.length > 0
  for (const [start, end] of joined) places.push([start, end, 0.3])
  for (const value of rule.values) {
    for (const start of startsOf(value, name, folded)) {
      const end = start + value.length
      if (joined.some(([from, to]) => from <= start && to >= end)) continue
      const whole = isWord(name, start, end)
      // within a word it may be any letters
      places.push([start, end, (name.slice(start, end) === value ? 0 : 0.3) + (whole ? 0 : 3)])
      told ||= whole
    }
  }
  const meanings = meaningsIn(name, rule)
  places.push(...meanings.map(([start, end]) => [start, end, 0.5] as const))
  if (told || meanings.length > 0) return places
  // a figure without its unit is none: of 200 ml 200 is no 200g
  const measured = MEASURED.test(rule.values[0] ?? '')
  const isCut = ([start, end]: [number, number]) => measured && /^\d+$/.test(name.slice(start, end)) && UNIT_BEHIND.test(name.slice(end))
  // nor is a choice without its year beside another one: of Q3 2025 Q3 is no 2026-Q3
  const bare = withoutCommon(rule.values)
  const ofOtherYear = bare !== null && /\d/.test(bare.common) && [...name.matchAll(/(?<!\d)(?:19|20)\d{2}(?!\d)/g)].some(([year]) => year !== bare.common)
  // nor are figures of a day a year or a number
  const isOfDay = ([start, end]: [number, number]) => {
    const [before, word, behind] = [name.slice(0, start), name.slice(start, end), name.slice(end)]
    return (/^\d\d$/.test(word) && (/\d[-_. /]$/.test(before) || /^[-_. /]\d/.test(behind)))
      || (/^\d$/.test(word) && (/\d[-./]$/.test(before) || /^[-./]\d/.test(behind)))
  }
  // nor is the number of a copy
  const isOfCopy = ([start, end]: [number, number]) => /^\d+$/.test(name.slice(start, end)) && /[([]$/.test(name.slice(0, start))
  // nor is the season of another year's term this year's
  const terms = termsIn(name, rule.values)
  const isOfOther = ([start, end]: [number, number]) => terms.others.some(([from, to]) => from < end && to > start)
  const words = ofOtherYear ? [] : [...wordsOf(name)].filter(word => !isCut(word) && !isOfDay(word) && !isOfCopy(word) && !isOfOther(word))
  const meant = [
    () => decimalsIn(name, rule.values).filter(([start, end]) => readChoice(name.slice(start, end), rule) !== undefined),
    () => [...otherwiseParted(name, rule), ...compoundsIn(name, rule)],
    () => terms.meant,
    () => [...writtenOut(name, rule.values)].map(({ start, end }) => [start, end] as const),
    () => words.filter(([start, end]) => readChoice(name.slice(start, end), rule) !== undefined),
    () => (bare === null || ofOtherYear ? [] : placesWithoutCommon(name, bare.rule)),
  ]
  for (const way of meant) {
    const found = way()
    if (found.length > 0) return [...places, ...found.map(([start, end]) => [start, end, 0.6] as const)]
  }
  // any word may have been meant for one of the choices, unless one of them is there; digits alone only where choices have some, and none
  // without where all have
  const figures = (some: string) => /\p{N}/u.test(some)
  const [numbers, all] = [rule.values.some(figures), rule.values.every(figures)]
  // and no word of letters where no choice has any, but for one before a figure
  const letters = rule.values.some(value => /\p{L}/u.test(value))
  const isOfThem = (word: string) => (/\p{L}/u.test(word) ? (letters || !/\p{L}{2}/u.test(word)) && (!all || figures(word)) : numbers)
  // several words are no other code
  const areWordsMeant = rule.values.some(value => /\p{L}{4}/u.test(ownOf(rule.meanings, value) ?? value))
  const any = words.map(([start, end]) => [start, end, name.slice(start, end)] as const)
    .filter(([, , word]) => isOfThem(word) && (areWordsMeant || !word.includes(' ')))
  const others = [...ofShape(name, rule)]
  const apart = any.filter(([start, end]) => !others.some(([from, to]) => from < end && to > start))
  return [...places, ...[...others, ...apart].map(([start, end]) => [start, end, 2] as const)]
}

/** Where another value of the numbers stands that all choices are made of: 1-500 beside 1-100 and 1-200. */
function* ofShape(name: string, { values }: ChoiceRule): Generator<[start: number, end: number]> {
  const [first = [], ...more] = values.map(piecesOf)
  const areAlike = first.length > 1 && [first, ...more].every(pieces => pieces.length === first.length && pieces.every(piece => /^\d+$/.test(piece)))
  if (!areAlike) return
  for (const { 0: all, index } of name.matchAll(partedExpression(first.map(() => '(?<!\\p{L}|\\d)\\d+').join(' ')))) {
    if (isWord(name, index, index + all.length)) yield [index, index + all.length]
  }
}

/** Where choices stand without what all of them have. */
function placesWithoutCommon(name: string, bare: ChoiceRule): [start: number, end: number][] {
  return placesOf(bare, name).flatMap(([start, end, cost]) => (cost < 1 ? [[start, end]] : []))
}

/** Whether values can be written in one way only, without accents, and none is the beginning of another one. */
function areOneWay(values: readonly string[]): boolean {
  const kept = ONE_WAY.get(values)
  if (kept !== undefined) return kept
  const are = values.every(isPlain) && [...values].sort(byCodeUnit).every((value, at, sorted) => !sorted[at + 1]?.startsWith(value))
  ONE_WAY.set(values, are)
  return are
}
const ONE_WAY = new WeakMap<readonly string[], boolean>()

export const choice: FreeField<ChoiceRule, typeof options> = {
  options,
  normalise({ values }) {
    const meanings: Record<string, string> = emptyRecord()
    for (const one of values) {
      if (typeof one !== 'string' && one.meaning !== undefined) meanings[one.value.normalize('NFC')] = one.meaning
    }
    return { type: 'choice', values: values.map(one => valueOfChoice(one).normalize('NFC')), meanings }
  },
  words: [],
  digits: false,
  runsOn: false,
  ordered: true,
  openness: 1,
  straight(text, at, { values }) {
    const value = values.find(one => text.startsWith(one, at))
    return value === undefined ? -1 : at + value.length
  },
  isStraight: ({ values }) => areOneWay(values),
  ends: (found, at, rule) => found.endsOf(rule.values, at),
  take(name, rule, _, take) {
    for (const [start, end, cost] of placesOf(rule, name)) take(start, end, cost)
  },
  read: (actual, rule) => readChoice(actual, rule),
  tell(actual, rule, _, strictness) {
    const value = readChoice(actual, rule)
    if (value === undefined) return 'not-allowed'
    if (foldCase(value) !== foldCase(actual)) return 'misspelt'
    return strictness.letterCase === 'ignore' ? null : 'letter-case'
  },
  many: ({ values }) => values.length,
  only: ({ values: [value, ...more] }) => (more.length === 0 ? value : undefined),
  outside: (actual, rule) => (/\p{L}\p{L}/u.test(actual) && readChoice(actual, rule) === undefined ? actual : undefined),
  allowed: ({ values, meanings }) => ({
    values: values.map((value) => {
      const meaning = ownOf(meanings, value)
      return meaning === undefined ? { value } : { value, meaning }
    }),
  }),
  takesStray: (stray, touching) => /^[\p{L}\p{M}]{1,2}$/u.test(stray) && /\p{L}/u.test(touching),
  ways: rule => rule.values.map(accentWays),
  build: (rule, open, automaton) => rule.values.map(value => automaton.text(open, value)),
  fits: () => true,
  sample: ({ values }) => values[0] ?? '',
  longest: rule => Math.max(...rule.values.map(value => value.length)),
}
