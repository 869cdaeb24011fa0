import type { HandedIn } from '../arrivals/received'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import type { Evidence, NamedIn } from './evidence'
import type { EvidenceIndex } from './index'
import type { UnitSet } from '../names/key-index'
import { holderKey } from './called'
import { namesakeMeant } from './further-values'
import type { HolderEvidence } from './called'
import { withoutWeakNumbers } from './people'
import type { Candidate, NameFit } from './score'
import { isFree } from '../names/fields/index'
import { bareNumbers } from '../names/number-kinds'
import { tokensOf } from '../names/tokens'
import { looseKey } from '../text/fold'
import { wordsOfRule } from './piece-number'
import { isAndWord } from '../names/and-words'
import { plainLook } from '../names/look-alikes'
import { OF_NAME } from '../names/unlike'
import { heedEachOther, isOutOfPlace } from './heed'
import { extensionAsked, fitName, isOfFamily, scoreUnit } from './score'
import { formsOf } from '../brief/forms'
import { copyMarksOf, givenNameOf } from './view'
import type { FileView } from './view'
import { BEHIND, LEAST_NAMED, NAMED, OF_NAMED, WORTH } from './weights'

/** A look-up that yields more units than this says nothing of whose file it is; other evidence must narrow it. */
const MOST_UNITS = 64
/** So many candidates are weighed and named for one file. */
export const MOST_CANDIDATES = 16
const MOST_HOLDERS = 12
/** Programs count their files by up to four digits; a list may write such a number with a letter. */
const COUNTER = /^\p{L}?\d{1,4}$/u

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
  const clear = clearFit(view, byName, index)
  if (clear) return { list: [clear], unweighed: [] }
  const { spoken, against, numbered } = speakOf(view, index)
  const byFolder = view.levels.length > 0 ? index.byFolder(view.folder) : new Set<number>()
  addGroupOf(byFolder, index, spoken)
  const strongest = Math.max(0, ...[...spoken.values()].map(({ strength }) => strength))
  // who is spoken of much less than another cannot come before them: what else speaks for both is the same
  const ofHolders = [...spoken].filter(([, { strength }]) => strength >= LEAST_NAMED
    && strength >= strongest - BEHIND.weighed).sort((a, b) => b[1].strength - a[1].strength)
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
    if (before.includes(unit.index)) {
      candidate.total += WORTH.before.total
      candidate.holder += WORTH.before.holder
      candidate.requirement += WORTH.before.requirement
      candidate.evidence.push({ kind: 'placed-before' })
    }
    return candidate
  })
  heedEachOther(view, list)
  list.sort((a, b) => b.total - a.total || a.unit.index - b.unit.index)
  const unweighed = byName.size > MOST_UNITS && list.every(one => !byName.has(one.unit.index)) ? firstUnits(byName, index) : []
  return { list, unweighed }
}

/** Of fewer letters a name is not the beginning of another one. */
const LEAST_BEGUN = 4

const asksForNames = ({ names }: Requirement): boolean =>
  names.some(({ parts }) => parts.some(part => part.kind === 'field' && OF_NAME.has(part.name)))

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
  if (byName.size === 0 || byName.size > MOST_UNITS) return null
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

/** Looks a name up as it is, and where that finds nothing as it looks. */
function lookUp<T>(base: string, look: (text: string) => T, nothing: (found: T) => boolean): T {
  const named = look(base)
  const seen = nothing(named) ? plainLook(base) : base
  return seen === base ? named : look(seen)
}

interface Spoken {
  strength: number
  evidence: Evidence[]
  crossed?: true
}

/** From here on a text is somebody's full name, in any order, or an id. */
const FULL_NAME = NAMED.initialAndFamily

