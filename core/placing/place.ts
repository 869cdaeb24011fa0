import { gather, keepSome } from '../text/gather'
import type { Unit } from '../brief/units'
import type { SlotRef } from '../brief/slots'
import { formsOf } from '../brief/forms'
import { isAnyText } from '../names/parts'
import { tokensOf } from '../names/tokens'
import { ownOf } from '../text/own'
import type { Candidates } from './candidates'
import type { Assigned, Edge } from './assign'
import { assign } from './assign'
import { findCandidates, MOST_CANDIDATES } from './candidates'
import type { Evidence } from './evidence'
import type { EvidenceIndex } from './index'
import type { Candidate, NameFit } from './score'
import { saysSeveral, wordsOfRule } from './piece-number'
import { extensionAsked, isOfFamily, scoreUnit } from './score'
import { saysCode } from './heed'
import type { Arrival, Filled } from './slots'
import { areStates, countBesides, fillUnit, holdBack, markLonger, misnumbered, versionOf, volumesOf } from './slots'
import { holderKey } from './called'
import { isNearWord } from './words-said'
import { isNumbered, numbersOf, slotRef } from '../brief/slots'
import { stemOf } from './view'
import type { FileView } from './view'
import { BEHIND, CONFIDENCE, confidenceOf, LEAST_NAMED, NAMED, OCCUPIED, OF_NAMED, SHARE, WORTH } from './weights'

/** Where every file went. */
export interface Placements {
  /** By unit index: its files. */
  filled: Map<number, Filled[]>
  /** Files without a slot, with the slots that may be theirs. */
  unplaced: { view: FileView, candidates: SlotRef[], evidence: Evidence[], notOwed: boolean }[]
}

/**
 * Places files into slots: names that fit first, then those nearly right against each other, last by elimination, one pass.
 *
 * @param views - files that take part, set-aside ones left out
 * @param index - from `indexUnits`
 * @param ruled - placements a person decided: view index → slot
 * @param before - by SHA-256: units where the same bytes were placed in the check before
 */
export function placeFiles(
  views: readonly FileView[], index: EvidenceIndex, ruled: ReadonlyMap<number, SlotRef>, before: ReadonlyMap<string, number[]>,
): Placements {
  const arrivals = new Map<number, Arrival[]>()
  const arrive = (unit: Unit, arrival: Arrival) => {
    gather(arrivals, unit.index, arrival)
  }
  const open: { view: FileView, found: Candidates }[] = []
  const unplaced: Placements['unplaced'] = []
  const bySlot = new Map(index.units.map(unit => [`${unit.requirement.id}\n${unit.holder}`, unit]))
  for (const view of views) {
    const ruling = ruled.get(view.index)
    const unit = ruling && bySlot.get(`${ruling.requirement}\n${ruling.holder}`)
    if (unit) {
      const candidate = scoreUnit(view, unit, { strength: NAMED.whole, evidence: [{ kind: 'placed-by-hand' }] }, true)
      arrive(unit, { view, candidate, n: ruling.n ?? numberIn(candidate), confidence: 1 })
      continue
    }
    const candidates = findCandidates(view, index, view.file.size === 0 || view.file.sha256 === null ? [] : before.get(view.file.sha256) ?? [])
    const sure = decide(candidates.list)
    const { said } = candidates
    if (!sure && said) arrive(said.unit, { view, candidate: said, n: said.n ?? numberIn(said), confidence: CONFIDENCE.weighed })
    else if (!sure) open.push({ view, found: candidates })
    else if (!sure.candidate.unit.owed) unplaced.push({ view, candidates: [], evidence: sure.candidate.evidence, notOwed: true })
    else {
      const n = numberIn(sure.candidate)
      if (sure.candidate.unit.requirement.count.by !== null && n === null) open.push({ view, found: { list: [sure.candidate], unweighed: [] } })
      else arrive(sure.candidate.unit, { view, candidate: sure.candidate, n, confidence: sure.confidence })
    }
  }
  const { rest, notOwed } = assignOpen(open, arrivals, arrive)
  unplaced.push(...notOwed)
  const left = eliminate(rest, arrivals, arrive)
  const filled = new Map<number, Filled[]>()
  for (const [position, list] of arrivals) {
    const unit = index.units[position]
    if (!unit) continue
    const several = () => markLonger(list).map(one => (liesElsewhere(one, index) ? { ...one, elsewhere: true as const } : one))
    const { taking, held } = holdBack(unit, list.length > 1 ? several() : list)
    const others = misnumbered(unit, taking)
    filled.set(position, fillUnit(unit, others.size > 0 ? taking.filter(one => !others.has(one)) : taking))
    unplaced.push(...held.map(arrival => asCandidate(unit, arrival)))
    for (const [arrival, open] of others) {
      unplaced.push({ ...asCandidate(unit, arrival), candidates: [arrival.n, ...open].slice(0, MOST_CANDIDATES).map(n => slotRef(unit, n)) })
    }
  }
  return { filled, unplaced: [...unplaced, ...left] }
}

