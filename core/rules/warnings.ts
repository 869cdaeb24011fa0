import { gather } from '../text/gather'
import type { Brief, Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { expectedOf } from '../checking/judge'
import { freeField, isFree } from '../names/fields/index'
import { findAmbiguity } from '../names/ambiguity'
import type { NamePart } from '../names/parts'
import { expandParts, fillTemplate, writtenParts } from '../names/parts'
import { forbiddenCharacters, isReserved, LONGEST_NAME, LONGEST_PATH } from '../names/portability'
import { STRICT } from '../names/strictness'
import { fieldsOf } from '../names/template'
import { formsOf, valuesIn } from '../brief/forms'
import type { Roster } from '../roster/types'
import { groupOf } from '../roster/values'
import { ownOf } from '../text/own'
import { counted, showText } from '../text/show'

/** Something that will go wrong with a rule, told before anybody saves a file. */
export interface RuleWarning {
  /** `error`: the rule cannot be used so. */
  level: 'error' | 'warning'
  where: 'name' | 'folder' | 'fields'
  message: string
}

/** So many holders are looked at for a name that can be read in two ways. */
const MOST_WAYS = 150

/**
 * Looks for what will go wrong with one requirement, given who owes it: same names, empty or forbidden values, lengths, names
 * that can be read in two ways, too few digits.
 *
 * @param requirement - from `readBrief`
 * @param units - the requirement's own units, from `listUnits`
 */
export function warnOfRule(requirement: Requirement, units: readonly Unit[]): RuleWarning[] {
  const owed = units.filter(unit => unit.owed && unit.requirement === requirement)
  return [
    ...sameNames(requirement, owed), ...emptyValues(requirement, owed), ...badValues(requirement, owed), ...tooLong(requirement, owed),
    ...readTwice(requirement, owed), ...fewDigits(requirement), ...otherTitle(requirement, owed),
  ]
}

/** Where each group is asked and nobody in the list belongs to one, nothing is asked of anybody. */
export function warnOfNoGroups({ holder }: Requirement, { people, headings }: Roster): RuleWarning[] {
  if (holder !== 'group' || people.length === 0 || people.some(person => groupOf(person) !== '')) return []
  const column = headings?.group ?? 'group'
  return [{
    level: 'warning', where: 'name',
    message: 'Asked of each group, but nobody in the list belongs to one, so nothing is asked: say which column is the group, or fill '
      + `"${showText(column)}"`,
  }]
}

/** What forbids saving a brief for these people, by requirement: the same words the editor shows. */
export function forbidRules(brief: Brief, units: readonly Unit[]): { path: string, message: string }[] {
  return brief.requirements.flatMap((requirement, index) => warnOfSameForAll(
    requirement, units.filter(unit => unit.owed && unit.requirement === requirement),
  )
    .map(message => ({ path: `requirements[${index}].name`, message })))
}

const sayHolder = ({ requirement, holder, people }: Unit): string => showText(requirement.holder === 'person' ? people[0]?.name ?? holder : holder)

function pathOf(unit: Unit): string | null {
  const { folder, name } = expectedOf(unit, null)
  return name === null ? null : `${folder ?? ''}/${name}`
}

function warnOfSameForAll(requirement: Requirement, units: readonly Unit[]): string[] {
  if (units.length < 2 || requirement.names.length === 0) return []
  const [first] = units
  const path = first && pathOf(first)
  if (path === null || path === undefined || units.some(unit => pathOf(unit) !== path)) return []
  return [`all ${units.length} holders would get one and the same name, "${showText(path.replace(/^\//, ''))}"; add something that tells them apart`]
}

function sameNames(requirement: Requirement, units: readonly Unit[]): RuleWarning[] {
  const [all] = warnOfSameForAll(requirement, units)
  if (all !== undefined) return [{ level: 'error', where: 'name', message: all }]
  const byPath = new Map<string, Unit[]>()
  for (const unit of units) {
    const path = pathOf(unit)
    if (path !== null) gather(byPath, path, unit)
  }
  const same = [...byPath].filter(([, list]) => list.length > 1)
  return same.slice(0, 3).map(([path, list]) => ({
    level: 'warning', where: 'name',
    message: `${list.slice(0, 3).map(sayHolder).join(', ')}${list.length > 3 ? ' and others' : ''} would get the same name, `
      + `"${showText(path.replace(/^\//, ''))}": add something that tells them apart`,
  }))
}

/** {title} is what the piece is called, though the list has a column of that name as well. */
function otherTitle({ names, folder, fields, title }: Requirement, units: readonly Unit[]): RuleWarning[] {
  const isUsed = (templates: Requirement['names']) => !isFree(ownOf(fields, 'title')) && fieldsOf(...templates).includes('title')
  const values = units.flatMap(unit => unit.people).flatMap(person => Object.entries(person.fields))
  const [column = '', inList = ''] = values.find(([heading, value]) => heading.toLowerCase() === 'title' && value !== '') ?? []
  if (column === '') return []
  const message = `{title} is what this piece is called, "${showText(title)}", and not what the list has under "${column}", such as `
    + `"${showText(inList)}": to write that, ${column === 'title' ? 'give the column another heading' : `write {${column}}`}`
  return [{ where: 'name' as const, is: isUsed(names) }, { where: 'folder' as const, is: isUsed(folder ?? []) }]
    .filter(one => one.is).map(({ where }) => ({ level: 'warning', where, message }))
}

function emptyValues(requirement: Requirement, units: readonly Unit[]): RuleWarning[] {
  const fields = fieldsOf(...requirement.names, ...requirement.folder ?? []).filter((field) => {
    const rule = ownOf(requirement.fields, field)
    return field !== 'title' && !isFree(rule)
  })
  return fields.flatMap((field): RuleWarning[] => {
    const without = units.filter(unit => isEmptyIn(unit, field))
    if (without.length === 0) return []
    const who = `${without.slice(0, 3).map(sayHolder).join(', ')}${without.length > 3 ? ` and ${without.length - 3} more` : ''}`
    return [{ level: 'warning', where: 'name', message: `{${field}} is empty for ${who}: there it is left out, with one separator` }]
  })
}

function isEmptyIn(unit: Unit, field: string): boolean {
  const [person] = unit.people
  return !person || (ownOf(valuesIn(unit, person), field) ?? '').length === 0
}

/** Fixed text of all forms, level by level, with the unit it comes from. */
function* written(units: readonly Unit[]): Generator<{ unit: Unit, text: string, folder: boolean, parts: readonly NamePart[] }> {
  for (const unit of units) {
    for (const { name, folder } of formsOf(unit)) {
      if (name) yield { unit, text: expandParts(name), folder: false, parts: name }
      for (const level of folder ?? []) yield { unit, text: expandParts(level), folder: true, parts: level }
    }
  }
}

/** The same as the list and the rule state it, before anything is made fit for file systems. */
function* stated(units: readonly Unit[]): Generator<{ unit: Unit, folder: boolean, parts: readonly NamePart[] }> {
  for (const unit of units) {
    const { names, folder, fields } = unit.requirement
    for (const person of unit.people) {
      const values = valuesIn(unit, person)
      for (const template of names) yield { unit, folder: false, parts: fillTemplate(template, fields, values) }
      for (const level of folder ?? []) yield { unit, folder: true, parts: fillTemplate(level, fields, values) }
    }
  }
}

function badValues(_: Requirement, units: readonly Unit[]): RuleWarning[] {
  const warnings = new Map<string, RuleWarning>()
  for (const { unit, folder, parts } of stated(units)) {
    for (const part of parts) {
      if (part.kind !== 'fixed') continue
      const bad = part.texts.flatMap(forbiddenCharacters)
      if (bad.length === 0) continue
      const signs = [...new Set(bad)].map(char => `"${showText(char)}"`).join(' ')
      const what = part.part === 'literal' ? `The text "${showText(part.texts[0] ?? '')}"` : `{${part.part}} of ${sayHolder(unit)}`
      const asked = showText(expandParts(writtenParts([part], STRICT)))
      const message = `${what} holds ${signs}, which not every computer can store in a name; asked for is "${asked}"`
      warnings.set(`${part.part} ${signs}`, { level: 'warning', where: folder ? 'folder' : 'name', message })
    }
  }
  for (const { text, folder } of written(units)) {
    const where = folder ? 'folder' : 'name'
    if (/[ .]$/.test(text) && !text.endsWith('}')) {
      warnings.set(`end ${where}`, { level: 'warning', where, message: `"${showText(text)}" ends in a space or dot, which some computers cut off` })
    }
    else if (isReserved(text)) {
      warnings.set(`reserved ${text}`, { level: 'warning', where, message: `"${showText(text)}" is a name some computers keep for devices` })
    }
    if (warnings.size >= 8) break
  }
  return [...warnings.values()]
}

function tooLong(requirement: Requirement, units: readonly Unit[]): RuleWarning[] {
  let longest: { unit: Unit, name: number, path: number } | null = null
  for (const unit of units) {
    for (const { name, folder } of formsOf(unit)) {
      const own = name ? lengthOf(name) + 5 : 0
      const path = own + (folder ?? []).reduce((sum, level) => sum + lengthOf(level) + 1, 0)
      if (!longest || path > longest.path) longest = { unit, name: own, path }
    }
  }
  if (!longest) return []
  if (longest.name > LONGEST_NAME) return [{
    level: 'warning', where: 'name',
    message: `The name can be ${longest.name} characters long (${sayHolder(longest.unit)}); portable are ${LONGEST_NAME}`,
  }]
  return longest.path > LONGEST_PATH
    ? [{
        level: 'warning', where: requirement.folder === null ? 'name' : 'folder',
        message: `Folder and name can be ${longest.path} characters long (${sayHolder(longest.unit)}); portable are ${LONGEST_PATH}`,
      }]
    : []
}

/** The most characters parts can take; free text without a bound of its own counts as a short one. */
function lengthOf(parts: readonly NamePart[]): number {
  return parts.reduce((sum, part) => {
    if (part.kind === 'fixed') return sum + Math.max(0, ...part.texts.map(text => text.length))
    return sum + freeField(part.rule).longest(part.rule)
  }, 0)
}

function readTwice(requirement: Requirement, units: readonly Unit[]): RuleWarning[] {
  // one form after another: that two accepted forms may meet in one name does no harm
  for (const [position, template] of requirement.names.entries()) {
    const free = template.parts.filter(part => part.kind === 'field' && isFree(ownOf(requirement.fields, part.name))).length
    if (free === 0) continue
    const ways = units.slice(0, MOST_WAYS).flatMap((unit) => {
      const form = formsOf(unit).filter(one => one.name)[position]
      return form?.name
        ? [{
            unit,
            parts: [...(form.folder ?? []).flatMap(level => [...level, { kind: 'fixed', part: 'literal', texts: ['/'] } as NamePart]), ...form.name],
          }]
        : []
    })
    const ambiguity = findAmbiguity(ways.map(way => way.parts))
    if (!ambiguity) continue
    const [first, second] = ambiguity.readings.map(({ way, captures }) => {
      const { parts, unit } = ways[way] ?? { parts: [], unit: null }
      const values = parts.flatMap((part, index) => (part.kind === 'free' ? [`{${part.part}} = "${captures[String(index)] ?? ''}"`] : []))
      return { text: values.join(', '), who: unit ? sayHolder(unit) : '' }
    })
    if (!first || !second) continue
    const who = first.who === second.who ? ['', ''] : [`${first.who}, `, `${second.who}, `]
    return [
      {
        level: 'warning', where: 'name',
        message: `Some names can be read in two ways: "${showText(ambiguity.name)}" as ${who[0]}${first.text}, or as `
          + `${who[1]}${second.text}. `
          + `${first.who === second.who ? 'Put a fixed sign between them' : 'Add something that tells them apart'}`,
      },
    ]
  }
  return []
}

function fewDigits({ count, fields }: Requirement): RuleWarning[] {
  return Object.entries(fields).flatMap(([name, rule]): RuleWarning[] => {
    if (rule.type !== 'number') return []
    const most = count.by === name && count.to !== Infinity ? rule.from + count.to - 1 : rule.to
    if (most === Infinity || String(most).length <= rule.digits) return []
    return [
      {
        level: 'warning', where: 'fields',
        message: `{${name}} goes up to ${most} but is written with ${counted(rule.digits, 'digit')}: with ${String(most).length} `
          + 'the files sort in order',
      },
    ]
  })
}
