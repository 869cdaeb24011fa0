import { either, list, needed, object, text } from '../../shapes/shape'
import { beginAlike, editDistance } from '../../text/distance'
import { accentWays, foldCase, looseKey, removeAccents } from '../../text/fold'
import { keeping, keepingFor } from '../../text/kept'
import { byCodeUnit } from '../../text/order'
import { emptyRecord, ownOf } from '../../text/own'
import { monthOf } from '../months'
import { numberOfWord } from '../number-words'
import { readRoman } from '../roman'
import { isSeparator } from '../strictness'
import { isWordEdge } from '../word-edges'
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
/** Of fewer letters a word says nothing of what it begins. */
const LEAST_MEANT = 3

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
  const said = languageMeant(actual, values) ?? senseMeant(actual, values)
  if (said !== undefined) return said
  const pieces = inAnyOrder(actual)
  const parted = values.filter(one => piecesOf(one).length > 1 && inAnyOrder(one) === pieces)
  if (parted.length === 1) return parted[0]
  const bare = withoutCommon(values)
  const short = bare ? readChoice(actual, bare.rule) : undefined
  if (bare && short !== undefined) return values[bare.rule.values.indexOf(short)]
  const inOrder = termMeant(actual, values) ?? inRow(actual, values)
  if (inOrder !== undefined) return inOrder
  for (const { start, end, value } of writtenOut(actual, rule)) if (start === 0 && end === actual.length) return value
  // another figure is another value: 2025 is no 2026
  const figuresOf = (some: string) => (some.match(/\d+/g) ?? []).join(' ')
  const isSlip = (one: string) => isLong(one) && figuresOf(one) === figuresOf(actual) && editDistance(foldCase(one), foldCase(actual), 1) <= 1
  const near = values.filter(isSlip)
  return near.length === 1 ? near[0] : meantBy(actual, rule)
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

/** Whether letters stand in a text in their order. */
function standInOrder(letters: string, text: string): boolean {
  let at = 0
  for (const letter of text) if (letter === letters[at]) at++
  return at === letters.length
}

/** The one year that two figures mean where all choices are years: 26 for 2026. */
function yearMeant(actual: string, values: readonly string[]): string | undefined {
  if (!/^\d\d$/.test(actual) || !values.every(value => /^(?:19|20)\d\d$/.test(value))) return undefined
  return onlyOf(values, value => value.endsWith(actual))
}

/** The one year, season, month or scale that is meant. */
const countMeant = (actual: string, values: readonly string[]): string | undefined =>
  yearMeant(actual, values) ?? seasonMeant(actual, values) ?? monthMeant(actual, values) ?? scaleMeant(actual, values)

/** The one season of two years that is meant where all choices are such: 26/27 for 2026-27. */
function seasonMeant(actual: string, values: readonly string[]): string | undefined {
  const season = seasonOf(actual)
  return season !== null && values.every(value => seasonOf(value) !== null) ? onlyOf(values, value => seasonOf(value) === season) : undefined
}
const SEASON = /^(?:19|20)?(\d\d)[-/_ ](?:19|20)?(\d\d)$/
function seasonOf(text: string): string | null {
  const [, first = '', next = ''] = SEASON.exec(text) ?? []
  return first !== '' && Number(next) === (Number(first) + 1) % 100 ? first : null
}

/** The one month that a word for it means where all choices are months: September for sep, or for 2026-09; of a year 9 is 09. */
function monthMeant(actual: string, values: readonly string[]): string | undefined {
  const year = YEAR_AND_FIGURE.exec(actual)?.groups
  const month = year ? Number(year['month']) : wordMonth(actual)
  if (month === undefined || !values.every(value => monthIn(value) !== undefined)) return undefined
  return onlyOf(values, value => monthIn(value) === month && (year === undefined || value.startsWith(year['year'] ?? '')))
}
const YEAR_AND_FIGURE = /^(?<year>(?:19|20)\d\d)[-_. ](?<month>\d)$/
const YEAR_AND_MONTH = /^(?:19|20)\d\d[-_. ](0[1-9]|1[0-2])$/
const wordMonth = (word: string): number | undefined => (/^\p{L}{3,}\.?$/u.test(word) ? monthOf(word.replace('.', '')) : undefined)
const monthIn = (value: string): number | undefined => {
  const [, month] = YEAR_AND_MONTH.exec(value) ?? []
  return month === undefined ? wordMonth(value) : Number(month)
}

