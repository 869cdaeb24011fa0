/**
 * Days of a month of the Gregorian calendar.
 *
 * @param month - 1 to 12
 */
export function daysIn(year: number, month: number): number {
  if (month === 2) return year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28
  return [4, 6, 9, 11].includes(month) ? 30 : 31
}

/**
 * Whether the day a text begins with (`yyyy-MM-dd`) is in the calendar: 31 February has the form of a date.
 *
 * @example
 * isRealDay('2026-02-31') //=> false
 */
export function isRealDay(text: string): boolean {
  const [year = 0, month = 0, day = 0] = text.slice(0, 10).split('-').map(Number)
  return month >= 1 && month <= 12 && day >= 1 && day <= daysIn(year, month)
}