/** Whether a file lies in a folder where files belong, and none of its own holder. */
function liesElsewhere({ view, candidate: { unit, folderFits } }: Arrival, index: EvidenceIndex): boolean {
  if (folderFits || view.levels.length === 0) return false
  const there = [...index.byFolder(view.folder)]
  const people = new Set(unit.people)
  return there.length > 0 && !there.some(at => index.units[at]?.people.some(person => people.has(person)))
}

/** A file with another value than was asked for, beside what was asked for. */
function asCandidate(unit: Unit, { view, candidate, n }: Arrival): Placements['unplaced'][number] {
  const others = candidate.outside.map(({ field, value }) => ({ kind: 'other-value', field, value } as const))
  return { view, candidates: [slotRef(unit, isNumbered(unit) ? n : null)], evidence: [...candidate.evidence, ...others], notOwed: false }
}

function numberIn({ unit, captures }: Candidate): number | null {
  const text = unit.requirement.count.by === null ? undefined : ownOf(captures, unit.requirement.count.by)
  return text === undefined || !/^\d{1,9}$/.test(text) ? null : Number(text)
}

const CLASS: Record<NameFit, number> = { exact: 3, lenient: 2, marked: 1, open: 0, near: 0, none: -1 }

/** The one unit a file surely belongs to, or `null`: an exact fit beats a folded one, equal ones are no one's. */
function decide(list: readonly Candidate[]): { candidate: Candidate, confidence: number } | null {
  const fitting = list.filter(one => CLASS[one.nameFit] > 0)
  const top = Math.max(-1, ...fitting.map(one => CLASS[one.nameFit]))
  const alike = fitting.length > 0 ? fitting.filter(one => CLASS[one.nameFit] === top) : list
  // where both fit, the one that is owed is meant
  const rivals = alike.some(one => one.unit.owed) ? alike.filter(one => one.unit.owed) : alike
  const [best, second] = [...rivals].sort((a, b) => b.total - a.total)
  if (!best || fitting.length === 0) return anyNameIn(list)
  const confidence = second ? confidenceOf(best.total - second.total) : 1
  return confidence >= CONFIDENCE.least ? { candidate: best, confidence } : null
}

/** The one place where any name will do, unless the name is nearly one that is asked for elsewhere. */
function anyNameIn(list: readonly Candidate[]): { candidate: Candidate, confidence: number } | null {
  const [only, ...more] = list.filter(one => one.anyName && one.unit.owed)
  const meant = list.some(one => CLASS[one.nameFit] === 0 && saysWho(one) && !one.anyName)
  return only && more.length === 0 && !meant ? { candidate: only, confidence: CONFIDENCE.anyName } : null
}

/** Whether somebody is named, be it a member of the group whose file it is. */
const saysWho = ({ holder, unit }: Candidate): boolean =>
  holder >= (unit.requirement.holder === 'group' ? NAMED.given * OF_NAMED.memberOfGroup : NAMED.given)

interface Open { view: FileView, found: Candidates }

