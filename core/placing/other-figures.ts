import { readRoman, writeRoman } from '../names/roman'
import { looseKey } from '../text/fold'
import { gather } from '../text/gather'

/** Words and a number behind them, in figures or in Roman letters. */
const NUMBERED = /^(\p{L}[^\d]*?)[\s._-]+([IVX]{1,5}|\d{1,2})$/u

const ORDINALS = ['st', 'nd', 'rd', 'th']

/**
 * Values that differ by a number alone, with that number in other figures, or before its word (common practice, no source).
 *
 * @returns by value, the other ways to write it; nothing of a value that is alone in its word
 * @example
 * otherFigures(['Violin I', 'Violin II', 'Cello']).get('Violin II')?.slice(0, 2) //=> ['Violin 2', '2 Violin']
 */
export function otherFigures(values: Iterable<string>): Map<string, string[]> {
  const alike = new Map<string, { value: string, word: string, number: number }[]>()
  for (const value of values) {
    const [, word = '', figures = ''] = NUMBERED.exec(value) ?? []
    const number = readRoman(figures) ?? Number(figures)
    if (number > 0) gather(alike, looseKey(word), { value, word, number })
  }
  const numbered = [...alike.values()].filter(some => new Set(some.map(one => one.number)).size > 1).flat()
  return new Map(numbered.map(({ value, word, number }) => {
    const ordinal = `${number}${ORDINALS[Math.min(number, 4) - 1] ?? ''}`
    const roman = writeRoman(number)
    const ways = [`${word} ${number}`, `${number} ${word}`, `${word} ${roman}`, `${roman} ${word}`, `${ordinal} ${word}`, `${word} ${ordinal}`]
    return [value, ways.filter(way => looseKey(way) !== looseKey(value))]
  }))
}
