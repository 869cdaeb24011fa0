import type { BriefDocument, RequirementDocument } from '../brief/document'
import { formsOf } from '../brief/forms'
import { readBrief } from '../brief/read'
import { numbersOf } from '../brief/slots'
import type { Unit } from '../brief/units'
import { listUnits } from '../brief/units'
import { knownOf } from '../checking/known-values'
import { lettersOf } from '../names/date'
import type { Difference } from '../names/difference'
import { explainParts, writtenFor } from '../names/explain'
import { writeDate } from '../names/fields/date'
import { writeNumber } from '../names/fields/digits'
import { freeField } from '../names/fields/index'
import { matchParts } from '../names/match'
import type { NamePart } from '../names/parts'
import { expandParts } from '../names/parts'
import { isSeparator } from '../names/strictness'
import type { Roster } from '../roster/types'
import { foldCase, stripMarks } from '../text/fold'
import { gather } from '../text/gather'
import { ownOf } from '../text/own'

/** What the same holders wrote for an earlier brief: names of files that were filed under them, without extension. */
export interface EarlierBrief {
  title: string
  document: BriefDocument
  roster: Roster
  /** `holder`: as that brief knew it; `now`: as the list of the new one does. */
  files: { requirement: string, holder: string, now: string, n: number | null, base: string }[]
}

/** What people slip on, so that it is told and allowed as one thing. */
export type SlipCause = 'zeros' | 'letter-case' | 'separators' | 'accents' | 'date' | 'value'

/** One cause, whom it would catch, and the rule that would let it pass. */
export interface EarlierSlip {
  cause: SlipCause
  /** The field it lies in; `literal` for the fixed text. */
  part: string
  holders: number
  /** One of them: how the file would be called, and how it is asked for. */
  example: { holder: string, wrote: string, asked: string }
  /** The requirement that takes it too; `null` where no rule can. */
  allowed: RequirementDocument | null
  /** How many would still slip on something then. */
  left: number
}

/** What a rule would cost the people whose earlier names are known. */
export interface RuleCost {
  /** Holders of whom an earlier name tells how they write. */
  holders: number
  /** Of these, how many would slip. */
  slipping: number
  /** The most frequent first. */
  slips: EarlierSlip[]
}

/** How one holder writes, as far as earlier names show it. */
interface Habit {
  /** Zeros in front of a number: none, or up to this width. */
  width?: number
  letterCase?: 'lower' | 'upper'
  datePattern?: string
  /** Values of the list and separators, by what was asked: as the holder wrote them. */
  values: Map<string, string>
  separators: Map<string, string>
}

const ORDERS = [['yyyy', 'MM', 'dd'], ['dd', 'MM', 'yyyy'], ['yy', 'MM', 'dd'], ['dd', 'MM', 'yy'], ['MM', 'dd', 'yyyy']]
const DATE_PATTERNS = ['', '-', '.', '_', ' '].flatMap(between => ORDERS.map(order => order.join(between)))
/** A day that no order of its figures leaves open. */
const SAMPLE_DAY = '2026-10-16'

/**
 * Tries a rule on how the same people wrote before anybody is told: each one's habits, taken from the names of earlier briefs,
 * are written into the name that is asked for now, and that is judged.
 *
 * A habit is a departure that shows in an earlier name: zeros left out, another separator, one letter case throughout, a date in
 * another order, a value of the list written otherwise. Words added once are none.
 *
 * @param document - the brief as it would be
 * @param requirementId - whose name is tried
 * @param earlier - the newest first: of several habits the newest counts
 * @throws BriefError where the brief cannot be read
 * @example
 * (await weighEarlier(brief, 'photo', roster, lastTerm)).slips[0] //=> { cause: 'zeros', part: 'n', holders: 31, left: 4, … }
 */
export async function weighEarlier(
  document: BriefDocument, requirementId: string, roster: Roster, earlier: readonly EarlierBrief[],
): Promise<RuleCost> {
  const habits = new Map<string, Habit>()
  for (const one of earlier) await readHabits(one, habits)
  const before = await slipsOf(document, requirementId, roster, habits)
  const groups = new Map<string, Slip[]>()
  for (const slips of before.holders.values()) for (const slip of slips) gather(groups, `${slip.cause}\n${slip.part}`, slip)
  const slips: EarlierSlip[] = []
  for (const [first, ...more] of groups.values()) {
    if (!first) continue
    const allowed = allow(document, requirementId, first)
    const after = allowed && await slipsOf(withRequirement(document, requirementId, allowed), requirementId, roster, habits)
    const { cause, part, example } = first
    slips.push({ cause, part, example, holders: 1 + more.length, allowed, left: countSlipping((after ?? before).holders) })
  }
  return { holders: before.holders.size, slipping: countSlipping(before.holders), slips: slips.sort((a, b) => b.holders - a.holders) }
}

