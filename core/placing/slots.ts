import type { Captures, NamePart } from '../names/parts'
import { isAnyText, isLiteral } from '../names/parts'
import { isSeparator } from '../names/strictness'
import { isEarlierWord, isLaterWord } from '../names/added-words'
import type { FieldRule } from '../names/fields/index'
import { MAY_TELL_VERSION, VERSION_WORD, tellNumbers } from '../names/number-kinds'
import { tokensOf } from '../names/tokens'
import { LIKE } from '../names/spans'
import { likeness } from '../text/distance'
import { gather, groupBy, keepSome } from '../text/gather'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { foldCase, looseKey } from '../text/fold'
import { byCodeUnit } from '../text/order'
import { freeField, isFree } from '../names/fields/index'
import { ownOf } from '../text/own'
import type { Candidate, NameFit } from './score'
import { ownWords } from './words-said'
import type { FileView } from './view'
import { copyMarksOf, keyOf, stateWordsOf, stemOf } from './view'
import { isNumbered, numbersOf } from '../brief/slots'

/** A file that goes to a unit, with the number its name tells where the unit counts by one. */
export interface Arrival {
  view: FileView
  candidate: Candidate
  n: number | null
  confidence: number
  /** It lies in a folder where somebody else's files belong. */
  elsewhere?: true
  /** Its name is that of another right one and goes on behind a sign of the rule's own, or with the mark of a copy. */
  longer?: true
}

export type FilledRole = 'placed' | 'superseded' | 'duplicate' | 'surplus'

/** What became of an arrival within its unit. */
export interface Filled {
  arrival: Arrival
  role: FilledRole
  /** Slot number; `null` where the unit asks for one file only. */
  n: number | null
  milestone: boolean
  /** The file that counts instead, for superseded and duplicate ones. */
  instead: FileView | null
}

/** The slot a file of a unit goes to: its number, where the unit counts by one; else there is one, or they are all alike. */
const placeOf = (unit: Unit, { n }: Arrival): number | null => (unit.requirement.count.by === null ? null : n)

/**
 * Holds back what bears a value that was not asked for, such as last month's, where what was asked for is there, or a later one
 * of the same kind: it is no version of it.
 *
 * @returns those that take part, and those that only may belong there
 */
export function holdBack(unit: Unit, arrivals: readonly Arrival[]): { taking: readonly Arrival[], held: readonly Arrival[] } {
  if (unit.requirement.keep === 'all' || arrivals.every(one => one.candidate.outside.length === 0)) return { taking: arrivals, held: [] }
  const areAlike = unit.requirement.count.by === null
  const room = areAlike ? numbersOf(unit).owed : 1
  const bySlot = new Map<number | null, Arrival[]>()
  for (const arrival of arrivals) gather(bySlot, placeOf(unit, arrival), arrival)
  const held = new Set([...bySlot.values()].flatMap((list) => {
    // what is there for want of another place holds none of those back that say what they are
    const asked = list.filter(one => one.candidate.outside.length === 0 && !(areAlike && one.candidate.nameFit === 'none'))
    const bytes = new Set(asked.map(one => one.view.file.sha256))
    const others = list.filter(one => one.candidate.outside.length > 0 && !(one.view.file.sha256 !== null && bytes.has(one.view.file.sha256)))
    // what are states of one piece are one
    const pieces = asked.length - (areAlike ? countBesides(unit, asked) : 0)
    return others.sort(byLatestValue).slice(Math.max(0, Math.max(1, room) - pieces))
  }))
  return { taking: arrivals.filter(one => !held.has(one)), held: arrivals.filter(one => held.has(one)) }
}

/**
 * Files that say the number of another one and quite other words of their own, while another number is open: one of them bears the wrong number,
 * and is no earlier state of the other.
 *
 * @returns those that do not count for the number they say, with the numbers that are open
 */
