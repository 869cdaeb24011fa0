import type { RequirementDocument } from '../brief/document'
import { readBrief } from '../brief/read'
import type { Requirement } from '../brief/types'
import { fillFolder, matchFolder } from '../names/levels'
import { countsAs, formatsOfExtension } from '../formats/registry'
import { opennessOf } from '../names/fields/index'
import { splitExtension } from '../names/extension'
import { matchParts } from '../names/match'
import { fillTemplate } from '../names/parts'
import { valuesOf } from '../roster/values'
import { tokensOf } from '../names/tokens'
import type { Roster } from '../roster/types'
import { looseKey } from '../text/fold'
import type { Cover } from './cover'
import { coverName } from './cover'
import type { Element } from './unify'
import { unifyPieces, wordElements } from './unify'
import type { Variant } from './variants'
import { valuesToFind, variantsOf } from './variants'

/** A rule that examples suggest. */
export interface LearnedRule {
  name: string
  /** Only where the examples came with folders. */
  folder?: string
  fields: NonNullable<RequirementDocument['fields']>
  /** Positions of the right examples it accepts. */
  accepts: number[]
  /** Positions of the wrong examples it accepts all the same. */
  acceptsWrong: number[]
}

export interface Learned {
  /** Ids of the formats whose extensions the right examples have; empty where one has none, or one of no format known. */
  formats: string[]
  /** The likeliest first. */
  rules: LearnedRule[]
  /** What contradicts what, in words. */
  conflicts: string[]
}

const STRICT = { letterCase: 'exact', separators: 'exact', accents: 'exact' } as const
const MOST_RULES = 6
/** Examples a rule is made from; the rest only has to fit. */
const MADE_FROM = 8
const MOST_PEOPLE = 6
const MOST_EXAMPLES = 20

/**
 * Proposes rules from names that are right: which stretches are roster values and how they are written, numbers, dates, constants.
 *
 * @param right - two to twenty names or paths, with or without extension
 * @param wrong - names that must not fit
 * @param roster - whose values to look for
 * @returns ranked proposals with the examples each accepts, and contradictions
 * @example
 * (await learnRule(['REEF_Marsh_01', 'DUNE_Lind_12'], [], roster)).rules[0].name //=> '{group}_{family}_{n}'
 */
export async function learnRule(right: readonly string[], wrong: readonly string[], roster: Roster): Promise<Learned> {
  const bases = right.slice(0, MOST_EXAMPLES).map(baseOf)
  const wrongBases = wrong.slice(0, MOST_EXAMPLES).map(baseOf)
  const conflicts = wrongBases.flatMap((base, at) => (bases.includes(base)
    ? [`"${wrong[at] ?? ''}" stands among the right and among the wrong names.`]
    : []))
  const finder = findPeople(roster)
  const candidates = new Map<string, Omit<LearnedRule, 'accepts' | 'acceptsWrong'> & { guesses: number }>()
  for (const dates of [true, false]) {
    for (const elements of commonElements(bases, roster, finder, dates)) {
      for (const { template, fields, guesses } of wordElements(elements)) {
        const cut = template.lastIndexOf('/')
        const rule = { name: template.slice(cut + 1), ...(cut < 0 ? {} : { folder: template.slice(0, cut) }), fields }
        const key = JSON.stringify(rule)
        if (!candidates.has(key)) candidates.set(key, { ...rule, guesses: guesses + (dates ? 0 : 1) })
      }
    }
    // without a date in any example the second look is the first again
    if (!bases.some(base => /\d{2}/.test(base))) break
  }
  const rules: (LearnedRule & { guesses: number })[] = []
  for (const rule of [...candidates.values()].sort((a, b) => a.guesses - b.guesses).slice(0, 24)) {
    const fits = await matcherOf(rule, roster, finder)
    if (!fits) continue
    const accepted = (list: readonly string[]) => list.flatMap((base, at) => (fits(base) ? [at] : []))
    rules.push({ ...rule, accepts: accepted(bases), acceptsWrong: accepted(wrongBases) })
  }
  rules.sort((a, b) => b.accepts.length - a.accepts.length || a.acceptsWrong.length - b.acceptsWrong.length || cost(a) - cost(b))
  // where a rule without anything left open takes all, looser ones are no help
  const closed = rules.some(rule => rule.accepts.length === bases.length && !isOpen(rule))
  const kept = rules.filter(rule => rule.accepts.length > 0 && !(closed && isOpen(rule))).slice(0, MOST_RULES)
  const best = kept[0]
  if (best && best.accepts.length < bases.length) {
    const left = bases.map((_, at) => at).filter(at => !best.accepts.includes(at))
    const first = right[best.accepts[0] ?? 0] ?? ''
    conflicts.push(`No one rule takes all: ${left.map(at => `"${right[at] ?? ''}"`).join(', ')} ${left.length === 1 ? 'is' : 'are'} not `
      + `put together like "${first}".`)
  }
  if (best) for (const index of best.acceptsWrong) {
    conflicts.push(`"${wrong[index] ?? ''}" is put together like the right names; nothing in it tells why it is wrong.`)
  }
  if (kept.length === 0 && bases.length > 0) conflicts.push('The names have nothing in common that makes a rule.')
  return { rules: kept.map(({ guesses: _guesses, ...rule }) => rule), formats: formatsOf(right), conflicts }
}

