import type { BriefDocument, ExceptionDocument, RequirementDocument } from '#core/brief/document'
import { plainTitle } from '#core/brief/document'
import { propertyOf } from '#core/formats/properties'
import { formatById } from '#core/formats/registry'
import type { Strictness } from '#core/names/strictness'
import { ownOf } from '#core/text/own'
import type { ChangedPart } from '#core/rules/merge-briefs'
import type { Person } from '#core/roster/types'
import { describeCondition, sayAskedSize } from '#core/wording/en/conditions'
import { STRICTNESS_CHOICES, strictnessKey } from './draft'
import { namesSomebody } from './requirement'
import { sayTime } from './words'

// The rest of a rule in words, a line each: what is read first is the same that opens for changing.

const joined = (words: readonly (string | false | undefined)[]): string => words.filter(Boolean).join('; ')

export function sayAccepted({ formats = [], extensionCase = 'any' }: RequirementDocument): string {
  const each = formats.map(({ id, measured = {} }) => {
    const asked = Object.entries(measured)
      .map(([property, condition]) => `${propertyOf(property)?.label ?? property} ${describeCondition(condition, property)}`)
    return `${formatById(id)?.label ?? id} (${id})${asked.length > 0 ? `, ${asked.join(', ')}` : ''}`
  })
  return joined([
    each.length > 0 ? each.join(' or ') : 'any format',
    extensionCase !== 'any' && `extension in ${extensionCase === 'lower' ? 'small letters' : 'capitals'}`,
  ])
}

export function sayCount({ count = { from: 1, to: 1 }, fields = {}, volumes, optional }: RequirementDocument): string {
  const from = count.from ?? 1
  const { to, by } = count
  const numbers = Object.entries(fields).filter(([, field]) => field.type === 'number').map(([name]) => name)
  const pieces = (number: number) => (number === 1 ? '1 piece' : `${number} pieces`)
  const bounded = from === to ? pieces(from) : `${from} to ${pieces(to ?? from)}`
  const many = to === undefined ? `at least ${pieces(from)}` : bounded
  return joined([
    volumes ? `as many volumes as the names say ({${volumes.number}} of {${volumes.of}})` : many,
    !volumes && by !== undefined && `told apart by {${by}}`,
    // whoever numbers pieces and does not say so has one of them count only
    !volumes && by === undefined && numbers.length > 0 && `not told apart by ${numbers.map(name => `{${name}}`).join(', ')}`,
    optional && 'may be left out',
  ])
}

/** Minutes of an ISO 8601 duration of days and shorter. */
export function minutesOf(duration: string | undefined): number {
  const [, days, hours, minutes, seconds] = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/.exec(duration ?? '') ?? []
  return Number(days ?? 0) * 1440 + Number(hours ?? 0) * 60 + Number(minutes ?? 0) + Number(seconds ?? 0) / 60
}

type Times = Pick<RequirementDocument, 'due' | 'grace' | 'correctBy'>

/** `whole`: what holds for the whole brief where nothing of its own is said. */
export function sayTimes({ due, grace, correctBy }: Times, zone: string | undefined, whole?: Times): string {
  const own = due ?? grace ?? correctBy
  if (own === undefined && whole) return `${sayTimes(whole, zone)} (as the whole brief)`
  const minutes = minutesOf(grace ?? whole?.grace)
  const until = due ?? whole?.due
  return joined([
    until ? sayTime(until, zone) : 'no due time', until !== undefined && minutes > 0 && `${Math.round(minutes)} minutes of grace`,
    correctBy !== undefined && `corrections until ${sayTime(correctBy, zone)}`,
  ])
}

export function sayOwers(requirement: RequirementDocument, document: Pick<BriefDocument, 'holder'>, people: readonly Person[]): string {
  const { holder, owedBy } = requirement
  const ofGroup = namesSomebody(requirement) ? 'each group, under any one member\'s name' : 'each group'
  const each = (holder ?? document.holder ?? 'person') === 'person' ? 'each person' : ofGroup
  const names = (owedBy?.people ?? []).map(id => people.find(person => person.id === id)?.name ?? id)
  const only = [...owedBy?.groups ?? [], ...names]
  return only.length > 0 ? `${each}, only ${sayList(only)}` : each
}

/** The first few of many, and how many more. */
function sayList(list: readonly string[]): string {
  return list.length > 3 ? `${list.slice(0, 3).join(', ')} and ${list.length - 3} more` : list.join(', ')
}

export function sayFiles({ size, keep = 'latest', locked = 'refuse' }: RequirementDocument): string {
  return joined([
    size ? sayAskedSize(size.from ?? 1, size.to ?? null) : 'any size',
    { latest: 'of several the latest counts', first: 'of several the first counts', all: 'all of several are judged' }[keep],
    locked === 'accept' && 'may need a password',
  ])
}

