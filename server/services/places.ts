import { v7 as uuid } from 'uuid'
import { readBrief } from '#core/brief/read'
import { guessWrapper, prepareTrying } from '#core/rules/try-names'
import type { SignedIn as Account } from '#shared/answers'
import type { OfferedPlace, PlaceOrder, PlaceTrial, ShownPlace } from '#shared/places'
import { PLACE_KEYS } from '#shared/places'
import { Hosts } from '../../places/hosts'
import { kindOf, PLACES } from '../../places/index'
import type { Ground, OpenPlace, Passed, SeenFile } from '../../places/place'
import { PlaceError } from '../../places/place'
import { newestRoster, newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import type { PlaceRow } from '../database/tables'
import { sendStep } from '../queue/queue'
import { breathing } from '../utils/breathe'
import { refuse } from '../utils/errors'
import { openSecret, sealSecret } from '../utils/secrets'
import { storableText } from '../utils/storable'
import { requireRole } from './access'
import { rosterOn } from './check-input'
import { putDown } from './jobs'

const MOST_PLACES = 20
/** A trial looks so far, and tries so many names. */
const [TRIAL_FILES, TRIAL_MS, TRIAL_NAMES] = [5000, 10_000, 500]

/** What the operator allows, as it stands in the environment. */
export const ground = (): Ground => ({
  folders: (process.env.USITOR_FOLDERS ?? '').split(':').map(one => one.trim()).filter(Boolean), hosts: process.env.USITOR_HOSTS ?? '',
})

/** Opens a stored place. */
export function openPlace({ id, kind, settings, secret }: Pick<PlaceRow, 'id' | 'kind' | 'settings' | 'secret'>): Promise<OpenPlace> {
  return PLACES[kind].open(settings, secret === null ? '' : openSecret(secret, `place ${id}`), ground())
}

/** A fault of a place as an answer in words. */
export function sayPlace(error: unknown): unknown {
  return error instanceof PlaceError ? refuse(422, error.message) : error
}

function whyRefused(kind: PlaceOrder['kind']): string {
  const { folders, hosts } = ground()
  if (kind === 'folder') return folders.length === 0 ? 'No folder of this server may be looked at: whoever runs it names them (USITOR_FOLDERS).' : ''
  if (new Hosts(hosts).isEmpty) return 'This server may connect to no other: whoever runs it names where to (USITOR_HOSTS).'
  return process.env.USITOR_SECRET ? '' : 'No key is set here (USITOR_SECRET), so that no password can be kept.'
}

const offered = (): OfferedPlace[] => PLACE_KEYS.map(kind => ({
  kind, label: PLACES[kind].label, fields: PLACES[kind].fields, technical: kindOf(kind).technical ?? false, refused: whyRefused(kind),
}))

/** The places of a brief, and what may be added. */
export async function listPlaces(account: Account, briefId: string): Promise<{ places: ShownPlace[], offered: OfferedPlace[] }> {
  await requireRole(account, briefId, 'reader')
  const [rows, jobs, written] = await Promise.all([
    db()('place').where('brief_id', briefId).whereNull('removed_at').orderBy('made_at').select(),
    db()('job').where({ brief_id: briefId, kind: 'scan' }).whereIn('state', ['queued', 'running']).select('id', 'input'),
    db()('place_written').whereIn('place_id', db()('place').where('brief_id', briefId).whereNull('removed_at').select('id'))
      .orderBy('written_at', 'desc').limit(200).select(),
  ])
  const scanning = new Map(jobs.map(job => [(job.input as { placeId?: string }).placeId, job.id]))
  return {
    offered: offered(),
    places: rows.map(row => ({
      id: row.id, kind: row.kind, label: PLACES[row.kind].label, root: row.root, settings: row.settings, keeps: row.keeps,
      everyMinutes: row.every_minutes, lookedAt: row.looked_at?.toISOString() ?? null, nextAt: row.next_at?.toISOString() ?? null, last: row.last,
      problem: row.problem, failingSince: row.failing_since?.toISOString() ?? null, jobId: scanning.get(row.id) ?? null,
      handsOn: row.hands_on, readOnly: kindOf(row.kind).readOnly ?? false,
      written: written.filter(one => one.place_id === row.id)
        .map(one => ({ path: one.path, what: one.what, size: Number(one.size), at: one.written_at.toISOString() })),
    })),
  }
}

/** Settings of a kind: its own fields, each there unless it need not be. */
function settingsOf({ kind, settings }: PlaceOrder): Record<string, string> {
  return Object.fromEntries(PLACES[kind].fields.filter(field => !field.secret).map(({ key, label, optional }) => {
    const value = storableText((settings[key] ?? '').trim())
    if (value === '' && !optional) throw refuse(422, `${label} is missing.`)
    return [key, value] as const
  }))
}

/** Looks at a place before it counts: how much is there, and what the names say of whose it is. */
export async function tryPlace(account: Account, briefId: string, order: PlaceOrder): Promise<PlaceTrial> {
  await requireRole(account, briefId, 'checker')
  const refused = whyRefused(order.kind)
  if (refused) throw refuse(409, refused)
  const ending = AbortSignal.timeout(TRIAL_MS * 3)
  try {
    const place = await PLACES[order.kind].open(settingsOf(order), order.secret, ground())
    try {
      const { files, passed, more } = await lookAround(place, ending)
      const levels = new Map<string, number>()
      for (const { path } of files) {
        const first = path.includes('/') ? path.slice(0, path.indexOf('/')) : ''
        levels.set(first, (levels.get(first) ?? 0) + 1)
      }
      return {
        identity: place.identity ?? null, files: files.length,
        bytes: files.reduce((sum, { size }) => sum + size, 0), more, passed: passed.slice(0, 50),
        levels: [...levels].map(([name, count]) => ({ name, files: count })).slice(0, 50), names: await tryNames(briefId, files),
      }
    }
    finally {
      await place.close()
    }
  }
  catch (error) {
    throw sayPlace(error)
  }
}

async function lookAround(place: OpenPlace, signal: AbortSignal): Promise<{ files: SeenFile[], passed: Passed[], more: boolean }> {
  const [files, passed, waiting, end] = [[] as SeenFile[], [] as Passed[], [''], Date.now() + TRIAL_MS]
  while (waiting.length > 0 && files.length < TRIAL_FILES && Date.now() < end) {
    const look = await place.look(waiting.shift() ?? '', signal)
    files.push(...look.files)
    passed.push(...look.passed)
    waiting.push(...look.more)
  }
  return { files, passed, more: waiting.length > 0 }
}

async function tryNames(briefId: string, files: readonly SeenFile[]): Promise<PlaceTrial['names']> {
  const [version, stored] = await Promise.all([newestVersion(briefId), newestRoster(briefId)])
  if (!version || !stored || files.length === 0) return null
  const [brief, roster] = [await readBrief(version.document, stored), rosterOn(stored, version.document, Date.now())]
  const judge = prepareTrying(brief, roster)
  const wrapper = guessWrapper(brief, roster, files.map(({ path }) => path))
  const names = { right: 0, toFix: 0, unknown: 0, people: 0 }
  const people = new Set<string>()
  const breathe = breathing()
  for (const { path } of files.slice(0, TRIAL_NAMES)) {
    await breathe()
    const { verdict, slot } = judge(wrapper === null ? path : path.slice(wrapper.length + 1))
    names[verdict === 'to-fix' ? 'toFix' : verdict]++
    if (slot) people.add(slot.holder)
  }
  return { ...names, people: people.size, wrapper }
}

/** Adds a place that was tried, and looks at it for the first time. */
export async function addPlace(account: Account, briefId: string, order: PlaceOrder): Promise<{ id: string, jobId: string | null }> {
  await requireRole(account, briefId, 'checker')
  const refused = whyRefused(order.kind)
  if (refused) throw refuse(409, refused)
  const [id, root] = [uuid(), storableText(order.root.normalize('NFC').trim())]
  const settings = settingsOf(order)
  const [taken] = await rowsOf<{ places: number, same: boolean }>(db(), `
    select (select count(*)::int from place where brief_id = :brief and removed_at is null) as places,
      exists (select 1 from place where brief_id = :brief and removed_at is null and root = :root)
      or exists (select 1 from intake where brief_id = :brief and root = :root and replaced_at is null) as same`, { brief: briefId, root })
  if (taken?.same) throw refuse(409, `There is something called "${root}" already. Give this place another name, so that both can be told apart.`)
  if ((taken?.places ?? 0) >= MOST_PLACES) throw refuse(409, `A brief has at most ${MOST_PLACES} places.`)
  await db()('place').insert({
    id, brief_id: briefId, kind: order.kind, root, settings: JSON.stringify(settings), keeps: order.keeps, every_minutes: order.everyMinutes,
    secret: order.secret === '' ? null : sealSecret(order.secret, `place ${id}`), made_by: account.id,
  })
  return { id, jobId: await scanSoon(account, briefId, id) }
}

export async function requirePlace(briefId: string, id: string): Promise<PlaceRow> {
  const row = await db()('place').where({ id, brief_id: briefId }).whereNull('removed_at').first()
  if (!row) throw refuse(404, 'There is no such place.')
  return row
}

/** How often a place is looked at, and whether its bytes are kept; what else it is stays as it was tried. */
export async function setPlace(
  account: Account, briefId: string, id: string, { keeps, everyMinutes }: Pick<PlaceOrder, 'keeps' | 'everyMinutes'>,
): Promise<void> {
  await requireRole(account, briefId, 'checker')
  await requirePlace(briefId, id)
  await db()('place').where({ id }).update({
    keeps, every_minutes: everyMinutes, next_at: everyMinutes === null ? null : db().raw(`now() + ? * interval '1 minute'`, [everyMinutes]),
  })
}

/** Looks no more. What was found stays as it was received, and its secret is gone. */
export async function removePlace(account: Account, briefId: string, id: string): Promise<void> {
  await requireRole(account, briefId, 'checker')
  await requirePlace(briefId, id)
  await db()('place').where({ id }).update({ removed_at: db().fn.now(), secret: null, next_at: null })
  await db()('job').where({ brief_id: briefId, kind: 'scan' }).whereIn('state', ['queued', 'running']).whereRaw(`input->>'placeId' = ?`, [id])
    .update({ cancel_asked: true })
}

/** Has a place looked at; one scan a place at a time, however many ask. */
export async function scanPlace(account: Account, briefId: string, id: string): Promise<{ jobId: string }> {
  await requireRole(account, briefId, 'checker')
  await requirePlace(briefId, id)
  return { jobId: await scanSoon(account, briefId, id) }
}

async function scanSoon(account: Pick<Account, 'id'>, briefId: string, placeId: string): Promise<string> {
  const jobId = await db().transaction(async (trx) => {
    await trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 6))', [placeId])
    const going = await trx('job').where({ brief_id: briefId, kind: 'scan' }).whereIn('state', ['queued', 'running'])
      .whereRaw(`input->>'placeId' = ?`, [placeId]).first('id')
    return going?.id ?? await putDown(trx, account as Account, briefId, 'scan', { placeId })
  })
  await sendStep(jobId)
  return jobId
}

