import type { BriefDocument } from '#core/brief/document'
import { cutToPerson } from '#core/brief/one-holder'
import { readBrief } from '#core/brief/read'
import type { ReceivedFile } from '#core/arrivals/received'
import { check } from '#core/checking/check'
import type { Report } from '#core/checking/report'
import type { LeafletPiece } from '#core/reporting/leaflet'
import { writeLeaflet } from '#core/reporting/leaflet'
import type { Roster } from '#core/roster/types'

/** What one person's own page is made from; `whole`: held against everybody's names, not theirs alone. */
export interface DoorTask { document: BriefDocument, roster: Roster, person: string, received: ReceivedFile[], checkedAt: number, whole: boolean }
export interface DoorWork { document: BriefDocument, roster: Roster, pieces: LeafletPiece[], report: Report }

/** A brief cut to one person, what they are to hand in, and what has come of it. `null`: nobody of the list is this person. */
export default async function lookThroughDoor({ document, roster, person, received, checkedAt, whole }: DoorTask): Promise<DoorWork | null> {
  const brief = await readBrief(document)
  const own = cutToPerson(document, brief, roster, person)
  if (!own) return null
  const today = new Date(checkedAt).toISOString().slice(0, 16)
  const judged = whole ? { brief, roster } : { brief: await ownBrief(own.document, document), roster: ownGroup(roster, person) }
  return {
    document: own.document, roster: own.roster, pieces: writeLeaflet(own.units, today), report: check({ ...judged, received, checkedAt }),
  }
}

/** A person and their group as the list has them. */
function ownGroup(roster: Roster, person: string): Roster {
  const groupOf = (one: Roster['people'][number]) => one.group.trim().normalize('NFC')
  const group = roster.people.filter(one => one.id === person).map(groupOf)[0] ?? ''
  return { ...roster, people: roster.people.filter(one => one.id === person || (group !== '' && groupOf(one) === group)) }
}

/** A brief asks for something at least; whoever owes nothing is held against the whole of it. */
function ownBrief(own: BriefDocument, whole: BriefDocument) {
  return readBrief(own.requirements.length > 0 ? own : whole)
}