export function sayBeside({ companions = [], copies = [] }: RequirementDocument): string {
  const extensions = companions.map(({ extension, required }) => `.${extension}${required ? ' needed' : ''}`)
  return joined([
    extensions.length > 0 ? `with ${extensions.join(', ')}` : 'what usually lies beside',
    copies.length > 0 && `the same in ${copies.join(', ')}`,
  ])
}

export function sayWords({ id, title, note }: RequirementDocument): string {
  return joined([
    typeof title === 'object' && `titles by ${title.byColumn}`, note ? `note: ${note.length > 60 ? `${note.slice(0, 60)} …` : note}` : 'no note',
    `id ${id}`,
  ])
}

export function sayStrictness(own: Partial<Strictness> | undefined, whole?: Partial<Strictness>): string {
  if (own === undefined && whole !== undefined) return `${sayStrictness(whole)} (as the whole brief)`
  const key = strictnessKey({ ...whole, ...own })
  const { letterCase = 'exact', separators = 'exact', accents = 'ignore' } = { ...whole, ...own }
  return STRICTNESS_CHOICES.find(one => one.key === key)?.label
    ?? joined([`letter case ${word(letterCase)}`, `separators ${word(separators)}`, `accents ${word(accents)}`])
}
const word = (kind: 'exact' | 'ignore') => (kind === 'exact' ? 'exact' : 'free')

/** Whom an exception is for, for what, and what is different for them. */
export function sayException(one: ExceptionDocument, document: BriefDocument, people: readonly Person[]): string {
  const requirement = document.requirements.find(other => other.id === one.requirement)
  const { person, group } = one.for
  const who = person === undefined ? `group ${group ?? ''}` : people.find(other => other.id === person)?.name ?? person
  const different = joined([
    one.owed === false && 'not owed', one.due !== undefined && `until ${sayTime(one.due, document.zone)}`,
    one.correctBy !== undefined && `corrections until ${sayTime(one.correctBy, document.zone)}`,
  ])
  const what = requirement ? plainTitle(requirement) : 'everything'
  return `${who}, ${what}: ${different || 'nothing different yet'}${one.reason ? ` (${one.reason})` : ''}`
}

/** Decisions of a brief, as they are called; `say`: what was decided, of a piece. */
const TOPICS: Record<string, { called: string, say?: (piece: RequirementDocument, document: BriefDocument, people: readonly Person[]) => string }> = {
  'title': { called: 'title', say: piece => plainTitle(piece) },
  'name': { called: 'how it is called', say: piece => [piece.name ?? 'any name'].flat().join(' or ') },
  'folder': { called: 'where it lies', say: piece => piece.folder ?? 'anywhere' },
  'formats': { called: 'which format', say: piece => sayAccepted(piece) },
  'count': { called: 'how many', say: piece => sayCount(piece) },
  'due': { called: 'by when', say: (piece, { zone }) => sayTimes(piece, zone) },
  'holder': { called: 'who owes it', say: (piece, document, people) => sayOwers(piece, document, people) },
  'size': { called: 'size and which of several counts', say: piece => sayFiles(piece) },
  'companions': { called: 'what lies beside', say: piece => sayBeside(piece) },
  'note': { called: 'note', say: piece => piece.note ?? 'none' },
  'strictness': { called: 'how exact', say: piece => sayStrictness(piece.strictness) },
  'exceptions': { called: 'exceptions' }, 'handouts': { called: 'what was given out' }, 'ignore': { called: 'what is left aside' },
  'severity': { called: 'how much what weighs' }, 'zone': { called: 'time zone' },
  '': { called: 'the piece itself', say: piece => plainTitle(piece) },
}

/** What a decision is called. */
export const sayTopic = ({ key }: ChangedPart): string => ownOf(TOPICS, key)?.called ?? key

/** What was decided in one document, in few words. */
export function sayDecision(document: BriefDocument, { requirement, key }: ChangedPart, people: readonly Person[]): string {
  if (requirement === null) {
    if (key === 'due') return sayTimes(document, document.zone)
    if (key === 'strictness') return sayStrictness(document.strictness)
    const value: unknown = document[key as keyof BriefDocument]
    if (Array.isArray(value)) return value.length === 0 ? 'none' : `${value.length}`
    if (typeof value === 'string') return value
    return value === undefined ? 'none' : 'set'
  }
  const piece = document.requirements.find(one => one.id === requirement)
  if (!piece) return 'not there'
  return ownOf(TOPICS, key)?.say?.(piece, document, people) ?? 'changed'
}
