import type { Brief } from '../brief/types'
import type { Reading } from '../formats/reading'
import type { Roster } from '../roster/types'
import type { Report, SlotRef } from '../reporting/report'

/** One file as it was received, its bytes already read. */
export interface ReceivedFile {
  root: string
  /** As received, `/` between levels. */
  path: string
  /** Archives it was taken from, outermost first. */
  container?: string[]
  /** Mail address it was sent from, where a message brought it. */
  sender?: string
  /** Bytes. */
  size: number
  /** Hexadecimal, lower case; `null` where the bytes could not be read: such a file is compared with nothing. */
  sha256: string | null
  /** UTC ms; `null`: unknown, and then never late. */
  receivedAt: number | null
  receivedAtFrom: 'server' | 'stated' | 'modified' | 'unknown'
  reading: Reading
}

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
