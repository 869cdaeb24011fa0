import type { Finding } from '../findings/finding'
import type { Report, ReportFile } from '../checking/report'
import type { SlotRef } from '../brief/slots'
import { fileKey } from '../checking/report'

/** One file a changed rule turns. */
export interface TurnedFile {
  root: string
  path: string
  sha256: string | null
  slot: SlotRef | null
  /** The first thing that would have to be put right; `null` where the file would only lose its slot, or need nothing. */
  finding: Finding | null
  placed: boolean
  correctedPath: string | null
}

/** What a changed brief does to files already received. */
export interface ChangeEffect {
  files: number
  /** Files that are right now and would need a change. */
  worse: number
  /** Files that need a change now and would be right. */
  better: number
  /** The first of each, in path order. */
  worseFiles: TurnedFile[]
  betterFiles: TurnedFile[]
}

/**
 * Compares what two briefs say of the same received files.
 *
 * @param before - report under the brief as it is
 * @param after - report under the changed brief, over the same files
 * @param most - so many files are listed of each; all are counted
 */
export function compareReports(before: Report, after: Report, most = 500): ChangeEffect {
  const was = new Map(before.files.map(file => [fileKey(file), file]))
  const effect: ChangeEffect = { files: after.files.length, worse: 0, better: 0, worseFiles: [], betterFiles: [] }
  for (const file of after.files) {
    const earlier = was.get(fileKey(file))
    if (!earlier) continue
    const [right, stays] = [isRight(earlier), isRight(file)]
    if (right && !stays) {
      effect.worse++
      // the slot it fills now is the one it would be kept for
      if (effect.worseFiles.length < most) effect.worseFiles.push(turned(file, earlier.slot))
    }
    if (!right && stays) {
      effect.better++
      if (effect.betterFiles.length < most) effect.betterFiles.push(turned(file, file.slot))
    }
  }
  return effect
}

function isRight({ role, findings }: ReportFile): boolean {
  return role === 'placed' && findings.every(finding => finding.severity !== 'error')
}

function turned({ root, path, sha256, findings, correctedPath, role }: ReportFile, slot: SlotRef | null): TurnedFile {
  const finding = findings.find(one => one.severity === 'error') ?? null
  return { root, path, sha256, slot, finding, placed: role === 'placed', correctedPath }
}
