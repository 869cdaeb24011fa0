import { randomBytes } from 'node:crypto'
import type { DoorAnswer, DoorSettings, OwnDoor, OwnHandIn, SignedIn as Account } from '#shared/answers'
import type { ReceivedFile } from '#core/arrivals/received'
import type { ReportSummary } from '#core/checking/report'
import type { Person } from '#core/roster/types'
import { groupOf } from '#core/roster/values'
import { fileKey } from '#core/checking/report'
import { nameOf } from '#core/text/path'
import { newestRoster, newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import type { DoorRow, HandInRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { onThread } from '../utils/threads'
import { hashOfToken } from '../utils/token'
import type { DoorTask, DoorWork } from '../workers/door'
import { requireRole } from './access'
import type { IntakeFile } from './check-input'
import { loadReceived, rosterOn } from './check-input'
import type { DoorHolder } from './door-links'
import { requireDoor } from './door-links'
import { signingKey } from './receipt-keys'
import { planReminder } from './reminders'
import { startFileOf } from './start-files'

/** Opens, closes or changes the door of a brief. */
export async function setDoor(account: Account, briefId: string, settings: DoorSettings): Promise<void> {
  await requireRole(account, briefId, 'checker')
  // without a key there are no receipts, and without receipts no door
  if (settings.open && settings.keeps) await signingKey()
  const first = settings.open && !await db()('door').where('brief_id', briefId).first('brief_id')
  const { until, ...rest } = settings
  const row = { ...rest, until: until === null ? null : new Date(until), set_by: account.id, set_at: db().fn.now() }
  await db()('door').insert({ brief_id: briefId, ...row }).onConflict('brief_id').merge()
  // one reminder a day before, where there is that much time; it can be stopped
  if (first && process.env.SMTP_URL) await planReminder(account, briefId, 1440).catch(() => undefined)
}

/** The door as its coordinator sees it, with what has come through it. */
export async function getDoor(account: Account, briefId: string): Promise<DoorAnswer> {
  await requireRole(account, briefId, 'reader')
  const [door, links, persons, roster, checked] = await Promise.all([
    db()('door').where('brief_id', briefId).first(),
    rowsOf<{ person: string, links: number, used: number, used_at: Date | null }>(db(), `
      select person, count(*) filter (where revoked_at is null)::int as links, sum(used)::int as used, max(used_at) as used_at
      from door_link where brief_id = ? group by person`, [briefId]),
    rowsOf<{ person: string, files: number, last: Date }>(db(), `
      select person, sum(files)::int as files, max(finished_at) as last
      from hand_in join intake on intake.id = hand_in.intake_id where hand_in.brief_id = ? and finished_at is not null group by person`, [briefId]),
    newestRoster(briefId), db()('check_run').where('brief_id', briefId).orderBy('checked_at', 'desc').first('checked_at', 'summary'),
  ])
  const byPerson = new Map(links.map(row => [row.person, row]))
  const came = new Map(persons.map(row => [row.person, row]))
  const latest = [...persons].sort((a, b) => b.last.getTime() - a.last.getTime())[0]
  const personOf = (id: string) => roster?.people.find(person => person.id === id)?.name ?? id
  return {
    settings: door ? settingsOf(door) : null, common: door?.common_hash !== null && door !== undefined,
    people: (roster?.people ?? []).map(({ id, name, group, email }) => ({
      id, name, group, mail: email !== '', links: byPerson.get(id)?.links ?? 0, used: byPerson.get(id)?.used ?? 0,
      usedAt: byPerson.get(id)?.used_at?.toISOString() ?? null, files: came.get(id)?.files ?? 0, lastAt: came.get(id)?.last.toISOString() ?? null,
    })),
    files: persons.reduce((sum, row) => sum + row.files, 0),
    checked: checked ? { at: checked.checked_at.toISOString(), ...countsOf(checked.summary) } : null,
    last: latest ? { name: personOf(latest.person), at: latest.last.toISOString() } : null,
  }
}

const countsOf = ({ missing, right, toFix, holders, holdersComplete, holdersWithNothing }: ReportSummary) => ({
  pieces: right + toFix + missing, came: right + toFix, right, holders, complete: holdersComplete, nothing: holdersWithNothing,
})

const settingsOf = ({ open, until, late, largest, most, renames, keeps, contact, checks }: DoorRow): DoorSettings => ({
  open, until: until?.toISOString() ?? null, late, largest: Number(largest), most: Number(most), renames, keeps, contact, checks,
})

/** Makes the one link for all, through which people ask for their own; the one before ends. `null`: there is none any more. */
export async function setCommonLink(account: Account, briefId: string, wanted: boolean): Promise<{ token: string | null }> {
  await requireRole(account, briefId, 'checker')
  await requireDoor(briefId)
  const token = wanted ? randomBytes(16).toString('base64url') : null
  await db()('door').where('brief_id', briefId).update({ common_hash: token === null ? null : hashOfToken(token) })
  return { token }
}

/** A person and everybody of their group. */
function ownGroup(people: readonly Person[], id: string): Person[] {
  const self = people.find(one => one.id === id)
  const group = self ? groupOf(self) : ''
  return people.filter(one => one.id === id || (group !== '' && groupOf(one) === group))
}

/** What a door of a brief holds now: rule, list, and what this person and their group handed in. */
export async function loadDoor({ briefId, person }: DoorHolder) {
  const [door, version, roster] = await Promise.all([requireDoor(briefId), newestVersion(briefId), newestRoster(briefId)])
  if (!version || !roster) throw refuse(409, 'Nothing is asked for yet. Come again later.')
  const now = Date.now()
  const there = rosterOn(roster, version.document, now)
  const self = there.people.find(one => one.id === person)
  if (!self) throw refuse(404, 'You are not on the list of this any more. Ask whoever gave you the link.')
  const together = new Set(ownGroup(there.people, person).map(one => one.id))
  const handIns = await db()('hand_in').join('intake', 'intake.id', 'hand_in.intake_id').where('hand_in.brief_id', briefId)
    .whereIn('person', [...together]).whereNotNull('finished_at').whereNull('intake.replaced_at').orderBy('hand_in.finished_at')
    .select<(Pick<HandInRow, 'id' | 'person' | 'number' | 'intake_id' | 'begun_at'> & { finished_at: Date })[]>(
      'hand_in.id', 'person', 'number', 'intake_id', 'begun_at', 'finished_at',
    )
  const received = await loadReceived(handIns.map(row => row.intake_id))
  return { door, version, roster: there, self, handIns, received, now }
}
export type LoadedDoor = Awaited<ReturnType<typeof loadDoor>>

/** What one person's page shows, worked out on a thread; `more`: files that are not received yet. */
export async function lookThrough(
  { briefId, person }: DoorHolder, { version, roster, received, now }: LoadedDoor, more: readonly IntakeFile[] = [], whole = false,
): Promise<DoorWork> {
  // what crosses to the thread is their own group, but where everybody's names matter
  const crossing = whole ? roster : { ...roster, people: ownGroup(roster.people, person) }
  const task: DoorTask = { document: version.document, roster: crossing, person, received: [...received, ...more], checkedAt: now, whole }
  const work = await onThread<DoorWork | null>('door', `${briefId} ${person}`, task)
  if (!work) throw refuse(404, 'You are not on the list of this any more. Ask whoever gave you the link.')
  return work
}

/** When a door closes for one person; `null`: when its coordinator closes it. */
export function closesAt({ until, late }: Pick<DoorRow, 'until' | 'late'>, dues: readonly (number | null)[]): number | null {
  const stated = until?.getTime() ?? null
  if (late || dues.length === 0 || dues.includes(null)) return stated
  const last = Math.max(...dues.flatMap(due => due ?? []))
  return stated === null ? last : Math.min(stated, last)
}

/** Whether something can be handed in at a time. */
export const isOpen = (door: Pick<DoorRow, 'open'>, closes: number | null, at: number): boolean => door.open && (closes === null || at <= closes)

/** One person's page: what is asked of them, what they handed in, and until when. */
export async function ownDoor(holder: DoorHolder): Promise<OwnDoor> {
  const loaded = await loadDoor(holder)
  const { door, version, self, handIns, received, now } = loaded
  const [work, start] = await Promise.all([lookThrough(holder, loaded), startFileOf(holder.briefId)])
  const closes = closesAt(door, work.lastTimes)
  const shared = new Set(work.pieces.filter(piece => piece.group).map(piece => piece.requirement))
  const files = handedIn(holder.person, loaded, shared, work)
  const used = received.filter(file => file.handedIn?.by === holder.person).reduce((sum, file) => sum + file.size, 0)
  const seen = new Set(files.map(file => file.id))
  return {
    title: version.document.title, zone: version.document.zone ?? null, holder: { id: self.id, name: self.name, group: self.group },
    version: version.number, now: new Date(now).toISOString(), open: isOpen(door, closes, now),
    closesAt: closes === null ? null : new Date(closes).toISOString(),
    late: door.late, largest: Number(door.largest), most: Number(door.most), used, renames: door.renames, keeps: door.keeps, contact: door.contact,
    document: work.document, roster: work.roster, pieces: work.pieces,
    slots: work.report.slots.filter(slot => slot.holder === (shared.has(slot.requirement) ? groupOf(self) : self.id))
      .map(({ requirement, n, status, late }) => ({ requirement, n: n ?? null, status, late })),
    files, received: received.filter(file => seen.has(file.id)).map((file, at) => asOwn(file, holder.person, at)),
    handIns: handIns.filter(row => row.person === holder.person)
      .map(({ id, number, finished_at: at }) => ({ id, number, at: at.toISOString() })),
    start,
  }
}

/** A file for this person's page: one of their group's is as if they had handed it in, for it names nobody. */
function asOwn({ id: _, readingId: __, intakeId: ___, ...file }: IntakeFile, person: string, at: number): ReceivedFile {
  if (!file.handedIn || file.handedIn.by === person) return file
  return { ...file, path: `group/${at}/${nameOf(file.path)}`, handedIn: { ...file.handedIn, by: person } }
}

/** Files this person may see: their own, and those of their group's pieces with who handed them in. */
function handedIn(
  person: string, { handIns, received, roster }: LoadedDoor, shared: ReadonlySet<string>, { report }: DoorWork,
): OwnHandIn[] {
  const judged = new Map(report.files.map(file => [fileKey(file), file]))
  const ofIntake = new Map(handIns.map(row => [row.intake_id, row]))
  return received.flatMap((file): OwnHandIn[] => {
    const verdict = judged.get(fileKey(file))
    const handIn = ofIntake.get(file.intakeId)
    if (!verdict || !handIn || !file.handedIn) return []
    const { by, sentAs } = file.handedIn
    const { requirement = null, n = null } = verdict.slot ?? {}
    if (by !== person && !shared.has(requirement ?? '')) return []
    return [{
      id: file.id, handIn: handIn.id, at: handIn.begun_at.toISOString(), name: nameOf(file.path), sentAs, size: file.size, requirement, n,
      role: verdict.role, findings: verdict.findings, mine: by === person,
      by: by === person ? null : roster.people.find(one => one.id === by)?.name ?? null,
    }]
  })
}
