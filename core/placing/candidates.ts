import type { HandedIn } from '../arrivals/received'
import { formsOf } from '../brief/forms'
import type { Unit } from '../brief/units'
import { isAndWord } from '../names/and-words'
import type { UnitSet } from '../names/key-index'
import { looseKey } from '../text/fold'
import { groupBy } from '../text/gather'
import { holderKey } from './called'
import { heedEachOther, isOutOfPlace } from './heed'
import type { EvidenceIndex } from './index'
import type { Candidate, NameFit } from './score'
import { fitName, scoreUnit } from './score'
import { slipAtHome } from './slip-at-home'
import type { Spoken } from './speaking'
import { columnsOf, FULL_NAME, holderOf, lookUp, MOST_UNITS, speakOf, withColumn, withNumber } from './speaking'
import { asksForNames, isBesideUnknown } from './unknown-names'
import { copyMarksOf } from './view'
import type { FileView } from './view'
import { BEHIND, LEAST_NAMED, NAMED, WORTH } from './weights'

/** So many candidates are weighed and named for one file. */
export const MOST_CANDIDATES = 16
const MOST_HOLDERS = 12

/** Everything that speaks for one file, the likeliest unit first. */
export interface Candidates {
  list: Candidate[]
  /** Units a name fits that were too many to weigh, or that are somebody else's. */
  unweighed: readonly Unit[]
  /** What whoever handed it in said it is, where nothing speaks against it. */
  said?: Candidate & { n: number | null }
}

/**
 * Finds and weighs the units one file may belong to.
 *
 * @param before - units where the same bytes were placed in the check before
 */
export function findCandidates(view: FileView, index: EvidenceIndex, before: readonly number[]): Candidates {
  if (view.file.handedIn) return candidatesOfSender(view, index, view.file.handedIn, before)
  const byName = lookUpName(view, index)
  const clear = byName.size > 0 ? clearFit(view, byName, index) : slipAtHome(view, index, before)
  if (clear) return { list: [clear], unweighed: [] }
  const { spoken, against, numbered } = speakOf(view, index)
  const byFolder = view.levels.length > 0 ? index.byFolder(view.folder) : new Set<number>()
  addGroupOf(byFolder, index, spoken)
  // who is spoken of much less than another cannot come before them: what else speaks for both is the same; of a group its members are more
  const kindOf = (key: string) => key.slice(0, 1)
  const strongest = new Map<string, number>()
  for (const [key, { strength }] of spoken) strongest.set(kindOf(key), Math.max(strongest.get(kindOf(key)) ?? 0, strength))
  const ofHolders = [...spoken].filter(([key, { strength }]) => strength >= LEAST_NAMED
    && strength >= (strongest.get(kindOf(key)) ?? 0) - BEHIND.weighed).sort((a, b) => b[1].strength - a[1].strength)
    .slice(0, MOST_HOLDERS).flatMap(([key]) => index.ofHolder(key))
  const holders = new Set(ofHolders)
  const columns = columnsOf(view, index, spoken)
  // where a rule asks for names, that of another one outweighs what else the list has of somebody who is not named
  const named = [...spoken].flatMap(([key, { strength, evidence }]) => (key.startsWith('p:') && strength >= NAMED.family
    ? evidence.flatMap(one => (one.kind === 'named' && one.where === 'name' && !/\d/.test(one.said) ? [looseKey(one.said)] : []))
    : []))
  // of Bellmann people write Bell as well
  const begun = named.filter(said => said.length >= LEAST_BEGUN)
  const isBegun = ({ people }: Unit) => people.some(({ family }) => begun.some(said => looseKey(family).startsWith(said)))
  const namesAnother = (unit: Unit, holder: Spoken) => named.length > 0 && holder.strength === 0 && asksForNames(unit.requirement) && !isBegun(unit)
  const chosen = new Set<number>([...before, ...narrow(byName, holders), ...narrow(byFolder, holders), ...ofHolders, ...columns.keys()])
  const weighed = [...chosen].flatMap((unitIndex) => {
    const unit = index.units[unitIndex]
    const holder = unit && withNumber(holderOf(unit, spoken, index), unit, numbered, view.base)
    return unit && holder ? [{ unit, holder: namesAnother(unit, holder) ? holder : withColumn(holder, columns.get(unitIndex)) }] : []
  })
  // a number says more of whose it is where a rule asks for no other: that is no reason to look less closely at the rest
  const closest = new Map<string, number>()
  for (const { unit: { requirement: { id } }, holder } of weighed) closest.set(id, Math.max(closest.get(id) ?? 0, holder.strength))
  const isClose = ({ unit: { requirement }, holder }: typeof weighed[number]) =>
    holder.strength >= (closest.get(requirement.id) ?? 0) - BEHIND.aligned
  const scored = weighed.map(one => scoreUnit(view, one.unit, one.holder, isClose(one)))
  // where who seemed to be meant is somebody else, the others are looked at as closely
  const strangers = new Set(scored.flatMap((one, at) => (one.holder < (weighed[at]?.holder.strength ?? 0) ? [one.unit.requirement] : [])))
  const list = scored.map((one, at) => {
    const other = weighed[at]
    const candidate = other && strangers.has(one.unit.requirement) && !isClose(other) ? scoreUnit(view, other.unit, other.holder, true) : one
    const { unit } = candidate
    // a name that says somebody else outweighs the folder it lies in
    if (candidate.folderFits && unit.requirement.names.length > 0 && unit.people.every(person => against.has(holderKey('person', person.id)))) {
      candidate.total += WORTH.againstFolder
    }
    if (tellsMore(candidate.behind, index)) candidate.total += WORTH.wholeAtFirst
    if (isBesideUnknown(candidate, view.base, index)) leaveStranger(candidate)
    if (before.includes(unit.index)) {
      candidate.total += WORTH.before.total
      candidate.holder += WORTH.before.holder
      candidate.requirement += WORTH.before.requirement
      candidate.evidence.push({ kind: 'placed-before' })
    }
    return candidate
  })
  leaveStrangers(list)
  heedEachOther(view, list)
  list.sort((a, b) => b.total - a.total || a.unit.index - b.unit.index)
  const unweighed = byName.size > MOST_UNITS && list.every(one => !byName.has(one.unit.index)) ? firstUnits(byName, index) : []
  return { list, unweighed }
}

