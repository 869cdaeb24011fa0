import type { SlotRef } from '../brief/slots'
import type { UnitList } from '../brief/units'
import type { EvidenceIndex } from '../placing/index'
import type { Placements } from '../placing/place'
import type { FileView } from '../placing/view'
import type { Companions } from './companions'
import type { CheckInput } from './input'
import type { FindingMaker } from '../findings/finding'
import type { ReportFile, ReportRoot } from './report'
import type { AppliedRulings } from './rulings'
import type { AsideRole } from './set-aside'

/** What the stages hand on. */
export interface CheckState {
  input: CheckInput
  list: UnitList
  index: EvidenceIndex
  make: FindingMaker
  /** Every received file, by index. */
  views: FileView[]
  aside: Map<number, AsideRole>
  /** By view index: empty slots of which only a backup has come. */
  backups: ReadonlyMap<number, SlotRef>
  roots: ReportRoot[]
  rulings: AppliedRulings
  placements: Placements
  companions: Companions
  files: ReportFile[]
  late: Set<number>
}
