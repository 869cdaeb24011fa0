import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { isAddedWord } from '../names/added-words'
import { isFree } from '../names/fields/index'
import { plainLook } from '../names/look-alikes'
import { bareNumbers, tellNumbers } from '../names/number-kinds'
import { DONE_BY } from '../names/particles'
import { tokensOf } from '../names/tokens'
import { looseKey, plainDigits } from '../text/fold'
import type { HolderEvidence } from './called'
import { holderKey } from './called'
import type { Evidence, NamedIn } from './evidence'
import { namesakeMeant } from './further-values'
import type { EvidenceIndex } from './index'
import { withoutWeakNumbers } from './people'
import { wordsOfRule } from './piece-number'
import { extensionAsked, isOfFamily } from './score'
import { givenNameOf } from './view'
import type { FileView } from './view'
import { BEHIND, LEAST_NAMED, NAMED, OF_NAMED } from './weights'

/** Programs count their files by up to four digits; a list may write such a number with a letter. */
const COUNTER = /^\p{L}?\d{1,4}$/u
/** A look-up that yields more units than this says nothing of whose file it is; other evidence must narrow it. */
export const MOST_UNITS = 64

/** Looks a name up as it is, and where that finds nothing as it looks. */
export function lookUp<T>(base: string, look: (text: string) => T, nothing: (found: T) => boolean): T {
  const named = look(base)
  const seen = nothing(named) ? plainLook(base) : base
  return seen === base ? named : look(seen)
}

/** How strongly somebody is spoken of, and by what. */
export interface Spoken {
  strength: number
  evidence: Evidence[]
  crossed?: true
}

/** From here on a text is somebody's full name, in any order, or an id. */
export const FULL_NAME = NAMED.initialAndFamily

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

/** Whether a name is made of the rules' own words and such as tell a state alone: it names nobody, though somebody is called Cover, Page or Neu. */
function saysRulesAlone(base: string, index: EvidenceIndex): boolean {
  return tokensOf(base).every((token, at) => index.hasWord(token) || (at > 0 && isAddedWord(token)))
}

/** Who is named by a word that is a part of a day or an amount is not meant beside another one: "Plan Neu 3. März" is not Kai März's. */
function withoutReadings(named: Map<string, HolderEvidence>, base: string): Map<string, HolderEvidence> {
  const persons = [...named].filter(([key, { number }]) => key.startsWith('p:') && !number)
  if (persons.length < 2) return named
  const readings = tellNumbers(base).filter(({ kind }) => kind !== 'number' && kind !== 'year')
  const rest = readings.reduce((text, { range: [start, end] }) => text.slice(0, start) + '|'.repeat(end - start) + text.slice(end), base)
  const [all, outside] = [base, rest].map(text => new Set(tokensOf(text)))
  // an id that looks like a day is one
  const isInside = (said: string) => !/\p{N}/u.test(said) && all?.has(looseKey(said)) === true && outside?.has(looseKey(said)) === false
  const inside = new Set(persons.filter(([, { said }]) => isInside(said)).map(([key]) => key))
  return inside.size < persons.length ? new Map([...named].filter(([key]) => !inside.has(key))) : named
}

/** Whom a name speaks of, numbers of the list among it. */
function namedInName(view: FileView, index: EvidenceIndex): Map<string, HolderEvidence> {
  const found = lookUp(view.base, index.people.namedIn, found => found.size === 0)
  const counted = isCounted(view, index)
  const isNobodys = found.size > 0 && saysRulesAlone(view.base, index)
  const weigh = (key: string, one: HolderEvidence) => (isNobodys && key.startsWith('p:') && one.strength < NAMED.alias
    ? { ...one, strength: Math.min(one.strength, LEAST_NAMED) }
    : one)
  // most names bear nobody's number
  let unlisted: string | undefined
  const isOther = (id: string) => {
    const rest = unlisted ??= withoutListed(view.base, index)
    const numbers = id.match(/\d+/g) ?? []
    return numbers.length > 0 && numbers.every(number => !hasNumber(rest, number) || index.isOfPiece(number, rest))
  }
  return withoutReadings(new Map([...found].filter(([, { number, said }]) => !counted(said) && !(number && isOther(said)))
    .map(([key, one]) => [key, weigh(key, one)])), view.base)
}

