import type { Brief } from '../brief/types'
import type { Roster } from '../roster/types'
import type { Report } from './report'
import type { SlotRef } from '../brief/slots'
import type { ReceivedFile } from '../arrivals/received'

/** A person's decision, kept over later checks. */
export interface Ruling {
  kind: 'place' | 'set-aside' | 'accept' | 'waive'
  file?: { sha256: string | null, root: string, path: string }
  slot?: SlotRef
  reason?: string
  by?: string
  at?: string
}

export interface CheckInput {
  brief: Brief
  roster: Roster
  received: readonly ReceivedFile[]
  rulings?: readonly Ruling[]
  /** Roots whose folders and names are to be read as they stand, no wrapper or prefix taken off. */
  roots?: readonly { name: string, asIs: boolean }[]
  /** The report of the check before this one. */
  previous?: Report | null
  /** UTC ms */
  checkedAt: number
  /** Called with the name of each stage as it begins. */
  onStage?: (stage: CheckStage) => void
}

export const CHECK_STAGES = ['set aside', 'find the root', 'place', 'judge', 'summarise'] as const
export type CheckStage = typeof CHECK_STAGES[number]
