import type { Knex } from 'knex'
import type { JobKind, JobResults, JobState } from '#shared/jobs'

/** What each kind of long work is asked with, where its next step goes on, and what its first step works out once. */
export interface JobParts {
  'check': { input: Record<string, never>, checkpoint: { read?: number }, plan: null }
  'corrected-copy': { input: { checkId: string }, checkpoint: { at?: number }, plan: CopyPlan }
  'mail': { input: { ids: string[] }, checkpoint: { sent?: number, failed?: number }, plan: null }
}

/** What the corrected copy is to hold, worked out before its first archive is written. */
export interface CopyPlan { files: PlannedFile[], table: string, leftOut: string, without: number }
export interface PlannedFile { fileId: string, path: string, to: string }

/** A job as its steps see it. */
export interface JobRow<K extends JobKind = JobKind> {
  id: string
  brief_id: string
  kind: K
  input: JobParts[K]['input']
  plan: JobParts[K]['plan'] | null
  state: JobState
  step: number
  checkpoint: JobParts[K]['checkpoint']
  cancel_asked: boolean
  created_by: string | null
}

/** What a step leaves behind: where the next one goes on, how far the whole is, and the result of the last. */
export interface StepOutcome<K extends JobKind> {
  checkpoint: JobParts[K]['checkpoint']
  done: number
  total: number
  plan?: JobParts[K]['plan']
  result?: JobResults[K]
  finished: boolean
}

/** A step runs inside the transaction that also counts it; `signal` ends it where the job is called off. */
export type Step<K extends JobKind> = (job: JobRow<K>, trx: Knex.Transaction, signal: AbortSignal) => Promise<StepOutcome<K>>

/** Every kind of long work with its step. */
export type Tasks = { [K in JobKind]: Step<K> }
