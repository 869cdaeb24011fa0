import type { Person } from '../roster/types'
import { byCodeUnit } from '../text/order'
import { valueAt } from './prefix'
import type { Located, Lookups } from './wrapper'
import { countFitting } from './wrapper'

/** The level a delivering system made for every person, and what is read in its place. */
export interface OwnFolders {
  /** In words: `{family} {given}_#_file`. */
  pattern: string
  /** Whose level it is, and the level that is read instead (empty: none); `null` where it is no such level. */
  take(level: string): { people: readonly string[], level: string } | null
}

/** A level longer than this is not taken apart. */
const LONGEST = 160

/**
 * Finds the level that a package with one folder a person begins with: roster values, a serial, words that are always the same.
 *
 * It is one only if files of at least two persons lie so, and more files are where they belong with the level taken off, or cut
 * down to the person's values where the brief itself asks for such a level.
 *
 * @param files - every file that takes part, the wrapper taken off
 * @returns `null` where there is none
 */
export function findOwnFolders(files: readonly Located[], index: Lookups, people: readonly Person[]): OwnFolders | null {
  const byId = new Map(people.map(person => [person.id, person]))
  const counts = new Map<string, number>()
  for (const { folder } of files) {
    const level = firstLevel(folder)
    if (level) counts.set(level, (counts.get(level) ?? 0) + 1)
  }
  const patterns = new Map<string, { files: number, levels: Map<string, { people: Set<string>, level: string }>, people: Set<string> }>()
  for (const [level, count] of counts) {
    if (level.length > LONGEST) continue
    const seen = new Set<string>()
    for (const key of index.people.namedIn(level).keys()) {
      const person = key.startsWith('p:') ? byId.get(key.slice(2)) : undefined
      const described = person && describeLevel(level, person)
      if (!person || !described) continue
      const entry = patterns.get(described.pattern) ?? { files: 0, levels: new Map(), people: new Set() }
      patterns.set(described.pattern, entry)
      if (!seen.has(described.pattern)) entry.files += count
      seen.add(described.pattern)
      entry.people.add(person.id)
      const here = entry.levels.get(level) ?? { people: new Set(), level: described.values }
      here.people.add(person.id)
      entry.levels.set(level, here)
    }
  }
  const [best] = [...patterns].filter(([, { people: persons, levels }]) => persons.size >= 2 && levels.size >= 2)
    .sort((a, b) => b[1].files - a[1].files || byCodeUnit(a[0], b[0]))
  if (!best) return null
  const [pattern, { levels }] = best
  const reading = (off: boolean) => files.map(({ folder, base }): Located => {
    const level = firstLevel(folder)
    const seen = levels.get(level)
    if (!seen) return { folder, base }
    const rest = folder.slice(level.length + 1)
    const kept = rest === '' ? seen.level : `${seen.level}/${rest}`
    return { folder: off ? rest : kept, base }
  })
  const asIs = countFitting(files, index).files
  const [off, cut] = [countFitting(reading(true), index).files, countFitting(reading(false), index).files]
  if (Math.max(off, cut) <= asIs) return null
  return {
    pattern,
    take(level) {
      const seen = levels.get(level)
      return seen ? { people: [...seen.people], level: off >= cut ? '' : seen.level } : null
    },
  }
}

function firstLevel(folder: string): string {
  const slash = folder.indexOf('/')
  return slash < 0 ? folder : folder.slice(0, slash)
}

/** A level in words, and the stretch of it that holds the person's values; `null` where it holds none. */
function describeLevel(level: string, person: Person): { pattern: string, values: string } | null {
  const pieces = level.split(/([ _\-.]+)/)
  let pattern = ''
  let first = -1
  let last = -1
  for (let index = 0; index < pieces.length;) {
    const piece = pieces[index] ?? ''
    const value = piece === '' || /^[ _\-.]+$/.test(piece) || /^\d+$/.test(piece) ? null : valueAt(pieces, index, person)
    if (!value) {
      pattern += /^\d+$/.test(piece) ? '#' : piece
      index++
      continue
    }
    pattern += value.words
    if (first < 0) first = index
    last = value.next
    index = value.next
  }
  return first < 0 ? null : { pattern, values: pieces.slice(first, last).join('') }
}
