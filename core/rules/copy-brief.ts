import type { BriefDocument } from '../brief/document'
import { moveField } from '../names/fields/index'

const DAY = 86_400_000

/** How a brief is used again. */
export interface CopyOrder {
  title: string
  /** The new due time, or none. */
  due: string | null
  /** Whether the same people hand in: exceptions and who owes what are kept only then. */
  samePeople: boolean
}

/**
 * A brief for another term: other dates, perhaps other people; the rules stay.
 *
 * Days that date fields are held to move by as many days as the due time does.
 *
 * @example
 * copyBrief(autumn, { title: 'Spring', due: '2027-04-16T15:30:00+02:00', samePeople: false }).title //=> 'Spring'
 */
export function copyBrief(document: BriefDocument, { title, due, samePeople }: CopyOrder): BriefDocument {
  const copy = structuredClone(document)
  copy.title = title
  const days = due !== null && document.due !== undefined ? Math.round((Date.parse(due) - Date.parse(document.due)) / DAY) : 0
  if (due === null) delete copy.due
  else copy.due = due
  if (!samePeople) delete copy.exceptions
  for (const requirement of copy.requirements) {
    delete requirement.due
    if (!samePeople) delete requirement.owedBy
    const { fields } = requirement
    if (fields) requirement.fields = Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, moveField(field, days)]))
  }
  // another date for one person belongs to the term it was given in
  copy.exceptions = copy.exceptions?.flatMap(({ due: _due, ...one }) => (one.owed === undefined ? [] : [one]))
  if (!copy.exceptions?.length) delete copy.exceptions
  return copy
}
