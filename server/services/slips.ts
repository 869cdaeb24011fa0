import { createHash } from 'node:crypto'
import nodemailer from 'nodemailer'
import { v7 as uuid } from 'uuid'
import type { BriefDocument } from '#core/brief/document'
import { titleOfDocument } from '#core/brief/document'
import { readBrief } from '#core/brief/read'
import { listUnits } from '#core/brief/units'
import { fillWords } from '#core/reporting/letters'
import type { Slip, SlipInput } from '#core/reporting/slips'
import { hideNames } from '#core/reporting/hide-names'
import { writeSlip } from '#core/reporting/slips'
import type { Person } from '#core/roster/types'
import { valueIn, valuesOf } from '#core/roster/values'
import type { PreparedSlip, SentSlip, SlipsAsked } from '#shared/answers'
import { ADDRESS } from '#shared/requests'
import { db, rowsOf } from '../database/connection'
import { sendStep } from '../queue/queue'
import { breathing } from '../utils/breathe'
import { refuse } from '../utils/errors'
import { LIMITS } from '../utils/limits'
import { requireCheck, requireRole } from './access'
import type { Account } from './accounts'
import { putDown } from './jobs'
import { columnsOf, wordsOf } from './letters'
import { askedIn } from './reports'
import { checkMade, holdersOf, slipsOf } from '../database/check-rows'

const HOLDERS_AT_ONCE = 100
const groupOf = (person: Person): string => person.group.trim().normalize('NFC')

/** Writes the slips of every holder of a check, or of some. */
export async function prepareSlips(
  account: Account, checkId: string, only: readonly string[] | null = null,
): Promise<{ slips: PreparedSlip[], canSend: boolean }> {
  const { briefId } = await requireCheck(account, checkId)
  const { checked_at: checked, document, people, columns } = await checkMade(checkId)
  const [brief, { words }] = await Promise.all([readBrief(document, columns), wordsOf(account, briefId, columnsOf(columns))])
  const sayTime = (time: number) => sayWhen(new Date(time), document.zone)
  const requirements = askedIn(document)
  const holders = await holdersOf(checkId)
  const wanted = only === null ? holders : holders.filter(holder => only.includes(holder))
  const sent = await db()('slip_mail').where({ brief_id: briefId, state: 'sent' }).select('holder', 'digest', 'sent_at')
  const before = new Map(sent.map(one => [`${one.holder}\n${one.digest}`, one.sent_at]))
  const byId = new Map(people.map(person => [person.id, person]))
  const hiding = hideNames(people)
  const slips: PreparedSlip[] = []
  const breathe = breathing()
  for (let position = 0; position < wanted.length; position += HOLDERS_AT_ONCE) {
    const some = new Set(wanted.slice(position, position + HOLDERS_AT_ONCE))
    const { units } = listUnits(brief, { people: people.filter(person => some.has(person.id) || some.has(groupOf(person))), columns })
    const times = new Map(units.map(one => [`${one.holder}\n${one.requirement.id}`, one]))
    for (const { holder, slots, files } of await slipsOf(checkId, [...some])) {
      const kinds = new Set(slots.map(slot => requirements.find(one => one.id === slot.requirement)?.holder ?? 'person'))
      // a person and a group may bear the same text: each gets its own slip
      for (const kind of kinds) {
        await breathe()
        const own = slots.filter(slot => (requirements.find(one => one.id === slot.requirement)?.holder ?? 'person') === kind)
        const members = kind === 'person'
          ? [byId.get(holder)].flatMap(person => person ?? [])
          : people.filter(person => groupOf(person) === holder)
        const name = kind === 'person' ? members[0]?.name ?? holder : holder
        const values = kind === 'person' && members[0] ? valuesOf(members[0], '') : { group: holder }
        const slip = writeSlip({
          title: document.title, checkedAt: sayTime(checked.getTime()), holder: { name, group: kind === 'group' }, sayTime,
          timesOf: requirement => times.get(`${holder}\n${requirement}`) ?? { due: null, correctBy: null },
          words: fillWords(words, column => valueIn(values, column), name),
          requirements: titlesFor(document, members[0]), slots: own, files: files.filter(file =>
            own.some(slot => slot.requirement === file.slot?.requirement)),
          hide: hiding(members, requirements.map(one => one.title)),
        })
        const { unchanging: _, ...told } = slip
        const digest = digestOf(slip)
        slips.push({
          ...told, digest, holder, group: kind === 'group', name,
          addresses: [...new Set(members.map(person => person.email).filter(Boolean))],
          sentAt: before.get(`${holder}\n${digest}`)?.toISOString() ?? null,
        })
      }
    }
  }
  return { slips, canSend: Boolean(process.env.SMTP_URL) }
}