export function misnumbered(unit: Unit, arrivals: readonly Arrival[]): Map<Arrival, number[]> {
  const { count: { by }, keep } = unit.requirement
  const others = new Map<Arrival, number[]>()
  if (by === null || keep === 'all' || arrivals.length < 2) return others
  const byNumber = groupBy(arrivals, ({ n }) => n)
  // each number says one file of its own
  if (byNumber.size === arrivals.length) return others
  const { first, owed, most } = numbersOf(unit)
  const open = Array.from({ length: Math.min(most, 1000) }, (_, at) => first + at).filter(n => !byNumber.has(n))
  for (const list of open.length === 0 ? [] : byNumber.values()) {
    const [counts, ...more] = [...list].sort((a, b) => byKeep(unit, a, b))
    for (const other of counts ? more : []) if (counts && areOtherWorks(counts, other)) others.set(other, keepSome(open, n => n < first + owed))
  }
  return others
}

/** Whether two names tell words of somebody's own, and share none of these. */
function areOtherWorks(one: Arrival, other: Arrival): boolean {
  const [words, others] = [one, other].map(({ candidate: { form, captures } }) => (form?.name ?? []).filter(isAnyText)
    .flatMap(({ part }) => tokensOf(ownOf(captures, part) ?? '')).filter(word => /\p{L}{3}/u.test(word) && !isEarlierWord(word) && !isLaterWord(word)))
  return words !== undefined && others !== undefined && words.length > 0 && others.length > 0 && canCount(one) && canCount(other)
    && !words.some(word => others.some(own => likeness(word, own) >= LIKE))
}

function byLatestValue(a: Arrival, b: Arrival): number {
  const [left, right] = [a, b].map(({ candidate }) => candidate.outside.map(one => one.order).join(' '))
  return byCodeUnit(right ?? '', left ?? '') || (b.view.file.receivedAt ?? 0) - (a.view.file.receivedAt ?? 0) || byPath(a.view, b.view)
}

const FIT_ORDER: Record<NameFit, number> = { exact: 0, lenient: 1, marked: 2, open: 3, near: 4, none: 5 }

/** How many volumes a unit owes, the total that most files name (`null`: none is), and how many totals are named. */
export interface Volumes { owed: number, total: number | null, named: number }

/**
 * Counts the volumes of a unit. At a tie, or where no total is named, as many are owed as have come.
 *
 * @returns `null` where the unit does not ask for volumes
 */
export function volumesOf({ requirement }: Unit, arrivals: readonly Arrival[]): Volumes | null {
  if (requirement.volumes === null) return null
  const totals = new Map<number, number>()
  for (const { candidate } of arrivals) {
    const total = totalIn(candidate)
    if (total !== null) totals.set(total, (totals.get(total) ?? 0) + 1)
  }
  const [first, second] = [...totals].sort((a, b) => b[1] - a[1])
  const total = first && first[1] > (second?.[1] ?? 0) ? first[0] : null
  return { owed: total ?? Math.max(1, ...arrivals.map(one => one.n ?? 0)), total, named: totals.size }
}

/** How many volumes there are as a name says; `null` where it says none. */
export function totalIn({ unit: { requirement: { volumes } }, captures }: Pick<Candidate, 'unit' | 'captures'>): number | null {
  const told = volumes === null ? undefined : ownOf(captures, volumes.of)
  return told === undefined || !/^\d{1,5}$/.test(told) || Number(told) === 0 ? null : Number(told)
}

/**
 * Settles which of a unit's files fill its slots, by `keep` and `count`.
 *
 * @param arrivals - all files of one unit
 */
