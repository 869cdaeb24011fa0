import type { Automaton, FoundText, Take } from './type'

/** A number as a field writes it. */
export function writeNumber(value: number, digits: number): string {
  return String(value).padStart(digits, '0')
}

export function isDigit(code: number): boolean {
  return code >= 48 && code <= 57
}

/**
 * A day in figures, of which a dot behind it, a year or more than twelve says that it is one (common practice, no source): 3.10., 26.10, 3.10.26. Its
 * figures are no other number.
 */
export const DAY_IN_FIGURES = /(?<![\p{N}\p{L}])(?:(?:0?[1-9]|[12]\d|3[01])\.(?:0?[1-9]|1[0-2])\.(?:(?:20)?\d\d)?|(?:1[3-9]|2\d|3[01])\.(?:0[1-9]|1[0-2]))(?!\p{N})/gu

/** The longest number that is read. */
const MOST_DIGITS = 12
/** Without a bound of its own a number is thought of as no longer than this where every way of writing counts. */
const LONGEST_OPEN = 6

/** How a run of digits is held against a rule. */
export interface DigitRule { digits: number, zeros?: 'free' }

/** Whether digits are a number as a rule writes it: padded to the least width, no wider than needed. */
export function isPadded(digits: string, rule: DigitRule): boolean {
  return digits.length <= MOST_DIGITS && digits === writeNumber(Number(digits), rule.digits)
}

/** The same where the zeros in front may be left out, some or all. */
export function isNoWider(digits: string, rule: DigitRule): boolean {
  return digits.length <= MOST_DIGITS && digits.length <= writeNumber(Number(digits), rule.digits).length
}

/** End of the run of digits that begins at an offset. */
export function endOfRun(text: string, position: number): number {
  let end = position
  while (end < text.length && isDigit(text.charCodeAt(end))) end++
  return end
}

/** Every end of a number that begins at an offset, the longest first. */
export function endsOfNumber(received: FoundText, position: number, isNumber: (digits: string) => boolean): number[] {
  const ends: number[] = []
  // a longer stretch is no number: a run of hundreds of digits is not tried from each of them to each other
  for (let end = Math.min(endOfRun(received.text, position), position + MOST_DIGITS); end > position; end--) {
    if (isNumber(received.text.slice(position, end))) ends.push(end)
  }
  return ends
}

/** X, x, # or ?: what stands for a figure not known yet. */
const isOpenSign = (code: number): boolean => code === 88 || code === 120 || code === 35 || code === 63

/** Every stretch that may mean a number, or stands for one not known yet. */
export function takeNumbers(text: string, settled: string | undefined, isNumber: (digits: string) => boolean, take: Take): void {
  for (let start = 0; start < text.length; start++) {
    if (!isDigit(text.charCodeAt(start))) {
      // what stands for a number not known yet
      if (isOpenSign(text.charCodeAt(start)) && !/[\p{L}#?]/u.test(text[start - 1] ?? '')) {
        const end = start + (/^(?:x+|#+|\?+)(?![\p{L}\p{N}])/iu.exec(text.slice(start, start + 12))?.[0].length ?? 0)
        if (end > start) take(start, end, 1.2)
      }
      continue
    }
    const most = endOfRun(text, start + 1)
    const inside = start > 0 && isDigit(text.charCodeAt(start - 1))
    for (let end = most; end > start; end = end > start + MOST_DIGITS ? start + MOST_DIGITS : end - 1) {
      const digits = text.slice(start, end)
      const other = settled !== undefined && Number(settled) !== Number(digits)
      take(start, end, (isNumber(digits) ? 0 : 0.5) + (other ? 1.5 : 0) + (inside || end < most ? 0.7 : 0))
    }
  }
}

/** The number in a stretch as a rule writes it. */
export function readNumber(actual: string, rule: DigitRule, isNumber: (digits: string) => boolean): string | undefined {
  if (!/^\d{1,12}$/.test(actual)) return undefined
  const written = writeNumber(Number(actual), rule.digits)
  return isNumber(written) ? written : undefined
}

/** Lays out every width a number can have; `most` where it has a bound. */
export function buildNumber({ digits, zeros }: DigitRule, most: number | null, open: readonly number[], automaton: Automaton): number[] {
  const ends: number[] = []
  for (let width = zeros === 'free' ? 1 : digits; width <= Math.max(digits, most ?? LONGEST_OPEN); width++) {
    let here = open
    // wider than asked only where it has to be
    for (let digit = 0; digit < width; digit++) here = [automaton.step(here, { only: digit === 0 && width > digits ? '123456789' : '0123456789' })]
    ends.push(...here)
  }
  return ends
}
