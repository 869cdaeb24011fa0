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

/**
 * The same for what is made of a text by a rule or the like, kept with it and no longer than it.
 *
 * @param most - so many texts are kept for one
 * @param make - the same text must always give the same
 * @example
 * const placesOf = keepingFor(20, placesIn)
 */
export function keepingFor<K extends object, T>(most: number, make: (by: K, text: string) => T): (by: K, text: string) => T {
  const kept = new WeakMap<K, (text: string) => T>()
  return (by, text) => {
    let of = kept.get(by)
    if (!of) kept.set(by, of = keeping(most, one => make(by, one)))
    return of(text)
  }
}