export function fillUnit(unit: Unit, arrivals: readonly Arrival[]): Filled[] {
  const { count } = unit.requirement
  const { first } = numbersOf(unit)
  const most = volumesOf(unit, arrivals)?.owed ?? numbersOf(unit).most
  if (count.by !== null) {
    const byNumber = new Map<number | null, Arrival[]>()
    for (const arrival of arrivals) {
      gather(byNumber, arrival.n, arrival)
    }
    return [...byNumber].flatMap(([n, list]) => {
      if (n === null || n < first || n >= first + most) {
        return list.map(arrival => ({ arrival, role: 'surplus' as const, n: null, milestone: false, instead: null }))
      }
      return fillSlot(unit, list, n)
    })
  }
  if (!isNumbered(unit)) return fillSlot(unit, arrivals, null)
  const { kept: different, duplicates } = dropIdentical(arrivals)
  const states = statesOf(unit, different)
  const kept = different.filter(arrival => !states.has(arrival))
  const originals = inTheEnd([...originalsOf(kept), ...twinsOf(unit, kept)])
  // copies of others go last; those that fit go before those that do not, then by what is kept
  const order = [...kept].sort((a, b) => Number(originals.has(a)) - Number(originals.has(b)) || byFitThenKeep(unit, a, b))
  // a copy that tells the same is a piece of its own only as long as pieces are owed
  const { owed } = numbersOf(unit)
  const inside = new Set(order.slice(0, most).filter((arrival, at) => at < owed || !tellAlike(arrival, originals.get(arrival))))
  const placed = kept.filter(arrival => inside.has(arrival)).sort((a, b) => byPath(a.view, b.view))
  const numbers = new Map(placed.map((arrival, at) => [arrival, first + at]))
  return [
    ...placed.map((arrival, at): Filled => ({ arrival, role: 'placed', n: first + at, milestone: false, instead: null })),
    ...order.filter(arrival => !inside.has(arrival)).map((arrival): Filled => {
      const original = originals.get(arrival)
      return original && inside.has(original)
        ? { arrival, role: 'superseded', n: numbers.get(original) ?? null, milestone: false, instead: original.view }
        : { arrival, role: 'surplus', n: null, milestone: false, instead: null }
    }),
    ...[...states].map(([arrival, counts]): Filled => ({
      arrival, role: inside.has(counts) ? 'superseded' : 'surplus', n: numbers.get(counts) ?? null, milestone: false,
      instead: inside.has(counts) ? counts.view : null,
    })),
    ...duplicates.map(({ arrival, original }): Filled => ({
      arrival, role: inside.has(original) ? 'duplicate' : 'surplus', n: numbers.get(original) ?? null, milestone: false, instead: original.view,
    })),
  ]
}

/** Whether a file tells the same values as another, a number of the piece among them, and no more: of one day there may be several. */
const tellAlike = ({ candidate: { captures, unit } }: Arrival, other: Arrival | undefined): boolean => {
  const fields = Object.keys({ ...other?.candidate.captures, ...captures })
  return other !== undefined && fields.some(field => ownOf(unit.requirement.fields, field)?.type === 'number')
    && fields.every(field => ownOf(captures, field) === ownOf(other.candidate.captures, field))
}

function byFitThenKeep(unit: Unit, a: Arrival, b: Arrival): number {
  return Number(canCount(b)) - Number(canCount(a)) || Number(a.elsewhere ?? false) - Number(b.elsewhere ?? false)
    || FIT_ORDER[a.candidate.nameFit] - FIT_ORDER[b.candidate.nameFit] || byKeep(unit, a, b)
}

/** How many files are no pieces of their own: copies of others, or other states of them. */
export function countBesides(unit: Unit, arrivals: readonly Arrival[]): number {
  return new Set([...originalsOf(arrivals).keys(), ...statesOf(unit, arrivals).keys()]).size
}

/**
 * Files whose names tell the same numbers, days and choices are states of one piece, and so are those that are the same but for a version, one
 * that says it is old, and the file that a program works in beside what was made of it: those that do not count, with the one that does.
 */
function statesOf(unit: Unit, arrivals: readonly Arrival[]): Map<Arrival, Arrival> {
  const byValues = new Map<string, Arrival[]>()
  for (const arrival of unit.requirement.keep === 'all' ? [] : arrivals) {
    const values = valuesOf(arrival)
    if (values !== null) gather(byValues, values, arrival)
  }
  const earlier = [...originalsOf(arrivals)].filter(([one, original]) => unit.requirement.keep !== 'all' && isOlder(one.view, original.view))
  const alike = [...byValues.values()].map(states => [...states].sort((a, b) => byFitThenKeep(unit, a, b)))
  // what names say of which is newer comes first
  const groups = unit.requirement.keep === 'all' ? [] : [...versionsOf(unit, arrivals), ...alike, ...workingFilesOf(arrivals)]
  const pairs = groups.flatMap(([counts, ...others]) => (counts ? others.map(other => [other, counts] as const) : []))
  return inTheEnd([...earlier, ...pairs])
}

