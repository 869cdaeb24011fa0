import type { BriefDocument } from '#core/brief/document'
import { cutToPerson, lastTimes } from '#core/brief/one-holder'
import { readBrief } from '#core/brief/read'
import type { ReceivedFile } from '#core/arrivals/received'
import { check } from '#core/checking/check'
import type { Report } from '#core/checking/report'
import type { LeafletPiece } from '#core/reporting/leaflet'
import { writeLeaflet } from '#core/reporting/leaflet'
import type { Roster } from '#core/roster/types'

/** What one person's own page is made from; `whole`: the list is everybody's, and held against their names; else that of their group alone. */
export interface DoorTask { document: BriefDocument, roster: Roster, person: string, received: ReceivedFile[], checkedAt: number, whole: boolean }
export interface DoorWork {
  document: BriefDocument
  roster: Roster
  pieces: LeafletPiece[]
  report: Report
  /** Up to when each piece is taken; `null`: always. */
  lastTimes: (number | null)[]
}

/** A brief cut to one person, what they are to hand in, and what has come of it. `null`: nobody of the list is this person. */
export default async function lookThroughDoor({ document, roster, person, received, checkedAt, whole }: DoorTask): Promise<DoorWork | null> {
  const brief = await readBrief(document)
  const own = cutToPerson(document, brief, roster, person)
  if (!own) return null
  const today = new Date(checkedAt).toISOString().slice(0, 16)
  const judged = whole ? { brief, roster } : { brief: await ownBrief(own.document, document), roster }
  return {
    document: own.document, roster: own.roster, pieces: writeLeaflet(own.units, own.roster.people[0], today),
    lastTimes: lastTimes(own.units), report: check({ ...judged, received, checkedAt }),
  }
}

/** A brief asks for something at least; whoever owes nothing is held against the whole of it. */
function ownBrief(own: BriefDocument, whole: BriefDocument) {
  return readBrief(own.requirements.length > 0 ? own : whole)
}
