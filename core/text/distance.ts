import { looseKey } from './fold'

/**
 * Length of the longest common subsequence of two texts, in UTF-16 code units.
 *
 * @example
 * commonInOrder('reefmarsh', 'rfms') //=> 4
 */
export function commonInOrder(a: string, b: string): number {
  let previous = new Uint16Array(b.length + 1)
  for (let i = 1; i <= a.length; i++) {
    const row = new Uint16Array(b.length + 1)
    for (let j = 1; j <= b.length; j++) {
      row[j] = a.charCodeAt(i - 1) === b.charCodeAt(j - 1) ? (previous[j - 1] ?? 0) + 1 : Math.max(previous[j] ?? 0, row[j - 1] ?? 0)
    }
    previous = row
  }
  return previous[b.length] ?? 0
}

/**
 * Damerau–Levenshtein distance in its optimal string alignment form: insertions, deletions, replacements and swaps of neighbours.
 *
 * @param a - text, compared by UTF-16 code units
 * @param b - text
 * @param limit - gives up past this distance and returns `limit + 1`
 * @example
 * editDistance('marsh', 'mrash') //=> 1
 */
export function editDistance(a: string, b: string, limit = Infinity): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1
  let before: number[] = []
  let leastBefore = 0
  let previous = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    let least = i
    for (let j = 1; j <= b.length; j++) {
      const same = a.charCodeAt(i - 1) === b.charCodeAt(j - 1)
      let cost = Math.min((previous[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (previous[j - 1] ?? 0) + (same ? 0 : 1))
      if (i > 1 && j > 1 && a.charCodeAt(i - 1) === b.charCodeAt(j - 2) && a.charCodeAt(i - 2) === b.charCodeAt(j - 1)) {
        cost = Math.min(cost, (before[j - 2] ?? 0) + 1)
      }
      row.push(cost)
      if (cost < least) least = cost
    }
    // a swap reaches back over two rows, so both must be past the limit
    if (least > limit && leastBefore > limit) return limit + 1
    leastBefore = least
    before = previous
    previous = row
  }
  return Math.min(previous[b.length] ?? 0, limit + 1)
}

/**
 * How like two texts are, of 1, by their letters and digits alone.
 *
 * @example
 * likeness('Marsh', 'mrash') //=> 0.8
 */
export function likeness(a: string, b: string): number {
  const [one, two] = [looseKey(a), looseKey(b)]
  return 1 - editDistance(one, two) / Math.max(1, one.length, two.length)
}
