import type { Knex } from 'knex'
import type { JobKind, JobResults } from '#shared/jobs'
import type { JobRow } from '../database/tables'
import type { JobParts } from '../database/job-parts'

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
