import type { SlotRef } from '#core/brief/slots'
import { groupOtherValues, MANY, otherValuesOf } from '#core/reporting/stacks'
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

/** Files of one slot, the one that counts first; many earlier versions are told as one. */
export function foldEarlier(files: readonly ShownFile[]): { shown: ShownFile[], earlier: ShownFile[] } {
  const order = [...files].sort((a, b) => Number(b.role === 'placed') - Number(a.role === 'placed'))
  const earlier = order.filter(({ role, findings }) => role === 'superseded' && findings.every(one => one.code === 'version.superseded'))
  return earlier.length > MANY ? { shown: order.filter(file => !earlier.includes(file)), earlier } : { shown: order, earlier: [] }
}
