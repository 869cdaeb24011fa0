/** What long work of each kind hands back when it is done. */
export interface JobResults {
  'check': { checkId: string }
  'corrected-copy': { files: number, leftOut: number, parts: number }
  'mail': { sent: number, failed: number }
  'scan': ScanResult
  'pack': { volumes: number, files: number }
}

/** What one scan of a place found; files and bytes there, and what of them is new, changed, gone, not to be read, or still growing. */
export interface ScanResult {
  files: number
  bytes: number
  fresh: number
  gone: number
  waiting: number
  failed: string[]
  passed: { path: string, why: string }[]
  /** Nothing there had changed: no intake was made. */
  unchanged: boolean
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
