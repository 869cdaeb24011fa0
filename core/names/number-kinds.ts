import { looseKey, plainDigits } from '../text/fold'
import { keeping } from '../text/kept'
import { MONTH_WORDS, OF_MONTH, WEEK_WORDS } from './months'

/** What digits in a name can be, the most specific first. */
export type NumberKind = 'date' | 'time' | 'week' | 'version' | 'amount' | 'year' | 'number'

/** Digits of a received name with what they are. */
export interface NumberReading { kind: NumberKind, range: readonly [number, number], text: string }

const MONTH = `(?:${MONTH_WORDS})`
const UNITS = 'pages?|pp|seiten?|stron[ay]?|sider|kb|mb|gb|px|mm|cm|km|dpi|hz|khz|mins?|sek|sec|eur|euro|usd|%|€|\\$|stk|pcs'
const YEAR = '(?:19|20)\\d\\d'
const HAS_YEAR = new RegExp(YEAR)
const MM = '(?:0?[1-9]|1[0-2])'
const DD = '(?:0?[1-9]|[12]\\d|3[01])'
const ORDINAL = '(?:st|nd|rd|th|er|[.º])?'
const GAP = '[ ._-]?'
const VERSION_WORDS = 'v|ver|vers|version|versie|wersja|rev|revision|ed|draft|entwurf|fassung|stand'
const alone = (pattern: string) => new RegExp(`(?<![\\p{N}\\p{L}])(?:${pattern})(?![\\p{N}\\p{L}])`, 'giu')
const free = (pattern: string) => new RegExp(`(?<!\\p{N})(?:${pattern})(?!\\p{N})`, 'giu')
/** With nothing behind, and no lone letter before, of which the first figure is a part: of "R1_04_48k" nothing is a day. */
const apart = (pattern: string) => new RegExp(`(?<!\\p{N}|(?<!\\p{L})\\p{L})(?:${pattern})(?![\\p{N}\\p{L}])`, 'giu')

/**
 * How people write dates, times, versions and amounts (common practice, no source). A reading takes its digits away from
 * those behind it. `needs`: not to be looked for where no year stands at all, as in most names.
 */
const READINGS: readonly (readonly [kind: NumberKind, pattern: RegExp, needs?: 'year'])[] = [
  // 20261005T142233, 2026-10-05_14-22
  ['date', free(
    `${YEAR}[-._]?(?:0[1-9]|1[0-2])[-._]?(?:0[1-9]|[12]\\d|3[01])[T _-]{0,3}(?:[01]\\d|2[0-3])[-._:h]?[0-5]\\d(?:[-._:]?[0-5]\\d)?`,
  ), 'year'],
  ['week', free(`${YEAR}[-_ ]?(?:w|kw)[-_ ]?\\d{1,2}`), 'year'],
  ['date', free(`${YEAR}([-._ ])${MM}\\1${DD}|${YEAR}(?:0[1-9]|1[0-2])(?:0[1-9]|[12]\\d|3[01])`), 'year'],
  ['date', free(`${DD}([-._ ])${MM}\\1${YEAR}|(?:0[1-9]|[12]\\d|3[01])(?:0[1-9]|1[0-2])${YEAR}`), 'year'],
  ['date', apart(`${DD}([-._])${MM}\\1\\d\\d|\\d\\d([-._])${MM}\\2${DD}`)],
  ['date', alone(
    `${DD}${ORDINAL}(?:${GAP}|${OF_MONTH})${MONTH}(?:(?:${GAP}|[ _]del?[ _])(?:${YEAR}|\\d\\d))?`
    + `|${MONTH}[.]?${GAP}(?:${DD}(?:st|nd|rd|th|(?![ ._-]?\\d))|${YEAR})`,
  )],
  ['date', free(`${YEAR}[-._ ](?:0[1-9]|1[0-2])|(?:0[1-9]|1[0-2])[-._ ]${YEAR}`), 'year'],
  ['week', alone(`(?:${WEEK_WORDS})${GAP}\\d{1,2}`)],
  ['version', alone(`(?:${VERSION_WORDS})${GAP}\\d{1,4}(?:[._]\\d{1,3})*`)],
  ['time', alone('(?:[01]?\\d|2[0-3])(?:h|[:.]?\\d\\d ?(?:uhr|h))(?:[0-5]\\d)?|(?:[01]\\d|2[0-3]):[0-5]\\d(?::[0-5]\\d)?')],
  ['date', free(`${DD}\\.(?:0[1-9]|1[0-2])\\.?`)],
  ['amount', alone(`\\d+(?:[.,]\\d+)?[ _]?(?:${UNITS})|\\d+(?:k|bits?|fps|kbps)|\\d\\ds`)],
  ['amount', free('\\d{2,5} ?[x×] ?\\d{2,5}')],
  // of two of three the first is the number, the second how many there are
  ['amount', new RegExp('(?<=(?<!\\p{N})\\p{N}{1,3}[ _-]?(?:of|von|van|sur|su|av|af|z|ze|iz|от|из|／|∕)[ _-]?)\\p{N}{1,3}(?!\\p{N})', 'giu')],
  ['year', free(YEAR), 'year'],
]