/** Settles the files that no name alone places, against each other: each slot takes one, another may be a version of it. */
function assignOpen(
  open: readonly Open[], arrivals: ReadonlyMap<number, readonly Arrival[]>, arrive: (unit: Unit, arrival: Arrival) => void,
): { rest: Open[], notOwed: Placements['unplaced'] } {
  const targets = new Map<string, number>()
  const ways: { edge: Edge, candidate: Candidate, n: number | null, told: boolean }[] = []
  open.forEach(({ view, found: candidates }, file) => {
    for (const candidate of candidates.list.slice(0, MOST_CANDIDATES)) {
      const { unit } = candidate
      if (CLASS[candidate.nameFit] < 0 || (CLASS[candidate.nameFit] === 0 && !saysWho(candidate))) continue
      const n = numberIn(candidate)
      const told = unit.requirement.count.by === null || n !== null
      const key = `${unit.index}\n${n ?? ''}`
      const target = targets.get(key) ?? targets.size
      targets.set(key, target)
      const filling = (arrivals.get(unit.index) ?? []).filter(other => other.n === n)
      const free = filling.length === 0 || filling.some(other => view.file.sha256 !== null && other.view.file.sha256 === view.file.sha256)
      const many = !told || (unit.requirement.count.by === null && isNumbered(unit))
      const oneMore = free ? OCCUPIED / 2 : OCCUPIED
      const besides = many ? 0 : oneMore
      // what is owed is meant rather than what is not
      const weight = candidate.total - (unit.owed ? 0 : OCCUPIED)
      ways.push({ edge: { file, target, weight: weight - besides, shared: false }, candidate, n, told })
      if (!many && filling.length === 0) ways.push({ edge: { file, target, weight, shared: true }, candidate, n, told })
    }
  })
  const byEdge = new Map(ways.map(way => [way.edge, way]))
  const assigned = assign(open.length, ways.map(way => way.edge))
  const rest: Open[] = []
  const notOwed: Placements['unplaced'] = []
  open.forEach((entry, file) => {
    const { edge, margin, alone } = assigned[file] ?? NOWHERE
    const way = edge && byEdge.get(edge)
    const confidence = Math.min(CONFIDENCE.weighed, confidenceOf(margin))
    if (!way || confidence < CONFIDENCE.least) rest.push(entry)
    else if (!way.told) rest.push({ view: entry.view, found: { list: [way.candidate], unweighed: [] } })
    else if (!way.candidate.unit.owed) notOwed.push({ view: entry.view, candidates: [], evidence: way.candidate.evidence, notOwed: true })
    else {
      const evidence = alone ? [...way.candidate.evidence, { kind: 'weighed-alone' } as const] : way.candidate.evidence
      arrive(way.candidate.unit, { view: entry.view, candidate: { ...way.candidate, evidence }, n: way.n, confidence })
    }
  })
  return { rest, notOwed }
}

const NOWHERE: Assigned = { edge: null, margin: 0, alone: false }

interface Option { candidate: Candidate, slots: (number | null)[] }

/** Files whose holder is known but not their slot go where only one is left for them. */
function eliminate(
  open: readonly Open[], arrivals: ReadonlyMap<number, readonly Arrival[]>, arrive: (unit: Unit, arrival: Arrival) => void,
): Placements['unplaced'] {
  const waiting = open.map(({ view, found }): Waiting => ({ view, found, options: optionsFor(view, found.list, arrivals) }))
  giveWay(waiting)
  const meant = meantOf(waiting)
  const wanted = new Map<string, number>()
  const count = (key: string) => wanted.set(key, (wanted.get(key) ?? 0) + 1)
  for (const { options } of waiting) {
    for (const { candidate, slots } of options) {
      const { index } = candidate.unit
      // what lies in the folder that was asked for is not held back by what lies elsewhere
      for (const where of liesThere(candidate) ? ['', ' there'] : ['']) {
        count(`${index}${where}`)
        for (const n of slots) count(`${index} ${n}${where}`)
      }
    }
  }
  const left: Placements['unplaced'] = []
  for (const one of waiting) {
    const { view, found: match, options } = one
    const [only, ...more] = options
    const isOnly = only !== undefined && more.length === 0 && (one.has || meant.has(one) || isAloneIn(only, wanted))
      && !isOneTooMany(only, match.list, arrivals) && !isSeveral(view, only.candidate)
    const state = options.length === 0 ? stateOf(one, arrivals) : null
    if (isOnly) {
      const evidence = [...only.candidate.evidence, { kind: 'only-slot' } as const]
      arrive(only.candidate.unit, { view, candidate: { ...only.candidate, evidence }, n: only.slots[0] ?? null, confidence: CONFIDENCE.onlySlot })
    }
    else if (state) {
      arrive(state.unit, { view, candidate: state, n: isNumbered(state.unit) ? numberIn(state) : null, confidence: CONFIDENCE.onlySlot })
    }
    else {
      const candidates = slotsFor(view, match, options).slice(0, MOST_CANDIDATES)
      left.push({ view, candidates, evidence: match.list[0]?.evidence ?? [], notOwed: false })
    }
  }
  return left
}

