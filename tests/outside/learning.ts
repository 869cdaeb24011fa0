// How often a rule drawn at random is found again from three of its names.
import { readBrief } from '../../core/brief/read'
import { learnRule } from '../../core/learning/learn'
import type { LearnedRule } from '../../core/learning/learn'
import { matchParts } from '../../core/names/match'
import { expandParts, fillTemplate } from '../../core/names/parts'
import { valuesOf } from '../../core/roster/values'
import type { Roster } from '../../core/roster/types'
import type { DrawnPerson, DrawnRule } from './rules'
import { drawer, drawFile, drawPeople, drawRule, tellingPeople, writeName } from './rules'

const STRICT = { letterCase: 'exact', separators: 'exact', accents: 'exact' } as const

export interface LearningTally { rules: number, first: number, firstThree: number, missed: string[] }

/** Draws rules, learns each from three names, and looks where a rule equal in effect ranks. */
export async function tallyLearning(seed: number, count: number): Promise<LearningTally> {
  const chance = drawer(seed)
  const tally: LearningTally = { rules: 0, first: 0, firstThree: 0, missed: [] }
  while (tally.rules < count) {
    const people = drawPeople(chance, 40)
    const rule = drawRule(chance)
    const shown = tellingPeople(people)
    const examples = shown.map(person => `${writeName(rule, person, drawFile(chance))}.pdf`)
    const roster: Roster = {
      people: people.map(one => ({ ...one, name: `${one.given} ${one.family}`, email: '', aliases: [], fields: {} })),
      columns: ['id', 'given', 'family', 'name', 'group', 'email', 'alias'],
    }
    const { rules } = await learnRule(examples, [], roster)
    const probes = people.map(person => ({ person, file: drawFile(chance) }))
    const rank = await firstEqual(rules, rule, probes, roster)
    tally.rules++
    if (rank === 0) tally.first++
    if (rank >= 0 && rank < 3) tally.firstThree++
    else tally.missed.push(`${JSON.stringify(examples)} → ${rules.slice(0, 3).map(one => one.name).join(' | ')}`)
  }
  return tally
}

/** A learned rule is equal in effect where it takes the rule's name of every person, as that person's, and no name of somebody else. */
async function firstEqual(
  rules: readonly LearnedRule[], drawn: DrawnRule, probes: readonly { person: DrawnPerson, file: ReturnType<typeof drawFile> }[],
  roster: Roster,
): Promise<number> {
  for (const [rank, { name, fields }] of rules.entries()) {
    const brief = await readBrief({ usitorBrief: 1, title: 't', requirements: [{ id: 'r', name, fields }] })
    const [requirement] = brief.requirements
    const template = requirement?.names[0]
    if (!requirement || !template) continue
    const equal = probes.every(({ person, file }, index) => {
      const of = roster.people[index]
      const other = roster.people[(index + 7) % roster.people.length]
      if (!of || !other) return false
      const written = writeName(drawn, person, file)
      const parts = fillTemplate(template, requirement.fields, valuesOf(of, ''))
      const match = matchParts(parts, written, STRICT)
      if (!match || expandParts(parts, match.captures) !== written) return false
      const twin = writeName(drawn, other, file) === written
      return twin || matchParts(fillTemplate(template, requirement.fields, valuesOf(other, '')), written, STRICT) === null
    })
    if (equal) return rank
  }
  return -1
}
