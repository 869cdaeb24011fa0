import type { UnitSet } from '../placing/index'
import type { Unit } from '../brief/units'

/** Wrappers inside wrappers are looked for so deep. */
const DEEPEST = 6

/**
 * Finds the folder around everything that a packing program or delivering system put there.
 *
 * It is one only if all files lie in it, more of them are in an asked folder when it is taken off, they belong to at
 * least two holders, and the brief does not ask for it. The same is then asked of the next level inside.
 *
 * @param folders - NFC folder of every file that takes part
 * @param byFolder - units whose folder a path may be
 * @param units - all units
 * @returns levels joined with `/`, or `null`
 */
export function findWrapper(folders: readonly string[], byFolder: (folder: string) => UnitSet, units: readonly Unit[]): string | null {
  let wrapper: string | null = null
  let rest: readonly string[] = folders
  // counted by distinct folder: thousands of files share a few
  for (let depth = 0; depth < DEEPEST; depth++) {
    const first = rest[0]?.split('/')[0]
    if (!first || rest.some(folder => folder !== first && !folder.startsWith(`${first}/`))) break
    const inside = rest.map(folder => folder.slice(first.length + 1))
    const fits = (paths: readonly string[]) => countFitting(paths, byFolder, units)
    const without = fits(rest)
    const within = fits(inside)
    if (within.files <= without.files || within.holders < 2) {
      // a wrapper may itself hold nothing but another one: look one level deeper before giving up
      if (without.files > 0 || depth + 1 >= DEEPEST || !worthLookingDeeper(inside, byFolder, units)) break
    }
    wrapper = wrapper === null ? first : `${wrapper}/${first}`
    rest = inside
  }
  return wrapper
}

function worthLookingDeeper(folders: readonly string[], byFolder: (folder: string) => UnitSet, units: readonly Unit[]): boolean {
  return findWrapper(folders, byFolder, units) !== null
}

function countFitting(folders: readonly string[], byFolder: (folder: string) => UnitSet, units: readonly Unit[]): { files: number, holders: number } {
  const counts = new Map<string, number>()
  for (const folder of folders) counts.set(folder, (counts.get(folder) ?? 0) + 1)
  const holders = new Set<string>()
  let files = 0
  for (const [folder, count] of counts) {
    const found = byFolder(folder)
    if (found.size === 0) continue
    files += count
    for (const index of found) {
      const unit = units[index]
      if (unit) holders.add(unit.holder)
      if (holders.size > 1) break
    }
  }
  return { files, holders: holders.size }
}
