import { randomBytes } from 'node:crypto'
import type {
  AuthenticationResponseJSON, PublicKeyCredentialCreationOptionsJSON, PublicKeyCredentialRequestOptionsJSON, RegistrationResponseJSON,
} from '@simplewebauthn/server'
import { v7 as uuid } from 'uuid'
import type { OpenPasskey, SignedIn as Account } from '#shared/answers'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import type { Party } from '../utils/origin'
import { hashOfToken } from '../utils/token'
import { arrive } from './accounts'
import { noteEvent } from './events'
import { FREE, requirePassword, takeTurn } from './turns'

/** So long a browser may take to answer. */
const CHALLENGE_MINUTES = 5
const MOST = 10

// the library is large and seldom needed: it is loaded when it is
const library = () => import('@simplewebauthn/server')

/** Something nobody can have signed before; good once. */
async function newChallenge(account: string | null): Promise<Uint8Array<ArrayBuffer>> {
  const challenge = Uint8Array.from(randomBytes(32))
  await db()('passkey_challenge').insert({ challenge_hash: hashOfToken(Buffer.from(challenge).toString('base64url')), account_id: account })
  return challenge
}

const isOwnChallenge = (account: string | null) => async (challenge: string): Promise<boolean> => {
  const used = await db()('passkey_challenge').where({ challenge_hash: hashOfToken(challenge), account_id: account })
    .where('made_at', '>', db().raw(`now() - ? * interval '1 minute'`, [CHALLENGE_MINUTES])).delete()
  return used === 1
}

/** Asks a browser for a new passkey; it counts once it was answered. */
export async function beginPasskey(account: Account, password: string, party: Party): Promise<PublicKeyCredentialCreationOptionsJSON> {
  await requirePassword(account, password)
  const own = await db()('passkey').where('account_id', account.id).select('credential')
  if (own.length >= MOST) throw refuse(409, `${MOST} passkeys are kept already: take one off that is not needed.`)
  const { generateRegistrationOptions } = await library()
  return generateRegistrationOptions({
    rpName: 'Usitor', rpID: party.id, userName: account.mail, userDisplayName: account.name, attestationType: 'none',
    userID: Uint8Array.from(Buffer.from(account.id.replaceAll('-', ''), 'hex')), challenge: await newChallenge(account.id),
    excludeCredentials: own.map(({ credential }) => ({ id: credential })),
    // whoever holds the device is asked who they are: one passkey is two steps
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  })
}

/** Keeps what the browser answered (Web Authentication, level 3, section 7.1). */
export async function addPasskey(account: Account, name: string, response: RegistrationResponseJSON, party: Party): Promise<void> {
  const { verifyRegistrationResponse } = await library()
  const answer = await verifyRegistrationResponse({
    response, expectedChallenge: isOwnChallenge(account.id), expectedOrigin: party.origin, expectedRPID: party.id, requireUserVerification: true,
  }).catch(() => null)
  if (!answer?.verified) throw refuse(422, 'What the browser answered is no passkey for this address. Nothing was kept.')
  const { id, publicKey, counter } = answer.registrationInfo.credential
  const kept = await db()('passkey').insert({
    id: uuid(), account_id: account.id, credential: id, public_key: Buffer.from(publicKey), counter, name: name.trim(),
  }).onConflict('credential').ignore().returning('id')
  if (kept.length === 0) throw refuse(409, 'This passkey is kept already.')
  await noteEvent('passkey-added', { account: account.id })
}

export async function listPasskeys(account: Account): Promise<OpenPasskey[]> {
  const rows = await db()('passkey').where('account_id', account.id).orderBy('made_at').select('id', 'name', 'made_at', 'used_at')
  return rows.map(row => ({ id: row.id, name: row.name, madeAt: row.made_at.toISOString(), usedAt: row.used_at?.toISOString() ?? null }))
}

export async function dropPasskey(account: Account, id: string): Promise<void> {
  const gone = await db()('passkey').where({ id, account_id: account.id }).delete()
  if (gone === 0) throw refuse(404, 'There is nothing here.')
  await noteEvent('passkey-removed', { account: account.id })
}

/** Tries of a place by passkey; those by password are counted by themselves. */
const turnOf = (place: string) => `passkey:${place}`

/** Asks a browser for any passkey it has for this address: whose it is, only the answer says. */
export async function askForPasskey(party: Party, place: string): Promise<PublicKeyCredentialRequestOptionsJSON> {
  await takeTurn([[turnOf(place), FREE.place]])
  const { generateAuthenticationOptions } = await library()
  return generateAuthenticationOptions({ rpID: party.id, userVerification: 'required', challenge: await newChallenge(null) })
}

/** Signs in by what the browser answered (Web Authentication, level 3, section 7.2). */
export async function signInByPasskey(response: AuthenticationResponseJSON, party: Party, place: string): Promise<Account> {
  await takeTurn([[turnOf(place), FREE.place]])
  const row = await db()('passkey').join('account', 'account.id', 'passkey.account_id').where('credential', String(response.id))
    .first<{ key: string, account: string, mail: string, person: string, public_key: Buffer, counter: string } | undefined>(
      'passkey.id as key', 'account.id as account', 'account.mail', 'account.name as person', 'passkey.public_key', 'passkey.counter',
    )
  const { verifyAuthenticationResponse } = await library()
  const answer = row && await verifyAuthenticationResponse({
    response, expectedChallenge: isOwnChallenge(null), expectedOrigin: party.origin, expectedRPID: party.id, requireUserVerification: true,
    credential: { id: String(response.id), publicKey: Uint8Array.from(row.public_key), counter: Number(row.counter) },
  }).catch(() => null)
  if (!row || !answer?.verified) {
    await noteEvent('sign-in-failed', { account: row?.account ?? null, place, about: 'passkey' })
    throw refuse(401, 'This passkey is not known here. Sign in with the password.')
  }
  await db()('passkey').where('id', row.key).update({ counter: answer.authenticationInfo.newCounter, used_at: db().fn.now() })
  // what succeeded was no failed try, neither the asking nor the answer
  await db().raw(
    'delete from sign_in_attempt where ctid in (select ctid from sign_in_attempt where key = ? order by at desc limit 2)', [turnOf(place)],
  )
  const account = { id: row.account, mail: row.mail, name: row.person }
  await arrive(account, place)
  return account
}