/** Whose folder a file lies in although its name is somebody else's; with whom the name nearly names, where that was asked. */
function elsewhere(
  base: string, byName: ReadonlyMap<string, HolderEvidence>, inFolder: ReturnType<EvidenceIndex['namedInFolder']>,
  index: EvidenceIndex,
): { against: ReadonlySet<string>, slipped: Map<string, HolderEvidence> | null } {
  const byFolder = inFolder.named
  const against = new Set<string>()
  // a number is no name: it speaks against nobody's folder
  const persons = [...byName].filter(([key, { number }]) => key.startsWith('p:') && !number)
  const full = persons.some(([, { strength }]) => strength >= FULL_NAME)
  const slipped = byFolder.size > 0 && !full ? index.people.nearlyNamedIn(base) : null
  const other = slipped !== null && [...slipped].some(([key, { strength }]) => key.startsWith('p:') && strength >= FULL_NAME * OF_NAMED.slip)
  for (const key of byFolder.keys()) {
    if (!key.startsWith('p:')) continue
    const own = byName.get(key)?.strength ?? 0
    // a group may be called as somebody is
    const groups = inFolder.groupsOf(key)
    const contradicted = () => (other
      ? (slipped?.get(key)?.strength ?? 0) === 0
      : persons.some(([, { strength, said }]) => strength >= NAMED.family && !groups.has(said)))
    if (full ? own < FULL_NAME : own === 0 && contradicted()) against.add(key)
  }
  return { against, slipped }
}

/** Whom folder levels and name speak of, and whose folder it lies in although its name is somebody else's. */
function speakOf(
  view: FileView, index: EvidenceIndex,
): { spoken: Map<string, Spoken>, against: ReadonlySet<string>, numbered: ReadonlySet<string> } {
  const spoken = new Map<string, Spoken>()
  const add = (evidence: Map<string, HolderEvidence>, where: NamedIn) => {
    for (const [key, { strength, said, crossed }] of evidence) {
      const before = spoken.get(key)
      spoken.set(key, {
        strength: (before?.strength ?? 0) + strength, evidence: [...before?.evidence ?? [], { kind: 'named', where, said }],
        ...(crossed ? { crossed } : {}),
      })
    }
  }
  const inFolder = index.namedInFolder(view.levels)
  const byFolder = inFolder.named
  const found = lookUp(view.base, index.people.namedIn, found => found.size === 0)
  const counted = isCounted(view, index)
  // what is called by the rules' own words alone names nobody, though somebody is called Cover or Page
  const isRulesAlone = found.size > 0 && tokensOf(view.base).every(index.hasWord)
  const named = new Map([...found].filter(([key, { number, said, strength }]) => !counted(said)
    && !(number && isPartOfListed(said, view.base, index)) && !(isRulesAlone && key.startsWith('p:') && strength < NAMED.alias)))
  const byName = withoutWeakNumbers(named).size > 0 ? named : new Map([...named, ...index.byValue(view.base)])
  const { against, slipped } = elsewhere(view.base, byName, inFolder, index)
  add(against.size === 0 ? byFolder : new Map([...byFolder].filter(([key]) => !against.has(key))), 'folder')
  add(withoutNumbers(byName, byFolder), 'name')
  for (const id of view.sentBy) {
    const key = holderKey('person', id)
    const before = spoken.get(key)
    spoken.set(
      key,
      { strength: (before?.strength ?? 0) + NAMED.sender / view.sentBy.length, evidence: [...before?.evidence ?? [], { kind: 'sent-by' }] },
    )
  }
  // a group or a given name does not say which person is meant: a slip in the whole name may
  const known = Math.max(0, ...[...spoken].map(([key, { strength }]) => (key.startsWith('p:') ? strength : 0)))
  if (known < FULL_NAME - BEHIND.fullName) {
    // what is said exactly says no more with a slip
    const isSaid = (key: string, said: string) => spoken.get(key)?.evidence.some(one => one.kind === 'named' && one.said === said) ?? false
    const nearly = (evidence: Map<string, HolderEvidence>) => new Map([...evidence].filter(([key, { strength, said }]) => key.startsWith('g:')
      ? known < NAMED.given
      : strength > known && !isSaid(key, said)))
    add(nearly(inFolder.nearly()), 'folder nearly')
    add(nearly(slipped ?? index.people.nearlyNamedIn(view.base)), 'name nearly')
  }
  const meant = namesakeMeant(spoken, [view.base, ...view.levels], index.furtherValues)
  const before = meant === null ? undefined : spoken.get(meant)
  if (meant !== null && before) spoken.set(meant, { ...before, strength: before.strength + NAMED.sharedColumn })
  const { author } = view.file.reading.props
  if (typeof author === 'string' && author.length <= 80) {
    add(new Map([...index.people.namedIn(author)].flatMap(([key, { strength, said }]) => (strength >= FULL_NAME
      ? [[key, { strength: strength * OF_NAMED.author, said }] as const]
      : []))), 'author')
  }
  const [number = '', ...more] = view.base.match(/\d+/g) ?? []
  const isTelling = number.length > 1 && more.length === 0
  // of an id with several numbers one alone may be anything
  const isWhole = ({ number: isNumber, said }: HolderEvidence) => isNumber && /^\D*\d+$/.test(said)
  return { spoken, against, numbered: new Set(isTelling ? [...byName].flatMap(([key, one]) => (isWhole(one) ? [key] : [])) : []) }
}

