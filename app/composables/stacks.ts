import type { SlotRef } from '#core/brief/slots'
import { absentVersions, groupOtherValues, MANY, otherValuesOf } from '#core/reporting/stacks'
import { sayNumbers } from '#core/wording/en/numbers'
import type { ShownFile } from '#shared/answers'

/** Files of one slot that hold other values than were asked for: in a folder that grows they are told as one. */
export interface Stack { slot: SlotRef, files: ShownFile[], values: string[] }

/**
 * Takes files that stand together out of a list.
 *
 * @returns the stacks, and the files that are told by themselves
 */
export function stackFiles(files: readonly ShownFile[]): { stacks: Stack[], single: ShownFile[] } {
  const stacks = groupOtherValues(files).groups.filter(list => list.length >= MANY).flatMap((list): Stack[] => {
    const slot = list[0]?.candidates[0]
    return slot ? [{ slot, files: list, values: otherValuesOf(list) }] : []
  })
  const stacked = new Set(stacks.flatMap(stack => stack.files))
  return { stacks, single: files.filter(file => !stacked.has(file)) }
}

/** How many earlier versions are told as one: 119 earlier files, superseded; version 37 is not among them. */
export function sayEarlier(count: number, absent: readonly number[]): string {
  const missing = absent.length > 1 ? `versions ${sayNumbers(absent)} are` : `version ${absent[0]} is`
  return `${count} earlier files, superseded${absent.length > 0 ? `; ${missing} not among them` : ''}`
}

/** Files of one slot, the one that counts first; many earlier versions are told as one, with the numbers that none of them has. */
export function foldEarlier(files: readonly ShownFile[]): { shown: ShownFile[], earlier: ShownFile[], absent: number[] } {
  const order = [...files].sort((a, b) => Number(b.role === 'placed') - Number(a.role === 'placed'))
  const earlier = order.filter(({ role, findings }) => role === 'superseded' && findings.every(one => one.code === 'version.superseded'))
  return earlier.length > MANY
    ? { shown: order.filter(file => !earlier.includes(file)), earlier, absent: absentVersions(earlier) }
    : { shown: order, earlier: [], absent: [] }
}