/**
 * Whether nothing tells that a file is one of those that may but need not come: it says nothing of them, and as well may be one more of
 * another piece that has come.
 */
function isOneTooMany(
  { candidate: { unit, requirement, captures } }: Option, list: readonly Candidate[], arrivals: ReadonlyMap<number, readonly Arrival[]>,
): boolean {
  const tells = requirement > 0 || Object.keys(captures).some(field => ownOf(unit.requirement.fields, field)?.type !== 'text')
  if (tells || (arrivals.get(unit.index)?.length ?? 0) < numbersOf(unit).owed) return false
  return list.some(other => other.unit !== unit && other.unit.holder === unit.holder && other.unit.owed && other.formatFits && other.folderFits
    && (arrivals.get(other.unit.index)?.length ?? 0) > 0)
}

/** Whether no more files may go to a slot, or to some that are all alike, than there are. */
function isAloneIn({ candidate, slots }: Option, wanted: ReadonlyMap<string, number>): boolean {
  const { index, requirement } = candidate.unit
  const anonymous = requirement.count.by === null
  const rivals = wanted.get(`${index}${anonymous ? '' : ` ${slots[0]}`}${liesThere(candidate) ? ' there' : ''}`) ?? 0
  return anonymous ? rivals <= slots.length : rivals === 1 && slots.length === 1
}

/** Which piece of its own holder a file is an earlier or later state of, by the name of the one that fills it; `null`: of none, or of several. */
function stateOf({ view, found }: Open, arrivals: ReadonlyMap<number, readonly Arrival[]>): Candidate | null {
  const fitting = found.list.filter(one => one.formatFits && one.unit.owed)
  if (found.unweighed.length > 0 || new Set(fitting.map(one => one.unit.holder)).size !== 1) return null
  // where pieces are numbered, of the same number, each with its version or the same but for what tells a state
  const haveVersions = (candidate: Candidate, one: Arrival) =>
    versionOf(candidate.unit, one) >= 0 && versionOf(candidate.unit, { candidate }) >= 0
  const isState = (candidate: Candidate, one: Arrival) => (isNumbered(candidate.unit)
    ? one.n !== null && one.n === numberIn(candidate) && (haveVersions(candidate, one) || areStates(candidate.unit, { view, candidate }, one))
    : areStates(candidate.unit, { view, candidate }, one))
  const [only, ...more] = fitting.filter(candidate => candidate.holder >= NAMED.given
    && (arrivals.get(candidate.unit.index) ?? []).some(one => isState(candidate, one)))
  return only && more.length === 0 ? only : null
}

/** The slots that may be a file's, where nothing says which. */
function slotsFor(view: FileView, { list, unweighed }: Candidates, options: readonly Option[]): SlotRef[] {
  if (options.length > 0) {
    return options.flatMap(({ candidate: { unit }, slots }) => [...new Set(slots)].map(n => slotRef(unit, isNumbered(unit) ? n : null)))
  }
  const said = list.some(saysPiece)
  const isMeant = (one: Candidate) => saysCode(view, one)
    || ((one.holder >= LEAST_NAMED || CLASS[one.nameFit] > 0) && !(said && one.requirement === 0))
  const owed = list.filter(one => one.unit.owed && isMeant(one)).slice(0, MOST_CANDIDATES)
  // in whatever format, where it says the piece
  const isNumberOf = (one: Candidate) => isNumberedThere(one) || (numberIn(one) !== null && isOfFamily(view, one.unit.requirement))
  const isSaid = (one: Candidate) => CLASS[one.nameFit] >= 0 || one.requirement > 0 || isNumberOf(one)
  const fitting = owed.some(one => one.formatFits) ? owed.filter(one => one.formatFits) : owed.filter(isSaid)
  return [...fitting.map(one => slotRef(one.unit, numberIn(one))), ...unweighed.map(unit => slotRef(unit, null))]
}

