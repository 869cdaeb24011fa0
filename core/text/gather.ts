/**
 * Adds an item to the list that stands under a key.
 *
 * @example
 * gather(byHolder, 's1', slot) // byHolder.get('s1') ends with slot
 */
export function gather<K, T>(lists: Map<K, T[]>, key: K, item: T): void {
  const list = lists.get(key)
  if (list) list.push(item)
  else lists.set(key, [item])
}

/**
 * The same for sets: what stands there already is not added again.
 *
 * @example
 * gatherOnce(bearers, 'DE', 4) // bearers.get('DE') has 4
 */
export function gatherOnce<K, T>(sets: Map<K, Set<T>>, key: K, item: T): void {
  const set = sets.get(key)
  if (set) set.add(item)
  else sets.set(key, new Set([item]))
}

/**
 * Items by what they have in common, in their order.
 *
 * @example
 * groupBy(['ab', 'c', 'de'], text => text.length) //=> Map { 2 => ['ab', 'de'], 1 => ['c'] }
 */
export function groupBy<K, T>(items: Iterable<T>, keyOf: (item: T) => K): Map<K, T[]> {
  const lists = new Map<K, T[]>()
  for (const item of items) gather(lists, keyOf(item), item)
  return lists
}

/**
 * Those that pass, where any do; else all.
 *
 * @example
 * keepSome([1, 2, 3], n => n > 1) //=> [2, 3]
 */
export function keepSome<T>(list: readonly T[], passes: (item: T) => boolean): T[] {
  const some = list.filter(passes)
  return some.length > 0 ? some : [...list]
}