/** Long after a brief was due nothing more is expected: then a place is looked at by hand alone. */
const AFTER_DUE_DAYS = 30

/** Whether whoever added a place still works on the brief: nothing is looked at in the name of one who left. */
async function mayStillLook(account: string, briefId: string): Promise<boolean> {
  const member = await db()('brief_member').where({ account_id: account, brief_id: briefId }).whereNot('role', 'reader').first('role')
  return member !== undefined
}

/** Begins the scans whose time has come; by whichever process comes first. */
export async function scanDue(): Promise<void> {
  const due = await rowsOf<{ id: string, brief_id: string, made_by: string | null }>(db(), `
    update place set next_at = now() + every_minutes * interval '1 minute' where id in (
      select place.id from place join brief on brief.id = brief_id
      where removed_at is null and next_at <= now() and every_minutes is not null and deleted_at is null for update of place skip locked limit 50)
    returning id, brief_id, made_by`, [])
  for (const { id, brief_id: briefId, made_by: by } of due) {
    const document = (await newestVersion(briefId))?.document
    const over = document?.due !== undefined && Date.parse(document.due) + AFTER_DUE_DAYS * 86_400_000 < Date.now()
    if (over || by === null || !await mayStillLook(by, briefId)) await db()('place').where({ id }).update({ next_at: null })
    else await scanSoon({ id: by }, briefId, id)
  }
}
