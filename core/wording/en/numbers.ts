/** Numbers as they are listed: 2, 3 and 5. */
export function sayNumbers(numbers: readonly number[]): string {
  return numbers.length < 2 ? numbers.join('') : `${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}`
}