/**
 * Reads the digits of a name once for what they can be: date, week, version, time, amount, year; what is left are numbers.
 *
 * @param text - file name or level, NFC
 * @param called - words that the holder is called by, as loose keys: Jan, Sem or Ed beside a number make no date, week or edition of it
 * @returns in reading order
 * @example
 * tellNumbers('12 Protokoll 2026-10-05 v2').map(one => `${one.kind} ${one.text}`)
 * //=> ['number 12', 'date 2026-10-05', 'version v2']
 */
export function tellNumbers(text: string, called: ReadonlySet<string> = NOBODY): readonly NumberReading[] {
  // a name is asked several times, once for each way to read it
  return called.size === 0 ? readingsOf(text) : readNumbers(text, called)
}

const NOBODY: ReadonlySet<string> = new Set()

const readingsOf = keeping(1000, text => readNumbers(text, NOBODY))

function readNumbers(text: string, called: ReadonlySet<string>): NumberReading[] {
  if (!/\p{N}/u.test(text)) return []
  // a sign that is neither letter nor digit keeps the offsets
  const hide = (word: string) => '|'.repeat(word.length)
  const plain = plainDigits(text)
  let rest = called.size === 0 ? plain : plain.replace(/\p{L}[\p{L}\p{M}'’]*/gu, word => (called.has(looseKey(word)) ? hide(word) : word))
  const readings: NumberReading[] = []
  const hasYear = HAS_YEAR.test(plain)
  for (const [kind, pattern, needs] of READINGS) {
    if (needs === 'year' && !hasYear) continue
    rest = rest.replace(pattern, (match: string, ...more: unknown[]) => {
      const start = more.find((one): one is number => typeof one === 'number') ?? 0
      readings.push({ kind, range: [start, start + match.length], text: plain.slice(start, start + match.length) })
      return hide(match)
    })
  }
  for (const { 0: match, index } of rest.matchAll(/\p{N}+/gu)) readings.push({ kind: 'number', range: [index, index + match.length], text: match })
  return readings.sort((a, b) => a.range[0] - b.range[0])
}

/** A word for versions by itself, as a field is called. */
export const VERSION_WORD = new RegExp(`^(?:${VERSION_WORDS}|index|issue)$`, 'i')

/** What a name must hold to tell a version at all: most names tell none, and need not be read for it. */
export const MAY_TELL_VERSION = new RegExp(`(?:${VERSION_WORDS})${GAP}\\d`, 'i')

/** Digits inside a word are a part of it, as in a class called H3a; between two words that are written together they are not: lab5data. */
function isInside(text: string, [start, end]: readonly [number, number]): boolean {
  const [before = ''] = /\p{L}*$/u.exec(text.slice(Math.max(0, start - LEAST_WORD), start)) ?? []
  const [behind = ''] = /^\p{L}*/u.exec(text.slice(end, end + LEAST_WORD)) ?? []
  return before !== '' && behind !== '' && (before.length < LEAST_WORD || behind.length < LEAST_WORD)
}
const LEAST_WORD = 3

/**
 * Numbers of a name that are nothing more specific: the only ones that may be somebody's number.
 *
 * @param called - see `tellNumbers`
 * @param years - whether years are such numbers, too
 * @example
 * bareNumbers('10_Referat_10.10.2026') //=> ['10']
 */
export function bareNumbers(text: string, called: ReadonlySet<string> = NOBODY, years = false): string[] {
  const isBare = (kind: NumberKind) => kind === 'number' || (years && kind === 'year')
  return tellNumbers(text, called).filter(one => isBare(one.kind) && !isInside(text, one.range)).map(one => one.text)
}

/**
 * Figures of a name with every one the same: two of one shape may be told in the same place.
 *
 * @example
 * numberShape('2026-10') //=> '0000-00'
 */
export const numberShape = (figures: string): string => figures.replace(/\d/g, '0')

/**
 * Whether a text is a day, month or the like, and nothing else.
 *
 * @example
 * isDay('12.11.26') //=> true
 */
export const isDay = (value: string): boolean => {
  const [only, ...more] = tellNumbers(value)
  return only?.kind === 'date' && more.length === 0 && only.text === value
}

/**
 * Whether figures of a name are a year, or of a day.
 *
 * @example
 * isOfDay('plan_2026-11-12', [5, 9]) //=> true
 */
export const isOfDay = (text: string, [start, end]: readonly [number, number]): boolean =>
  tellNumbers(text).some(({ kind, range: [from, to] }) => (kind === 'date' || kind === 'year') && start >= from && end <= to)
