import { foldCase, removeAccents } from '../../text/fold'
import { ownOf } from '../../text/own'
import { monthOf } from '../months'
import { numberOfWord } from '../number-words'
import { readRoman } from '../roman'

// Choices that a figure tells: years, months, scales, numbers in a row, terms of study, storeys, measures, words with a number.

/** Of fewer letters a word says nothing of which choice it begins. */
export const LEAST_MEANT = 3
/** A code of words cut short has so many letters at least. */
export const LEAST_CODE = 2

export const plain = (text: string): string => foldCase(removeAccents(text))

/** The one year that two figures mean where all choices are years: 26 for 2026. */
function yearMeant(actual: string, values: readonly string[]): string | undefined {
  if (!/^\d\d$/.test(actual) || !values.every(value => /^(?:19|20)\d\d$/.test(value))) return undefined
  return onlyOf(values, value => value.endsWith(actual))
}

/** The one year, season of two years, month, scale or share of one that is meant, where all choices are such. */
export const countMeant = (actual: string, values: readonly string[]): string | undefined =>
  yearMeant(actual, values) ?? seasonMeant(actual, values) ?? monthMeant(actual, values) ?? scaleMeant(actual, values)
  ?? hundredthsMeant(actual, values)

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

/** The one of some hundredths that a decimal figure means: of 075 and 150, 0,75 and 1.5. */
function hundredthsMeant(actual: string, values: readonly string[]): string | undefined {
  const [, whole, rest] = HUNDREDTHS.exec(actual) ?? []
  return rest !== undefined && areHundredths(values) ? onlyOf(values, value => value === `${whole}${rest.padEnd(2, '0')}`) : undefined
}
const HUNDREDTHS = /^(\d)[.,](\d\d?)$/
const areHundredths = (values: readonly string[]): boolean => values.every(value => /^\d{3}$/.test(value)) && values.some(value => value.startsWith('0'))

/** Where decimal figures stand, where all choices are hundredths. */
export const decimalsIn = (name: string, values: readonly string[]): [start: number, end: number][] => (areHundredths(values)
  ? [...name.matchAll(/(?<![\d.,])\d[.,]\d\d?(?![\d.,])/g)].map(({ 0: { length }, index }) => [index, index + length])
  : [])

function onlyOf(values: readonly string[], isIt: (value: string) => boolean): string | undefined {
  const [only, ...more] = values.filter(isIt)
  return more.length === 0 ? only : undefined
}

/** A choice that is a word shortened and a number, as people write it out: Q1 is "1. Quartal", "Quartal I". */
const COUNTED = /^(?<sign>\p{L}{1,3})[ ._-]?0*(?<number>\d{1,2})$/u
/** A choice that is a figure and a unit, as people write it out: 6in is "6 inches". */
export const MEASURED = /^0*(?<number>\d{1,5}) ?(?<sign>\p{L}{1,4})$/u
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
  const numberOf = /^\d+$/.test(actual) ? ofOneWord(values) : null
  if (numberOf) return onlyOf(values, value => numberOf.get(value) === number)
  const areWords = values.length > 1 && values.every(value => placeInRow(value) !== null)
  return onlyOf(values, value => (areWords || IN_ROW.test(value)) && placeInRow(value) === number)
}
/** The numbers of choices that are all one word and a number, such as case1 and case2: the figure alone says which; `null`: they are not. */
function ofOneWord(values: readonly string[]): ReadonlyMap<string, number> | null {
  const found = values.map(value => WORD_AND_NUMBER.exec(value)?.groups)
  const signs = new Set(found.map(groups => plain(groups?.['sign'] ?? '')))
  const isOne = values.length > 1 && signs.size === 1 && !signs.has('')
  return isOne ? new Map(values.map((value, at) => [value, Number(found[at]?.['number'])])) : null
}
const WRITTEN_OUT = [
  // words that overlap: of "assessment third quarter" the last two
  /(?<![\p{L}\p{N}])(?=(?<all>(?<number>\d{1,2}|[IVX]{1,4}|\p{L}{4,})(?:[.ºª°]|st|nd|rd|th|er?)?[ _-]?(?<word>\p{L}{3,}))(?![\p{L}\p{N}]))/gu,
  /(?<![\p{L}\p{N}])(?<word>\p{L}{3,})(?:\. |[ ._-])?(?<number>\d{1,2}|[IVX]{1,4})(?![\p{L}\p{N}])/gu,
  // the sign itself, apart from its number
  /(?<![\p{L}\p{N}])(?<word>\p{L}{2}|\p{Lu})(?:\. |[ ._-])(?<number>\d{1,2})(?![\p{L}\p{N}]|[-./]\d)/gu,
]

export const UNIT_BEHIND = /^[ _-]\p{L}{1,4}(?![\p{L}\p{N}])/u
/** A letter alone is a unit only as that, or where it is written out. */
const LONE_UNITS: Record<string, RegExp> = { g: /^gr(?:am.*)?$/, l: /^lit(?:er|re|ro).*$/, m: /^m[eè]t(?:er|re|ro).*$/ }
const isLoneUnit = (word: string, sign: string): boolean => word === sign || (ownOf(LONE_UNITS, sign)?.test(word) ?? false)

/** Where a choice of a word and a number is written out, and which it is. */
export function* writtenOut(name: string, values: readonly string[]): Generator<{ start: number, end: number, value: string }> {
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
      (isUnit ? isLoneUnit(plain(word), sign) : word.length >= LEAST_MEANT && sign.startsWith(plain(word))) && isNumber(figure, number)
    const [found, ...more] = counted.filter(one => isSaid(next[0], piece[0], one) || (!one.isUnit && isSaid(piece[0], next[0], one)))
    if (found && more.length === 0) yield { start: piece.index, end: next.index + next[0].length, value: found.value }
  }
}

/** Halves of a year of study, as people write them: "Wintersemester 2026", "WS 26/27", "summer term" (common practice, no source). */
const TERM = /(?:(?<season>winter|sommer|summer|spring|autumn|fall|herbst|frühjahrs?|frühlings?)[ -]?(?:semester|term|session)|(?<sign>\p{L}{2}))(?:[ _.-]?(?:20)?(?<year>\d\d)(?:[-/](?:20)?(?<next>\d\d))?)?/iu
const TERM_VALUE = /^(?<sign>\p{L}{2})[ _.-]?(?:20)?(?<year>\d\d)$/u
const SEASON_AND_TERM = new RegExp(`^${TERM.source}$`, 'iu')
const TERMS = new RegExp(`(?<![\\p{L}\\p{N}])${TERM.source}(?!\\p{L})`, 'giu')

/** The one that is a number in a row, or the term of a year of study, that is meant. */
export const orderMeant = (actual: string, values: readonly string[]): string | undefined => termMeant(actual, values) ?? inRow(actual, values)

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
  return values.every(value => TERM_VALUE.test(value)) ? onlyOf(values, isIt) : undefined
}

/** Where such terms stand, and others. */
export function termsIn(name: string, values: readonly string[]): { meant: [start: number, end: number][], others: [start: number, end: number][] } {
  const found = values.every(value => TERM_VALUE.test(value)) ? [...name.matchAll(TERMS)] : []
  const rangeOf = ({ 0: all, index }: { 0: string, index: number }): [number, number] => [index, index + all.length]
  const isMeant = ({ 0: all }: { 0: string }) => termMeant(all, values) !== undefined
  return { meant: found.filter(isMeant).map(rangeOf), others: found.filter(one => !isMeant(one)).map(rangeOf) }
}
