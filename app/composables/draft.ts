import type { ListColumns } from '#core/brief/list-words'
import type { BriefDocument, RequirementDocument } from '#core/brief/document'
import { BriefError, readBrief } from '#core/brief/read'
import type { BriefProblem } from '#core/brief/read'
import type { Strictness } from '#core/names/strictness'
import type { Person } from '#core/roster/types'
import { ownZone } from './zones'

type Holder = NonNullable<BriefDocument['holder']>

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
export function newRequirement(others: readonly RequirementDocument[], people: readonly Person[], holder?: Holder): RequirementDocument {
  let serial = others.length + 1
  while (others.some(one => one.id === `piece-${serial}`)) serial++
  return { id: `piece-${serial}`, title: `Piece ${serial}`, name: firstName(people, holder), formats: [] }
}

/** A requirement that others owe from now on: a name that nobody has changed yet is made after them. */
export function withHolder(
  requirement: RequirementDocument, before: Holder | undefined, holder: Holder | undefined, people: readonly Person[],
): RequirementDocument {
  return requirement.name === firstName(people, before) ? { ...requirement, name: firstName(people, holder) } : requirement
}

/** The name a requirement starts from: after whoever owes it. */
function firstName(people: readonly Person[], holder: Holder = 'person'): string {
  if (holder === 'group') return '{group}_{title}'
  // firms, and lists of whole names, have no family name to write
  const whole = people.filter(person => person.family === '').length > people.length / 2
  return whole ? '{name}_{title}' : '{family}_{given}_{title}'
}

/** All that is wrong with a draft, by path. */
export async function findProblems(document: BriefDocument, list: ListColumns | undefined): Promise<BriefProblem[]> {
  try {
    await readBrief(JSON.parse(JSON.stringify(document)), list)
    return []
  }
  catch (error) {
    if (error instanceof BriefError) return error.problems
    throw error
  }
}