/**
 * Who of two that a name speaks of did it, as it says itself between them: Connor of "Review of Priya by Connor". What stands between is nothing
 * else: who a chapter was read by has not written it.
 */
function doerOf(base: string, named: ReadonlyMap<string, HolderEvidence>): string | null {
  const tokens = tokensOf(base)
  const at = tokens.findIndex(token => DONE_BY.has(token))
  const people = [...named].filter(([key, { number }]) => at > 0 && key.startsWith('p:') && !number)
  const isOther = people.some(([, { said }]) => tokensOf(said).at(-1) === tokens[at - 1])
  const [only, ...more] = people.filter(([, { said }]) => isOther && tokensOf(said)[0] === tokens[at + 1])
  return only && more.length === 0 ? only[0] : null
}

/** Whom folder levels and name speak of, and whose folder it lies in although its name is somebody else's. */
export function speakOf(
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
  const named = namedInName(view, index)
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
  const meant = namesakeMeant(spoken, [view.base, ...view.levels], index.furtherValues) ?? doerOf(view.base, byName)
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
export function withNumber(holder: Spoken, { requirement, holder: own }: Unit, numbered: ReadonlySet<string>, base: string): Spoken {
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

/** A text without values of the list that have letters and figures: the 4 of a class 4b and the 1 of 4T1 are nobody's number. */
function withoutListed(received: string, index: EvidenceIndex): string {
  const text = plainDigits(received)
  const runs = [...text.matchAll(/\p{L}+|\d+/gu)]
  let rest = text
  for (const [at, first] of runs.entries()) {
    for (const last of runs.slice(at + 1, at + MOST_RUNS)) {
      const [start, end] = [first.index, last.index + last[0].length]
      const value = looseKey(text.slice(start, end))
      const isMixed = /\p{L}/u.test(value) && /\d/.test(value)
      if (isMixed && index.isListed(value)) rest = rest.slice(0, start) + '|'.repeat(end - start) + rest.slice(end)
    }
  }
  return rest
}

const hasNumber = (text: string, number: string): boolean => (text.match(/\d+/g) ?? []).some(run => Number(run) === Number(number))

/** Of so many runs of letters or figures a value of the list is made. */
const MOST_RUNS = 3

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
  const [number, ...more] = bareNumbers(withoutListed(base, index)).filter(one => !counted(one))
  return number === undefined || more.length > 0 ? [] : [{ where: 'name', text: `${level} ${number}`, number }]
}

/** Whether a number was told with what stands before it in the list, where no other figures are asked for and the format may be meant. */
function isPair(said: string, number: string, view: FileView, unit: Unit | undefined): boolean {
  if (!unit || !said.endsWith(` ${number}`) || asksFigures(unit.requirement)) return false
  return extensionAsked(view, unit.requirement) || isOfFamily(view, unit.requirement)
}

/** Units whose further columns name or folder speak of, be it with a slip where nobody is named at all; too many say nothing. */
export function columnsOf(view: FileView, index: EvidenceIndex, spoken: ReadonlyMap<string, Spoken>): ReadonlyMap<number, Spoken> {
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
      if (/^\d+$/.test(said) && !hasNumber(withoutListed(text, index), said)) continue
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

/** What is said of a holder by name with what further columns say. */
export function withColumn(holder: Spoken, column: Spoken | undefined): Spoken {
  return column ? { ...holder, strength: holder.strength + column.strength, evidence: [...holder.evidence, ...column.evidence] } : holder
}

/** How strongly anybody is spoken of as the holder of a unit: a member for a group, a group that is one person's for that. */
export function holderOf(unit: Unit, spoken: ReadonlyMap<string, Spoken>, index: EvidenceIndex): Spoken {
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