/** `has`: others gave way to it. */
interface Waiting extends Open { options: Option[], has?: true }

/** A file that may go to one slot alone has it before those that may go elsewhere, too: they are left what remains. */
function giveWay(waiting: readonly Waiting[]): void {
  const keyOf = ({ candidate: { unit } }: Option, n: number | null) => `${unit.index} ${n}`
  const wanting = new Map<string, Waiting[]>()
  for (const one of waiting) for (const option of one.options) for (const n of new Set(option.slots)) gather(wanting, keyOf(option, n), one)
  const next = waiting.filter(one => one.options.length === 1)
  const had = new Set<string>()
  for (let one = next.pop(); one; one = next.pop()) {
    const [only] = one.options
    const n = only?.slots.length === 1 ? only.slots[0] ?? null : undefined
    if (!only || n === undefined || had.has(keyOf(only, n))) continue
    const key = keyOf(only, n)
    const rivals = (wanting.get(key) ?? []).filter(other => other !== one)
    if (rivals.length === 0 || rivals.some(other => waysOf(other) < 2)) continue
    had.add(key)
    one.has = true
    for (const other of rivals) {
      other.options = other.options.map(option => ({ ...option, slots: withoutOne(option.slots, slot => keyOf(option, slot) === key) }))
        .filter(option => option.slots.length > 0)
      if (other.options.length === 1) next.push(other)
    }
  }
}
/** Of slots that are all alike another file takes one. */
function withoutOne<T>(list: readonly T[], isIt: (item: T) => boolean): T[] {
  const at = list.findIndex(isIt)
  return list.filter((_, index) => index !== at)
}

const waysOf = ({ options }: Waiting): number => options.reduce((sum, { slots }) => sum + slots.length, 0)

/**
 * Of several files that can only go to one and the same slot, those that are meant: states of one file all go there, and one of which
 * every word is known goes before those that say something else besides, as one that tells its number does before those that tell none.
 */
function meantOf(waiting: readonly Waiting[]): Set<Waiting> {
  const bySlot = new Map<string, Waiting[]>()
  for (const one of waiting) {
    for (const { candidate: { unit }, slots } of one.options) for (const n of slots) gather(bySlot, `${unit.index} ${n}`, one)
  }
  const meant = new Set<Waiting>()
  for (const rivals of bySlot.values()) {
    if (rivals.length < 2 || rivals.some(one => waysOf(one) !== 1)) continue
    const known = rivals.filter(one => one.options.every(option => isKnown(one.view, option)))
    const left = keepSome(keepSome(rivals, one => known.includes(one)), one => one.options.every(option => numberIn(option.candidate) !== null))
    const [first] = left
    const isState = (one: Waiting) => one === first || one.options.every(({ candidate }) => first?.options.every(other =>
      areStates(candidate.unit, { view: one.view, candidate }, { view: first.view, candidate: other.candidate })))
    if (left.every(isState)) for (const one of rivals.filter(isState)) meant.add(one)
  }
  return meant
}

/** Whether a rule asks for a text of one's own: any words may be it. */
const takesText = (unit: Unit): boolean => formsOf(unit).some(({ name }) => name?.some(isAnyText))

/** Whether a name says nothing but what the rule, its title and its holder say, values it asks for, and the number of the piece. */
function isKnown(view: FileView, { candidate: { unit, captures }, slots }: Option): boolean {
  const { requirement, people } = unit
  const called = people.flatMap(({ id, name, group, aliases }) => [id, name, group, ...aliases])
  const asked = formsOf(unit).flatMap(({ name }) => (name ?? []).flatMap(part => (part.kind === 'fixed' ? part.texts : [])))
  const told = Object.entries(captures).flatMap(([field, value]) => (ownOf(requirement.fields, field)?.type === 'text' ? [] : value ?? []))
  const known = new Set([...wordsOfRule(requirement), ...[...called, ...asked, ...told].flatMap(tokensOf)])
  const tokens = tokensOf(stemOf(view))
  const isNumber = (token: string) => slots[0] === null || Number(token) === slots[0]
  const isOwn = (token: string) => known.has(token) || [...known].some(word => isNearWord(token, word))
  return tokens.length > 0 && tokens.every(token => (/^\d+$/.test(token) ? isNumber(token) : isOwn(token)))
}