function formatsOf(right: readonly string[]): string[] {
  const each = right.map((example) => {
    const extension = splitExtension(example.trim()).extension.toLowerCase()
    const formats = formatsOfExtension(extension)
    // a kind of another one goes with it, as geojson with json
    return formats.filter(id => !formats.some(other => other !== id && countsAs(id, other, extension)))
  })
  return each.some(formats => formats.length === 0) ? [] : [...new Set(each.flat())]
}

const isOpen = ({ fields }: Pick<LearnedRule, 'fields'>): boolean => Object.values(fields).some(field => opennessOf(field) > 0)

/** How much a rule leaves open or had to guess: free text most of all. */
function cost({ fields, guesses, name }: LearnedRule & { guesses: number }): number {
  const open = Object.values(fields).reduce((sum, field) => sum + opennessOf(field), 0)
  return guesses + open - (/\{/.test(name) ? 0 : -5)
}

function baseOf(example: string): string {
  const path = example.trim().normalize('NFC').replace(/\\/g, '/')
  const cut = path.lastIndexOf('/') + 1
  return path.slice(0, cut) + splitExtension(path.slice(cut)).base
}

interface PeopleFinder { likely(base: string): number[], variants(person: number): Variant[] }

/** Finds whose values a name may hold, by whole values and by their beginnings. */
function findPeople({ people, columns }: Roster): PeopleFinder {
  const byKey = new Map<string, Map<number, number>>()
  const add = (key: string, person: number, weight: number) => {
    if (key === '') return
    const entry = byKey.get(key) ?? new Map<number, number>()
    entry.set(person, Math.max(entry.get(person) ?? 0, weight))
    byKey.set(key, entry)
  }
  people.forEach((person, index) => {
    for (const [field, value] of valuesToFind(person, columns)) {
      const key = looseKey(value)
      add(key, index, field === 'group' ? 0.5 + key.length / 10 : key.length + 1)
      if (field !== 'group') for (let length = 2; length <= Math.min(5, key.length - 1); length++) add(key.slice(0, length), index, length * 0.4)
    }
  })
  const kept = new Map<number, Variant[]>()
  const asked = new Map<string, number[]>()
  return {
    likely(base) {
      const before = asked.get(base)
      if (before) return before
      const tokens = tokensOf(base)
      const scores = new Map<number, number>()
      for (let start = 0; start < tokens.length; start++) {
        let run = ''
        const best = new Map<number, number>()
        for (let end = start; end < Math.min(tokens.length, start + 6); end++) {
          run += tokens[end] ?? ''
          for (const [person, weight] of byKey.get(run) ?? []) best.set(person, Math.max(best.get(person) ?? 0, weight))
        }
        for (const [person, weight] of best) scores.set(person, (scores.get(person) ?? 0) + weight)
      }
      // a value may be run together with others, as in "marshana" or "vanholmA"
      for (let start = 0; start < tokens.length; start++) {
        let run = ''
        for (const token of tokens.slice(start, start + 4)) {
          run += token
          for (let length = 4; length < run.length; length++) {
            for (const piece of [run.slice(0, length), run.slice(-length)]) {
              for (const [person, weight] of byKey.get(piece) ?? []) {
                if (weight > piece.length) scores.set(person, (scores.get(person) ?? 0) + weight * 0.8)
              }
            }
          }
        }
      }
      const ranked = [...scores].sort((a, b) => b[1] - a[1] || a[0] - b[0]).slice(0, MOST_PEOPLE)
      const best = ranked[0]?.[1] ?? 0
      // who is told of much less is not meant
      const likely = ranked.filter(([, score]) => score >= best * 0.4).map(([person]) => person)
      asked.set(base, likely)
      return likely
    },
    variants(index) {
      const before = kept.get(index)
      if (before) return before
      const person = people[index]
      const made = person ? mergeVariants(valuesToFind(person, columns).flatMap(([field, value]) => variantsOf(field, value))) : []
      kept.set(index, made)
      return made
    },
  }
}

/** One text may be the value of two fields: it then keeps the writings of both. */
function mergeVariants(variants: readonly Variant[]): Variant[] {
  const byText = new Map<string, Map<string, Variant['writings'] extends ReadonlyMap<string, infer W> ? W : never>>()
  for (const { text, writings } of variants) byText.set(text, new Map([...byText.get(text) ?? [], ...writings]))
  return [...byText].map(([text, writings]) => ({ text, writings }))
}

/** What the examples have in common, for each way the first of them can be read. */
function* commonElements(bases: readonly string[], roster: Roster, finder: PeopleFinder, dates: boolean): Generator<Element[]> {
  const covers = bases.slice(0, MADE_FROM).map((base) => {
    const people = finder.likely(base)
    const read = people.map(person => coverName(base, finder.variants(person), person, dates))
    // nobody's name: constants, numbers and dates may still make a rule
    return [...read, coverName(base, [], -1, dates)].sort((a, b) => b.weight - a.weight)
  })
  // an example that is put together otherwise must not keep the others from making a rule
  for (const [position, ways] of covers.entries()) {
    for (const first of ways.slice(0, 4)) {
      let common: Element[] | null = unifyPieces(null, first.pieces)
      let joined = 1
      covers.forEach((other, index) => {
        if (index === position || !common) return
        const next = bestNext(common, other)
        if (next) {
          common = next
          joined++
        }
      })
      if (common && (joined > 1 || covers.length === 1)) yield common
    }
    if (position >= 2) return
  }
}

function bestNext(common: readonly Element[], covers: readonly Cover[]): Element[] | null {
  for (const cover of covers) {
    const next = unifyPieces(common, cover.pieces)
    if (next && next.length >= common.length) return next
  }
  for (const cover of covers) {
    const next = unifyPieces(common, cover.pieces)
    if (next) return next
  }
  return null
}

/** Holds names against a learned rule, with the values of those they may be of. */
async function matcherOf(
  rule: Pick<LearnedRule, 'name' | 'folder' | 'fields'>, roster: Roster, finder: PeopleFinder,
): Promise<((base: string) => boolean) | null> {
  let requirement: Requirement | undefined
  try {
    const brief = await readBrief({ usitorBrief: 1, title: 'learned', requirements: [
      { id: 'learned', name: rule.name, ...(rule.folder === undefined ? {} : { folder: rule.folder }), fields: rule.fields, strictness: STRICT },
    ] })
    requirement = brief.requirements[0]
  }
  catch {
    return null
  }
  const [template] = requirement?.names ?? []
  if (!requirement || !template) return null
  return (base) => {
    const levels = base.split('/')
    const name = levels.pop() ?? ''
    return [...finder.likely(base), -1].some((index) => {
      const person = roster.people[index] ?? roster.people[0]
      if (!person) return false
      const values = valuesOf(person, 'learned')
      if (!matchParts(fillTemplate(template, requirement.fields, values), name, STRICT)) return false
      const folder = fillFolder(requirement, values)
      return folder === null || matchFolder(folder, levels, requirement) !== null
    })
  }
}
