import { slotKey } from '../brief/slots'
import type { ReportFile } from '../checking/report'
import { gather } from '../text/gather'

/** So many files of one slot are told as one: fewer one by one. */
export const MANY = 3

/** Files with other values than were asked for, by the slot they may belong to; and all the rest. */
export function groupOtherValues<F extends ReportFile>(files: readonly F[]): { groups: F[][], rest: F[] } {
  const bySlot = new Map<string, F[]>()
  const rest: F[] = []
  for (const file of files) {
    const [slot] = file.candidates
    if (slot && file.evidence.some(one => one.kind === 'other-value')) gather(bySlot, slotKey(slot), file)
    else rest.push(file)
  }
  return { groups: [...bySlot.values()], rest }
}

/** Gaps between version numbers wider than this are no gaps but another way of counting. */
const MOST_ABSENT = 20

/** The numbers between the first and the last of many versions of one slot that no file bears. */
export function absentVersions(superseded: readonly ReportFile[]): number[] {
  const told = superseded.flatMap(({ findings }) => findings.flatMap(({ params }) => {
    const versions = params && 'versions' in params ? params.versions : undefined
    return versions ? [versions] : []
  }))
  const borne = new Set(told.flatMap(({ own, counts }) => [own, counts]))
  const [first, last] = [Math.min(...borne), Math.max(...borne)]
  if (borne.size < 2 || last - first + 1 - borne.size > MOST_ABSENT) return []
  return Array.from({ length: last - first }, (_, at) => first + at).filter(number => !borne.has(number))
}

/** The other values that files hold. */
export function otherValuesOf(files: readonly ReportFile[]): string[] {
  return files.flatMap(file => file.evidence.flatMap(one => (one.kind === 'other-value' ? [one.value] : [])))
}