/** What each requirement is called for one holder, and how it is to be made. */
function titlesFor(document: BriefDocument, person: Person | undefined): SlipInput['requirements'] {
  const values = person ? valuesOf(person, '') : {}
  return document.requirements.map(one => ({
    id: one.id, title: titleOfDocument(one, column => valueIn(values, column)), note: one.note ?? '',
  }))
}

/** A time as people write it, with weekday and zone. */
export function sayWhen(time: Date, zone: string | undefined): string {
  const options: Intl.DateTimeFormatOptions = {
    weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit', timeZoneName: 'short',
  }
  try {
    return new Intl.DateTimeFormat('en-GB', { ...options, timeZone: zone ?? 'UTC' }).format(time)
  }
  catch {
    return new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' }).format(time)
  }
}

/** What makes two slips the same: their words but for the time they were looked at. */
function digestOf({ subject, unchanging }: Pick<Slip, 'subject' | 'unchanging'>): string {
  return createHash('sha256').update(`${subject}\n${unchanging}`).digest('hex')
}

/**
 * Sends slips to those who are named. What went to the same address in the same words before stays away, unless `again`.
 *
 * @returns the job that sends, and whom nothing is sent to and why
 */
export async function sendSlips(account: Account, checkId: string, holders: readonly string[], again: boolean): Promise<SlipsAsked> {
  const { briefId } = await requireCheck(account, checkId)
  await requireRole(account, briefId, 'checker')
  if (!process.env.SMTP_URL) throw refuse(409, 'No mail server is set here (SMTP_URL). Copy the texts, print them, or take the mail-merge table.')
  const { slips } = await prepareSlips(account, checkId, holders)
  const notSent: { name: string, why: string }[] = []
  const letters = slips.flatMap((slip) => {
    if (slip.addresses.length === 0) notSent.push({ name: slip.name, why: 'no mail address in the list' })
    // each member of a group gets a letter of their own: no address is told to another
    return slip.addresses.flatMap((address) => {
      if (!ADDRESS.test(address)) {
        notSent.push({ name: slip.name, why: `"${address.slice(0, 80)}" in the list is not one mail address` })
        return []
      }
      return [{ slip, address, id: uuid() }]
    })
  })
  await requireRoomForMails(account, letters.length)
  const doubtful = again ? new Set<string>() : await notKnown(briefId)
  const rows = letters.flatMap(({ slip, address, id }) => {
    if (doubtful.has(`${slip.holder}\n${address}\n${slip.digest}`)) {
      notSent.push({ name: slip.name, why: 'it is not known whether the last one arrived: ask, or send it again all the same' })
      return []
    }
    return [{
      id, brief_id: briefId, check_id: checkId, holder: slip.holder, address, subject: slip.subject, body: slip.text,
      digest: again ? `${slip.digest} ${id}` : slip.digest, state: 'waiting' as const, sent_by: account.id, name: slip.name,
    }]
  })
  if (rows.length === 0) return { jobId: null, waiting: 0, notSent }
  // letters and the work that sends them are there together or not at all
  const made = await db().transaction(async (trx) => {
    const jobId = await putDown(trx, account, briefId, 'mail', {})
    const once = trx.raw(`(brief_id, holder, address, digest) where state not in ('failed', 'unknown')`)
    const kept = (await trx('slip_mail').insert(rows.map(({ name: _name, ...row }) => ({ ...row, job_id: jobId })))
      .onConflict(once).ignore().returning('id')).map(row => String(row.id))
    if (kept.length === 0) await trx('job').where('id', jobId).delete()
    return { jobId, kept: new Set(kept) }
  })
  for (const { id, name } of rows) if (!made.kept.has(id)) notSent.push({ name, why: 'the same words went to this address before' })
  if (made.kept.size === 0) return { jobId: null, waiting: 0, notSent }
  await sendStep(made.jobId)
  return { jobId: made.jobId, waiting: made.kept.size, notSent }
}

