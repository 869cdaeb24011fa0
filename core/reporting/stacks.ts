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

/** The other values that files hold. */
export function otherValuesOf(files: readonly ReportFile[]): string[] {
  return files.flatMap(file => file.evidence.flatMap(one => (one.kind === 'other-value' ? [one.value] : [])))
}