/** Of pairs of a state and what counts instead, each state with the one that counts in the end: one of them is a state of no other. */
function inTheEnd(pairs: readonly (readonly [state: Arrival, counts: Arrival])[]): Map<Arrival, Arrival> {
  const states = new Map<Arrival, Arrival>()
  const endOf = (arrival: Arrival): Arrival => {
    const counts = states.get(arrival)
    return counts ? endOf(counts) : arrival
  }
  for (const [state, counts] of pairs) {
    if (!states.has(state) && endOf(counts) !== state) states.set(state, counts)
  }
  return new Map([...states.keys()].map(state => [state, endOf(state)]))
}

/** Files whose names are the same but for the number of a version, those that count before the others: "Log Cabin v2" and "Log Cabin". */
function versionsOf(unit: Unit, arrivals: readonly Arrival[]): Arrival[][] {
  const told = new Map(arrivals.map(arrival => [arrival, versionsIn(arrival.view.base)]))
  const isNumbered = (arrival: Arrival) => {
    const version = told.get(arrival)
    return version !== undefined && version !== null && !isWeek(version.number, arrival)
  }
  if (!arrivals.some(isNumbered)) return []
  const byRest = groupBy(arrivals, arrival => told.get(arrival)?.rest ?? keyOf(arrival.view))
  return [...byRest.values()].filter(states => states.length > 1 && states.some(isNumbered))
    .map(states => [...states].sort((a, b) => byKeep(unit, a, b)))
}

/** Whether a number is the week that a name tells: v44 is vecka 44. */
function isWeek(number: number, { candidate: { captures, unit: { requirement: { fields } } } }: Arrival): boolean {
  return Object.entries(captures).some(([field, value]) => ownOf(fields, field)?.type === 'week' && Number(/\d+$/.exec(value ?? '')?.[0]) === number)
}

/**
 * What a name tells of its piece, versions aside; `null`: nothing, or not all that is asked. Without a version free words may be those of
 * several pieces, and a second download or picture under one name may be one as well.
 */
function valuesOf({ view, candidate: { form, captures, unit } }: Arrival): string | null {
  const fields = (form?.name ?? []).filter(part => part.kind === 'free')
  // as many choices, weeks or months as pieces: then each is one piece
  const isEachOne = fields.length === 1 && fields.every(({ rule }) => (freeField(rule).many?.(rule) ?? 0) >= numbersOf(unit).most)
  if (copyMarksOf(view).length > 0 && !isEachOne) return null
  const lasting = fields.filter(part => !freeField(part.rule).version)
  const mayBeSeveral = lasting.length === fields.length && fields.some(isAnyText) && !fields.some(({ rule }) => rule.type === 'number')
  return mayBeSeveral ? null : keyOfValues(captures, lasting)
}

/** Values of some fields as one, however they are written; `null`: there are none, or not all are told. */
function keyOfValues(captures: Captures, fields: readonly FreePart[]): string | null {
  const told = fields.map(({ part, rule }) => {
    const value = ownOf(captures, part)
    return value === undefined ? undefined : freeField(rule).read(value, rule) ?? value
  })
  return told.length === 0 || told.includes(undefined) ? null : told.map(value => foldCase(value ?? '')).join('\n')
}
type FreePart = Extract<NamePart, { kind: 'free' }>

/** Files that cannot count, such as the one that its program works in, each with the one that can and whose name tells all the same. */
function workingFilesOf(arrivals: readonly Arrival[]): Arrival[][] {
  const valuesIn = ({ candidate: { form, captures } }: Arrival) =>
    keyOfValues(captures, (form?.name ?? []).filter(part => part.kind === 'free'))
  const whole = new Map(arrivals.filter(canCount).map(arrival => [valuesIn(arrival), arrival]))
  return arrivals.flatMap((arrival) => {
    const values = canCount(arrival) || arrival.candidate.formatFits ? null : valuesIn(arrival)
    const counts = values === null ? undefined : whole.get(values)
    return counts ? [[counts, arrival]] : []
  })
}

/** Files of one name in several formats that all count, each with the one of them that goes before: most likely one work, saved twice. */
function twinsOf(unit: Unit, arrivals: readonly Arrival[]): [twin: Arrival, original: Arrival][] {
  return [...groupBy(arrivals, ({ view }) => keyOf(view)).values()].flatMap((list): [Arrival, Arrival][] => {
    const [original, ...others] = [...list].sort((a, b) => byFitThenKeep(unit, a, b))
    return others.flatMap(twin => (original && twin.view.extension !== original.view.extension ? [[twin, original]] : []))
  })
}

