import { readBrief } from '../../core/brief/read'
import { check } from '../../core/checking/check'
import type { Report } from '../../core/checking/report'
import type { Roster } from '../../core/roster/types'
import type { World, WorldSlot } from './messy'

/** Counts over worlds: shares are worked out of them at the end. */
export interface Score {
  placed: number
  placedRightly: number
  knowable: number
  accusedSlots: string[]
  untouched: number
  findings: number
  expected: number
  met: number
  kinds: Map<string, { files: number, asExpected: number, misses: string[] }>
}

export const emptyScore = (): Score => ({
  placed: 0, placedRightly: 0, knowable: 0, accusedSlots: [], untouched: 0, findings: 0, expected: 0, met: 0, kinds: new Map(),
})

const keyOf = (slot: WorldSlot | null | undefined) => (slot ? `${slot.requirement}\n${slot.holder}\n${slot.n ?? ''}` : '')
const PLACED = new Set(['placed', 'superseded', 'duplicate'])

/** Checks a world and holds the report against what is true. */
// eslint-disable-next-line complexity -- one row a measure, in the order of the report
export async function scoreWorld(world: World, score: Score): Promise<Report> {
  const roster: Roster = { people: world.people, columns: [] }
  const report = check({ brief: await readBrief(world.document), roster, received: world.files, checkedAt: 0 })
  const truth = new Map(world.truth.map(one => [one.path, one]))
  for (const file of report.files) {
    const real = truth.get(file.path)
    if (!real) throw new Error(`nothing is known of ${file.path}`)
    const isPlaced = PLACED.has(file.role)
    const rightly = isPlaced && keyOf(file.slot) === keyOf(real.slot)
    if (isPlaced) score.placed++
    if (isPlaced && rightly) score.placedRightly++
    if (real.slot) score.knowable++
    // only these notices are asked for here; others may stand beside
    const codes = file.findings.map(finding => finding.code).filter(code => code !== 'content.shared' && code !== 'content.shrunk').sort()
    score.findings += codes.length
    score.expected += real.codes.length
    score.met += codes.filter(code => real.codes.includes(code)).length
    const asExpected = file.role === real.role && keyOf(PLACED.has(file.role) ? file.slot : null) === keyOf(real.slot)
      && codes.join() === [...real.codes].sort().join()
    const kind = real.kinds.join(' + ') || 'right'
    for (const name of real.kinds.length > 0 ? real.kinds : ['right']) {
      const entry = score.kinds.get(name) ?? { files: 0, asExpected: 0, misses: [] }
      score.kinds.set(name, entry)
      entry.files++
      if (asExpected) entry.asExpected++
      else entry.misses.push(`[${world.name}] ${kind}: ${file.path} is ${file.role} ${keyOf(file.slot).replace(/\n/g, ' ')} with `
        + `${codes.join(' ') || 'nothing'}; true: ${real.role} ${keyOf(real.slot).replace(/\n/g, ' ')} with `
        + `${real.codes.join(' ') || 'nothing'}`)
    }
  }
  const missing = new Set(world.missing.map(keyOf))
  const untouched = new Set(world.untouched.map(keyOf))
  for (const slot of report.slots) {
    const key = keyOf(slot)
    if (slot.findings.some(finding => finding.code === 'missing')) {
      score.findings++
      if (missing.has(key)) score.met++
    }
    if (untouched.has(key)) {
      score.untouched++
      if (slot.status !== 'right') score.accusedSlots.push(`[${world.name}] ${key.replace(/\n/g, ' ')}: ${slot.status} ${slot.files.join(', ')}`)
    }
  }
  score.expected += missing.size
  return report
}

/** The measures, as shares of one. */
export function sharesOf(score: Score) {
  return {
    placementPrecision: score.placedRightly / score.placed, placementRecall: score.placedRightly / score.knowable,
    findingPrecision: score.met / score.findings, findingRecall: score.met / score.expected, accused: score.accusedSlots.length,
    untouched: score.untouched,
  }
}
