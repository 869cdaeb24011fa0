/**
 * What a record holds under a word that people chose: nothing inherited is ever taken for it.
 *
 * Columns, fields, groups and ids may be called `constructor` or `toString`; every look-up by such a word goes through here.
 *
 * @example
 * ownOf({ family: 'Marsh' }, 'constructor') //=> undefined
 */
export function ownOf<T>(record: Readonly<Record<string, T>>, word: string): T | undefined {
  return Object.hasOwn(record, word) ? record[word] : undefined
}

/** An empty record to which words that people chose are added one by one; `__proto__` is a word like any other there. */
export function emptyRecord<T>(): Record<string, T> {
  return Object.create(null) as Record<string, T>
}
