import type { BriefDocument } from '../brief/document'
import { applyMoves } from './moves'

/** How a brief is used again. */
export interface CopyOrder {
  title: string
  /** The new due time, or none. */
  due: string | null
  /** Whether the same people hand in: who owes what is kept only then. */
  samePeople: boolean
  /** Whether what somebody does not owe is taken over as well; another time belongs to the term it was given in. */
  exceptions?: boolean | undefined
  /** Ids of the moves to make (`movesOf`); left out: the likely ones. */
  moves?: string[] | undefined
}

/**
 * A brief for another term: other dates, perhaps other people; the rules stay.
 *
 * @example
 * copyBrief(autumn, { title: 'Spring', due: '2027-04-16T15:30:00+02:00', samePeople: false }).title //=> 'Spring'
 */
export function copyBrief(document: BriefDocument, { title, due, samePeople, exceptions = false, moves }: CopyOrder): BriefDocument {
  const copy = applyMoves(document, due, moves ? new Set(moves) : null)
  copy.title = title
  if (due === null) delete copy.due
  else copy.due = due
  for (const requirement of copy.requirements) {
    // times that nothing moves would lie in the past
    if (due === null) {
      delete requirement.due
      delete requirement.correctBy
    }
    if (!samePeople) delete requirement.owedBy
  }
  if (due === null) delete copy.correctBy
  const left = samePeople && exceptions
    ? copy.exceptions?.flatMap(({ due: _due, correctBy: _correctBy, ...one }) => (one.owed === undefined ? [] : [one]))
    : []
  if (left?.length) copy.exceptions = left
  else delete copy.exceptions
  return copy
}