/** More words of state than this are something else. */
const MOST_ADDED = 3

/** Files whose names are another's but for the mark of a copy or words that only tell a state, with that other. */
export function originalsOf(arrivals: readonly Arrival[]): Map<Arrival, Arrival> {
  const byName = new Map(arrivals.map(arrival => [keyOf(arrival.view), arrival]))
  return new Map(arrivals.flatMap((arrival) => {
    const words = tokensOf(arrival.view.base)
    const shorter = Array.from({ length: Math.min(MOST_ADDED, words.length - 1) }, (_, less) => byName.get(words.slice(0, -1 - less).join('')))
    const original = copyMarksOf(arrival.view).map(({ base }) => byName.get(looseKey(base))).find(one => one !== undefined && one !== arrival)
      ?? shorter.find(one => one !== undefined && stateAdded(arrival.view, one.view) !== null)
    return original ? [[arrival, original] as const] : []
  }))
}

function fillSlot(unit: Unit, arrivals: readonly Arrival[], n: number | null): Filled[] {
  const { kept, duplicates } = dropIdentical(arrivals)
  const milestones = kept.filter(arrival => isMilestone(unit, arrival))
  const rivals = kept.filter(arrival => !isMilestone(unit, arrival)).sort((a, b) => byKeep(unit, a, b))
  let chosen = rivals[0]
  // a late file does not displace one in time that is right
  const inTime = arrivals.some(one => !isLate(unit, one, false))
  if (chosen && isLate(unit, chosen, inTime)) chosen = rivals.find(one => !isLate(unit, one, inTime) && seemsRight(one)) ?? chosen
  const counting = chosen ?? milestones[0]
  return [
    ...rivals.map((arrival): Filled => ({
      arrival, n, milestone: false,
      role: arrival === chosen || unit.requirement.keep === 'all' ? 'placed' : 'superseded',
      instead: arrival === chosen ? null : chosen?.view ?? null,
    })),
    ...milestones.map((arrival): Filled => ({ arrival, role: 'placed', n, milestone: true, instead: null })),
    ...duplicates.map(({ arrival, original }): Filled => ({
      arrival, n, milestone: false, role: original === counting || unit.requirement.keep === 'all' ? 'duplicate' : 'superseded',
      instead: (original === counting ? original : counting)?.view ?? null,
    })),
  ].sort((a, b) => Number(b.arrival === chosen) - Number(a.arrival === chosen))
}

/** Of files with the same bytes the one that fits best stays; empty ones and those that could not be read are no copies of each other. */
function dropIdentical(arrivals: readonly Arrival[]): { kept: Arrival[], duplicates: { arrival: Arrival, original: Arrival }[] } {
  const originals = new Map<string, Arrival>()
  const kept: Arrival[] = []
  const duplicates: { arrival: Arrival, original: Arrival }[] = []
  for (const arrival of [...arrivals].sort(byFit)) {
    const { sha256, size } = arrival.view.file
    const original = sha256 === null || size === 0 ? undefined : originals.get(sha256)
    if (original) duplicates.push({ arrival, original })
    else {
      if (sha256 !== null) originals.set(sha256, arrival)
      kept.push(arrival)
    }
  }
  return { kept, duplicates }
}

function byFit(a: Arrival, b: Arrival): number {
  return byHowWell(a, b) || byPath(a.view, b.view)
}

function byHowWell(a: Arrival, b: Arrival): number {
  return FIT_ORDER[a.candidate.nameFit] - FIT_ORDER[b.candidate.nameFit] || Number(b.candidate.folderFits) - Number(a.candidate.folderFits)
}

/**
 * The order in which files of one slot count: what can count at all before what cannot, what is of an accepted format, then what the names say is
 * newer, then what needs no change, what tells all that is asked for, whose holder is named without a slip, what bears no other code than the
 * holder's, what does not lie in somebody else's folder, what says no more, then the time received. So a stray never displaces a right file.
 */
function byKeep(unit: Unit, a: Arrival, b: Arrival): number {
  return orderOf(unit, a, b) || byPath(a.view, b.view)
}

