import { gather } from '../text/gather'
import type { Unit } from '../brief/units'
import type { Filled } from '../placing/slots'
import type { Finding, FindingMaker } from '../findings/finding'

/** A placed file in its slot. */
export interface PlacedFile { unit: Unit, filled: Filled, findings: Finding[] }

/**
 * Compares placed files by their bytes: one holder's file in two slots, and one file of two holders.
 *
 * Group work that every member must hand in alike is not compared between a group and its own members.
 */
export function findIdentical(placed: readonly PlacedFile[], make: FindingMaker): void {
  const byHash = new Map<string, PlacedFile[]>()
  for (const entry of placed) {
    const { file } = entry.filled.arrival.view
    if (file.sha256 === null || file.size === 0 || entry.filled.role !== 'placed' || entry.filled.milestone) continue
    gather(byHash, file.sha256, entry)
  }
  for (const list of byHash.values()) {
    if (list.length < 2) continue
    const order = [...list].sort((a, b) => time(a) - time(b) || a.unit.index - b.unit.index || (a.filled.n ?? 0) - (b.filled.n ?? 0))
    const firstOf = new Map<string, PlacedFile>()
    for (const entry of order) {
      const key = `${entry.unit.requirement.holder}\n${entry.unit.holder}`
      const first = firstOf.get(key)
      if (!first) firstOf.set(key, entry)
      else {
        const other = first.filled.arrival.view
        entry.findings.push(make({ code: 'content.duplicate', params: { other: other.name } }, { actual: other.file.path }))
      }
    }
    const people = [...firstOf.values()].filter(one => one.unit.requirement.holder === 'person')
    const groups = [...firstOf.values()].filter(one => one.unit.requirement.holder === 'group')
    for (const holders of [people, groups]) {
      if (holders.length < 2) continue
      for (const entry of holders) entry.findings.push(make({ code: 'content.shared', params: { holders: holders.length - 1 } }))
    }
  }
}

function time({ filled }: PlacedFile): number {
  return filled.arrival.view.file.receivedAt ?? 0
}
