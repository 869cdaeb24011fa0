import type { Unit } from '../brief/units'
import { defaultFolder } from '../folders/default-folders'
import { explainFolder } from '../folders/explain'
import { expandFolder, matchFolder } from '../names/levels'
import type { FolderLevels } from '../names/levels'
import { matchParts } from '../names/match'
import type { Difference } from '../names/explain'
import type { Captures } from '../names/parts'
import type { UnitForm } from '../brief/forms'
import { formsOf } from '../brief/forms'
import type { EvidenceIndex } from '../placing/index'
import { holderKey } from '../placing/people'
import type { FileView } from '../placing/view'
import { ownOf } from '../text/own'
import { showText } from '../text/show'
import type { FindingCode } from '../findings/codes'

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
  const right: FolderVerdict = { code: null, message: '', differences: [], corrected: view.folder }
  if (form.folder === null) return right
  if (view.folderLost) return { ...right, corrected: expandFolder(form.folder, captures) }
  // of a group's file name and folder speak of one and the same member
  const speaking = forms.filter(one => one.name && matchParts(one.name, view.base, unit.requirement.strictness, unit.requirement.count.by))
  for (const one of speaking.length > 0 ? speaking : [form, ...forms]) {
    const found = one.folder && matchFolder(one.folder, view.levels, unit.requirement)
    if (!found || !Object.entries(found).every(([field, value]) => (ownOf(captures, field) ?? value) === value)) continue
    if (!unit.requirement.copies.includes(view.file.root)) return right
    return { ...right, code: 'folder.other-root', message: `Lies under "${showText(view.file.root)}", which is for second copies only; the file itself belongs in the same folder of the first root.` }
  }
  const levels = form.folder
  const explained = explainFolder(levels, view.levels, unit.requirement, { ownerOf: index.people.ownerOf })
  const corrected = expandFolder(levels, { ...explained.captures, ...captures })
  const wanted = corrected === '' ? 'at the top' : `in "${showText(corrected)}"`
  const actual = view.folder === '' ? 'at the top' : `in "${showText(view.folder)}"`
  const verdict = (code: FindingCode, message: string): FolderVerdict => ({ code, message, differences: explained.differences, corrected })
  const other = otherHolder(view, unit, index)
  if (other !== null) return verdict('folder.other-holder', `Lies in the folder of ${showText(other)}; it belongs ${wanted}.`)
  const made = view.levels.find(level => defaultFolder(level) !== null && !levels.some((_, at) => fitsLevel(levels, at, level, unit)))
  const why = made === undefined ? '' : ` "${showText(made)}" is where programs put ${defaultFolder(made)} by themselves.`
  const fits = (at: number, received: string) => fitsLevel(levels, at, received, unit)
  if (levels.length === 0) return verdict(view.levels.length > 0 ? 'folder.too-deep' : 'folder.wrong', `Lies ${actual}; it belongs at the top, in no folder.${why}`)
  if (isSubsequence(levels.length, view.levels.length, (asked, got) => fits(asked, view.levels[got] ?? ''))) {
    const extra = explained.differences.filter(one => one.kind === 'extra').map(one => `"${showText(one.actual)}"`)
    return verdict('folder.too-deep', `Lies ${actual}: ${extra.length === 1 ? `the level ${extra[0]} is` : `the levels ${extra.join(' and ')} are`} too much; it belongs ${wanted}.${why}`)
  }
  if (view.levels.length > 0 && isSubsequence(view.levels.length, levels.length, (got, asked) => fits(asked, view.levels[got] ?? ''))) {
    const absent = explained.differences.filter(one => one.kind === 'absent').map(one => `"${showText(one.expected)}"`)
    return verdict('folder.level-missing', `Lies ${actual}: ${absent.length === 1 ? `the level ${absent[0]} is` : `the levels ${absent.join(' and ')} are`} missing; it belongs ${wanted}.`)
  }
  const misspelt = explained.differences.filter(one => one.actual !== '' && one.expected !== '')
  const [only] = misspelt
  const where = explained.differences.length === 1 && only ? `: "${showText(only.actual)}" should read "${showText(only.expected)}"` : ''
  return verdict('folder.wrong', `Lies ${actual}${where}; it belongs ${wanted}.${why}`)
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

/** Another holder of the same requirement whose folder this is, as it would be said. */
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
  if (other) return other.requirement.holder === 'person' ? other.people[0]?.name ?? other.holder : other.holder
  return unit.requirement.holder === 'person' ? otherPerson(view, unit, index) : null
}

/** A level that is somebody else's full name, in a folder that is otherwise not as asked either. */
function otherPerson(view: FileView, unit: Unit, index: EvidenceIndex): string | null {
  const own = holderKey('person', unit.holder)
  for (const level of view.levels) {
    const named = [...index.people.namedIn(level)].filter(([key, { strength }]) => key.startsWith('p:') && strength >= 2.6)
    const [only] = named
    if (only && named.length === 1 && only[0] !== own && /\p{L}{2}/u.test(only[1].said)) return only[1].said
  }
  return null
}
