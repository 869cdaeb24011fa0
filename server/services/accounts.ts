import { randomBytes } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { OpenInvitation, OpenSession, SessionState, SignedIn } from '#shared/answers'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { hashOfToken } from '../utils/token'
import { hashPassword, passwordFits, requireStrong } from '../utils/password'
import { leaveBriefs } from './erase'
import { noteEvent } from './events'
import { log } from '../utils/log'
import { sendPasswordToken, tellNewPlace } from './notices'
import { passesSecondFactor } from './second-factor'
import { FREE, takeTurn } from './turns'

export type Account = SignedIn
export interface Credentials { mail: string, password: string, code?: string | undefined }

const SESSION_DAYS = 30
/** A session nobody uses for so long ends. */
const IDLE_HOURS = Number(process.env.USITOR_IDLE_HOURS ?? 12)
const INVITATION_DAYS = 14
/** Most invitations of one account that can be used at once. */
const OPEN_INVITATIONS = Number(process.env.USITOR_OPEN_INVITATIONS ?? 50)

const foldMail = (mail: string): string => mail.trim().toLowerCase()

/** Whether nobody has an account yet: then the first visitor makes one. */
export async function isEmpty(): Promise<boolean> {
  return (await db()('account').first('id')) === undefined
}

/** Makes an account: for the first visitor, who runs the installation, or with an invitation's token. */
export async function makeAccount(input: Credentials & { name: string, invitation?: string }, place = ''): Promise<Account> {
  const mail = foldMail(input.mail)
  // what is cheap to refuse is refused before anything is worked out
  if (!await isEmpty() && !await findInvitation(db(), input.invitation)) throw refuseInvitation()
  await requireStrong(input.password, mail, input.name)
  const password = await hashPassword(input.password)
  const account = await db().transaction(async (trx) => {
    // one lock for all first visitors: only one of two at once may be the first
    await trx.raw('lock table account in share row exclusive mode')
    const first = !await trx('account').first('id')
    if (!first) {
      const invited = await findInvitation(trx, input.invitation)
      if (!invited) throw refuseInvitation()
      await trx('invitation').where('id', invited.id).update({ used_at: trx.fn.now() })
    }
    const made = { id: uuid(), mail, name: input.name.trim() }
    const rows = await trx('account').insert({ ...made, password, administrator: first }).onConflict('mail').ignore().returning('id')
    if (rows.length === 0) throw refuse(409, 'There is an account with this mail address already. Sign in with it.')
    return made
  })
  await noteEvent('account-made', { account: account.id, place })
  return account
}

const findInvitation = (trx: Knex, token: string | undefined) => (token
  ? trx('invitation').where('token_hash', hashOfToken(token)).whereNull('used_at').where('expires_at', '>', trx.fn.now()).forUpdate().first('id')
  : Promise.resolve(undefined))
const refuseInvitation = () =>
  refuse(403, 'An account needs an invitation: ask somebody who has one. This invitation is unknown, used up or too old.')

/** Checks a password; the same time and words whether the address or the password is wrong. */
export async function signIn({ mail: given, password, code }: Credentials, place: string): Promise<Account> {
  const mail = foldMail(given)
  const row = await db()('account').where({ mail }).first('id', 'mail', 'name', 'password')
  const known = row !== undefined && await db()('known_place').where({ account_id: row.id, place }).first('place') !== undefined
  // whoever tries from elsewhere cannot keep the owner out of where they always were
  const own = known ? `mail:${mail} ${place}` : `mail:${mail}`
  await takeTurn([[own, FREE.mail], [`place:${place}`, FREE.place]])
  if (!await passwordFits(password, row?.password) || !row) {
    await noteEvent('sign-in-failed', { account: row?.id ?? null, place })
    throw refuse(401, 'Mail address or password is not right.')
  }
  const account = { id: row.id, mail: row.mail, name: row.name }
  const second = await passesSecondFactor(account, code)
  if (second !== 'yes') {
    if (second === 'no') await noteEvent('sign-in-failed', { account: row.id, place })
    throw refuse(401, second === 'no' ? 'That number is not right, or was used already.' : 'Enter the number that your second step shows.', [
      { path: 'code', message: second === 'no' ? 'is not right' : 'is needed' },
    ])
  }
  await db()('sign_in_attempt').where('key', own).delete()
  // what succeeded was no failed try: sixty people behind one address sign in one after the other
  await db().raw(
    'delete from sign_in_attempt where ctid = (select ctid from sign_in_attempt where key = ? order by at desc limit 1)', [`place:${place}`],
  )
  await arrive(account, place)
  return account
}