/** The one scale that a figure means where all choices are such: 10.000 or 1:10.000 for 1-10000. */
function scaleMeant(actual: string, values: readonly string[]): string | undefined {
  const figure = /^(?:1\s?[-_:/]\s?)?(\d{2,3}|\d{1,3}[.,'’ ]?\d{3})$/u.exec(actual)?.[1]?.replace(/\D/g, '')
  return figure !== undefined && values.every(value => SCALE.test(value)) ? onlyOf(values, value => SCALE.exec(value)?.[1] === figure) : undefined
}
const SCALE = /^1[-_:/](\d{2,6})$/

function onlyOf(values: readonly string[], isIt: (value: string) => boolean): string | undefined {
  const [only, ...more] = values.filter(isIt)
  return more.length === 0 ? only : undefined
}

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

const LEAST_CODE = 2
/** So many values in capitals are words cut short: of GR, AN and SC a Grundriss is GR (common practice, no source). */
const MOST_CODE = 4
const LEAST_CODES = 3
/** Of two codes one of so many letters is a word cut short: of VD and LAT lateral is LAT. */
const LONG_CODE = 3
const areCodes = (values: readonly string[], code: string): boolean => values.length >= (code.length >= LONG_CODE ? 2 : LEAST_CODES)
  && !areLanguages(values) && values.every(value => /^\p{Lu}+$/u.test(value) && value.length >= LEAST_CODE && value.length <= MOST_CODE)

/** A word in the ways accents are written, letter case aside: "Süd" is SUED. */
const waysOf: (word: string) => readonly string[] = keeping(2000, word => [...new Set(accentWays(word).map(foldCase))])

const plain = (text: string): string => foldCase(removeAccents(text))

const isWord = (text: string, start: number, end: number): boolean => isWordEdge(text, start) && isWordEdge(text, end)

/** A choice that is a word shortened and a number, as people write it out: Q1 is "1. Quartal", "Quartal I". */
const COUNTED = /^(?<sign>\p{L}{1,3})[ ._-]?0*(?<number>\d{1,2})$/u
/** A choice that is a figure and a unit, as people write it out: 6in is "6 inches". */
const MEASURED = /^0*(?<number>\d{1,5}) ?(?<sign>\p{L}{1,4})$/u
const LONG_FIGURE = 3
const UNIT_WRITTEN_OUT = /(?<![\p{L}\p{N}.,])(?<number>\d{1,5})(?!\d)(?:[ _-]?(?<word>\p{L}+))?(?![\p{L}\p{N}])/gu
/** A choice that is a number in a row: 1, 1e, 2nd, 3ª. */
const IN_ROW = /^0*(\d{1,2})(?:[.ºª°]|st|nd|rd|th|er|re|ère|e|è|me|ème|de|ste|a|o)?$/iu

/** Which in a row a word or figure says. */
function placeInRow(text: string): number | null {
  const [, figure] = IN_ROW.exec(text) ?? []
  return figure === undefined ? numberOfWord(text) : Number(figure)
}

/** The one choice that is the number a word or figure says: "eerste" and "1" are 1e, "2nd" is second where all choices are such words. */
function inRow(actual: string, values: readonly string[]): string | undefined {
  const number = placeInRow(actual)
  if (number === null) return undefined
  // 1 for I where all choices are Roman figures
  if (values.length > 1 && values.every(value => readRoman(value) !== null)) return onlyOf(values, value => readRoman(value) === number)
  const areWords = values.length > 1 && values.every(value => placeInRow(value) !== null)
  const found = values.filter(value => (areWords || IN_ROW.test(value)) && placeInRow(value) === number)
  return found.length === 1 ? found[0] : undefined
}
const WRITTEN_OUT = [
  // words that overlap: of "assessment third quarter" the last two
  /(?<![\p{L}\p{N}])(?=(?<all>(?<number>\d{1,2}|[IVX]{1,4}|\p{L}{4,})(?:[.ºª°]|st|nd|rd|th|er?)?[ _-]?(?<word>\p{L}{3,}))(?![\p{L}\p{N}]))/gu,
  /(?<![\p{L}\p{N}])(?<word>\p{L}{3,})(?:\. |[ ._-])?(?<number>\d{1,2}|[IVX]{1,4})(?![\p{L}\p{N}])/gu,
  // the sign itself, apart from its number
  /(?<![\p{L}\p{N}])(?<word>\p{L}{2}|\p{Lu})(?:\. |[ ._-])(?<number>\d{1,2})(?![\p{L}\p{N}]|[-./]\d)/gu,
]

const UNIT_BEHIND = /^[ _-]\p{L}{1,4}(?![\p{L}\p{N}])/u
/** A letter alone is a unit only as that, or where it is written out. */
const LONE_UNITS: Record<string, RegExp> = { g: /^gr(?:am.*)?$/, l: /^lit(?:er|re|ro).*$/, m: /^m[eè]t(?:er|re|ro).*$/ }
const isLoneUnit = (word: string, sign: string): boolean => word === sign || (ownOf(LONE_UNITS, sign)?.test(word) ?? false)

/** Where a choice of a word and a number is written out, and which it is. */
function* writtenOut(name: string, { values }: ChoiceRule): Generator<{ start: number, end: number, value: string }> {
  const isMeasured = MEASURED.test(values[0] ?? '')
  const counted = values.flatMap((value) => {
    const { sign, number } = (isMeasured ? MEASURED : COUNTED).exec(value)?.groups ?? {}
    return sign === undefined ? [] : [{ value, sign: plain(sign), number: Number(number) }]
  })
  const others = values.filter(value => !counted.some(one => one.value === value))
  if (counted.length === 0 || (others.length > 0 && (isMeasured || !areStoreys(counted, others)))) {
    yield* countedWords(name, values)
    return
  }
  if (others.length > 0) yield* storeysIn(name, counted, others)
  const ways = isMeasured ? [UNIT_WRITTEN_OUT] : WRITTEN_OUT
  for (const { 0: whole, index, groups: { all = whole, number = '', word = '' } = {} } of ways.flatMap(way => [...name.matchAll(way)])) {
    const is = /^\d/.test(number) ? Number(number) : readRoman(number) ?? numberOfWord(number)
    // a long figure tells by itself which it is
    const isShort = isMeasured ? (sign: string) => sign.length === 1 : () => word.length <= LEAST_CODE
    const isSign = (sign: string) => (isShort(sign) ? isLoneUnit(plain(word), sign) : plain(word).startsWith(sign))
    const isSaid = (sign: string) => (word === '' ? number.length >= LONG_FIGURE : isSign(sign))
    // 25000 is 25k
    const isThousands = (one: Counted) => isMeasured && one.sign === 'k' && word === '' && one.number * 1000 === is
    const [found, ...more] = counted.filter(one => (one.number === is && isSaid(one.sign)) || isThousands(one))
    if (found && more.length === 0) yield { start: index, end: index + all.length, value: found.value }
  }
}

interface Counted { value: string, sign: string, number: number }

/** Whether choices are storeys: PT beside P1 and P2. */
const areStoreys = ([first, ...more]: readonly Counted[], others: readonly string[]): boolean => first !== undefined && more.length > 0
  && more.every(one => one.sign === first.sign) && others.every(value => /^\p{L}{2}$/u.test(value) && plain(value).startsWith(first.sign))

/** Where storeys stand by their first letters, piano terra for PT, or by a figure alone, beside the rule's own word that begins as they do. */
function* storeysIn(name: string, counted: readonly Counted[], others: readonly string[]): Generator<{ start: number, end: number, value: string }> {
  for (const { index, groups: { all = '', first = '', second = '' } = {} } of name.matchAll(TWO_WORDS)) {
    const value = others.find(one => plain(one) === plain(`${first[0] ?? ''}${second[0] ?? ''}`))
    if (value !== undefined) yield { start: index, end: index + all.length, value }
  }
  for (const { 0: figure, index } of name.matchAll(FIGURE_ALONE)) {
    const value = counted.find(one => one.number === Number(figure))?.value
    if (value !== undefined) yield { start: index, end: index + figure.length, value }
  }
}
const FIGURE_ALONE = /(?<![\p{L}\p{N}.,:-])\d{1,2}(?![\p{L}\p{N}.,:-])/gu
const TWO_WORDS = /(?<![\p{L}\p{N}])(?=(?<all>(?<first>\p{L}{3,})[ _.-](?<second>\p{L}{3,}))(?![\p{L}\p{N}]))/gu

/** A choice that is a whole word and a number: Excerpt2. */
const WORD_AND_NUMBER = /^(?<sign>\p{L}{4,})[ ._-]?0*(?<number>\d{1,2})$/u

/** Where such a choice is written apart, shortened, with its number as a word, or the other way round: "exc two", "2nd excerpt", "100 m". */
function* countedWords(name: string, values: readonly string[]): Generator<{ start: number, end: number, value: string }> {
  const counted = values.flatMap((value) => {
    const unit = MEASURED.exec(value)?.groups
    const { sign, number } = unit ?? WORD_AND_NUMBER.exec(value)?.groups ?? {}
    return sign === undefined ? [] : [{ value, sign: plain(sign), number: Number(number), isUnit: unit !== undefined }]
  })
  const pieces = counted.length === 0 ? [] : [...name.matchAll(/\p{N}+(?:[.ºª°]|(?:st|nd|rd|th|er|e|o|a)(?!\p{L}))?|\p{L}+/gu)]
  for (const [at, piece] of pieces.entries()) {
    const next = pieces[at + 1]
    const between = next ? name.slice(piece.index + piece[0].length, next.index) : ''
    if (!next || between.length > 2 || !/^[ ._-]*$/.test(between)) continue
    const isNumber = (figure: string, number: number) => (placeInRow(figure) ?? readRoman(figure) ?? Number(figure)) === number
    const isSaid = (word: string, figure: string, { sign, number, isUnit }: typeof counted[number]) =>
      (isUnit ? plain(word) === sign : word.length >= LEAST_MEANT && sign.startsWith(plain(word))) && isNumber(figure, number)
    const [found, ...more] = counted.filter(one => isSaid(next[0], piece[0], one) || (!one.isUnit && isSaid(piece[0], next[0], one)))
    if (found && more.length === 0) yield { start: piece.index, end: next.index + next[0].length, value: found.value }
  }
}

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

/** Halves of a year of study, as people write them: "Wintersemester 2026", "WS 26/27", "summer term" (common practice, no source). */
const TERM = /(?:(?<season>winter|sommer|summer|spring|autumn|fall|herbst|frühjahrs?|frühlings?)[ -]?(?:semester|term|session)|(?<sign>\p{L}{2}))(?:[ _.-]?(?:20)?(?<year>\d\d)(?:[-/](?:20)?(?<next>\d\d))?)?/iu
const TERM_VALUE = /^(?<sign>\p{L}{2})[ _.-]?(?:20)?(?<year>\d\d)$/u
const SEASON_AND_TERM = new RegExp(`^${TERM.source}$`, 'iu')
const TERMS = new RegExp(`(?<![\\p{L}\\p{N}])${TERM.source}(?!\\p{L})`, 'giu')

/** The one term of a year of study that is meant, where all choices are such: by its first letter or both, and the year it begins in. */
function termMeant(actual: string, values: readonly string[]): string | undefined {
  const { season, sign = '', year, next } = SEASON_AND_TERM.exec(actual)?.groups ?? {}
  const isYears = next === undefined || Number(next) === (Number(year) + 1) % 100
  if (!isYears || (season === undefined && (sign === '' || year === undefined))) return undefined
  const isIt = (value: string) => {
    const { sign: own = '', year: begins } = TERM_VALUE.exec(value)?.groups ?? {}
    const isSign = season === undefined ? plain(own) === plain(sign) : plain(own)[0] === plain(season)[0]
    return isSign && (year ?? begins) === begins
  }
  const [only, ...more] = values.every(value => TERM_VALUE.test(value)) ? values.filter(isIt) : []
  return more.length === 0 ? only : undefined
}

/** Where such terms stand, and others. */
function termsIn(name: string, { values }: ChoiceRule): { meant: [start: number, end: number][], others: [start: number, end: number][] } {
  const found = values.every(value => TERM_VALUE.test(value)) ? [...name.matchAll(TERMS)] : []
  const rangeOf = ({ 0: all, index }: { 0: string, index: number }): [number, number] => [index, index + all.length]
  const isMeant = ({ 0: all }: { 0: string }) => termMeant(all, values) !== undefined
  return { meant: found.filter(isMeant).map(rangeOf), others: found.filter(one => !isMeant(one)).map(rangeOf) }
}

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
  // nor are two figures of a day a year
  const isOfDay = ([start, end]: [number, number]) => /^\d\d$/.test(name.slice(start, end))
    && (/\d[-_. /]$/.test(name.slice(0, start)) || /^[-_. /]\d/.test(name.slice(end)))
  // nor is the season of another year's term this year's
  const terms = termsIn(name, rule)
  const isOfOther = ([start, end]: [number, number]) => terms.others.some(([from, to]) => from < end && to > start)
  const words = ofOtherYear ? [] : [...wordsOf(name)].filter(word => !isCut(word) && !isOfDay(word) && !isOfOther(word))
  const meant = [
    () => [...otherwiseParted(name, rule), ...compoundsIn(name, rule)],
    () => terms.meant,
    () => [...writtenOut(name, rule)].map(({ start, end }) => [start, end] as const),
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
  const any = words.map(([start, end]) => [start, end, name.slice(start, end)] as const)
    .filter(([, , word]) => isOfThem(word))
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
