/** What long work of each kind hands back when it is done. */
export interface JobResults {
  'check': { checkId: string }
  'corrected-copy': { files: number, leftOut: number, parts: number }
  'mail': { sent: number, failed: number }
}

export type JobKind = keyof JobResults
export type JobState = 'queued' | 'running' | 'done' | 'failed' | 'cancelled'

/** A job as a page follows it. */
export interface ShownJob<K extends JobKind = JobKind> {
  id: string
  briefId: string
  kind: K
  state: JobState
  done: number
  total: number
  result: JobResults[K] | null
  problem: string | null
}

/** One archive of a finished corrected copy. */
export interface CopyPart { step: number, name: string, files: number, size: number }