/** Writes down that somebody signed in, and tells them of it by mail where they never were there before. */
export async function arrive({ id }: Account, place: string): Promise<void> {
  const known = await db()('known_place').where({ account_id: id, place }).first('place') !== undefined
  await db()('known_place').insert({ account_id: id, place, seen_at: db().fn.now() }).onConflict(['account_id', 'place']).merge(['seen_at'])
  await noteEvent('sign-in', { account: id, place })
  if (!known) void tellNewPlace(id, place)
}

/** Changes the password; every other session of the account ends. */
export async function changePassword(account: Account & { sessionId: string }, before: string, next: string, place: string): Promise<void> {
  const row = await db()('account').where('id', account.id).first('password')
  await takeTurn([[`mail:${account.mail} ${place}`, FREE.mail]])
  if (!await passwordFits(before, row?.password)) throw refuse(403, 'The password so far is not right; nothing was changed.')
  await requireStrong(next, account.mail, account.name)
  await db()('account').where('id', account.id).update({ password: await hashPassword(next) })
  await endOtherSessions(account)
  await noteEvent('password-changed', { account: account.id, place })
}

export async function changeName(account: Account, name: string): Promise<void> {
  await db()('account').where('id', account.id).update({ name: name.trim() })
}

const RESET_HOURS = 2

/**
 * Sends a link to an address for setting a new password. Nothing tells whether the address has an account: neither answer nor time, since
 * what is done for one that has goes on after the answer.
 */
export async function askForPassword(given: string, place: string): Promise<void> {
  const mail = foldMail(given)
  await takeTurn([[`forgotten:${mail}`, FREE.mail], [`place:${place}`, FREE.place]])
  void (async () => {
    const row = await db()('account').where({ mail }).first('id', 'mail')
    if (!row) return
    const token = randomBytes(24).toString('base64url')
    await db()('password_token').insert({ token_hash: hashOfToken(token), account_id: row.id })
    await sendPasswordToken(row.mail, token, RESET_HOURS)
  })().catch((error: unknown) => log.warn({ problem: error instanceof Error ? error.message : String(error) }, 'a link was not sent'))
}

/** Sets a new password by what was sent; every session ends. A second step is asked for as before. */
export async function setPassword(token: string, next: string, place: string): Promise<void> {
  await takeTurn([[`place:${place}`, FREE.place]])
  const row = await db()('password_token').join('account', 'account.id', 'password_token.account_id')
    .where('token_hash', hashOfToken(token.trim())).whereRaw(`made_at > now() - ? * interval '1 hour'`, [RESET_HOURS])
    .first<Account | undefined>('account.id', 'mail', 'name')
  if (!row) throw refuse(422, 'This link is not known, was used, or is too old. Ask for another.')
  await requireStrong(next, row.mail, row.name)
  const password = await hashPassword(next)
  await db().transaction(async (trx) => {
    // used once, and with it all others that are on their way
    const used = await trx('password_token').where({ token_hash: hashOfToken(token.trim()) }).delete()
    if (used === 0) throw refuse(422, 'This link is not known, was used, or is too old. Ask for another.')
    await trx('password_token').where('account_id', row.id).delete()
    // whoever gets what is sent to an address has it
    await trx('account').where('id', row.id).update({ password, mail_verified_at: trx.fn.now() })
    await trx('session').where('account_id', row.id).whereNull('ended_at').update({ ended_at: trx.fn.now() })
  })
  await noteEvent('password-changed', { account: row.id, place, about: 'by a link' })
}

/** Closes an account with everything that is its own alone; briefs that others own stay, and what it did there stays without its name. */
export async function closeAccount(account: Account, password: string, place: string): Promise<void> {
  const row = await db()('account').where('id', account.id).first('password', 'administrator')
  await takeTurn([[`mail:${account.mail} ${place}`, FREE.mail]])
  if (!await passwordFits(password, row?.password)) throw refuse(403, 'The password is not right; nothing was changed.')
  await db().transaction(async (trx) => {
    await trx.raw('lock table account in share row exclusive mode')
    const others = await trx('account').whereNot('id', account.id).first('id')
    const successor = await trx('account').whereNot('id', account.id).where('administrator', true).first('id')
    if (row?.administrator && others && !successor) {
      throw refuse(409, 'You run this installation: make somebody else an administrator first (usitor-admin make-admin).')
    }
    await leaveBriefs(trx, account.id, null)
    await trx('account').where('id', account.id).delete()
  })
  await noteEvent('account-closed', { place })
}

