const UNITS: Readonly<Record<string, number>> = { I: 1, II: 2, III: 3, IV: 4, V: 5, VI: 6, VII: 7, VIII: 8, IX: 9 }

/**
 * A number in Roman letters, up to 39; `null` where the text is none.
 *
 * @example
 * readRoman('XIV') //=> 14
 */
export function readRoman(text: string): number | null {
  const [, tens = '', units = ''] = /^(X{0,3})(IX|IV|V?I{0,3})$/.exec(text) ?? []
  return tens + units === '' ? null : tens.length * 10 + (UNITS[units] ?? 0)
}

/**
 * The Roman letters behind what they number; '' where there are none.
 *
 * @example
 * romanBehind('Violin II') //=> 'II'
 */
export const romanBehind = (text: string): string => /(?<=[\s._-])[IVX]{1,5}$/.exec(text)?.[0] ?? ''

/**
 * A number up to 39 in Roman letters; '' for any other.
 *
 * @example
 * writeRoman(14) //=> 'XIV'
 */
export function writeRoman(number: number): string {
  if (!Number.isInteger(number) || number < 1 || number > 39) return ''
  return 'X'.repeat(Math.floor(number / 10)) + (Object.keys(UNITS)[number % 10 - 1] ?? '')
}
