import type { DeskBrief } from '#shared/answers'

/** Where a brief stands in the morning: what is to be done with it comes first, what is being written after it, what is finished last. */
export type Standing = 'now' | 'written' | 'finished'

/** What a brief says of itself in one sentence, and the one thing to do next. */
export interface Morning { standing: Standing, says: string, does: string, to: string }

/**
 * One sentence and one action of a brief, by how far it has come.
 *
 * @example
 * morningOf(brief) //=> { standing: 'now', says: '41 missing from 9', does: 'Write to 9', to: '/briefs/…/follow-up' }
 */
export function morningOf(brief: DeskBrief): Morning {
  const { people, requirements, received, summary, stale, role, checkedAt, toldAt } = brief
  const to = (step: string) => `/briefs/${brief.id}/${step}`
  if (people === 0) return { standing: 'written', says: 'no list of people yet', does: 'Bring the list', to: to('who') }
  if (requirements === 0) {
    return { standing: 'written', says: `${people} people; the rule is not written yet`, does: 'Say what is asked', to: to('ask') }
  }
  if (received === 0 && !summary) {
    return { standing: 'now', says: `nothing received yet from ${people} people`, does: 'Receive', to: to('receive') }
  }
  if (!summary || stale) {
    const says = summary ? 'something came or changed since the last check' : 'received, not checked yet'
    return { standing: 'now', says, does: 'Check it', to: to('check') }
  }
  const owing = summary.holdersOpen + summary.holdersWithNothing
  if (owing === 0) {
    const says = `all ${summary.holdersComplete} complete`
    return { standing: 'finished', says, does: 'Hand the result on', to: `${to('follow-up')}?view=hand-on` }
  }
  const says = [
    summary.missing > 0 ? `${summary.missing} missing` : '', summary.toFix > 0 ? `${summary.toFix} to put right` : '',
    summary.holdersWithNothing > 0 ? `${summary.holdersWithNothing} have nothing` : '',
  ].filter(Boolean).join(', ')
  if (role === 'reader') return { standing: 'now', says, does: 'Look at it', to: to('check') }
  if (toldAt !== null && checkedAt !== null && toldAt > checkedAt) {
    return { standing: 'now', says: `${says}; ${owing} were written to`, does: 'Look again', to: to('receive') }
  }
  return { standing: 'now', says, does: `Write to ${owing}`, to: to('follow-up') }
}

const DAY = 86_400_000

/** When a brief is due, as one says it: days count as the calendar does in the brief's zone. */
export function sayDueIn(due: string | null, zone: string | null, now: number): string {
  if (due === null) return 'no due time'
  const days = Math.round((dayOf(Date.parse(due), zone) - dayOf(now, zone)) / DAY)
  if (days === 0) return Date.parse(due) < now ? 'was due today' : 'due today'
  if (days === 1) return 'due tomorrow'
  if (days === -1) return 'was due yesterday'
  return days > 0 ? `due in ${days} days` : `was due ${-days} days ago`
}

/** The calendar's day of a moment in a zone, as UTC midnight. */
function dayOf(time: number, zone: string | null): number {
  const parts = (timeZone?: string) => new Intl.DateTimeFormat('en-CA', { year: 'numeric', month: '2-digit', day: '2-digit', timeZone }).format(time)
  try {
    return Date.parse(parts(zone ?? undefined))
  }
  catch {
    // a brief file may name a zone this browser does not know
    return Date.parse(parts())
  }
}

/** Briefs in the order of the morning: kept at hand first, then what is due next, then what was due last, then what has no due time. */
export function inMorningOrder(briefs: readonly DeskBrief[], now: number): DeskBrief[] {
  const key = ({ due }: DeskBrief) => {
    const time = due === null ? null : Date.parse(due)
    if (time === null) return 3e15
    return time >= now ? time : 2e15 + (now - time)
  }
  return [...briefs].sort((a, b) => Number(b.atHand) - Number(a.atHand) || key(a) - key(b))
}
