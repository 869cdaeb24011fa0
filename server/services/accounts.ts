import { createHash, randomBytes } from 'node:crypto'
import { argon2id, argon2Verify } from 'hash-wasm'
import { v7 as uuid } from 'uuid'
import type { OpenSession, SignedIn } from '#shared/answers'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'

export type Account = SignedIn
export interface Credentials { mail: string, password: string }

const SESSION_DAYS = 30
const INVITATION_DAYS = 14
/** Failed sign-ins allowed in a quarter of an hour, for one address and from one place. */
const ATTEMPTS = { mail: 8, place: 40 }
/** Argon2id with 19 MiB and 2 passes: OWASP Password Storage Cheat Sheet (from memory). */
const COST = { parallelism: 1, iterations: 2, memorySize: 19_456, hashLength: 32 }

const hashOf = (token: string): Buffer => createHash('sha256').update(token).digest()
const foldMail = (mail: string): string => mail.trim().toLowerCase()

/** Whether nobody has an account yet: then the first visitor makes one. */
export async function isEmpty(): Promise<boolean> {
  return (await db()('account').first('id')) === undefined
}

/** Makes an account: for the first visitor, or with an invitation's token. */
export async function makeAccount(input: Credentials & { name: string, invitation?: string }): Promise<Account> {
  const password = await argon2id({ ...COST, password: input.password, salt: randomBytes(16), outputType: 'encoded' })
  return db().transaction(async (trx) => {
    // one lock for all first visitors: only one of two at once may be the first
    await trx.raw('lock table account in share row exclusive mode')
    if (await trx('account').first('id')) {
      const invited = input.invitation && await trx('invitation').where('token_hash', hashOf(input.invitation))
        .whereNull('used_at').where('expires_at', '>', trx.fn.now()).forUpdate().first('id')
      if (!invited) throw refuse(403, 'An account needs an invitation: ask somebody who has one. This invitation is unknown, used up or too old.')
      await trx('invitation').where('id', invited.id).update({ used_at: trx.fn.now() })
    }
    const account = { id: uuid(), mail: foldMail(input.mail), name: input.name.trim() }
    const made = await trx('account').insert({ ...account, password }).onConflict('mail').ignore().returning('id')
    if (made.length === 0) throw refuse(409, 'There is an account with this mail address already. Sign in with it.')
    return account
  })
}

/** Checks a password; the same time and words whether the address or the password is wrong. */
export async function signIn({ mail, password }: Credentials, place: string): Promise<Account> {
  const keys = { mail: `mail:${foldMail(mail)}`, place: `place:${place}` }
  await limitAttempts(keys)
  const row = await db()('account').where('mail', foldMail(mail)).first('id', 'mail', 'name', 'password')
  const right = await argon2Verify({ password, hash: row?.password ?? await dummyHash() })
  if (!row || !right) {
    await db()('sign_in_attempt').insert(Object.values(keys).map(key => ({ key })))
    throw refuse(401, 'Mail address or password is not right.')
  }
  await db()('sign_in_attempt').where('key', keys.mail).delete()
  return { id: row.id, mail: row.mail, name: row.name }
}

let dummy: string | null = null
async function dummyHash(): Promise<string> {
  dummy ??= await argon2id({ ...COST, password: randomBytes(16), salt: randomBytes(16), outputType: 'encoded' })
  return dummy
}

async function limitAttempts(keys: { mail: string, place: string }): Promise<void> {
  await db()('sign_in_attempt').where('at', '<', db().raw(`now() - interval '15 minutes'`)).delete()
  const rows = await db()('sign_in_attempt')
    .whereIn('key', Object.values(keys)).groupBy('key')
    .select<{ key: string, tries: string }[]>('key', db().raw('count(*) as tries'))
  const tries = new Map(rows.map(row => [row.key, Number(row.tries)]))
  if ((tries.get(keys.mail) ?? 0) >= ATTEMPTS.mail || (tries.get(keys.place) ?? 0) >= ATTEMPTS.place) {
    throw refuse(429, 'Too many sign-ins that did not work. Wait a quarter of an hour and try again.')
  }
}

/** Opens a session; the token is known to the browser only, here stands its hash. */
export async function openSession(account: Account, agent: string): Promise<{ token: string, maxAge: number }> {
  const token = randomBytes(32).toString('base64url')
  const maxAge = SESSION_DAYS * 86_400
  await db()('session').insert({
    id: uuid(), account_id: account.id, token_hash: hashOf(token), agent: agent.slice(0, 300),
    expires_at: new Date(Date.now() + maxAge * 1000),
  })
  return { token, maxAge }
}

export async function accountOfToken(token: string): Promise<(Account & { sessionId: string }) | null> {
  const row = await db()('session').join('account', 'account.id', 'session.account_id')
    .where('token_hash', hashOf(token)).whereNull('ended_at').where('expires_at', '>', db().fn.now())
    .first<Account & { sessionId: string } | undefined>('account.id', 'mail', 'name', 'session.id as sessionId')
  return row ?? null
}

export async function listSessions(account: Account): Promise<OpenSession[]> {
  const rows = await db()('session').where('account_id', account.id).whereNull('ended_at').where('expires_at', '>', db().fn.now())
    .orderBy('created_at', 'desc').select('id', 'agent', 'created_at')
  return rows.map(row => ({ id: row.id, agent: row.agent, createdAt: row.created_at.toISOString() }))
}

export async function endSession(account: Account, id: string): Promise<void> {
  const ended = await db()('session').where({ id, account_id: account.id }).whereNull('ended_at').update({ ended_at: db().fn.now() })
  if (ended === 0) throw refuse(404, 'This session has ended already.')
}

/** An invitation's token, to be handed on as a link; it makes one account. */
export async function invite(account: Account): Promise<{ token: string }> {
  const token = randomBytes(16).toString('base64url')
  await db()('invitation').insert({
    id: uuid(), token_hash: hashOf(token), invited_by: account.id,
    expires_at: new Date(Date.now() + INVITATION_DAYS * 86_400_000),
  })
  return { token }
}
