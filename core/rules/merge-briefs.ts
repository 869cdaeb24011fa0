import type { BriefDocument, RequirementDocument } from '../brief/document'

/** Keys of a requirement that are one decision: they are taken together, from one of two people. Any other key is a decision of its own. */
const TOGETHER = [
  ['name', 'fields'], ['formats', 'extensionCase'], ['count', 'volumes', 'optional'], ['due', 'grace', 'correctBy'], ['holder', 'owedBy'],
  ['size', 'keep', 'locked'], ['companions', 'copies'],
] as const

/** One decision of a brief that was changed since two people began from the same. */
export interface ChangedPart {
  /** Id of the requirement; `null`: of the whole brief. */
  requirement: string | null
  /** First of the keys that are decided together; empty: the requirement as a whole was added or taken out. */
  key: string
  by: 'mine' | 'theirs' | 'both'
}

type Values = Record<string, unknown>

/** Text that two equal values share, whatever the order of their keys. */
function textOf(value: unknown): string {
  return JSON.stringify(value, (_, inner: unknown) => (typeof inner === 'object' && inner !== null && !Array.isArray(inner)
    ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
    : inner)) ?? ''
}

const keysOf = (key: string): readonly string[] => TOGETHER.find(keys => (keys as readonly string[]).includes(key)) ?? [key]
const headOf = (key: string): string => keysOf(key)[0] ?? key
const pick = (values: Values | undefined, key: string) => textOf(keysOf(key).map(one => values?.[one] ?? null))

function compare(before: string, mine: string, theirs: string): ChangedPart['by'] | null {
  if (mine === theirs) return null
  if (mine === before) return 'theirs'
  return theirs === before ? 'mine' : 'both'
}

/** The decisions of one level in which mine or theirs departs from what both began with. */
function changesOf(requirement: string | null, before: Values, mine: Values, theirs: Values, ignored: readonly string[]): ChangedPart[] {
  const heads = new Set([before, mine, theirs].flatMap(one => Object.keys(one)).filter(key => !ignored.includes(key)).map(headOf))
  return [...heads].flatMap((key) => {
    const by = compare(pick(before, key), pick(mine, key), pick(theirs, key))
    return by === null ? [] : [{ requirement, key, by }]
  })
}

const byId = (brief: BriefDocument) => new Map(brief.requirements.map(one => [one.id, one]))

/** A piece that both added under one id is two pieces: mine takes a free one. */
function apart(base: BriefDocument, mine: BriefDocument, theirs: BriefDocument): BriefDocument {
  const [was, other] = [byId(base), byId(theirs)]
  const taken = new Set([...was.keys(), ...other.keys(), ...byId(mine).keys()])
  return {
    ...mine, requirements: mine.requirements.map((one) => {
      const same = other.get(one.id)
      if (was.has(one.id) || !same || textOf(same) === textOf(one)) return one
      let serial = 2
      while (taken.has(`${one.id}-${serial}`)) serial++
      taken.add(`${one.id}-${serial}`)
      return { ...one, id: `${one.id}-${serial}` }
    }),
  }
}

/** Whether the order of the pieces is mine: where theirs is as it was, or only added to. */
function leadsBefore(base: BriefDocument, mine: BriefDocument, theirs: BriefDocument): boolean {
  const was = byId(base)
  const whole = (brief: BriefDocument) => brief.requirements.map(one => one.id).join('\n')
  const common = (brief: BriefDocument) => brief.requirements.map(one => one.id).filter(id => was.has(id)).join('\n')
  if (whole(theirs) === whole(base)) return true
  return whole(mine) !== whole(base) && common(theirs) === common(base)
}

/**
 * Joins what two people made of the same brief, decision by decision: what only one of them changed is taken from that one.
 *
 * @param base - what both began with
 * @param choose - whose decision counts where both changed the same one
 * @returns the joined brief, and every decision in which mine or theirs departs from the base
 * @example
 * // one renamed a piece, the other gave it a folder: both hold, and nobody is asked
 * mergeBriefs(base, renamed, moved, () => 'mine').parts.filter(part => part.by === 'both') //=> []
 */
export function mergeBriefs(
  base: BriefDocument, mine: BriefDocument, theirs: BriefDocument, choose: (part: ChangedPart) => 'mine' | 'theirs',
): { document: BriefDocument, parts: ChangedPart[] } {
  const own = apart(base, mine, theirs)
  const [was, here, there] = [byId(base), byId(own), byId(theirs)]
  const parts: ChangedPart[] = changesOf(null, { ...base }, { ...own }, { ...theirs }, ['requirements', 'usitorBrief'])
  for (const id of new Set([...was.keys(), ...there.keys(), ...here.keys()])) {
    const [before, one, other] = [was.get(id), here.get(id), there.get(id)]
    if (one && other) parts.push(...changesOf(id, { ...before ?? other }, { ...one }, { ...other }, ['id']))
    else {
      const by = compare(textOf(before), textOf(one), textOf(other))
      if (by !== null) parts.push({ requirement: id, key: '', by })
    }
  }
  const sideOf = (part: ChangedPart) => (part.by === 'both' ? choose(part) : part.by)
  const taken = new Map(parts.map(part => [`${part.requirement ?? ''}\n${part.key}`, sideOf(part)]))
  const join = <T extends object>(requirement: string, one: T, other: T): T => {
    // what neither changed is the same in both
    const isMine = (key: string) => taken.get(`${requirement}\n${headOf(key)}`) === 'mine'
    const entries = [
      ...Object.entries(other).filter(([key]) => !isMine(key)), ...Object.entries(one).filter(([key]) => isMine(key)),
    ]
    return Object.fromEntries(entries) as T
  }
  const stays = (id: string) => {
    const side = taken.get(`${id}\n`)
    if (side === undefined) return here.has(id) || there.has(id)
    return (side === 'mine' ? here : there).has(id)
  }
  const [first, second] = leadsBefore(base, own, theirs) ? [own, theirs] : [theirs, own]
  const ids = [...new Set([...first.requirements, ...second.requirements].map(one => one.id))].filter(stays)
  const requirements = ids.flatMap((id): RequirementDocument[] => {
    const [one, other] = [here.get(id), there.get(id)]
    if (one && other) return [join(id, one, other)]
    return [one ?? other].flatMap(found => found ?? [])
  })
  return { document: { ...join('', own, theirs), requirements }, parts }
}