/** Whose number alone stands in a name is meant where the rule asks for no figures: there it numbers nothing else. */
function withNumber(holder: Spoken, { requirement, holder: own }: Unit, numbered: ReadonlySet<string>, base: string): Spoken {
  if (numbered.size === 0 || holder.strength >= NAMED.given || !numbered.has(holderKey(requirement.holder, own))) return holder
  // behind a word that is none of the rule's it may be a class, a page
  const tokens = tokensOf(base)
  const before = tokens[tokens.findIndex(token => /^\d+$/.test(token)) - 1]
  const isOwn = before === undefined || wordsOfRule(requirement).includes(before)
  return asksFigures(requirement) || !isOwn || requirement.names.length === 0 ? holder : { ...holder, strength: NAMED.given }
}

/** Whether a rule asks for figures besides those of its holder: then a number alone may be any of them. */
const asksFigures = ({ count, fields }: Requirement): boolean => count.by !== null
  || Object.values(fields).some(rule => isFree(rule) && rule.type !== 'choice' && rule.type !== 'text')

/** Numbers that a program counts its files by, as in Document2 or Scan 3, are nobody's; long ones somebody typed. */
function isCounted(view: FileView, index: EvidenceIndex): (number: string) => boolean {
  const byProgram = () => givenNameOf(view) !== null && !tokensOf(view.base).some(index.hasWord)
  return number => COUNTER.test(number) && byProgram()
}

/** Whether a number is a part of another value of the list wherever it stands in a text: the 4 of a class 4b. */
function isPartOfListed(number: string, text: string, index: EvidenceIndex): boolean {
  if (!/^\d+$/.test(number)) return false
  const tokens = tokensOf(text)
  const isPart = (at: number) => [[at, at + 2], [at - 1, at + 1], [at - 1, at + 2], [at, at + 3]].some(([from = 0, to = 0]) => {
    const run = from < 0 || to > tokens.length ? '' : tokens.slice(from, to).join('')
    return /\p{L}/u.test(run) && index.isListed(run)
  })
  return !tokens.some((token, at) => Number(token) === Number(number) && !isPart(at))
}

/**
 * Where a name says who it is, a bare number beside it is something else: a piece, a day. So is a number that is the whole name of a file
 * in somebody else's folder.
 */
function withoutNumbers(named: Map<string, HolderEvidence>, byFolder: ReadonlyMap<string, HolderEvidence>): Map<string, HolderEvidence> {
  const isSaid = ([key, { number, strength }]: [string, HolderEvidence]) => key.startsWith('p:') && !number && strength >= NAMED.firstOfGiven
  if ([...named].some(isSaid)) return withoutWeakNumbers(named)
  if (![...byFolder].some(isSaid)) return named
  return new Map([...named].filter(([key, { number }]) => !number || (byFolder.get(key)?.strength ?? 0) > LEAST_NAMED))
}

/** The one number of a name that names nobody, with the folder it lies in: "U13/Consent 1" may be number 1's of U13. */
function numberInFolder(
  { base, levels }: FileView, index: EvidenceIndex, counted: (number: string) => boolean, namesSomebody: () => boolean,
): { where: NamedIn, text: string, number: string }[] {
  const level = levels.at(-1)
  if (level === undefined || namesSomebody()) return []
  const [number, ...more] = bareNumbers(base).filter(one => !counted(one) && !isPartOfListed(one, base, index))
  return number === undefined || more.length > 0 ? [] : [{ where: 'name', text: `${level} ${number}`, number }]
}

/** Whether a number was told with what stands before it in the list, where no other figures are asked for and the format may be meant. */
function isPair(said: string, number: string, view: FileView, unit: Unit | undefined): boolean {
  if (!unit || !said.endsWith(` ${number}`) || asksFigures(unit.requirement)) return false
  return extensionAsked(view, unit.requirement) || isOfFamily(view, unit.requirement)
}