/** Letters of a brief of which no answer of the mail server came. */
async function notKnown(briefId: string): Promise<Set<string>> {
  const rows = await db()('slip_mail').where({ brief_id: briefId, state: 'unknown' }).select('holder', 'address', 'digest')
  return new Set(rows.map(row => `${row.holder}\n${row.address}\n${row.digest}`))
}

async function requireRoomForMails(account: Account, more: number): Promise<void> {
  const [row] = await rowsOf<{ made: number }>(
    db(), `select count(*)::int as made from slip_mail where sent_by = ? and made_at > now() - interval '1 day'`, [account.id],
  )
  const made = row?.made ?? 0
  if (made + more > LIMITS.mailsADay) {
    throw refuse(409, `${more} letters are too many for today: ${made} of ${LIMITS.mailsADay} went out within a day. Choose fewer, or go on `
      + 'tomorrow.')
  }
}

/** Sends some of a job's waiting slips. Which one is on its way is written down first. */
export async function sendWaiting(jobId: string, most: number, signal: AbortSignal): Promise<{ sent: number, failed: number, left: number }> {
  const job = await db()('job').where({ id: jobId, kind: 'mail' }).first('created_by')
  // one that was on its way when its process ended may have arrived: a person decides
  const lost = await db()('slip_mail').where({ job_id: jobId, state: 'sending' })
    .update({ state: 'unknown', problem: 'The server ended in the middle: ask before sending it again.' })
  const waiting = await db()('slip_mail').where({ job_id: jobId, state: 'waiting' })
    .orderBy('id').limit(most).select('id', 'address', 'subject', 'body')
  const sender = job?.created_by ? await db()('account').where('id', job.created_by).first('mail', 'name', 'mail_verified_at') : undefined
  // an address nobody has confirmed may be somebody else's
  const answers = sender?.mail_verified_at ? sender.mail : undefined
  // one connection for all of them
  const transport = nodemailer.createTransport({ pool: true, maxConnections: 1, url: process.env.SMTP_URL ?? '' })
  let [sent, failed] = [0, lost]
  try {
    for (const { id, address, subject, body } of waiting) {
      signal.throwIfAborted()
      const mine = await db()('slip_mail').where({ id, state: 'waiting' }).update({ state: 'sending' })
      if (mine === 0) continue
      try {
        await transport.sendMail({
          from: process.env.MAIL_FROM ?? { name: sender?.name ?? 'Usitor', address: answers ?? 'usitor@localhost' },
          ...(answers ? { replyTo: answers } : {}),
          to: { name: '', address }, subject, text: body, messageId: `<${id}@usitor>`, headers: { 'Auto-Submitted': 'auto-generated' },
        })
        await db()('slip_mail').where({ id }).update({ state: 'sent', sent_at: db().fn.now() })
        sent++
      }
      catch (error) {
        const problem = error instanceof Error ? error.message : String(error)
        await db()('slip_mail').where({ id }).update({ state: wasHandedOver(error) ? 'unknown' : 'failed', problem })
        failed++
      }
    }
  }
  finally {
    transport.close()
  }
  const left = await db()('slip_mail').where({ job_id: jobId, state: 'waiting' }).first<{ left: string } | undefined>(db().raw('count(*) as left'))
  return { sent, failed, left: Number(left?.left ?? 0) }
}

/** Whether the text was on its way when the answer failed to come (RFC 5321 §4.5.3.2.6): then nobody knows. */
function wasHandedOver(error: unknown): boolean {
  const { command = '', code = '' } = error as { command?: string, code?: string }
  return command === 'DATA' && /^(?:ETIMEDOUT|ECONNECTION|ESOCKET)$/.test(code)
}

/** What was sent for a brief, the latest first. */
export async function listSent(account: Account, briefId: string): Promise<SentSlip[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await db()('slip_mail').where('brief_id', briefId)
    .orderBy('made_at', 'desc').limit(500)
    .select('id', 'holder', 'address', 'subject', 'body', 'state', 'problem', 'sent_at', 'made_at')
  return rows.map(row => ({
    id: row.id, holder: row.holder, address: row.address, subject: row.subject, body: row.body, state: row.state,
    problem: row.problem, at: (row.sent_at ?? row.made_at).toISOString(),
  }))
}
