import { looseKey } from './fold'

/**
 * Length of the longest common subsequence of two texts, in UTF-16 code units.
 *
 * @example
 * commonInOrder('reefmarsh', 'rfms') //=> 4
 */
export function commonInOrder(a: string, b: string): number {
  const row = new Uint16Array(b.length + 1)
  for (let i = 0; i < a.length; i++) {
    const char = a.charCodeAt(i)
    let [diagonal, left] = [0, 0]
    for (let j = 1; j <= b.length; j++) {
      const above = row[j] ?? 0
      row[j] = left = char === b.charCodeAt(j - 1) ? diagonal + 1 : Math.max(above, left)
      diagonal = above
    }
  }
  return row[b.length] ?? 0
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
  const width = b.length + 1
  if (width > ROWS[0].length) ROWS = [new Uint32Array(width * 2), new Uint32Array(width * 2), new Uint32Array(width * 2)]
  let [before, previous, row] = ROWS
  for (let j = 0; j < width; j++) previous[j] = j
  let leastBefore = 0
  for (let i = 1; i <= a.length; i++) {
    const char = a.charCodeAt(i - 1)
    const charBefore = i > 1 ? a.charCodeAt(i - 2) : -1
    let [left, least, diagonal, asked] = [i, i, i - 1, -1]
    row[0] = i
    for (let j = 1; j < width; j++) {
      const [askedBefore, above] = [asked, previous[j] ?? 0]
      asked = b.charCodeAt(j - 1)
      let cost = Math.min(above + 1, left + 1, diagonal + (char === asked ? 0 : 1))
      if (char === askedBefore && charBefore === asked) cost = Math.min(cost, (before[j - 2] ?? 0) + 1)
      row[j] = left = cost
      diagonal = above
      if (cost < least) least = cost
    }
    // a swap reaches back over two rows, so both must be past the limit
    if (least > limit && leastBefore > limit) return limit + 1
    leastBefore = least
    const free = before
    before = previous
    previous = row
    row = free
  }
  return Math.min(previous[b.length] ?? 0, limit + 1)
}

/** Three rows of distances, in memory that is used again. */
let ROWS: [Uint32Array, Uint32Array, Uint32Array] = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)]

/**
 * How like two texts are, of 1, by their letters and digits alone.
 *
 * @example
 * likeness('Marsh', 'mrash') //=> 0.8
 */
export function likeness(a: string, b: string): number {
  const known = LATEST.find(pair => pair.a === a && pair.b === b)
  if (known) return known.value
  const [one, two] = [looseKey(a), looseKey(b)]
  const value = 1 - editDistance(one, two) / Math.max(1, one.length, two.length)
  turn = (turn + 1) % LATEST.length
  LATEST[turn] = { a, b, value }
  return value
}

/**
 * Whether two words have their first letters in common, so many at least.
 *
 * @example
 * beginAlike('vaccinatie', 'vaccination', 9) //=> true
 */
export function beginAlike(a: string, b: string, letters: number): boolean {
  return a.length >= letters && b.length >= letters && a.slice(0, letters) === b.slice(0, letters)
}

/**
 * Whether letters stand in a text in their order.
 *
 * @example
 * standInOrder('fco', 'francisco') //=> true
 */
export function standInOrder(letters: string, text: string): boolean {
  let at = 0
  for (const letter of text) if (letter === letters[at]) at++
  return at === letters.length
}

/** What a name is mended by asks the same few pairs in turn. */
const LATEST = Array.from({ length: 4 }, () => ({ a: '', b: '', value: 1 }))
let turn = 0
