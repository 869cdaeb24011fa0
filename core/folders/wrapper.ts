import type { UnitSet } from '../names/key-index'
import type { Unit } from '../brief/units'

/** Wrappers inside wrappers are looked for so deep. */
const DEEPEST = 6

/** A file as far as its wrapper is concerned: NFC folder, and base name. */
export interface Located { folder: string, base: string }

/** Where folders and names may belong. */
export interface Lookups {
  byFolder(folder: string): UnitSet
  byName(base: string): UnitSet
  units: readonly Unit[]
  /** Keys of the holders a text names. */
  people: { namedIn(text: string): ReadonlyMap<string, unknown> }
}

/**
 * Finds the folder around everything that a packing program or delivering system put there.
 *
 * It is one only if all files lie in it, more of them are in an asked folder when it is taken off, they belong to at
 * least two holders, and the brief does not ask for it. The same is then asked of the next level inside.
 *
 * @param files - every file that takes part
 * @returns levels joined with `/`, or `null`
 */
export function findWrapper(files: readonly Located[], index: Lookups): string | null {
  let wrapper: string | null = null
  let rest = files
  for (let depth = 0; depth < DEEPEST; depth++) {
    const first = rest[0]?.folder.split('/')[0]
    if (!first || rest.some(({ folder }) => folder !== first && !folder.startsWith(`${first}/`))) break
    const inside = rest.map(({ folder, base }) => ({ folder: folder.slice(first.length + 1), base }))
    const without = countFitting(rest, index)
    const within = countFitting(inside, index)
    if (within.files <= without.files || within.holders < 2) {
      // a wrapper may itself hold nothing but another one: look one level deeper before giving up
      if (without.files > 0 || depth + 1 >= DEEPEST || findWrapper(inside, index) === null) break
    }
    wrapper = wrapper === null ? first : `${wrapper}/${first}`
    rest = inside
  }
  return wrapper
}

/** How many files are in an asked folder, and of how many holders (two are enough to know). */
export function countFitting(files: readonly Located[], index: Lookups): { files: number, holders: number } {
  const unitsByName = new Map<string, UnitSet>()
  const holders = new Set<string>()
  let count = 0
  for (const { folder, base } of files) {
    // thousands of files share a few folders
    const units = unitsByName.get(folder) ?? index.byFolder(folder)
    unitsByName.set(folder, units)
    if (units.size === 0) continue
    count++
    if (holders.size < 2) for (const holder of holdersOf(units, base, index)) holders.add(holder)
  }
  return { files: count, holders: holders.size }
}

/** Whose file it may be: the folder's one holder, or of a folder that many share the one its name fits. */
function holdersOf(units: UnitSet, base: string, index: Lookups): Set<string> {
  const own = (set: Iterable<number>) => {
    const holders = new Set<string>()
    for (const unitIndex of set) {
      holders.add(index.units[unitIndex]?.holder ?? '')
      if (holders.size > 1) break
    }
    return holders
  }
  const byFolder = own(units)
  if (byFolder.size < 2) return byFolder
  const named = index.byName(base)
  const both = named.size <= units.size ? [...named].filter(at => units.has(at)) : [...units].filter(at => named.has(at))
  const byName = own(both)
  return byName.size === 1 ? byName : new Set()
}

/** A folder seen from inside the one around everything; what lies outside it stays as it is. */
export function insideWrapper(folder: string, wrapper: string | null): string {
  if (wrapper === null) return folder
  if (folder === wrapper) return ''
  return folder.startsWith(`${wrapper}/`) ? folder.slice(wrapper.length + 1) : folder
}
