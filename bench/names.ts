// Names a second on one core: exact matches, explanations of misnamed files; and learning from 20 examples and 500 people.
import { learnRule } from '../core/learning/learn'
import { explainParts } from '../core/names/explain'
import { matchParts } from '../core/names/match'
import type { NamePart } from '../core/names/parts'
import { expandParts, fillTemplate } from '../core/names/parts'
import { parseTemplate } from '../core/names/template'
import type { Strictness } from '../core/names/strictness'
import type { FieldRule } from '../core/names/fields/index'
import type { Roster } from '../core/roster/types'
import { drawer, drawFile, drawPeople, drawRule, writeName } from '../tests/outside/rules'

const chance = drawer(7)
const strictness: Strictness = { letterCase: 'exact', separators: 'exact', accents: 'ignore' }
const rules: Record<string, FieldRule> = {
  n: { type: 'number', digits: 2, from: 1, to: 99 }, group: { type: 'roster', case: 'upper', spaces: '-', accents: 'keep' },
}
const template = parseTemplate('{group}_{family}-{given:1}_quadrat-{n}')
const people = drawPeople(chance, 500)
const names = people.map((person): { parts: NamePart[], right: string, wrong: string } => {
  const parts = fillTemplate(template, rules, { ...person })
  const right = expandParts(parts, { n: String(1 + chance.below(99)).padStart(2, '0') })
  const index = chance.below(right.length)
  return { parts, right, wrong: chance.pick([
    right.toLowerCase(), right.replace(/_/g, ' '), `${right}_final`, right.slice(0, index) + right.slice(index + 1),
    right.replace(/-0(\d)$/, '-$1'), right.replace('quadrat', 'qadrat'),
  ]) }
})

/** Calls a second, the median of five rounds after one to warm up. */
function rate(calls: number, work: (at: number) => unknown): number {
  const rounds = Array.from({ length: 6 }, () => {
    const start = performance.now()
    for (let call = 0; call < calls; call++) work(call)
    return calls / (performance.now() - start) * 1000
  }).slice(1).sort((a, b) => a - b)
  return rounds[2] ?? 0
}
const nameAt = (index: number) => names[index % names.length]
const matches = rate(200_000, at => matchParts(nameAt(at)?.parts ?? [], nameAt(at)?.right ?? '', strictness))
const explained = rate(20_000, at => explainParts(nameAt(at)?.parts ?? [], nameAt(at)?.wrong ?? '', { strictness }))
console.log(`exact matches: ${Math.round(matches)} a second (goal ≥ 500000); explanations: ${Math.round(explained)} a second (goal ≥ `
  + `20000); one explanation costs ${(matches / explained).toFixed(0)} matches`)

const roster: Roster = {
  people: people.map(person => ({ ...person, name: `${person.given} ${person.family}`, email: '', aliases: [], fields: {} })),
  columns: ['id', 'given', 'family', 'name', 'group'],
}
const times: number[] = []
for (let round = 0; round < 9; round++) {
  const rule = drawRule(chance)
  const examples = people.slice(round * 20, round * 20 + 20).map(person => `${writeName(rule, person, drawFile(chance))}.pdf`)
  const start = performance.now()
  await learnRule(examples, [], roster)
  times.push(performance.now() - start)
}
const median = [...times].sort((a, b) => a - b)[4] ?? 0
console.log(`learning from 20 examples and ${people.length} people: ${median.toFixed(0)} ms, median of nine rules (goal < 100)`)
