import { gatherOnce } from '../text/gather'
import { patternKey, receivedKeys } from './tokens'

/** Indexes of units, without repeats; may be large where the name says nothing of whose file it is. */
export type UnitSet = ReadonlySet<number>

/** Looks names up by loose keys in which digit runs that the name itself tells are open. */
export class KeyIndex {
  private readonly sets = new Map<string, Set<number>>()
  readonly wilds = new Set<number>()

  add(pattern: string, unit: number): void {
    const { key, wild } = patternKey(pattern)
    this.wilds.add(wild)
    this.put(key, unit)
  }

  put(key: string, unit: number): void {
    gatherOnce(this.sets, key, unit)
  }

  get isEmpty(): boolean {
    return this.sets.size === 0
  }

  get(key: string): UnitSet | undefined {
    return this.sets.get(key)
  }

  find(text: string): UnitSet {
    const sets: UnitSet[] = []
    for (const key of receivedKeys(text, this.wilds)) {
      const set = this.sets.get(key)
      if (set) sets.push(set)
    }
    return union(sets)
  }
}

export const NONE: UnitSet = new Set()

export function union(sets: UnitSet[]): UnitSet {
  const [first, ...rest] = sets
  if (!first) return NONE
  return rest.length === 0 ? first : new Set(sets.flatMap(set => [...set]))
}
