import type { Brief } from '../brief/types'
import type { Unit } from '../brief/units'
import { inListWords } from '../brief/list-words'
import { listUnits } from '../brief/units'
import { expectedOf } from '../checking/judge'
import { numbersOf } from '../brief/slots'
import type { Roster } from '../roster/types'
import type { RuleWarning } from './warnings'
import { warnOfNoGroups, warnOfRule } from './warnings'

/** What one holder's file must be called. */
export interface SampleName { holder: string, why: string, path: string, length: number }

/** A requirement as it will be, before anybody saves a file. */
export interface RulePreview { samples: SampleName[], warnings: RuleWarning[] }

/**
 * Exact names for three holders (longest, plainest, most awkward) and what will go wrong with the rule.
 *
 * @param stated - from `readBrief`
 * @param requirementId - which requirement
 */
export function previewRule(stated: Brief, requirementId: string, roster: Roster): RulePreview {
  const brief = inListWords(stated, roster)
  const requirement = brief.requirements.find(one => one.id === requirementId)
  if (!requirement) return { samples: [], warnings: [] }
  const units = listUnits({ ...brief, requirements: [requirement] }, roster).units.filter(unit => unit.owed)
  const warnings = [...warnOfNoGroups(requirement, roster), ...warnOfRule(requirement, units)]
  return { samples: pickHolders(units).map(({ unit, why }) => sampleOf(unit, why)), warnings }
}

const sayName = (unit: Unit): string => (unit.requirement.holder === 'group' ? unit.holder : unit.people[0]?.name ?? unit.holder)

/** Marks, signs, many words and a missing given name make a name awkward. */
function awkwardness(unit: Unit): number {
  return (sayName(unit).match(/[^A-Za-z ]/g)?.length ?? 0) * 3 + sayName(unit).split(' ').length + (unit.people[0]?.given ? 0 : 4)
}

function pickHolders(units: readonly Unit[]): { unit: Unit, why: string }[] {
  const picked: { unit: Unit, why: string }[] = []
  for (const [why, score] of [
    ['longest', (unit: Unit) => sayName(unit).length],
    ['plainest', (unit: Unit) => -awkwardness(unit) - sayName(unit).length / 100], ['most awkward', awkwardness],
  ] as const) {
    let best: Unit | null = null
    for (const unit of units) if (!picked.some(one => one.unit === unit) && (!best || score(unit) > score(best))) best = unit
    if (best) picked.push({ unit: best, why })
  }
  return picked
}

function sampleOf(unit: Unit, why: string): SampleName {
  const { folder, name, extensions } = expectedOf(unit, unit.requirement.count.by === null ? null : numbersOf(unit).first)
  const file = `${name ?? 'any name'}${extensions[0] ? `.${extensions[0]}` : ''}`
  const path = folder ? `${folder}/${file}` : file
  return { holder: sayName(unit), why, path, length: path.length }
}
