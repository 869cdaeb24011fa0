import { refTo } from '#core/brief/slots'
import type { IntakeRow, ReceivedFileRow } from './tables'

/** Columns that say what a received file is, of `received_file` joined with its `intake`. */
export const RECEIVED_COLUMNS = [
  'received_file.container', 'received_file.path', 'received_file.size', 'received_file.sha256', 'received_file.modified_at',
  'received_file.handed_in',
  'intake.root', 'intake.stated_at',
] as const
export type ReceivedRow = Pick<ReceivedFileRow, 'container' | 'path' | 'size' | 'sha256' | 'modified_at' | 'handed_in'>
  & Pick<IntakeRow, 'root' | 'stated_at'>

/** What the time of a received file was taken from. */
function timeFrom(stated: Date | null, modified: Date | null, handedIn: unknown): 'server' | 'stated' | 'modified' | 'unknown' {
  if (handedIn) return 'server'
  if (stated) return 'stated'
  return modified ? 'modified' : 'unknown'
}

/** A received file as core knows it, but for its reading; a time that was stated goes before the file's own. */
export function receivedFacts({ root, path, container, size, sha256, stated_at: stated, modified_at: modified, handed_in: handedIn }: ReceivedRow) {
  const time = stated ?? modified
  return {
    root, path, ...(container.length > 0 ? { container } : {}), size: Number(size), sha256, time,
    receivedAtFrom: timeFrom(stated, modified, handedIn), ...(handedIn ? { handedIn } : {}),
  }
}

/** The slot a row of a check points to; of counted pieces without numbers there is no `n`. */
export function slotOf(row: { requirement: string, holder: string | null, n: number | null }): { requirement: string, holder: string, n?: number } {
  return refTo(row.requirement, row.holder ?? '', row.n)
}