/** Whether of two files for one slot only the order of their paths decides. */
export function isUndecided(unit: Unit, a: Arrival, b: Arrival): boolean {
  // the time is the last thing but one that decides: where it differs, something does
  return (a.view.file.receivedAt ?? 0) === (b.view.file.receivedAt ?? 0) && orderOf(unit, a, b) === 0
}

/** Whether the names of a unit tell no version: then the time received is all that says which is newer. */
export function namesNoVersion({ requirement }: Unit): boolean {
  return versionFields(requirement).length === 0
}

function orderOf(unit: Unit, a: Arrival, b: Arrival): number {
  const direction = unit.requirement.keep === 'first' ? -1 : 1
  return Number(canCount(b)) - Number(canCount(a))
    || Number(isSound(b)) - Number(isSound(a))
    || (versionOf(unit, b) - versionOf(unit, a)) * direction
    || byVersionInName(b.view, a.view) * direction
    || Number(isAmended(b.view, a.view)) - Number(isAmended(a.view, b.view))
    || byState(a, b)
    || Number(tellsAll(b)) - Number(tellsAll(a))
    || Number(isMisspelt(a)) - Number(isMisspelt(b))
    || strayness(a) - strayness(b)
    || Number(saysMore(a)) - Number(saysMore(b))
    || ((b.view.file.receivedAt ?? 0) - (a.view.file.receivedAt ?? 0)) * direction
    || byHowWell(a, b)
}

/** What is no earlier state before what says it is one, then what needs no change: a right one that is none comes first by both. */
function byState(a: Arrival, b: Arrival): number {
  const right = Number(seemsRight(b)) - Number(seemsRight(a))
  if (right !== 0 && !saysEarlier(right < 0 ? a : b)) return right
  return Number(saysEarlier(a)) - Number(saysEarlier(b)) || right
}

/** How much a file is a stray: it bears another code than its holder's or other names, lies in another's folder, or goes on where another ends. */
const strayness = ({ candidate: { otherSaid }, elsewhere, longer }: Arrival): number =>
  4 * Number(otherSaid) + 2 * Number(elsewhere === true) + Number(longer === true)

const isNearly = (where: string): boolean => where.endsWith('nearly')

/** Whether whose a file is was only told by a name with a slip: it may be that of somebody called nearly so. */
function isMisspelt({ candidate: { evidence } }: Arrival): boolean {
  const named = evidence.flatMap(one => (one.kind === 'named' ? [one] : []))
  const isPlain = (said: string) => named.some(one => one.said === said && !isNearly(one.where))
  return named.some(({ where, said }) => isNearly(where) && !isPlain(said))
}

/** An accepted format, sound content and a name that fits at least nearly: a file without one of these counts only where none has all. */
export function canCount(arrival: Arrival): boolean {
  const { form, nameFit } = arrival.candidate
  return isSound(arrival) && (form?.name === null || FIT_ORDER[nameFit] < FIT_ORDER.none)
}

const isSound = ({ candidate, view }: Arrival): boolean => candidate.formatFits && view.file.reading.state === 'ok'

/**
 * What tells that one file is surely an older state of another: the number of its version, or times that are not in doubt where
 * its name does not say it is the newer one. `null`: nothing does.
 */
export function surelyOlder(unit: Unit, counts: Arrival, other: Arrival): 'version' | 'time' | null {
  const [newer, older] = [versionOf(unit, counts), versionOf(unit, other)]
  if (newer >= 0 && older >= 0 && newer !== older) return newer > older ? 'version' : null
  const [one, two] = [counts.view, other.view]
  if (one.timeInDoubt || two.timeInDoubt || one.file.receivedAt === null || two.file.receivedAt === null) return null
  if (one.file.receivedAt <= two.file.receivedAt) return null
  const { later } = stateWordsOf(two)
  if (later.length === 0) return 'time'
  const kept = new Set(tokensOf(one.base))
  return later.some(word => !kept.has(word)) ? null : 'time'
}

/**
 * Of two names that are the same but for the number behind a word for versions, by how much the first one's is higher; one without it is the
 * first. 0: they are not, or nothing tells.
 */
function byVersionInName(one: FileView, other: FileView): number {
  const [first, second] = [one, other].map(({ base }) => versionsIn(base))
  if (!first && !second) return 0
  const [{ number, rest }, { number: before, rest: kept }] = [first ?? { number: 1, rest: keyOf(one) }, second ?? { number: 1, rest: keyOf(other) }]
  return rest === kept ? number - before : 0
}

