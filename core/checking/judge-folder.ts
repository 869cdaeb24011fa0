import type { Unit } from '../brief/units'
import { defaultFolder } from '../names/default-folders'
import { explainFolder } from '../folders/explain'
import { expandFolder, matchFolder, tellSameValues } from '../names/levels'
import type { FolderLevels } from '../names/levels'
import { matchParts } from '../names/match'
import type { Difference } from '../names/difference'
import type { Captures } from '../names/parts'
import type { UnitForm } from '../brief/forms'
import { formsOf } from '../brief/forms'
import type { EvidenceIndex } from '../placing/index'
import { holderKey } from '../placing/called'
import type { FileView } from '../placing/view'
import type { Verdict } from '../findings/finding'

/** What a file's folder is worth against one unit. */
export interface FolderVerdict {
  /** `null`: the folder fits, or none is asked for. */
  verdict: Verdict | null
  differences: Difference[]
  /** The right folder; the received one where any will do. */
  corrected: string
  /** The folder as the rule writes it; `null`: any. */
  asked: string | null
  /** Whether a level at some depth may be written so. */
  takes(depth: number, level: string): boolean
}

/**
 * Judges where a placed file lies.
 *
 * @param form - the form its name fits or lies nearest to; other members' folders count as well where a group owes
 * @param captures - values the name tells
 */
export function judgeFolder(
  view: FileView, unit: Unit, forms: readonly UnitForm[], form: UnitForm, captures: Captures, index: EvidenceIndex,
): FolderVerdict {
  const right: FolderVerdict = { verdict: null, differences: [], corrected: view.folder, asked: null, takes: () => true }
  if (form.folder === null) return right
  if (view.folderLost) {
    const asked = expandFolder(form.folder, captures)
    return { ...right, corrected: asked, asked, takes: levelsTaken(form.folder, unit) }
  }
  // of a group's file name and folder speak of one and the same member
  const isSpeaking = ({ name }: UnitForm) => name && matchParts(name, view.base, unit.requirement.strictness, unit.requirement.count.by)
  const speaking = forms.length === 1 ? forms : forms.filter(isSpeaking)
  for (const candidate of speaking.length > 0 ? speaking : [form, ...forms]) {
    const fit = candidate.folder && matchFolder(candidate.folder, view.levels, unit.requirement)
    if (!fit || !tellSameValues(fit, captures, unit.requirement)) continue
    const asked = candidate.folder && expandFolder(candidate.folder, { ...fit, ...captures })
    const takes = levelsTaken(candidate.folder, unit)
    if (!unit.requirement.copies.includes(view.file.root)) return { ...right, asked, takes }
    return { ...right, asked, takes, verdict: { code: 'folder.other-root', params: { root: view.file.root } } }
  }
  const context = { ownerOf: index.people.ownerOf, known: captures }
  const { differences, captures: told } = explainFolder(form.folder, view.levels, unit.requirement, context)
  const corrected = expandFolder(form.folder, { ...told, ...captures })
  return {
    verdict: tellFolder(view, unit, form.folder, index), differences, corrected, asked: corrected, takes: levelsTaken(form.folder, unit),
  }
}

/** In which way a folder is not the asked one. */
function tellFolder(view: FileView, unit: Unit, levels: FolderLevels, index: EvidenceIndex): Verdict {
  const other = otherHolder(view, unit, index)
  if (other !== null) return { code: 'folder.other-holder', params: { holder: other } }
  const made = view.levels.find(level => defaultFolder(level) !== null && !levels.some((_, at) => fitsLevel(levels, at, level, unit)))
  const what = made === undefined ? null : defaultFolder(made)
  const params = { madeLevel: made === undefined || what === null ? null : { level: made, what }, atTop: levels.length === 0 }
  const fits = (depth: number, received: string) => fitsLevel(levels, depth, received, unit)
  // each level may be one that is asked for, and yet not this file's
  if (levels.length > 0 && levels.length === view.levels.length) return { code: 'folder.wrong', params }
  if (levels.length === 0) return { code: view.levels.length > 0 ? 'folder.too-deep' : 'folder.wrong', params }
  if (isSubsequence(levels.length, view.levels.length, (asked, got) => fits(asked, view.levels[got] ?? ''))) {
    return { code: 'folder.too-deep', params }
  }
  if (view.levels.length > 0 && isSubsequence(view.levels.length, levels.length, (got, asked) => fits(asked, view.levels[got] ?? ''))) {
    return { code: 'folder.level-missing', params: {} }
  }
  return { code: 'folder.wrong', params }
}

function fitsLevel(levels: FolderLevels, depth: number, received: string, { requirement }: Unit): boolean {
  const parts = levels[depth]
  return parts !== undefined && matchParts(parts, received, requirement.strictness, requirement.count.by) !== null
}

const levelsTaken = (levels: FolderLevels | null, unit: Unit): FolderVerdict['takes'] =>
  (depth, level) => fitsLevel(levels ?? [], depth, level, unit)

/** Whether `count` items occur, in order, among `among`. */
function isSubsequence(count: number, among: number, fits: (item: number, place: number) => boolean): boolean {
  let item = 0
  for (let place = 0; place < among && item < count; place++) if (fits(item, place)) item++
  return item === count
}

/** Another holder of the same requirement whose folder this is, as it would be said. */
function otherHolder(view: FileView, unit: Unit, index: EvidenceIndex): string | null {
  if (view.levels.length === 0) return null
  const isOwn = (one: Unit) => formsOf(one).some(form => form.folder && matchFolder(form.folder, view.levels, one.requirement))
  // but for the value it tells it might be this holder's own
  if (isOwn(unit)) return null
  const candidates: Unit[] = []
  for (const unitIndex of index.byFolder(view.folder)) {
    const candidate = index.units[unitIndex]
    if (!candidate || candidate.requirement !== unit.requirement || candidate.holder === unit.holder) continue
    if (isOwn(candidate)) candidates.push(candidate)
    // a folder that belongs to many is nobody's own
    if (candidates.length > 1) return null
  }
  const [other] = candidates
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
