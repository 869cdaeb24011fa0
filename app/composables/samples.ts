import { readBrief } from '#core/brief/read'
import type { BriefDocument } from '#core/brief/document'
import { listUnits } from '#core/brief/units'
import type { Unit } from '#core/brief/units'
import { expectedOf } from '#core/checking/judge'
import { numbersOf } from '#core/placing/slots'
import type { Roster } from '#core/roster/types'

/** What one holder's file must be called, worked out from the draft. */
export interface SampleName { holder: string, why: string, path: string }

/** Sample names, and who would get a name that somebody else gets too. */
export interface Samples { names: SampleName[], same: string[] }

/** Exact names for three holders: the longest, the plainest and the most awkward name of the list. */
export async function sampleNames(document: BriefDocument, requirementId: string, roster: Roster): Promise<Samples> {
  const brief = await readBrief(JSON.parse(JSON.stringify({ ...document, requirements: document.requirements.filter(one => one.id === requirementId) })))
  const units = listUnits(brief, roster).units.filter(unit => unit.owed)
  if (units.length === 0) return { names: [], same: [] }
  const text = (unit: Unit) => (unit.requirement.holder === 'group' ? unit.holder : unit.people[0]?.name ?? unit.holder)
  const awkward = (unit: Unit) => (text(unit).match(/[^A-Za-z ]/g)?.length ?? 0) * 3 + text(unit).split(' ').length + (unit.people[0]?.given ? 0 : 4)
  const most = (score: (unit: Unit) => number, taken: Unit[]) => units.filter(unit => !taken.includes(unit)).reduce<Unit | null>((best, unit) => (!best || score(unit) > score(best) ? unit : best), null)
  const picked: { unit: Unit, why: string }[] = []
  for (const [why, score] of [['longest', (unit: Unit) => text(unit).length], ['plainest', (unit: Unit) => -awkward(unit) - text(unit).length / 100], ['most awkward', awkward]] as const) {
    const unit = most(score, picked.map(one => one.unit))
    if (unit) picked.push({ unit, why })
  }
  const names = picked.map(({ unit, why }) => {
    const numbered = unit.requirement.count.by !== null
    const { folder, name, extensions } = expectedOf(unit, numbered ? numbersOf(unit).first : null)
    const file = `${name ?? 'any name'}${extensions[0] ? `.${extensions[0]}` : ''}`
    return { holder: text(unit), why, path: folder ? `${folder}/${file}` : file }
  })
  return { names, same: sameNames(units, text) }
}

/** Holders whose files would bear one and the same path. */
function sameNames(units: readonly Unit[], text: (unit: Unit) => string): string[] {
  const byPath = new Map<string, string[]>()
  for (const unit of units) {
    const { folder, name } = expectedOf(unit, null)
    if (name === null) continue
    const path = `${folder ?? ''}/${name}`
    byPath.set(path, [...byPath.get(path) ?? [], text(unit)])
  }
  return [...byPath.values()].find(holders => holders.length > 1) ?? []
}