/** Opens a session; the token is known to the browser only, here stands its hash. */
export async function openSession(account: Account, agent: string): Promise<{ token: string, maxAge: number }> {
  const token = randomBytes(32).toString('base64url')
  const maxAge = SESSION_DAYS * 86_400
  await db()('session').insert({
    id: uuid(), account_id: account.id, token_hash: hashOfToken(token), agent: agent.slice(0, 300),
    expires_at: new Date(Date.now() + maxAge * 1000),
  })
  return { token, maxAge }
}

export async function accountOfToken(token: string): Promise<(Account & { sessionId: string }) | null> {
  const row = await db()('session').join('account', 'account.id', 'session.account_id')
    .where('token_hash', hashOfToken(token)).whereNull('ended_at').where('expires_at', '>', db().fn.now())
    .where('seen_at', '>', db().raw(`now() - ? * interval '1 hour'`, [IDLE_HOURS]))
    .first<(Account & { sessionId: string, seen_at: Date }) | undefined>('account.id', 'mail', 'name', 'session.id as sessionId', 'seen_at')
  if (!row) return null
  const { seen_at: seen, ...account } = row
  // written down once a minute at most: a page that polls is no minute's work for the database
  if (Date.now() - seen.getTime() > 60_000) await db()('session').where('id', account.sessionId).update({ seen_at: db().fn.now() })
  return account
}

/** What a page is told of the account it works for. */
export async function describeAccount({ id, mail, name }: Account): Promise<NonNullable<SessionState['account']>> {
  const row = await db()('account').where({ id }).first('mail_verified_at', 'administrator', 'second_factor_at')
  return {
    id, mail, name, verified: Boolean(row?.mail_verified_at), administrator: row?.administrator ?? false,
    second: Boolean(row?.second_factor_at),
  }
}

/** Ends every session of an account but the one that asks. */
export async function endOtherSessions(account: Account & { sessionId: string }): Promise<{ ended: number }> {
  const ended = await db()('session').where('account_id', account.id).whereNull('ended_at').whereNot('id', account.sessionId)
    .update({ ended_at: db().fn.now() })
  return { ended }
}

export async function listSessions(account: Account): Promise<OpenSession[]> {
  const rows = await db()('session').where('account_id', account.id).whereNull('ended_at').where('expires_at', '>', db().fn.now())
    .where('seen_at', '>', db().raw(`now() - ? * interval '1 hour'`, [IDLE_HOURS]))
    .orderBy('created_at', 'desc').select('id', 'agent', 'created_at')
  return rows.map(row => ({ id: row.id, agent: row.agent, createdAt: row.created_at.toISOString() }))
}

export async function endSession(account: Account, id: string): Promise<void> {
  const ended = await db()('session').where({ id, account_id: account.id }).whereNull('ended_at').update({ ended_at: db().fn.now() })
  if (ended === 0) throw refuse(404, 'This session has ended already.')
}

/** An invitation's token, to be handed on as a link; it makes one account. */
export async function invite(account: Account): Promise<{ token: string }> {
  const open = await db()('invitation').where('invited_by', account.id).whereNull('used_at').where('expires_at', '>', db().fn.now()).select('id')
  if (open.length >= OPEN_INVITATIONS) {
    throw refuse(409, `${OPEN_INVITATIONS} invitations of yours are open already: withdraw one that is not needed, or wait until it is used.`)
  }
  const token = randomBytes(16).toString('base64url')
  await db()('invitation').insert({
    id: uuid(), token_hash: hashOfToken(token), invited_by: account.id,
    expires_at: new Date(Date.now() + INVITATION_DAYS * 86_400_000),
  })
  return { token }
}

/** Invitations of an account that can still be used, the latest first. */
export async function listInvitations(account: Account): Promise<OpenInvitation[]> {
  const rows = await db()('invitation').where('invited_by', account.id).whereNull('used_at').where('expires_at', '>', db().fn.now())
    .orderBy('created_at', 'desc').select('id', 'created_at', 'expires_at')
  return rows.map(row => ({ id: row.id, createdAt: row.created_at.toISOString(), expiresAt: row.expires_at.toISOString() }))
}

/** Withdraws an invitation: its link makes no account any more. */
export async function withdrawInvitation(account: Account, id: string): Promise<void> {
  const gone = await db()('invitation').where({ id, invited_by: account.id }).whereNull('used_at').delete()
  if (gone === 0) throw refuse(404, 'There is nothing here.')
}