const countSlipping = (holders: ReadonlyMap<string, readonly Slip[]>): number => [...holders.values()].filter(slips => slips.length > 0).length

function withRequirement(document: BriefDocument, id: string, changed: RequirementDocument): BriefDocument {
  return { ...document, requirements: document.requirements.map(one => (one.id === id ? changed : one)) }
}

async function readHabits({ document, roster, files }: EarlierBrief, habits: Map<string, Habit>): Promise<void> {
  const brief = await readBrief(document)
  const units = new Map(listUnits(brief, roster).units.map(unit => [`${unit.requirement.id}\n${unit.holder}`, unit]))
  for (const { requirement, holder, now, n, base } of files) {
    const unit = units.get(`${requirement}\n${holder}`)
    if (!unit) continue
    const known = knownOf(unit, n)
    const context = { strictness: unit.requirement.strictness, known, called: () => unit.people.flatMap(one => one.aliases) }
    const name = base.normalize('NFC')
    const forms = formsOf(unit).flatMap(form => (form.name ? [form.name] : []))
    const parts = forms.find(form => matchParts(form, name, unit.requirement.strictness)) ?? forms[0]
    if (!parts) continue
    let habit = habits.get(now)
    if (!habit) habits.set(now, habit = { values: new Map(), separators: new Map() })
    noteHabits(habit, writtenFor(parts, name, context))
  }
}

function noteHabits(habit: Habit, written: readonly { part: NamePart, actual: string }[]): void {
  const letters = written.map(({ part, actual }) => (part.kind === 'fixed' ? [part.texts[0] ?? '', actual] : ['', '']))
  const [asked, actual] = [letters.map(one => one[0]).join(''), letters.map(one => one[1]).join('')]
  if (habit.letterCase === undefined && foldCase(asked) === foldCase(actual) && asked !== actual) {
    if (actual === actual.toLowerCase()) habit.letterCase = 'lower'
    else if (actual === actual.toUpperCase()) habit.letterCase = 'upper'
  }
  for (const { part, actual: text } of written) {
    if (part.kind === 'free') noteFree(habit, part, text)
    else if (part.part === 'literal') noteSeparators(habit, part.texts[0] ?? '', text)
    else {
      const [value = ''] = part.texts
      // another letter case throughout is a habit of its own
      if (foldCase(value) !== foldCase(text) && !habit.values.has(value)) habit.values.set(value, text)
    }
  }
}

function noteFree(habit: Habit, { rule }: NamePart & { kind: 'free' }, text: string): void {
  if (rule.type === 'number' && /^\d{1,9}$/.test(text)) {
    const bare = String(Number(text))
    // "12" says nothing of zeros
    if (text.length > bare.length) habit.width ??= text.length
    else if (bare.length === 1) habit.width ??= 1
  }
  if (rule.type !== 'date' || habit.datePattern !== undefined) return
  const read = freeField(rule).read(text, rule)
  if (read === undefined) return
  const { yyyy, yy, MM, dd } = lettersOf(read, rule.pattern)
  if (!MM || !dd || !(yyyy ?? yy)) return
  const day = `${yyyy ?? `20${yy}`}-${MM}-${dd}`
  const pattern = DATE_PATTERNS.find(one => writeDate(`${day}T00:00`, one) === text)
  if (pattern !== undefined) habit.datePattern = pattern
}

/** A separator written in place of another: one for one, or it is no exchange. */
function noteSeparators(habit: Habit, asked: string, text: string): void {
  const [was, is] = [[...asked].filter(isSeparator), [...text].filter(isSeparator)]
  if (was.length !== is.length) return
  was.forEach((separator, at) => {
    if (is[at] !== undefined && is[at] !== separator && !habit.separators.has(separator)) habit.separators.set(separator, is[at])
  })
}

interface Slip { cause: SlipCause, part: string, example: EarlierSlip['example'] }