/** Of fewer letters a name is not the beginning of another one. */
const LEAST_BEGUN = 4

function leaveStranger(candidate: Candidate): void {
  candidate.stranger = true
  candidate.total -= Math.max(0, candidate.holder - LEAST_NAMED)
  candidate.holder = Math.min(candidate.holder, LEAST_NAMED)
}

/** Who is somebody else by the piece that a name says the most of is so by the others. */
function leaveStrangers(list: readonly Candidate[]): void {
  for (const of of groupBy(list, ({ unit }) => holderKey(unit.requirement.holder, unit.holder)).values()) {
    const [best] = [...of].sort((a, b) => b.requirement - a.requirement || b.total - a.total)
    if (best?.stranger) for (const one of of) if (!CLEAR.has(one.nameFit)) leaveStranger(one)
  }
  // nor is their group meant by them
  const strangers = new Set(list.flatMap(one => (one.stranger ? one.unit.people.map(person => person.id) : [])))
  const isGroup = ({ unit: { holder }, evidence }: Candidate) => evidence.some(one => one.kind === 'named' && looseKey(one.said) === looseKey(holder))
  for (const one of strangers.size === 0 ? [] : list) {
    const { requirement, people } = one.unit
    const isTheirs = requirement.holder === 'group' && people.some(person => strangers.has(person.id))
    if (isTheirs && !isGroup(one) && !CLEAR.has(one.nameFit)) leaveStranger(one)
  }
}

/** A folder that one group's files alone belong in names that group, whatever it is called. */
function addGroupOf(byFolder: UnitSet, index: EvidenceIndex, spoken: Map<string, Spoken>): void {
  if (byFolder.size === 0 || byFolder.size > MOST_UNITS) return
  const groups = new Set([...byFolder].flatMap(unit => index.units[unit]?.people.map(person => person.group) ?? []))
  const [group = '', ...more] = groups
  const key = holderKey('group', group)
  if (group === '' || more.length > 0 || spoken.has(key)) return
  spoken.set(key, { strength: NAMED.group, evidence: [{ kind: 'named', where: 'folder', said: group }] })
}