/** Whether a file lies in the very folder that is asked for. */
const liesThere = ({ folderFits, unit }: Candidate): boolean => folderFits && (unit.requirement.folder?.length ?? 0) > 0

/** The open slots that fit a file's holder and real format; those whose folder it lies in go before all others. */
function optionsFor(view: FileView, list: readonly Candidate[], arrivals: ReadonlyMap<number, readonly Arrival[]>): Option[] {
  if (isEmptyish(view)) return []
  const strongest = Math.max(0, ...list.map(one => one.holder))
  const inFolder = list.filter(liesThere)
  const named = new Set(list.filter(one => one.holder >= NAMED.family).flatMap(one => one.unit.people.map(person => person.id)))
  // a folder that only one holder's files belong in names the holder as well as a name does
  const ofFolder = new Set(inFolder.map(one => one.unit.holder))
  if (strongest < NAMED.given && ofFolder.size !== 1) return []
  const holders = new Set(list.filter(one => one.holder >= strongest - BEHIND.person && one.unit.requirement.holder === 'person')
    .map(one => one.unit.holder))
  if (holders.size > 1 && ofFolder.size !== 1) return []
  // whose name or id stands there is another one than whose folder it is, or than who is named besides
  const isNamed = (one: Candidate) => one.unit.people.some(person => named.has(person.id))
  if (named.size > 0 && inFolder.length > 0 && !inFolder.some(isNamed)) return []
  const byCode = new Set(list.filter(one => saysCode(view, one)).map(one => one.unit.holder))
  const isElsewhere = inFolder.length > 0 && !inFolder.some(one => byCode.has(one.unit.holder))
  if (byCode.size > 0 && (isElsewhere || [...holders].some(holder => !byCode.has(holder)))) return []
  // what lies where its format is asked for is nothing else's, unless it says so
  const atHome = inFolder.some(one => one.formatFits && one.unit.owed)
  const loudest = new Set(list.filter(one => one.holder === strongest).map(({ unit }) => holderKey(unit.requirement.holder, unit.holder)))
  const said = list.some(saysPiece)
  // what says in one piece's name that it is somebody else's is theirs in no other way: "06_Walk_02" is not number 2's
  const isOthers = (one: Candidate) => one.nameFit === 'near' && one.holder <= LEAST_NAMED && !liesThere(one)
    && list.some(other => other.unit.holder === one.unit.holder && other.holder > one.holder)
  // a number that is the whole name in the folder of numbered pieces is one of these, in whatever format
  const isOnlyNumber = /^\d+$/.test(stemOf(view)) && inFolder.some(isNumberedThere)
  const options = list.flatMap((candidate): Option[] => {
    const { unit } = candidate
    if (isOthers(candidate)) return []
    if (isOnlyNumber && inFolder.includes(candidate) && !isNumberedThere(candidate)) return []
    // a word that speaks for one slot of somebody speaks for nobody else's
    const own = loudest.has(holderKey(unit.requirement.holder, unit.holder)) || (ofFolder.size === 1
      ? ofFolder.has(unit.holder) || candidate.holder >= strongest - BEHIND.person
      : candidate.holder >= strongest - BEHIND.slot)
    // what may be left out is meant only where something says so
    const meant = candidate.requirement > 0 || (!unit.requirement.optional && (!atHome || inFolder.includes(candidate)))
    // what says one piece is no other of which it says nothing
    const n = numberIn(candidate)
    const isOfKind = candidate.formatFits || isPieceOfFamily(view, candidate, n, list)
    if (!unit.owed || !isOfKind || !own || !meant || (said && candidate.requirement === 0)) return []
    const slots = openSlots(unit, arrivals.get(unit.index) ?? [], n, isOneMore(view, candidate, list))
    return slots.length > 0 ? [{ candidate, slots }] : []
  })
  // what is read as a format may be many things: the extension says which of them is meant
  const ofKind = keepSome(options, ({ candidate }) => extensionAsked(view, candidate.unit.requirement))
  const there = keepSome(ofKind, ({ candidate }) => inFolder.includes(candidate))
  // a word of one title, and of no other's
  return keepSome(there, ({ candidate }) => candidate.requirement >= SHARE.wordsHinted * WORTH.words)
}

