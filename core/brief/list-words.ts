import { isFree } from '../names/fields/index'
import { ROSTER_COLUMNS } from '../names/roster-columns'
import type { Template } from '../names/template'
import type { Roster } from '../roster/types'
import { accentForms, looseKey } from '../text/fold'
import { emptyRecord, ownOf } from '../text/own'
import type { Brief, Requirement } from './types'

/** A list's columns, and what it calls those that every list has, where it has another word. */
export type ListColumns = Pick<Roster, 'columns' | 'headings'>

/** What templates may be written with: the columns, and the list's own words for those that every list has. */
export function columnsToWrite({ columns, headings = {} }: ListColumns): string[] {
  return [...new Set([...columns, ...Object.values(headings)])]
}

/** What the list's words mean, where they are not columns or built in themselves. */
function wordsOf({ columns, headings = {} }: ListColumns): Record<string, string> {
  const taken = new Set<string>(['title', ...columns, ...ROSTER_COLUMNS.map(column => column.name)])
  return Object.fromEntries(Object.entries(headings).flatMap(([column, heading]) => (taken.has(heading) ? [] : [[heading, column]])))
}

/** The column that a list's own word stands for, be it in other letters or signs; any other word is its own. */
export function columnMeant(list: ListColumns, word: string): string {
  return meaningIn(list)(word)
}

function meaningIn(list: ListColumns): (word: string) => string {
  const words = wordsOf(list)
  const built = new Set<string>(['title', ...ROSTER_COLUMNS.map(column => column.name)])
  const loose = new Map<string, Set<string>>()
  for (const name of [...list.columns.filter(column => !built.has(column)), ...Object.keys(words)]) {
    // in every way its accents are written: {kuerzel} is Kürzel
    for (const key of new Set(accentForms(name).map(looseKey))) loose.set(key, (loose.get(key) ?? new Set()).add(ownOf(words, name) ?? name))
  }
  return (word) => {
    const own = ownOf(words, word)
    if (own !== undefined || built.has(word) || list.columns.includes(word)) return own ?? word
    const [only, ...more] = loose.get(looseKey(word)) ?? []
    return only === undefined || more.length > 0 ? word : only
  }
}

/**
 * A brief whose templates call a column as its list does, `{klas}` where every list has `group`, with the names that every list has:
 * whatever is known of a group holds for it, too. Words that are columns or declared fields themselves mean these.
 *
 * @returns the brief itself where it uses no such word
 * @example
 * inListWords(brief, { people, columns: ['group'], headings: { group: 'klas' } }).requirements[0].names[0].parts[0].name //=> 'group'
 */
export function inListWords(brief: Brief, list: ListColumns): Brief {
  const meant = meaningIn(list)
  // a list's "Name" beside "Vorname" is the family name, beside "Surname" the given one, where a rule asks for both; alone {name} is the whole one
  const half = (['family', 'given'] as const).find(column => looseKey(list.headings?.[column] ?? '') === 'name')
  const both = (word: string) => (word === 'name' && half ? half : meant(word))
  const other = half === 'family' ? 'given' : 'family'
  const requirements = brief.requirements.map(one => renamed(one, half && asksBeside(one, other, meant) ? both : meant))
  return requirements.some((one, at) => one !== brief.requirements[at]) ? { ...brief, requirements } : brief
}

/** Whether every template that asks for the name asks for its other half besides. */
function asksBeside({ names, folder }: Requirement, other: 'given' | 'family', columnOf: (field: string) => string): boolean {
  const isIn = (field: string, { parts }: Template) => parts.some(part => part.kind === 'field' && columnOf(part.name) === field)
  return [...names, ...folder ?? []].filter(template => isIn('name', template)).every(template => isIn(other, template))
}

function renamed(requirement: Requirement, columnOf: (field: string) => string): Requirement {
  const { fields, names, folder, titles } = requirement
  const nameOf = (field: string) => (isFree(ownOf(fields, field)) ? field : columnOf(field))
  let changed = titles !== null && columnOf(titles.column) !== titles.column
  const rename = (template: Template): Template => {
    if (template.parts.every(part => part.kind === 'literal' || nameOf(part.name) === part.name)) return template
    changed = true
    return { ...template, parts: template.parts.map(part => (part.kind === 'literal' ? part : { ...part, name: nameOf(part.name) })) }
  }
  // what is declared under the column's usual name holds before what is declared under the list's word for it
  const rules: Requirement['fields'] = emptyRecord()
  for (const [field, rule] of Object.entries(fields)) rules[nameOf(field)] = rule
  const own = {
    names: names.map(rename), folder: folder?.map(rename) ?? null, fields: Object.assign(rules, fields),
    titles: titles && { ...titles, column: columnOf(titles.column) },
  }
  return changed ? { ...requirement, ...own } : requirement
}