/** Units whose further columns name or folder speak of, be it with a slip where nobody is named at all; too many say nothing. */
function columnsOf(view: FileView, index: EvidenceIndex, spoken: ReadonlyMap<string, Spoken>): ReadonlyMap<number, Spoken> {
  const told = toldColumns(view, index, spoken)
  const meant = told.size === 0 && spoken.size === 0 ? slippedColumns(view, index) : told
  return meant.size > MOST_UNITS ? new Map() : meant
}

function toldColumns(view: FileView, index: EvidenceIndex, spoken: ReadonlyMap<string, Spoken>): Map<number, Spoken> {
  const told = new Map<number, Spoken>()
  const namesSomebody = () => [...spoken].some(([key, { evidence }]) => key.startsWith('p:')
    && evidence.some(one => one.kind === 'named' && one.where === 'name' && !/^\d+$/.test(one.said)))
  const counted = isCounted(view, index)
  const texts: { where: NamedIn, text: string, number?: string }[] = [
    { where: 'name', text: view.base }, ...view.levels.map(text => ({ where: 'folder' as const, text })),
    ...numberInFolder(view, index, counted, namesSomebody),
  ]
  for (const { where, text, number } of texts) {
    for (const [unit, { strength: whole, said }] of index.byColumns.told(text)) {
      if (where === 'name' && /^\d+$/.test(said) && counted(said)) continue
      if (number !== undefined && !isPair(said, number, view, index.units[unit])) continue
      // what lies in the folder of a class 2B, or is called by it, is not number 2's
      if (isPartOfListed(said, text, index)) continue
      // beside a name a number is something else as likely, wherever it stands
      const strength = /^\d+$/.test(said) && namesSomebody() ? Math.min(whole, NAMED.number[said.length] ?? whole) : whole
      const before = told.get(unit)
      const evidence = [{ kind: 'named', where, said } as const]
      // a value in the name and another one in the folder, or in two levels, that several bear each: together they say more
      const isOther = before !== undefined && !before.evidence.some(one => one.kind === 'named' && one.said === said)
      if (isOther && strength <= NAMED.sharedColumn && before.strength <= NAMED.sharedColumn) {
        told.set(unit, { strength: before.strength + strength, evidence: [...before.evidence, ...evidence] })
      }
      else if (strength > (before?.strength ?? 0)) told.set(unit, { strength, evidence })
    }
  }
  return told
}

function slippedColumns(view: FileView, index: EvidenceIndex): Map<number, Spoken> {
  const slipped = [...index.byColumns.nearly(view.base)]
  return new Map(slipped.map(([unit, { strength, said }]) => [unit, { strength, evidence: [{ kind: 'named', where: 'name nearly', said }] }]))
}

function withColumn(holder: Spoken, column: Spoken | undefined): Spoken {
  return column ? { ...holder, strength: holder.strength + column.strength, evidence: [...holder.evidence, ...column.evidence] } : holder
}

function holderOf(unit: Unit, spoken: ReadonlyMap<string, Spoken>, index: EvidenceIndex): Spoken {
  const { requirement, holder, people } = unit
  if (requirement.holder === 'person') {
    const own = spoken.get(holderKey('person', holder)) ?? { strength: 0, evidence: [] }
    const group = spoken.get(holderKey('group', people[0]?.group ?? ''))
    if (group && own.strength === 0 && index.isOfOne(people[0]?.group ?? '')) return { ...group, strength: group.strength * OF_NAMED.memberOfGroup }
    // the group alone says nothing of one member, but tells two of one name apart
    return group && own.strength > 0 && !own.crossed
      ? { strength: own.strength + group.strength * OF_NAMED.groupOfMember, evidence: [...own.evidence, ...group.evidence] }
      : own
  }
  let best = spoken.get(holderKey('group', holder)) ?? { strength: 0, evidence: [] }
  for (const person of people) {
    const member = spoken.get(holderKey('person', person.id))
    if (member && member.strength * OF_NAMED.memberOfGroup > best.strength) {
      best = { strength: member.strength * OF_NAMED.memberOfGroup, evidence: member.evidence }
    }
  }
  return best
}
