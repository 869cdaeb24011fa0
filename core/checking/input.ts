import type { Brief } from '../brief/types'
import type { Roster } from '../roster/types'
import type { ReportFile } from './report'
import type { SlotRef } from '../brief/slots'
import type { ReceivedFile } from '../arrivals/received'

/** What a person decides: where a file belongs, that it is nobody's, that it is right as it is, that nothing is owed. */
export const RULING_KINDS = ['place', 'set-aside', 'accept', 'waive'] as const
export type RulingKind = typeof RULING_KINDS[number]

/** A person's decision, kept over later checks. */
export interface Ruling {
  kind: RulingKind
  file?: { sha256: string | null, root: string, path: string }
  slot?: SlotRef
  reason?: string
  by?: string
  at?: string
}

/** As much of an earlier check as a later one builds on. */
export interface EarlierCheck { files: readonly EarlierFile[] }

export type EarlierFile
  = & Pick<ReportFile, 'root' | 'path' | 'container' | 'size' | 'sha256' | 'receivedAt' | 'role' | 'slot'>
    & { findings: readonly { code: string }[] }

export interface CheckInput {
  brief: Brief
  roster: Roster
  received: readonly ReceivedFile[]
  rulings?: readonly Ruling[]
  /** Roots whose folders and names are to be read as they stand, no wrapper or prefix taken off. */
  roots?: readonly { name: string, asIs: boolean }[]
  /** The check before this one: its report, or as much of it. */
  previous?: EarlierCheck | null
  /** UTC ms */
  checkedAt: number
  /** Called with the name of each stage as it begins. */
  onStage?: (stage: CheckStage) => void
}

export const CHECK_STAGES = ['set aside', 'find the root', 'place', 'judge', 'summarise'] as const
export type CheckStage = typeof CHECK_STAGES[number]
