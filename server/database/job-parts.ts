import type { BagFile } from '#core/packing/bag'
import type { ScanResult } from '#shared/jobs'

/** What each kind of long work is asked with, where its next step goes on, and what its first step works out once. */
export interface JobParts {
  'check': { input: { byItself?: true }, checkpoint: { read?: number }, plan: null }
  'corrected-copy': { input: { checkId: string }, checkpoint: { at?: number }, plan: CopyPlan }
  'scan': { input: { placeId: string }, checkpoint: ScanCheckpoint, plan: null }
  'pack': { input: { checkId: string, volume: number }, checkpoint: Record<string, never>, plan: PackPlan }
  'mail': { input: Record<string, never>, checkpoint: { sent?: number, failed?: number }, plan: null }
}

/** How far a scan is: looking, then, where something changed, reading into an intake. */
export interface ScanCheckpoint { intakeId?: string, passed?: ScanResult['passed'], failed?: string[] }

/** What the corrected copy is to hold, worked out before its first archive is written. */
export interface CopyPlan { files: PlannedFile[], table: string, leftOut: string, without: number }
export interface PlannedFile { fileId: string, path: string, to: string }

/** A part of a packed brief: a received file, or a text of the record. */
export interface PackItem extends BagFile { fileId?: string, modified?: number }
/** What is in which volume; `each`: in all of them. */
export interface PackPlan { title: string, date: string, group: string, each: BagFile[], volumes: PackItem[][] }
