import { v7 as uuid } from 'uuid'
import type { PlannedReminder, Reminders, SignedIn as Account } from '#shared/answers'
import { newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import { refuse } from '../utils/errors'
import { log } from '../utils/log'
import { outOfNight } from '../utils/night'
import { requireRole } from './access'
import { makeCheck } from './checks'
import { postLetters } from './mailing'
import { prepareSlips } from './slips'

const LONGEST_PROBLEM = 1000
/** Reminders of one brief. */
const MOST = 10

/** When a reminder goes out; `null`: nothing is due. Never at night where the brief is. */
function timeOf(document: { due?: string, zone?: string } | undefined, beforeMinutes: number): number | null {
  if (!document?.due) return null
  return outOfNight(Date.parse(document.due) - beforeMinutes * 60_000, document.zone ?? 'UTC')
}

/** Plans a reminder to those who still owe something. */
export async function planReminder(account: Account, briefId: string, beforeMinutes: number): Promise<{ id: string }> {
  await requireRole(account, briefId, 'checker')
  const at = timeOf((await newestVersion(briefId))?.document, beforeMinutes)
  if (at === null) throw refuse(409, 'A reminder goes out before something is due: set a due time under Ask.')
  if (at <= Date.now()) throw refuse(409, 'That is past already: choose a shorter time before it is due.')
  const [row] = await rowsOf<{ planned: number }>(db(), 'select count(*)::int as planned from reminder where brief_id = ?', [briefId])
  if ((row?.planned ?? 0) >= MOST) throw refuse(409, `A brief has at most ${MOST} reminders.`)
  const id = uuid()
  await db()('reminder').insert({ id, brief_id: briefId, before_minutes: beforeMinutes, state: 'planned', planned_by: account.id })
  return { id }
}

export async function stopReminder(account: Account, briefId: string, id: string): Promise<void> {
  await requireRole(account, briefId, 'checker')
  const done = await db()('reminder').where({ id, brief_id: briefId, state: 'planned' }).update({ state: 'stopped' })
  if (done === 0) throw refuse(404, 'There is no such reminder that still waits.')
}

/** What is planned, and whom it would go to now. */
export async function listReminders(account: Account, briefId: string): Promise<Reminders> {
  await requireRole(account, briefId, 'reader')
  const [rows, version, check] = await Promise.all([
    db()('reminder').where('brief_id', briefId).whereNot('state', 'stopped').orderBy('before_minutes', 'desc')
      .select('id', 'before_minutes', 'state', 'sent_at', 'letters', 'problem'),
    newestVersion(briefId), db()('check_run').where('brief_id', briefId).orderBy('checked_at', 'desc').first('id'),
  ])
  const planned = rows.map((row): PlannedReminder => {
    const at = row.sent_at?.getTime() ?? timeOf(version?.document, row.before_minutes)
    const { id, before_minutes: beforeMinutes, state, letters, problem } = row
    return { id, beforeMinutes, state, at: at === null ? null : new Date(at).toISOString(), letters, problem }
  })
  const open = check ? (await prepareSlips(account, check.id)).slips.filter(slip => slip.open && slip.addresses.length > 0) : []
  const had = await rowsOf<{ holder: string, letters: number }>(db(), `
    select holder, count(*)::int as letters from slip_mail where brief_id = ? and state = 'sent' group by holder`, [briefId])
  const byHolder = new Map(had.map(row => [row.holder, row.letters]))
  return { canSend: Boolean(process.env.SMTP_URL), planned, open: open.map(({ name, holder }) => ({ name, had: byHolder.get(holder) ?? 0 })) }
}

/** Sends the reminders whose time has come: each once, by whichever process comes first. */
export async function sendReminders(now = Date.now()): Promise<void> {
  if (!process.env.SMTP_URL) return
  const waiting = await db()('reminder').join('brief', 'brief.id', 'reminder.brief_id').whereNull('brief.deleted_at').where('state', 'planned')
    .select<{ id: string, brief_id: string, before_minutes: number }[]>('reminder.id', 'brief_id', 'before_minutes')
  for (const { id, brief_id: briefId, before_minutes: before } of waiting) {
    const document = (await newestVersion(briefId))?.document
    const at = timeOf(document, before)
    if (at === null || at > now) continue
    const late = Date.parse(document?.due ?? '') < now
    const mine = await db()('reminder').where({ id, state: 'planned' }).update({ state: late ? 'missed' : 'sent', sent_at: db().fn.now() })
    if (mine === 0 || late) continue
    await remind(id, briefId).catch((error: unknown) => {
      const problem = error instanceof Error ? error.message : String(error)
      log.warn({ problem }, 'a reminder was not sent')
      return db()('reminder').where({ id }).update({ state: 'failed', problem: problem.slice(0, LONGEST_PROBLEM) })
    })
  }
}

/** One reminder: looked at anew, to whoever owes something and was not reminded by the same account within a day. */
async function remind(id: string, briefId: string): Promise<void> {
  const row = await db()('reminder').where({ id }).first('planned_by')
  const account = row?.planned_by ? await db()('account').where('id', row.planned_by).first('id', 'mail', 'name') : undefined
  if (!account) return
  const check = await makeCheck(briefId, account.id, undefined, { byItself: true })
  const { slips } = await prepareSlips(account, check.id)
  const told = await rowsOf<{ address: string }>(db(), `
    select distinct address from slip_mail where sent_by = ? and kind = 'reminder' and state not in ('failed', 'unknown')
      and made_at > now() - interval '1 day'`, [account.id])
  const lately = new Set(told.map(one => one.address))
  const letters = slips.filter(slip => slip.open).map((slip) => {
    const places = slip.addresses.map((address, at) => ({ address, person: slip.persons[at] ?? '' })).filter(({ address }) => !lately.has(address))
    for (const { address } of places) lately.add(address)
    return { ...slip, addresses: places.map(one => one.address), persons: places.map(one => one.person), digest: `${slip.digest} ${id}` }
  }).filter(slip => slip.addresses.length > 0)
  if (letters.length === 0) return
  const { waiting } = await postLetters(account, { briefId, checkId: check.id, kind: 'reminder' }, letters, false)
  await db()('reminder').where({ id }).update({ letters: waiting })
}
