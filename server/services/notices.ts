import { randomBytes } from 'node:crypto'
import nodemailer from 'nodemailer'
import type { SignedIn as Account } from '#shared/answers'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { hashOfToken } from '../utils/token'
import { log } from '../utils/log'
import { noteEvent } from './events'

const TOKEN_HOURS = 24

/** Sends one letter of the installation's own. */
export async function post(to: string, subject: string, text: string): Promise<void> {
  const transport = nodemailer.createTransport(process.env.SMTP_URL ?? '')
  try {
    await transport.sendMail({
      from: process.env.MAIL_FROM ?? { name: 'Usitor', address: 'usitor@localhost' }, to: { name: '', address: to }, subject, text,
      headers: { 'Auto-Submitted': 'auto-generated' },
    })
  }
  finally {
    transport.close()
  }
}

/** Tells an account that somebody signed in from where nobody did before; only to an address that is surely its own. */
export async function tellNewPlace(accountId: string, place: string): Promise<void> {
  const row = await db()('account').where('id', accountId).whereNotNull('mail_verified_at').first('mail')
  if (!row || !process.env.SMTP_URL) return
  await post(row.mail, 'Signed in from a new place', `Somebody signed in to your account from ${place}, where it was not used before.\n\n`
  + 'If that was you, there is nothing to do. If not: change your password, and end all other sessions under your account.\n')
    .catch((error: unknown) => log.warn({ problem: error instanceof Error ? error.message : String(error) }, 'a notice was not sent'))
}

/** Sends a token to the account's own address, to show that it is theirs. */
export async function sendToken(account: Account): Promise<void> {
  if (!process.env.SMTP_URL) throw refuse(409, 'No mail server is set here (SMTP_URL): an address cannot be confirmed.')
  const recent = await db()('account').where('id', account.id).whereRaw(`mail_token_at > now() - interval '1 minute'`).first('id')
  if (recent) throw refuse(429, 'A letter is on its way. Wait a minute before asking for another.')
  const token = randomBytes(16).toString('base64url')
  await db()('account').where('id', account.id).update({ mail_token_hash: hashOfToken(token), mail_token_at: db().fn.now() })
  await post(account.mail, 'Confirm your address', `To confirm that this is your address, enter this under your account:\n\n${token}\n\n`
  + `It holds for ${TOKEN_HOURS} hours. If you did not ask for it, there is nothing to do.\n`)
}

/** Sends a link for setting a new password. The token stands behind the hash, which no server and no log is told. */
export async function sendPasswordToken(mail: string, token: string, hours: number): Promise<void> {
  if (!process.env.SMTP_URL) return
  const address = process.env.USITOR_ADDRESS
  const way = address
    ? `open this:\n\n${address.replace(/\/$/, '')}/sign-in#new=${token}`
    : `open the sign-in page, press "Forgotten?" and enter this:\n\n${token}`
  await post(mail, 'A new password', `To set a new password, ${way}\n\n`
  + `It holds for ${hours} hours and is good once. If you did not ask for it, there is nothing to do: the password stays as it is.\n`)
}

/** Confirms an address by what was sent to it. */
export async function confirmAddress(account: Account, token: string): Promise<void> {
  const done = await db()('account').where({ id: account.id, mail_token_hash: hashOfToken(token.trim()) })
    .whereRaw(`mail_token_at > now() - ? * interval '1 hour'`, [TOKEN_HOURS])
    .update({ mail_verified_at: db().fn.now(), mail_token_hash: null })
  if (done === 0) throw refuse(422, 'This is not what was sent, or it is too old. Ask for another letter.')
  await noteEvent('address-confirmed', { account: account.id })
}