/** The one version that a name tells, and what it says besides; `null`: it tells none, or several. */
function versionsIn(base: string): { number: number, rest: string } | null {
  if (!MAY_TELL_VERSION.test(base)) return null
  const [only, ...more] = tellNumbers(base).filter(({ kind }) => kind === 'version')
  if (!only || more.length > 0 || !/^\D*\d+$/.test(only.text)) return null
  const [from, to] = only.range
  return { number: Number(/\d+$/.exec(only.text)?.[0]), rest: looseKey(`${base.slice(0, from)} ${base.slice(to)}`) }
}

/** Whether a name is another's with words added that say an earlier state of it. */
const isOlder = (one: FileView, original: FileView): boolean => stateAdded(one, original) === 'earlier'

/** Whether a name is another's with only words of state added, and came later; or the other says that it is an earlier state of this one. */
function isAmended(now: FileView, before: FileView): boolean {
  return ((now.file.receivedAt ?? 0) > (before.file.receivedAt ?? 0) && stateAdded(now, before) === 'later') || stateAdded(before, now) === 'earlier'
}

/** Whether a name that departs from the asked one says that it is a draft, or old, in words that the rule does not have. */
function saysEarlier({ view, candidate: { nameFit, form, captures, unit: { requirement } } }: Arrival): boolean {
  if (nameFit === 'exact' || nameFit === 'lenient') return false
  const words = stateWordsOf(view).earlier
  if (words.length === 0) return false
  const asked = [...(form?.name ?? []).flatMap(part => (part.kind === 'fixed' ? part.texts : [])), ...Object.values(captures)]
  const own = new Set([...ownWords(requirement).flat(), ...asked.flatMap(text => (text === undefined ? [] : tokensOf(text)))])
  return !words.every(word => own.has(word))
}

/** What the words say that one name has more than another, where they only tell its state; `null`: they say something else. */
function stateAdded(now: FileView, before: FileView): 'later' | 'earlier' | null {
  const [longer, shorter] = [keyOf(now), keyOf(before)]
  if (longer.length <= shorter.length || !longer.startsWith(shorter)) return null
  // the number in brackets that a download gets is nobody's word
  if (copyMarksOf(now).some(one => /[()[\]]/.test(one.mark) && looseKey(one.base) === shorter)) return null
  const [words, kept] = [tokensOf(now.base), tokensOf(before.base)]
  const added = words.slice(kept.length)
  if (added.length === 0 || !kept.every((word, place) => words[place] === word)) return null
  if (added.every(word => isLaterWord(word) || /^[2-9]$/.test(word))) return 'later'
  return added.every(word => isLaterWord(word) || isEarlierWord(word)) ? 'earlier' : null
}

/** What is asked of a file to tell whether it is a state of another one. */
type Told = Pick<Arrival, 'view' | 'candidate'>

/** Whether two files that can only be one piece are states of it: copies, each with its version, or one with words of state. */
export function areStates(unit: Unit, a: Told, b: Told): boolean {
  const shareWord = () => tokensOf(a.view.base).some(word => /\p{L}{3}/u.test(word) && tokensOf(b.view.base).includes(word))
  return looseKey(stemOf(a.view)) === looseKey(stemOf(b.view)) || (versionOf(unit, a) >= 0 && versionOf(unit, b) >= 0 && shareWord())
    || stateAdded(a.view, b.view) !== null || stateAdded(b.view, a.view) !== null || areVersions(a.view, b.view)
}

/** Whether two names are the same but for the number of a version. */
function areVersions(a: FileView, b: FileView): boolean {
  const [one, other] = [versionsIn(a.base), versionsIn(b.base)]
  return one !== null && other !== null && one.rest === other.rest
}

/** The number of a file's version as its name tells it; -1 where it tells none. */
export function versionOf({ requirement }: Unit, { candidate }: Pick<Arrival, 'candidate'>): number {
  for (const field of versionFields(requirement)) {
    const [value, rule] = [ownOf(candidate.captures, field), ownOf(requirement.fields, field)]
    if (value !== undefined) return rule?.type === 'choice' ? rule.values.indexOf(value) : Number(value)
  }
  return -1
}

