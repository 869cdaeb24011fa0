/** Parts texts that are kept together: no name and no list holds it. */
export const BETWEEN = '\0'

/**
 * Keeps what is made of a text for the next time it is asked for; when so many are kept, all are dropped.
 *
 * @param most - so many texts are kept
 * @param make - the same text must always give the same
 * @example
 * const tokensOf = keeping(5000, readTokens)
 */
export function keeping<T>(most: number, make: (text: string) => T): (text: string) => T {
  const kept = new Map<string, T>()
  return (text) => {
    const before = kept.get(text)
    if (before !== undefined) return before
    const made = make(text)
    if (kept.size >= most) kept.clear()
    kept.set(text, made)
    return made
  }
}
