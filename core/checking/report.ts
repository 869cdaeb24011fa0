import type { Finding } from '../findings/finding'
import type { PropertyValue, Reading } from '../formats/reading'
import type { Evidence } from '../placing/evidence'
import type { SlotRef } from '../brief/slots'

/** A field that stands as `{field}` in a corrected name, with a value as it might be written; empty: free text. */
export interface OpenField { field: string, example: string }

export type SlotStatus = 'right' | 'to-fix' | 'missing' | 'waived' | 'absent'
export type FileRole
  = | 'placed' | 'unplaced' | 'superseded' | 'duplicate' | 'copy' | 'companion' | 'surplus' | 'set-aside' | 'clutter' | 'backup'
    | 'ignored'

export interface ReportSlot extends SlotRef {
  status: SlotStatus
  late: boolean
  expected: { folder: string | null, name: string | null, extensions: string[] }
  /** Paths of its files, the placed one first. */
  files: string[]
  /** The same with the roots they lie under. */
  fileRefs: { root: string, path: string }[]
  /** Paths of unplaced files that may be its own. */
  candidates: string[]
  findings: Finding[]
}

export interface ReportFile {
  root: string
  path: string
  container?: string[]
  size: number
  /** `null` where the bytes could not be read. */
  sha256: string | null
  receivedAt: string | null
  receivedAtFrom: string
  role: FileRole
  slot: SlotRef | null
  confidence: number | null
  evidence: Evidence[]
  candidates: SlotRef[]
  format: {
    id: string
    mediaType: string | null
    version: string | null
    state: Reading['state']
    verified: Reading['verified']
    props: Record<string, PropertyValue>
  }
  findings: Finding[]
  /** The right path under the root, where the received one is not it; `null` otherwise. */
  correctedPath: string | null
  /** What the right path leaves open, because nobody could read it: its name is not complete. Left out where nothing is. */
  open?: OpenField[]
  /** Roster id of whoever handed it in themselves, and the name it had with them. */
  handedInBy?: string
  sentAs?: string
  /** The right path of a placed file, whether it is the received one or not; without what was put before names on the way in. */
  rightPath?: string
}

/**
 * One root as it was read. `copyTimes`: its times are those of a copy; `own`: the level a package put there for every person;
 * `replaced`: what stands for signs on the way in.
 */
export interface ReportRoot { name: string, wrapper: string | null, prefix: string | null, own?: string, replaced?: string, copyTimes?: true }

/** What tells one received file from every other of a check. */
export function fileKey({ root, path, container }: { root: string, path: string, container?: readonly string[] }): string {
  return `${root}\n${container ? `${container.join('\n')}\n\n` : ''}${path}`
}

/** Where a file lies, with the archives around it. */
export function wholePath({ container = [], path }: { path: string, container?: readonly string[] }): string {
  return [...container, path].join(' > ')
}

export interface ReportSummary {
  slots: number
  right: number
  toFix: number
  missing: number
  waived: number
  absent: number
  late: number
  files: number
  unplaced: number
  setAside: number
  holders: number
  holdersComplete: number
  holdersOpen: number
  holdersWithNothing: number
  /** People who owe nothing in a group's requirement because they have no group. */
  peopleWithoutGroup: number
}

/** The report document, version 1: what one check found. */
export interface Report {
  usitorReport: 1
  brief: string
  checkedAt: string
  roots: ReportRoot[]
  summary: ReportSummary
  slots: ReportSlot[]
  files: ReportFile[]
}
