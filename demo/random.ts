/** Repeatable chance: the same seed gives the same demo on every machine (mulberry32). */
export interface Chance {
  /** From 0 up to, but not including, 1. */
  next(): number
  /** Whole number from 0 up to, but not including, `below`. */
  below(below: number): number
  pick<T>(list: readonly T[]): T
  shuffle<T>(list: readonly T[]): T[]
}

export function chanceOf(seed: number): Chance {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6D2B79F5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  const below = (limit: number) => Math.floor(next() * limit)
  const pick = <T>(list: readonly T[]): T => {
    const picked = list[below(list.length)]
    if (picked === undefined) throw new RangeError('nothing to pick from')
    return picked
  }
  const shuffle = <T>(list: readonly T[]): T[] => {
    const rest = [...list]
    const out: T[] = []
    while (rest.length > 0) out.push(...rest.splice(below(rest.length), 1))
    return out
  }
  return { next, below, pick, shuffle }
}