/** Whether a name says several of the pieces that are told apart by a number: it is none of them alone. */
const isSeveral = (view: FileView, candidate: Candidate): boolean =>
  candidate.unit.requirement.count.by !== null && saysSeveral(candidate, candidate.unit.requirement.count.by, view)

/** Whether a file tells the number of a piece that is asked for in the folder it lies in. */
function isNumberedThere(candidate: Candidate): boolean {
  const n = numberIn(candidate)
  const { first, most } = numbersOf(candidate.unit)
  return liesThere(candidate) && candidate.unit.owed && n !== null && n >= first && n < first + most
}

/**
 * Whether a file lies in the folder of a piece, tells its number where pieces are told apart by one, and is in another format of the family,
 * while nothing else is asked in its own there.
 */
function isPieceOfFamily(view: FileView, candidate: Candidate, n: number | null, list: readonly Candidate[]): boolean {
  const { requirement } = candidate.unit
  const isTold = requirement.count.by === null ? !isNumbered(candidate.unit) : n !== null
  const isMeant = (one: Candidate) => liesThere(one) || one.requirement > 0 || one.unit.requirement.folder === null
  const isOther = (one: Candidate) => /^\d+$/.test(stemOf(view)) && !isNumberedThere(one)
  const isAsked = (one: Candidate) => one.formatFits && one.unit.owed && isMeant(one) && !isOther(one)
  return isTold && liesThere(candidate) && !list.some(isAsked) && isOfFamily(view, requirement)
}

/** Whether a file may be one more piece than is owed: something says that it is one, or nothing says that it is another work. */
function isOneMore(view: FileView, candidate: Candidate, list: readonly Candidate[]): boolean {
  if (candidate.requirement > 0 || liesThere(candidate)) return true
  // in the folder of another piece, of which it may be one in the wrong format
  const isThere = (other: Candidate) => liesThere(other) && other.unit.owed && isOfFamily(view, other.unit.requirement)
  if (list.some(other => other.unit.requirement !== candidate.unit.requirement && isThere(other))) return false
  const { unit } = candidate
  // somebody else of whom no more is said than of many
  const isRival = (other: Candidate) => other.unit.requirement !== unit.requirement || other.holder > LEAST_NAMED
  const alone = !list.some(other => other !== candidate && other.formatFits && other.unit.owed && isRival(other))
  return alone && extensionAsked(view, unit.requirement) && (takesText(unit) || isKnown(view, { candidate, slots: [null] }))
}

/** Whether a name says a requirement's own words. */
const saysPiece = ({ requirement }: Candidate): boolean => requirement >= SHARE.wordsNear * WORTH.words

/** An empty file's format cannot be known: its slot is not told by elimination. */
function isEmptyish({ file }: FileView): boolean {
  return file.reading.state === 'empty' || file.reading.state === 'unread'
}

/** Slots that nothing fills yet; a number that the name tells may go past what is owed, and so may what is surely a piece, up to the most allowed. */
function openSlots(unit: Unit, filled: readonly Arrival[], told: number | null, more: boolean): (number | null)[] {
  const { first, owed: counted, most } = numbersOf(unit)
  const owed = volumesOf(unit, filled)?.owed ?? counted
  const { count } = unit.requirement
  if (count.by !== null) {
    const taken = new Set(filled.map(arrival => arrival.n))
    if (told !== null) return told >= first && told < first + most && !taken.has(told) ? [told] : []
    return Array.from({ length: Math.min(owed, 1000) }, (_, at) => first + at).filter(n => !taken.has(n))
  }
  // a copy of another, or an earlier state of it, takes no place of its own
  const room = Math.max(0, Math.max(more ? most : owed, count.from === 0 ? 1 : 0) - filled.length + countBesides(unit, filled))
  return Array.from({ length: Math.min(room, 1000) }, () => null)
}
