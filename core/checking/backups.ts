import type { SlotRef } from '../brief/slots'
import { slotRef } from '../brief/slots'
import { splitExtension } from '../names/extension'
import type { EvidenceIndex } from '../placing/index'
import type { Placements } from '../placing/place'
import { placeFiles } from '../placing/place'
import type { FileView } from '../placing/view'
import { backupOf } from './set-aside'

/**
 * Slots that nothing fills, though a backup of what belongs there has come: it fills nothing, and its slot says so.
 *
 * @param views - the backups
 * @returns by view index
 */
export function slotsOfBackups(views: readonly FileView[], placements: Placements, index: EvidenceIndex): Map<number, SlotRef> {
  const mains = views.flatMap((view): FileView[] => {
    const name = backupOf(view.name)
    return name === null ? [] : [{ ...view, name, ...splitExtension(name) }]
  })
  const slots = new Map<number, SlotRef>()
  if (mains.length === 0) return slots
  for (const [unitIndex, pieces] of placeFiles(mains, index, new Map(), new Map()).filled) {
    const unit = index.units[unitIndex]
    const filled = placements.filled.get(unitIndex) ?? []
    for (const { arrival, n } of pieces) {
      if (unit && !filled.some(one => one.role === 'placed' && one.n === n)) slots.set(arrival.view.index, slotRef(unit, n))
    }
  }
  return slots
}
