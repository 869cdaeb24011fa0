import type { UnitForm } from '../brief/forms'
import { formsOf } from '../brief/forms'
import type { Unit } from '../brief/units'
import { matchFolder } from '../names/levels'
import type { OneSlip } from '../names/one-slip'
import { readSlip } from '../names/one-slip'
import { looseKey } from '../text/fold'
import type { EvidenceIndex } from './index'
import type { Candidate } from './score'
import { scoreSlip } from './score'
import type { Spoken } from './speaking'
import { holderOf, MOST_UNITS } from './speaking'
import type { FileView } from './view'
import { NAMED } from './weights'

/**
 * What is called as one piece is asked for but for a letter, and lies in the very folder of its holder, in its format, is that piece: where the
 * word with the slip is nobody's and no rule's, nothing else is to be weighed.
 *
 * @param before - units where the same bytes were placed in the check before
 */
export function slipAtHome(view: FileView, index: EvidenceIndex, before: readonly number[]): Candidate | null {
  if (view.levels.length === 0) return null
  const units = index.byFolder(view.folder)
  if (units.size > MOST_UNITS) return null
  let only: { unit: Unit, form: UnitForm, slip: OneSlip } | null = null
  for (const unitIndex of units) {
    const unit = index.units[unitIndex]
    const found = unit ? slipIn(unit, view) : null
    if (!unit || !found) continue
    if (only) return null
    only = { unit, ...found }
  }
  if (!only?.unit.owed || before.some(unitIndex => unitIndex !== only.unit.index)) return null
  const { unit, form, slip } = only
  // a number beside what else says whose it is, is nobody's
  const isSomebodys = [...index.people.namedIn(slip.word).values()].some(one => !one.number)
  if (isSomebodys || index.isListed(slip.word) || index.hasWord(looseKey(slip.word))) return null
  const spoken = new Map([...index.namedInFolder(view.levels).named].map(([key, { strength, said }]): [string, Spoken] =>
    [key, { strength, evidence: [{ kind: 'named', where: 'folder', said }] }]))
  const holder = holderOf(unit, spoken, index)
  return holder.strength < NAMED.initialAndFamily ? null : scoreSlip(view, unit, form, slip, holder)
}

/** The one form that a name departs from by a letter; of a folder that tells a value itself more is to be weighed. */
function slipIn(unit: Unit, { base, levels }: FileView): { form: UnitForm, slip: OneSlip } | null {
  for (const form of formsOf(unit)) {
    const { name, folder } = form
    if (!name || !folder || folder.flat().some(part => part.kind === 'free')) continue
    const slip = readSlip(name, base, unit.requirement.strictness)
    if (slip && matchFolder(folder, levels, unit.requirement)) return { form, slip }
  }
  return null
}