/** Whether versions are told in figures, between which some may be absent; revisions are choices. */
export const countsVersions = ({ requirement }: Unit): boolean =>
  versionFields(requirement).every(field => ownOf(requirement.fields, field)?.type !== 'choice')

const VERSIONS = new WeakMap<Requirement, string[]>()

/** The fields that tell a version; every file of a slot is asked for its own. */
function versionFields(requirement: Requirement): string[] {
  const kept = VERSIONS.get(requirement)
  if (kept) return kept
  const { by, to } = requirement.count
  // of revisions A, B and C where one is asked for the last one is the newest
  const isRevision = (field: string, { type }: FieldRule) => type === 'choice' && (by !== null || to === 1) && VERSION_WORD.test(field)
  const fields = Object.entries(requirement.fields)
    .flatMap(([field, rule]) => (isFree(rule) && (freeField(rule).version || isRevision(field, rule)) ? [field] : []))
  VERSIONS.set(requirement, fields)
  return fields
}

function isMilestone(unit: Unit, { candidate }: Arrival): boolean {
  return candidate.form?.name?.some(part => part.kind === 'free' && freeField(part.rule).version?.(part.rule).milestone) ?? false
}

/**
 * Whether a file came late.
 *
 * @param inTime - a file of the same slot came in time: then one sent again by the time for corrections is not late
 */
export function isLate({ due, correctBy, requirement }: Unit, { view: { timeInDoubt, file: { receivedAt } } }: Arrival, inTime: boolean): boolean {
  if (due === null || receivedAt === null || timeInDoubt || receivedAt <= due + requirement.grace) return false
  return !(inTime && correctBy !== null && receivedAt <= correctBy)
}

/** Whether any file of a slot came in time. */
export function cameInTime(unit: Unit, filled: readonly Filled[], n: number | null): boolean {
  return filled.some(one => one.n === n && one.role !== 'surplus' && !isLate(unit, one.arrival, false))
}

function seemsRight({ candidate, view }: Arrival): boolean {
  return (candidate.nameFit === 'exact' || candidate.nameFit === 'lenient' || candidate.form?.name === null)
    && (candidate.folderFits || candidate.unit.requirement.folder === null) && candidate.formatFits && view.file.reading.state === 'ok'
}

/** Whether more words stand behind a whole name than such as tell a state: it is no surer state of the work than one without these. */
const saysMore = ({ candidate: { behind } }: Arrival): boolean =>
  behind.some(word => /\p{L}{2}/u.test(word) && !isLaterWord(word) && !isEarlierWord(word))

/**
 * Marks right names whose free text goes on where that of another one ends, with the mark of a copy or words that tell no state: of "LP2_Angles" and
 * "LP2_Angles_worksheet" the first is the plan, whichever came later.
 */
export function markLonger(arrivals: readonly Arrival[]): readonly Arrival[] {
  if (arrivals.length < 2 || !arrivals.some(({ candidate: { form } }) => form?.name?.some(isAnyText))) return arrivals
  const right = new Map(arrivals.filter(seemsRight).map(({ view }) => [foldCase(view.base), view]))
  const isLonger = ({ candidate: { form }, view }: Arrival) => {
    const signs = new Set((form?.name ?? []).flatMap(part => (isLiteral(part) ? part.texts.flatMap(text => [...text].filter(isSeparator)) : [])))
    const base = foldCase(view.base)
    const shorter = base.split('').flatMap((sign, at) => (signs.has(sign) ? right.get(base.slice(0, at)) ?? [] : []))
    return shorter.some(one => stateAdded(view, one) === null) || copyMarksOf(view).some(one => right.has(foldCase(one.base)))
  }
  return arrivals.map(one => (seemsRight(one) && isLonger(one) ? { ...one, longer: true as const } : one))
}

/** Whether a name tells every value that is asked for: one that leaves some out is not surely a later state of one that does not. */
function tellsAll({ candidate: { form, captures } }: Arrival): boolean {
  return (form?.name ?? []).every(part => part.kind === 'fixed' || ownOf(captures, part.part) !== undefined)
}

export function byPath(a: FileView, b: FileView): number {
  if (a === b) return 0
  return byCodeUnit(a.file.path.normalize('NFC'), b.file.path.normalize('NFC')) || a.index - b.index
}