/** The holders whose habits are known, each with what they would slip on. */
async function slipsOf(
  document: BriefDocument, requirementId: string, roster: Roster, habits: ReadonlyMap<string, Habit>,
): Promise<{ holders: Map<string, Slip[]> }> {
  const brief = await readBrief(document)
  const requirement = brief.requirements.find(one => one.id === requirementId)
  const holders = new Map<string, Slip[]>()
  if (!requirement || requirement.names.length === 0) return { holders }
  for (const unit of listUnits({ ...brief, requirements: [requirement] }, roster).units) {
    const habit = habits.get(unit.holder)
    if (unit.owed && habit) holders.set(unit.holder, slipsOfUnit(unit, habit))
  }
  return { holders }
}

function slipsOfUnit(unit: Unit, habit: Habit): Slip[] {
  const forms = formsOf(unit).flatMap(({ name }) => (name ? [name] : []))
  const { count, strictness } = unit.requirement
  const known = knownOf(unit, count.by === null ? null : numbersOf(unit).first)
  const [first] = forms
  if (!first) return []
  const wrote = first.map(part => writeAs(habit, part, known)).join('')
  if (forms.some(form => matchParts(form, wrote, strictness))) return []
  const { differences } = explainParts(first, wrote, { strictness, known })
  const told = first.flatMap(part => (part.kind === 'free' ? [[part.part, askedOf(part, known)]] : []))
  const asked = expandParts(first, Object.fromEntries(told))
  const holder = unit.people[0]?.name && unit.requirement.holder === 'person' ? unit.people[0].name : unit.holder
  const slips = new Map<string, Slip>()
  for (const difference of differences) {
    const cause = causeOf(difference, first)
    const part = cause === 'separators' || cause === 'letter-case' || cause === 'accents' ? 'literal' : difference.part
    slips.set(`${cause}\n${part}`, { cause, part, example: { holder, wrote, asked } })
  }
  return [...slips.values()]
}

/** A value a name could have, as the rule writes it. */
function askedOf({ part, rule }: NamePart & { kind: 'free' }, known: Record<string, string>): string {
  return ownOf(known, part) ?? freeField(rule).sample(rule, `${SAMPLE_DAY}T14:30`)
}

/** What a holder of these habits would write for a part. */
function writeAs(habit: Habit, part: NamePart, known: Record<string, string>): string {
  if (part.kind === 'free') {
    const asked = askedOf(part, known)
    const { rule } = part
    if (rule.type === 'number' && habit.width !== undefined && /^\d+$/.test(asked)) return writeNumber(Number(asked), habit.width)
    if (rule.type === 'date' && habit.datePattern !== undefined && lettersOf(asked, rule.pattern).dd !== undefined) {
      return writeDate(`${rule.from ?? SAMPLE_DAY}T14:30`, habit.datePattern)
    }
    return asked
  }
  const [asked = ''] = part.texts
  const text = part.part === 'literal'
    ? [...asked].map(char => habit.separators.get(char) ?? char).join('')
    : habit.values.get(asked) ?? asked
  if (habit.letterCase === undefined) return text
  return habit.letterCase === 'lower' ? text.toLowerCase() : text.toUpperCase()
}

function causeOf({ part, kind, actual, expected }: Difference, parts: readonly NamePart[]): SlipCause {
  const free = parts.find(one => one.kind === 'free' && one.part === part)
  if (free?.kind === 'free' && free.rule.type === 'date') return 'date'
  if (free?.kind === 'free' && free.rule.type === 'number') return 'zeros'
  if (kind === 'letter-case') return 'letter-case'
  if (kind === 'separator') return 'separators'
  if (stripMarks(actual) === stripMarks(expected)) return 'accents'
  return 'value'
}

/** The requirement that lets one cause pass; `null` where only the people can change it. */
function allow({ requirements, strictness }: BriefDocument, id: string, { cause, part }: Slip): RequirementDocument | null {
  const requirement = requirements.find(one => one.id === id)
  if (!requirement) return null
  const free = (key: 'letterCase' | 'separators' | 'accents'): RequirementDocument =>
    ({ ...requirement, strictness: { ...strictness, ...requirement.strictness, [key]: 'ignore' } })
  switch (cause) {
    case 'letter-case': return free('letterCase')
    case 'separators': return free('separators')
    case 'accents': return free('accents')
    case 'zeros': {
      const field = requirement.fields && ownOf(requirement.fields, part)
      return field?.type === 'number' ? { ...requirement, fields: { ...requirement.fields, [part]: { ...field, zeros: 'free' } } } : null
    }
    default: return null
  }
}
