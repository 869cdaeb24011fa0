import type { Person } from '../roster/types'
import { looseKey, transcribe } from '../text/fold'
import { gather } from '../text/gather'

/** A piece of text that may be a name or part of one: letters up to where small ones end and a capital begins, or digits. */
const PIECES = /\p{Lu}+(?!\p{Ll})|\p{Lu}?[\p{Ll}\p{Lo}\p{Lm}\p{M}'’]+|\p{N}+/gu
/** A name is at most so many pieces. */
const MOST = 6
/** Shorter family names are words too often. */
const SHORTEST = 3

const INSTEAD = 'another person'

/** How a name may be written: without its accents, or with them written out (ü as ue). */
const keysOf = (name: string): string[] => [looseKey(name), looseKey(transcribe(name))]

/** Whose name may be said: who is told, and words that stand for something else in what they are told. */
export type Hiding = (own: readonly Pick<Person, 'id'>[], words?: readonly string[]) => (text: string) => string

/**
 * Prepares hiding the names of everybody else from what one is told: full names in either order, further names, and family names
 * alone, in any letter case, with or without accents, whatever stands between their parts.
 *
 * @param people - the whole list; looked at once, however many are told
 * @example
 * hideNames([{ id: 's2', given: 'Bo', family: 'Lindqvast', name: 'Bo Lindqvast', aliases: [] }])([])('LINDQVAST_bo/map.png')
 * //=> 'another person/map.png'
 */
export function hideNames(people: readonly Pick<Person, 'id' | 'name' | 'given' | 'family' | 'aliases'>[]): Hiding {
  const full = new Map<string, string[]>()
  const families = new Map<string, string[]>()
  for (const { id, name, given, family, aliases } of people) {
    const both = given && family ? [`${given} ${family}`, `${family} ${given}`] : []
    const names = [name, ...both, ...aliases.filter(alias => alias.length > SHORTEST)]
    for (const key of new Set(names.flatMap(keysOf))) if (key.length >= SHORTEST) gather(full, key, id)
    for (const key of new Set(keysOf(family))) if (key.length >= SHORTEST) gather(families, key, id)
  }
  return (own, words = []) => {
    const mine = new Set(own.map(one => one.id))
    const exempt = new Set(words.flatMap(word => [...word.matchAll(PIECES)].map(([piece]) => looseKey(piece))))
    const isOther = (key: string) => {
      const named = full.get(key)
      if (named) return !named.some(id => mine.has(id))
      const family = families.get(key)
      return family !== undefined && !exempt.has(key) && !family.some(id => mine.has(id))
    }
    return (text) => {
      const pieces = [...text.matchAll(PIECES)]
      let [out, kept] = ['', 0]
      for (let at = 0; at < pieces.length; at++) {
        const from = pieces[at]?.index ?? 0
        for (let many = Math.min(MOST, pieces.length - at); many > 0; many--) {
          const last = pieces[at + many - 1]
          const end = (last?.index ?? 0) + (last?.[0].length ?? 0)
          if (text.slice(from, end).includes('/') || !isOther(looseKey(text.slice(from, end)))) continue
          out += text.slice(kept, from) + INSTEAD
          kept = end
          at += many - 1
          break
        }
      }
      return out + text.slice(kept)
    }
  }
}
