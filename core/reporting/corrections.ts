import Papa from 'papaparse'
import type { ReportFile } from '../checking/report'
import { wholePath } from '../checking/report'
import { FINDINGS } from '../findings/codes'
import { sayFinding } from '../wording/index'
import { slotKey } from '../brief/slots'
import { gather } from '../text/gather'
import { byCodeUnit } from '../text/order'
import { showText } from '../text/show'

/** Why a file is left out of the corrected copy. */
export interface LeftOut<F extends ReportFile = ReportFile> { file: F, why: string }

/** What the corrected copy holds, and what it does not. */
export interface CorrectionPlan<F extends ReportFile = ReportFile> {
  /** In path order of the copy; `from` is the received path. */
  files: { file: F, to: string, changed: boolean }[]
  leftOut: LeftOut<F>[]
}

/**
 * Plans the corrected copy: every placed file under its right name in its right folder; originals stay as they are.
 *
 * Left out, with the reason: wrong contents, names in which something cannot be read, a second file for one place, and all that has no slot.
 *
 * @param files - of a report, with their right paths
 */
export function planCorrections<F extends ReportFile>(files: readonly F[]): CorrectionPlan<F> {
  const plan: CorrectionPlan<F> = { files: [], leftOut: [] }
  const mains = new Map<string, F>()
  const taken = new Map<string, string>()
  const order = [...files].sort((a, b) => byCodeUnit(a.rightPath ?? a.path, b.rightPath ?? b.path) || byCodeUnit(a.path, b.path))
  const take = (file: F, to: string) => {
    const key = to.normalize('NFC').toLowerCase()
    const other = taken.get(key)
    if (other !== undefined) plan.leftOut.push({ file, why: `another file has the same right place: ${other}` })
    else {
      taken.set(key, file.path)
      plan.files.push({ file, to, changed: to !== file.path })
    }
  }
  for (const file of order) {
    if (file.role === 'companion' || file.role === 'copy') continue
    if (file.role !== 'placed' || !file.rightPath) {
      const why = WHY[file.role]
      if (why) plan.leftOut.push({ file, why })
      continue
    }
    const wrong = file.findings.find(({ code, severity }) => FINDINGS[code].keepsOut
      && (severity === 'error' || FINDINGS[code].severity === 'notice'))
    if (wrong) plan.leftOut.push({ file, why: sayFinding(wrong) })
    else if (file.open) plan.leftOut.push({ file, why: `its right name cannot be told in full: ${file.rightPath}` })
    else {
      mains.set(stem(file.path), file)
      take(file, file.rightPath)
    }
  }
  for (const file of order) {
    if (file.role !== 'companion') continue
    const main = mains.get(stem(file.path))
    if (main?.rightPath) take(file, `${stem(main.rightPath)}.${file.path.slice(file.path.lastIndexOf('.') + 1)}`)
    else plan.leftOut.push({ file, why: 'the file it goes with is left out' })
  }
  plan.files.sort((a, b) => byCodeUnit(a.to, b.to))
  return plan
}

function stem(path: string): string {
  const dot = path.lastIndexOf('.')
  return dot > path.lastIndexOf('/') + 1 ? path.slice(0, dot) : path
}

const WHY: Partial<Record<ReportFile['role'], string>> = {
  unplaced: 'nothing says for sure whose it is, or which piece', superseded: 'a newer file counts', duplicate: 'the same bytes are there already',
  surplus: 'more than asked', placed: 'its right place is not known',
}

const csv = (rows: string[][]) => `${Papa.unparse(rows, { escapeFormulae: true })}\r\n`

/** What was renamed or moved from where to where, as CSV; also the rename list for those who do it by hand. */
export function correctionTable(plan: CorrectionPlan): string {
  return csv([
    ['received as', 'right place', 'changed'],
    ...plan.files.map(({ file, to, changed }) => [showText(file.path), showText(to), changed ? 'yes' : 'no']),
  ])
}

/**
 * What is not in the copy and why, as CSV.
 *
 * @param absent - paths that are planned, but whose bytes are not at hand
 */
export function leftOutTable(plan: CorrectionPlan, absent: readonly string[]): string {
  return csv([
    ['received as', 'left out because'], ...plan.leftOut.map(({ file, why }) => [showText(file.path), why]),
    ...absent.map(path => [showText(path), 'only its facts were taken, not its bytes']),
  ])
}

/** One file that can be cleared away, and the one that stays in its place. */
export interface ClearedFile { root: string, path: string, size: number, why: string }

/**
 * Files that can be cleared away: those beside a right file of the same slot that has the same bytes, or is surely newer. Only a
 * list; where it is not sure which of two is meant, neither is on it.
 */
export function clearOut(files: readonly ReportFile[]): ClearedFile[] {
  const right = new Map<string, ReportFile[]>()
  for (const file of files) {
    if (file.role === 'placed' && file.slot && file.findings.every(one => one.severity !== 'error')) gather(right, slotKey(file.slot), file)
  }
  return files.flatMap((file): ClearedFile[] => {
    const beside = file.slot ? right.get(slotKey(file.slot)) ?? [] : []
    const why = beside.map(counts => whyCleared(file, counts)).find(Boolean)
    return why ? [{ root: file.root, path: wholePath(file), size: file.size, why }] : []
  }).sort((a, b) => byCodeUnit(a.root, b.root) || byCodeUnit(a.path, b.path))
}

/** Why a file need not be kept beside the right one of its slot; `null` where that is not sure. */
function whyCleared(file: ReportFile, counts: ReportFile): string | null {
  const kept = `"${showText(wholePath(counts))}" is right and counts`
  if (file.role === 'duplicate') return file.sha256 !== null && file.sha256 === counts.sha256 ? `same bytes: ${kept}` : null
  const [said, ...more] = file.findings
  if (file.role !== 'superseded' || said?.code !== 'version.superseded' || more.length > 0) return null
  if (said.expected !== counts.path || said.params?.right !== true) return null
  if (said.params.older === 'version') return `an older version: ${kept}`
  const [older, newer] = [file.receivedAt, counts.receivedAt]
  if (said.params.older === undefined || older === null || newer === null) return null
  return `older, of ${sayTime(older)}: ${kept}, of ${sayTime(newer)}`
}

/** A time as a table shows it, in UTC. */
const sayTime = (time: string): string => `${time.slice(0, 16).replace('T', ' ')} UTC`
