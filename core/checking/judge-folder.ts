import type { Unit } from '../brief/units'
import { expandFolder, matchFolder } from '../folders/match'
import type { FolderLevels } from '../folders/match'
import { matchParts } from '../names/match'
import type { Difference } from '../names/explain'
import type { Captures } from '../names/parts'
import { expandParts } from '../names/parts'
import type { UnitForm } from '../placing/forms'
import { formsOf } from '../placing/forms'
import type { EvidenceIndex } from '../placing/index'
import type { FileView } from '../placing/view'
import { showText } from '../text/show'
import type { FindingCode } from './codes'

/** What a file's folder is worth against one unit. */
export interface FolderVerdict {
  /** `null`: the folder fits, or none is asked for. */
  code: FindingCode | null
  message: string
  differences: Difference[]
  /** The right folder; the received one where any will do. */
  corrected: string
}

/**
 * Judges where a placed file lies.
 *
 * @param form - the form its name fits or lies nearest to; other members' folders count as well where a group owes
 * @param captures - values the name tells
 */
export function judgeFolder(view: FileView, unit: Unit, forms: readonly UnitForm[], form: UnitForm, captures: Captures, index: EvidenceIndex): FolderVerdict {
  if (form.folder === null) return { code: null, message: '', differences: [], corrected: view.folder }
  // of a group's file name and folder speak of one and the same member
  const speaking = forms.filter(one => one.name && matchParts(one.name, view.base, unit.requirement.strictness, unit.requirement.count.by))
  for (const one of speaking.length > 0 ? speaking : [form, ...forms]) {
    const found = one.folder && matchFolder(one.folder, view.levels, unit.requirement)
    if (found && Object.entries(found).every(([field, value]) => captures[field] === undefined || captures[field] === value)) {
      return { code: null, message: '', differences: [], corrected: view.folder }
    }
  }
  const corrected = expandFolder(form.folder, captures)
  const wanted = corrected === '' ? 'at the top' : `in "${showText(corrected)}"`
  const actual = view.folder === '' ? 'at the top' : `in "${showText(view.folder)}"`
  const verdict = (code: FindingCode, message: string, differences: Difference[] = []): FolderVerdict => ({ code, message, differences, corrected })
  const other = otherHolder(view, unit, index)
  if (other !== null) return verdict('folder.other-holder', `Lies in the folder of ${showText(other)}; it belongs ${wanted}.`)
  const levels = form.folder
  const fits = (at: number, received: string) => fitsLevel(levels, at, received, unit)
  if (levels.length === 0) return verdict(view.levels.length > 0 ? 'folder.too-deep' : 'folder.wrong', `Lies ${actual}; it belongs at the top, in no folder.`)
  if (isSubsequence(levels.length, view.levels.length, (asked, got) => fits(asked, view.levels[got] ?? ''))) {
    const extra = view.levels.filter((level, at) => !levels.some((_, asked) => fits(asked, level)) && at >= 0)
    return verdict('folder.too-deep', `Lies ${actual}: ${extra.length === 1 ? `the level "${showText(extra[0] ?? '')}" is` : 'some levels are'} too much; it belongs ${wanted}.`)
  }
  if (view.levels.length > 0 && isSubsequence(view.levels.length, levels.length, (got, asked) => fits(asked, view.levels[got] ?? ''))) {
    return verdict('folder.level-missing', `Lies ${actual}: a level is missing; it belongs ${wanted}.`)
  }
  return verdict('folder.wrong', `Lies ${actual}; it belongs ${wanted}.`, levelDifferences(view, levels, captures, fits))
}

function fitsLevel(levels: FolderLevels, at: number, received: string, { requirement }: Unit): boolean {
  const parts = levels[at]
  return parts !== undefined && matchParts(parts, received, requirement.strictness, requirement.count.by) !== null
}

/** Whether `count` items occur, in order, among `among`. */
function isSubsequence(count: number, among: number, fits: (item: number, place: number) => boolean): boolean {
  let item = 0
  for (let place = 0; place < among && item < count; place++) if (fits(item, place)) item++
  return item === count
}

/** Another holder of the same requirement whose folder this is. */
function otherHolder(view: FileView, unit: Unit, index: EvidenceIndex): string | null {
  if (view.levels.length === 0) return null
  const found: Unit[] = []
  for (const at of index.byFolder(view.folder)) {
    const one = index.units[at]
    if (!one || one.requirement !== unit.requirement || one.holder === unit.holder) continue
    if (formsOf(one).some(form => form.folder && matchFolder(form.folder, view.levels, one.requirement))) found.push(one)
    // a folder that belongs to many is nobody's own
    if (found.length > 1) return null
  }
  const [other] = found
  return other ? (other.requirement.holder === 'person' ? other.people[0]?.name ?? other.holder : other.holder) : null
}

function levelDifferences(view: FileView, levels: FolderLevels, captures: Captures, fits: (at: number, received: string) => boolean): Difference[] {
  const differences: Difference[] = []
  let offset = 0
  for (let at = 0; at < Math.max(levels.length, view.levels.length); at++) {
    const received = view.levels[at]
    const parts = levels[at]
    const expected = parts ? expandParts(parts, captures) : ''
    const range: [number, number] = [offset, offset + (received?.length ?? 0)]
    if (received === undefined) differences.push({ part: `level ${at + 1}`, kind: 'absent', range, expected, actual: '' })
    else if (!parts) differences.push({ part: `level ${at + 1}`, kind: 'extra', range, expected: '', actual: received })
    else if (!fits(at, received)) differences.push({ part: `level ${at + 1}`, kind: 'misspelt', range, expected, actual: received })
    offset = Math.min(view.folder.length, range[1] + 1)
  }
  return differences
}
