import { ROSTER_COLUMNS } from '#core/names/roster-columns'
import { fieldsOf, parseTemplate } from '#core/names/template'
import { ownOf } from '#core/text/own'
import type { Fields } from './parts'
import type { BriefProblem } from '#core/brief/read'
import type { RequirementDocument } from '#core/brief/document'

/** A part of a document with some keys put anew; what is `undefined` is taken out of it. */
export function withChanges<T extends object>(part: T, changes: Partial<T>): T {
  const next = { ...part, ...changes }
  for (const key of Object.keys(changes) as (keyof T)[]) if (next[key] === undefined) Reflect.deleteProperty(next, key)
  return next
}

/** Accepted forms of the name; none: any name. */
export function formsOf({ name = [] }: RequirementDocument): readonly string[] {
  return typeof name === 'string' ? [name] : name
}

/** A requirement of which these are the accepted forms of the name. */
export function withForms(requirement: RequirementDocument, forms: readonly string[], columns: readonly string[]): RequirementDocument {
  const [first] = forms
  const none = first === undefined || (forms.length === 1 && first === '')
  const name = forms.length === 1 ? first : [...forms]
  return declareFields(withChanges(requirement, { name: none ? undefined : name }), columns)
}

/** A requirement with its own fields; none at all are not written down. */
export function withFields(requirement: RequirementDocument, fields: Fields): RequirementDocument {
  return withChanges(requirement, { fields: Object.keys(fields).length > 0 ? fields : undefined })
}

/** A requirement with another count; one piece each is what goes without saying. */
export function withCount(requirement: RequirementDocument, changes: NonNullable<RequirementDocument['count']>): RequirementDocument {
  const count = { ...requirement.count, ...changes }
  for (const key of ['from', 'to', 'by'] as const) if (count[key] === undefined) Reflect.deleteProperty(count, key)
  return withChanges(requirement, { count: count.from === 1 && count.to === 1 && !count.by ? undefined : count })
}

/** A requirement that only these owe; nobody named: everybody. */
export function withOwing(requirement: RequirementDocument, groups: readonly string[], people: readonly string[]): RequirementDocument {
  const owedBy = { ...(groups.length > 0 ? { groups: [...groups] } : {}), ...(people.length > 0 ? { people: [...people] } : {}) }
  return withChanges(requirement, { owedBy: groups.length + people.length > 0 ? owedBy : undefined })
}

/** What is wrong at some keys of a requirement or inside them. */
export function problemsAt(problems: readonly BriefProblem[], ...keys: string[]): string[] {
  const inside = ({ path }: BriefProblem) => keys.some(key => path === key || path.startsWith(`${key}[`) || path.startsWith(`${key}.`))
  return problems.filter(inside).map(one => one.message)
}

const BUILT_IN = new Set<string>([...ROSTER_COLUMNS.map(column => column.name), 'title'])

/** Declares what a template's own fields are, so that typing `{n}` is enough to get a number. */
export function declareFields(requirement: RequirementDocument, columns: readonly string[]): RequirementDocument {
  const fields = { ...requirement.fields }
  const used = new Set(usedFields(requirement))
  for (const name of used) {
    if (BUILT_IN.has(name) || columns.includes(name) || ownOf(fields, name)) continue
    if (/^(?:n|no|nr|number|piece)$/i.test(name)) fields[name] = { type: 'number', digits: 2, from: 1 }
    else if (/^v(?:ersion)?$/i.test(name)) fields[name] = { type: 'version', digits: 2 }
    else if (/date|day/i.test(name)) fields[name] = { type: 'date', pattern: 'yyyy-MM-dd' }
    else fields[name] = { type: 'text' }
  }
  // while a template cannot be read it does not say what it uses
  if (canBeRead(requirement)) for (const name of Object.keys(fields)) if (!used.has(name)) Reflect.deleteProperty(fields, name)
  const { by, ...counts } = requirement.count ?? {}
  const untold = by !== undefined && ownOf(fields, by)?.type !== 'number'
  return { ...withFields(requirement, fields), ...(untold ? { count: counts } : {}) }
}

function templatesOf(requirement: RequirementDocument): string[] {
  return [...formsOf(requirement), requirement.folder ?? '']
}

function canBeRead(requirement: RequirementDocument): boolean {
  try {
    templatesOf(requirement).forEach(parseTemplate)
    return true
  }
  catch {
    return false
  }
}

/** Columns that hardly two of a group share. */
const OWN_NAMES = ['id', 'given', 'family', 'name', 'alias']

/** Whether a name or folder of a requirement says one person. */
export function namesSomebody(requirement: RequirementDocument): boolean {
  return usedFields(requirement).some(field => OWN_NAMES.includes(field))
}

/** Fields used in any name or folder template; a template that cannot be read yet uses none. */
function usedFields(requirement: RequirementDocument): string[] {
  return [...new Set(templatesOf(requirement).flatMap((text) => {
    try {
      return fieldsOf(parseTemplate(text))
    }
    catch {
      return []
    }
  }))]
}
