import nodemailer from 'nodemailer'
import { v7 as uuid } from 'uuid'
import { LINK_SIGN, withoutLink } from '#core/reporting/link-sign'
import type { SlipsAsked } from '#shared/answers'
import { ADDRESS } from '#shared/requests'
import { db, rowsOf } from '../database/connection'
import type { SlipMailRow } from '../database/tables'
import { sendStep } from '../queue/queue'
import { refuse } from '../utils/errors'
import { LIMITS } from '../utils/limits'
import type { Account } from './accounts'
import { makeLinks } from './door-links'
import { doorAddress, publicAddress } from './door-mail'
import { putDown } from './jobs'
import { copiedKinds } from './letters'

/** A letter as it is written; `addresses` and `persons` go together. */
export interface Letter {
  holder: string
  name: string
  addresses: string[]
  persons: string[]
  copies: string[]
  subject: string
  text: string
  digest: string
}

/**
 * Puts letters down and has them sent. What went to the same address in the same words before stays away, unless `again`.
 *
 * @returns the job that sends, and whom nothing is sent to and why
 */
export async function postLetters(
  account: Account, { briefId, checkId, kind }: { briefId: string, checkId: string | null, kind: SlipMailRow['kind'] },
  written: readonly Letter[], again: boolean,
): Promise<SlipsAsked> {
  if (!process.env.SMTP_URL) throw refuse(409, 'No mail server is set here (SMTP_URL). Copy the texts, print them, or take the mail-merge table.')
  if (written.some(letter => letter.text.includes(LINK_SIGN))) publicAddress()
  const notSent: { name: string, why: string }[] = []
  const copied = (await copiedKinds(briefId)).has(kind)
  const letters = written.flatMap((letter) => {
    const copies = copied ? letter.copies : []
    if (letter.addresses.length === 0) notSent.push({ name: letter.name, why: 'no mail address in the list' })
    // each member of a group gets a letter of their own: no address is told to another
    return [...letter.addresses, ...copies].flatMap((address, at) => {
      if (!ADDRESS.test(address)) {
        notSent.push({ name: letter.name, why: `"${address.slice(0, 80)}" in the list is not one mail address` })
        return []
      }
      const copy = at >= letter.addresses.length
      return [{ letter, address, copy, person: copy ? null : letter.persons[at] ?? null, id: uuid() }]
    })
  })
  await requireRoomForMails(account, letters.length)
  const doubtful = again ? new Set<string>() : await notKnown(briefId)
  const rows = letters.flatMap(({ letter, address, copy, person, id }) => {
    if (doubtful.has(`${letter.holder}\n${address}\n${letter.digest}`)) {
      notSent.push({ name: letter.name, why: 'it is not known whether the last one arrived: ask, or send it again all the same' })
      return []
    }
    return [{
      id, brief_id: briefId, check_id: checkId, kind, person, copy, holder: letter.holder, address, subject: letter.subject, body: letter.text,
      digest: again ? `${letter.digest} ${id}` : letter.digest, state: 'waiting' as const, sent_by: account.id, name: letter.name,
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
    .orderBy('id').limit(most).select('id', 'brief_id', 'kind', 'person', 'copy', 'address', 'subject', 'body')
  const sender = job?.created_by ? await db()('account').where('id', job.created_by).first('mail', 'name', 'mail_verified_at') : undefined
  // an address nobody has confirmed may be somebody else's
  const answers = sender?.mail_verified_at ? sender.mail : undefined
  // one connection for all of them
  const transport = nodemailer.createTransport({ pool: true, maxConnections: 1, url: process.env.SMTP_URL ?? '' })
  let [sent, failed] = [0, lost]
  try {
    for (const { id, address, subject, ...letter } of waiting) {
      signal.throwIfAborted()
      const mine = await db()('slip_mail').where({ id, state: 'waiting' }).update({ state: 'sending' })
      if (mine === 0) continue
      try {
        await transport.sendMail({
          from: process.env.MAIL_FROM ?? { name: sender?.name ?? 'Usitor', address: answers ?? 'usitor@localhost' },
          ...(answers ? { replyTo: answers } : {}),
          to: { name: '', address }, subject, text: await withLink(letter), messageId: `<${id}@usitor>`,
          headers: { 'Auto-Submitted': 'auto-generated' },
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

/** A letter with a link of its own for whoever it goes to, made as it goes out. */
async function withLink(
  { brief_id: briefId, kind, person, copy, body }: Pick<SlipMailRow, 'brief_id' | 'kind' | 'person' | 'copy' | 'body'>,
): Promise<string> {
  // a link is for whoever hands in, not for whoever is told of it
  if (copy || person === null) return withoutLink(body)
  if (!body.includes(LINK_SIGN)) return body
  const link = (await makeLinks(briefId, [person], kind === 'leaflet' ? 'leaflet' : 'letter')).get(person)
  return link ? body.replaceAll(LINK_SIGN, doorAddress(link.token)) : withoutLink(body)
}