/** Whether words behind a name tell more of the same work: who is named further on has only to do with it, unlike who stands beside its holder. */
function tellsMore([first, ...more]: readonly string[], index: EvidenceIndex): boolean {
  return first !== undefined && more.length > 0 && !isAndWord(first) && index.people.namedIn(first).size === 0
}

/**
 * What came through somebody's own link is theirs or their group's. A name that fits another holder's and none of their own, or that says
 * somebody else in full, is held back: whose it is, a person decides.
 */
function candidatesOfSender(view: FileView, index: EvidenceIndex, { by, requirement, n }: HandedIn, before: readonly number[]): Candidates {
  const key = holderKey('person', by)
  const own = index.ofHolder(key).flatMap(unit => index.units[unit] ?? [])
  const weigh = (unit: Unit): Candidate => {
    const candidate = scoreUnit(view, unit, { strength: NAMED.whole, evidence: [{ kind: 'handed-in' }] }, true)
    if (before.includes(unit.index)) candidate.total += WORTH.before.total
    return candidate
  }
  const list = own.map(weigh).sort((a, b) => b.total - a.total || a.unit.index - b.unit.index)
  if (list.some(one => CLEAR.has(one.nameFit))) return { list, unweighed: [] }
  const ownUnits = new Set(own)
  const strangers = firstUnits(lookUpName(view, index), index)
    .filter(unit => !ownUnits.has(unit) && formsOf(unit).some(form => fitName(form, view, unit.requirement) !== null))
  if (strangers.length > 0 || saysAnother(view, index, key, own)) {
    return { list: [], unweighed: [...list.slice(0, 1).map(one => one.unit), ...strangers].slice(0, MOST_CANDIDATES) }
  }
  const meant = list.find(({ unit }) => unit.requirement.id === requirement && unit.owed && (unit.requirement.count.by === null || n !== undefined))
  return meant
    ? { list, unweighed: [], said: { ...meant, n: n ?? null, evidence: [...meant.evidence, { kind: 'said-so' }] } }
    : { list, unweighed: [] }
}

/** Whether a name says somebody in full who is neither the sender nor of a group of theirs that owes. */
function saysAnother(view: FileView, index: EvidenceIndex, sender: string, own: readonly Unit[]): boolean {
  const theirs = new Set([sender, ...own.flatMap(unit => unit.people.map(person => holderKey('person', person.id)))])
  const persons = [...index.people.namedIn(view.base)].filter(([key, { number }]) => key.startsWith('p:') && !number)
  const loud = persons.filter(([, { strength }]) => strength >= FULL_NAME)
  return loud.length > 0 && !persons.some(([key]) => theirs.has(key))
}

/** Units by the name as it is; where that finds none, by what is left of it without the mark of a copy. */
function lookUpName(view: FileView, index: EvidenceIndex): UnitSet {
  const match = lookUp(view.base, index.byName, units => units.size === 0)
  if (match.size > 0) return match
  for (const { base } of copyMarksOf(view)) {
    const marked = index.byName(base)
    if (marked.size > 0) return marked
  }
  return match
}

const CLEAR: ReadonlySet<NameFit> = new Set(['exact', 'lenient', 'marked'])

/** A name that fits one owed unit, be it but for a mark, and no other needs no weighing. */
function clearFit(view: FileView, byName: UnitSet, index: EvidenceIndex): Candidate | null {
  if (byName.size > MOST_UNITS) return null
  let only: Unit | null = null
  for (const unitIndex of byName) {
    const unit = index.units[unitIndex]
    if (!unit || !formsOf(unit).some(form => fitName(form, view, unit.requirement) !== null)) continue

    if (only) return null
    only = unit
  }
  if (!only?.owed) return null
  const candidate = scoreUnit(view, only, { strength: 3, evidence: [] }, false)
  return CLEAR.has(candidate.nameFit) && !isOutOfPlace(view, candidate) ? candidate : null
}

function narrow(units: UnitSet, holders: ReadonlySet<number>): number[] {
  if (units.size <= MOST_UNITS) return [...units]
  return [...holders].filter(unit => units.has(unit))
}

function firstUnits(units: UnitSet, index: EvidenceIndex): Unit[] {
  const first: Unit[] = []
  for (const unitIndex of units) {
    const unit = index.units[unitIndex]
    if (unit) first.push(unit)
    if (first.length >= MOST_CANDIDATES) break
  }
  return first
}
