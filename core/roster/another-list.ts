import { looseKey } from '../text/fold'
import { gather } from '../text/gather'
import type { Person } from './types'

/** Somebody of a list, with the days from and until which they are there, where these are told. */
export interface ListedPerson extends Person { from?: string | null, until?: string | null }

/** An id under which another list has somebody else. */
export interface Renumbered { id: string, was: ListedPerson, is: ListedPerson }

/**
 * Who of a later list is who of an earlier one: by mail address, else by name and group, else by name, each where one alone bears it in both.
 *
 * @returns by the later one
 */
function sameOnes(before: readonly ListedPerson[], after: readonly ListedPerson[]): Map<ListedPerson, ListedPerson> {
  const same = new Map<ListedPerson, ListedPerson>()
  const taken = new Set<ListedPerson>()
  const ways: ((one: ListedPerson) => string)[] = [
    one => one.email.trim().toLowerCase(), one => `${looseKey(one.name)}\n${looseKey(one.group)}`, one => looseKey(one.name),
  ]
  for (const keyOf of ways) {
    const [earlier, later] = [before, after].map((list) => {
      const byKey = new Map<string, ListedPerson[]>()
      for (const one of list) if (!taken.has(one) && keyOf(one).trim() !== '') gather(byKey, keyOf(one), one)
      return byKey
    })
    for (const [key, [one, ...more]] of later ?? []) {
      const [was, ...others] = earlier?.get(key) ?? []
      if (!one || !was || more.length + others.length > 0) continue
      same.set(one, was)
      taken.add(one).add(was)
    }
  }
  return same
}

/** Whether nothing that somebody is called by is the other's. */
function areStrangers(one: ListedPerson, other: ListedPerson): boolean {
  const differ = (a: string, b: string) => a === '' || b === '' || looseKey(a) !== looseKey(b)
  return looseKey(one.name) !== looseKey(other.name)
    && (['given', 'family', 'email'] as const).every(part => differ(one[part], other[part]))
}

/**
 * Ids under which a later list has somebody else than an earlier one: whoever had it has another one there, or is there no more, and shares no
 * name with who has it now. Whoever only changed their name is no other.
 *
 * @param same - who is who, where that is known already
 * @returns in the later list's order
 * @example
 * // a class list is numbered anew once somebody has left
 * renumbered(before, after)[0] //=> { id: '3', was: { name: 'Mia Weiß', … }, is: { name: 'Ben Fischer', … } }
 */
export function renumbered(
  before: readonly ListedPerson[], after: readonly ListedPerson[], same: ReadonlyMap<ListedPerson, ListedPerson> = sameOnes(before, after),
): Renumbered[] {
  const stayed = new Set(same.values())
  const byId = new Map(before.map(one => [one.id, one]))
  return after.flatMap((is) => {
    const was = byId.get(is.id)
    const own = same.get(is)
    if (!was || own === was) return []
    return own || stayed.has(was) || areStrangers(was, is) ? [{ id: is.id, was, is }] : []
  })
}

/**
 * A later list in which everybody has the id they had in an earlier one. A newcomer whose id somebody has, or had, gets one that is free: the
 * next number where all ids are numbers.
 */
export function withEarlierIds(before: readonly ListedPerson[], after: readonly ListedPerson[]): ListedPerson[] {
  const same = sameOnes(before, after)
  const taken = new Set(before.map(one => one.id))
  const others = new Set(renumbered(before, after, same).map(one => one.id))
  const free = freeIds(taken)
  return after.map((one) => {
    const earlier = same.get(one)
    if (earlier) return { ...one, id: earlier.id }
    // whoever only changed their name keeps it as well
    if (taken.has(one.id) && others.has(one.id)) return { ...one, id: free(one.id) }
    taken.add(one.id)
    return one
  })
}

/** What a later list changes: who comes, who goes, who is in another group or called otherwise; each in its list's order. */
export interface ListChanges {
  added: ListedPerson[]
  gone: ListedPerson[]
  moved: { was: ListedPerson, is: ListedPerson }[]
  renamed: { was: ListedPerson, is: ListedPerson }[]
}

/**
 * Compares a later list with an earlier one, by id: what is handed in and decided goes by it.
 *
 * @example
 * listChanges(before, after).moved[0] //=> { was: { name: 'Bo', group: 'Reef', … }, is: { name: 'Bo', group: 'Dune', … } }
 */
export function listChanges(before: readonly ListedPerson[], after: readonly ListedPerson[]): ListChanges {
  const [earlier, later] = [before, after].map(list => new Map(list.map(one => [one.id, one])))
  const both = after.flatMap((is) => {
    const was = earlier?.get(is.id)
    return was ? [{ was, is }] : []
  })
  return {
    added: after.filter(one => !earlier?.has(one.id)), gone: before.filter(one => !later?.has(one.id)),
    moved: both.filter(({ was, is }) => was.group !== is.group), renamed: both.filter(({ was, is }) => was.name !== is.name),
  }
}

/** Gives out ids that nobody has. */
function freeIds(taken: Set<string>): (wanted: string) => string {
  const areNumbers = [...taken].every(id => /^\d{1,9}$/.test(id))
  const width = Math.max(0, ...[...taken].filter(id => id.startsWith('0')).map(id => id.length))
  let last = areNumbers ? Math.max(0, ...[...taken].map(Number)) : 0
  return (wanted) => {
    const next = () => (areNumbers ? String(++last).padStart(width, '0') : `${wanted}-${++last + 1}`)
    let id = next()
    while (taken.has(id)) id = next()
    taken.add(id)
    return id
  }
}

/** A later list with what an earlier one was told of the same people besides: other names they go by, and from and until when they are there. */
export function withWhatWasTold(before: readonly ListedPerson[], after: readonly ListedPerson[]): ListedPerson[] {
  const same = sameOnes(before, after)
  return after.map((one) => {
    const earlier = same.get(one)
    if (!earlier) return one
    const { from = earlier.from, until = earlier.until } = one
    return {
      ...one, aliases: [...new Set([...one.aliases, ...earlier.aliases])],
      ...(from === undefined ? {} : { from }), ...(until === undefined ? {} : { until }),
    }
  })
}
