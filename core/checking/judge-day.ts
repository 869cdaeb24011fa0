import type { Unit } from '../brief/units'
import type { FindingParams } from '../findings/codes'
import type { Verdict } from '../findings/finding'
import { freeField, isFree } from '../names/fields/index'
import type { Captures } from '../names/parts'
import type { FileView } from '../placing/view'
import { ownOf } from '../text/own'

type Worked = Pick<FindingParams<'name.date-differs'>, 'worked' | 'from'>

const DAY = 86_400_000

/** A day in a name on which the work was not done, as the file itself says, else its time; a day's room on either side for time zones. */
export function judgeDay(view: FileView, { requirement: { fields } }: Unit, captures: Captures): Verdict<'name.date-differs'> | null {
  const written = dayWritten(captures, fields)
  if (written === undefined) return null
  const days = daysOfWork(view)
  const [first, last] = [days[0], days.at(-1)]
  if (!first || !last) return null
  const day = Date.parse(written)
  // work may be changed days later: only the file itself tells when it was begun
  if (first.from !== 'received' && day < Date.parse(first.worked) - DAY) return { code: 'name.date-differs', params: { written, ...first } }
  return day > Date.parse(last.worked) + DAY ? { code: 'name.date-differs', params: { written, ...last } } : null
}

/** The first day that a name tells. */
function dayWritten(captures: Captures, fields: Unit['requirement']['fields']): string | undefined {
  for (const [field, value] of Object.entries(captures)) {
    const rule = ownOf(fields, field)
    const day = isFree(rule) ? freeField(rule).day?.(value, rule) : undefined
    if (day !== undefined) return day
  }
  return undefined
}

/** The first and last day that a file says it was worked on; without any, the day it was last changed, where that is sure. */
function daysOfWork({ file: { reading: { props }, receivedAt, receivedAtFrom }, timeInDoubt }: FileView): Worked[] {
  const own = (['created', 'modified'] as const).flatMap((from): Worked[] => {
    const day = /^\d{4}-\d{2}-\d{2}/.exec(String(props[from] ?? ''))?.[0]
    return day === undefined ? [] : [{ from, worked: day }]
  })
  if (own.length > 0) return own.sort((a, b) => (a.worked < b.worked ? -1 : 1))
  if (receivedAt === null || receivedAtFrom !== 'modified' || timeInDoubt) return []
  return [{ from: 'received', worked: new Date(receivedAt).toISOString().slice(0, 10) }]
}
