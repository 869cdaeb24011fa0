import { ROSTER_COLUMNS } from '#core/names/roster-columns'
import { ownOf } from '#core/text/own'
import type { BriefDocument, RequirementDocument } from '#core/brief/document'
import { BriefError, readBrief } from '#core/brief/read'
import type { BriefProblem } from '#core/brief/read'
import type { Strictness } from '#core/names/strictness'
import { fieldsOf, parseTemplate } from '#core/names/template'
import type { Person } from '#core/roster/types'
import { ownZone } from './zones'

/** How exact names must be, as people say it. */
export const STRICTNESS_CHOICES: { key: string, label: string, example: string, value: Strictness }[] = [
  {
    key: 'slips', label: 'Small slips are fine', example: 'reef marsh-a.jpg counts as REEF_Marsh-A.jpg',
    value: { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' },
  },
  {
    key: 'letters', label: 'Separators exact, letter case free', example: 'reef_marsh-a.jpg counts, reef marsh-a.jpg does not',
    value: { letterCase: 'ignore', separators: 'exact', accents: 'ignore' },
  },
  {
    key: 'exact', label: 'Exact, accents free', example: 'only REEF_Marsh-A.jpg counts; Zoë may write Zoe',
    value: { letterCase: 'exact', separators: 'exact', accents: 'ignore' },
  },
  {
    key: 'letter', label: 'Exact to the letter', example: 'only REEF_Marsh-A.jpg counts; Zoë must write Zoë',
    value: { letterCase: 'exact', separators: 'exact', accents: 'exact' },
  },
]

/** Which choice a strictness is; empty where it is none of them. */
export function strictnessKey(strictness: Partial<Strictness> | undefined): string {
  const now = { letterCase: 'exact', separators: 'exact', accents: 'ignore', ...strictness }
  return STRICTNESS_CHOICES.find(({ value }) => value.letterCase === now.letterCase && value.separators === now.separators
    && value.accents === now.accents)?.key ?? ''
}

/** A brief nobody has written anything into yet: small slips are allowed until the coordinator says otherwise. */
export function newDocument(title: string, people: readonly Person[]): BriefDocument {
  return {
    usitorBrief: 1, title, zone: ownZone(),
    strictness: { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' },
    requirements: [newRequirement([], people)],
  }
}

/** A requirement to start from, with an id that is still free. */
export function newRequirement(others: readonly RequirementDocument[], people: readonly Person[]): RequirementDocument {
  let serial = others.length + 1
  while (others.some(one => one.id === `piece-${serial}`)) serial++
  // firms, and lists of whole names, have no family name to write
  const whole = people.filter(person => person.family === '').length > people.length / 2
  return { id: `piece-${serial}`, title: `Piece ${serial}`, name: whole ? '{name}_{title}' : '{family}_{given}_{title}', formats: [] }
}

const BUILT_IN = new Set<string>([...ROSTER_COLUMNS.map(column => column.name), 'title'])

/** Declares what a template's own fields are, so that typing `{n}` is enough to get a number. */
export function declareFields(requirement: RequirementDocument, columns: readonly string[]): void {
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
  if (Object.keys(fields).length > 0) requirement.fields = fields
  else delete requirement.fields
  if (requirement.count?.by && ownOf(fields, requirement.count.by)?.type !== 'number') delete requirement.count.by
}

function templatesOf(requirement: RequirementDocument): string[] {
  return [...(typeof requirement.name === 'string' ? [requirement.name] : requirement.name ?? []), requirement.folder ?? '']
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

/** All that is wrong with a draft, by path. */
export async function findProblems(document: BriefDocument, columns: readonly string[] | undefined): Promise<BriefProblem[]> {
  try {
    await readBrief(JSON.parse(JSON.stringify(document)), columns)
    return []
  }
  catch (error) {
    if (error instanceof BriefError) return error.problems
    throw error
  }
}
