import { randomBytes } from 'node:crypto'
import type { Knex } from 'knex'
import { Secret, TOTP } from 'otpauth'
import type { SignedIn as Account } from '#shared/answers'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { openSecret, sealSecret } from '../utils/secrets'
import { hashOfToken } from '../utils/token'
import { noteEvent } from './events'
import { requirePassword } from './turns'

/** Numbers of the steps before and behind count too: clocks differ (RFC 6238, section 5.2). */
const WINDOW = 1
const PERIOD = 30
const RECOVERY_CODES = 8

const rowOf = (accountId: string) => `second factor ${accountId}`
const totpOf = (secret: string, mail: string) =>
  new TOTP({ issuer: 'Usitor', label: mail, secret: Secret.fromBase32(secret), period: PERIOD, digits: 6 })

/** Makes a secret to be taken over into a program that tells numbers; it counts only once one of them was entered. */
export async function beginSecondFactor(account: Account, password: string): Promise<{ secret: string, uri: string }> {
  await requirePassword(account, password)
  const row = await db()('account').where('id', account.id).first('second_factor_at')
  if (row?.second_factor_at) throw refuse(409, 'A second step is set up already. Take it off before you set up another.')
  const secret = new Secret({ size: 20 }).base32
  await db()('account').where('id', account.id).update({ second_factor: sealSecret(secret, rowOf(account.id)), second_factor_step: 0 })
  return { secret, uri: totpOf(secret, account.mail).toString() }
}

/** Lets it count from now on, and gives codes for the day the program is lost: each is good once. */
export async function confirmSecondFactor(account: Account, code: string): Promise<{ codes: string[] }> {
  const codes = Array.from({ length: RECOVERY_CODES }, () => randomBytes(5).toString('hex'))
  await db().transaction(async (trx) => {
    if (!await takesNumber(trx, account, code)) throw refuse(422, 'That is not the number it shows now. Is the clock of the device right?')
    await trx('recovery_code').where('account_id', account.id).delete()
    await trx('recovery_code').insert(codes.map(one => ({ account_id: account.id, code_hash: hashOfToken(one) })))
    await trx('account').where('id', account.id).update({ second_factor_at: trx.fn.now() })
  })
  await noteEvent('second-factor-set', { account: account.id })
  return { codes }
}

/** Takes the second step off. */
export async function dropSecondFactor(account: Account, password: string): Promise<void> {
  await requirePassword(account, password)
  await db()('account').where('id', account.id).update({ second_factor: null, second_factor_at: null, second_factor_step: 0 })
  await db()('recovery_code').where('account_id', account.id).delete()
  await noteEvent('second-factor-off', { account: account.id })
}

/**
 * Whether a sign-in with the right password may go on.
 *
 * @returns `asked`: a number is needed and none was given
 */
export async function passesSecondFactor(account: Account, code: string | undefined): Promise<'yes' | 'no' | 'asked'> {
  const row = await db()('account').where('id', account.id).first('second_factor_at')
  if (!row?.second_factor_at) return 'yes'
  const given = code?.trim().toLowerCase().replace(/[\s-]/g, '') ?? ''
  if (given === '') return 'asked'
  if (/^\d{6}$/.test(given)) return await db().transaction(trx => takesNumber(trx, account, given)) ? 'yes' : 'no'
  const used = await db()('recovery_code').where({ account_id: account.id, code_hash: hashOfToken(given) }).delete()
  return used > 0 ? 'yes' : 'no'
}

/** Whether a number is right now, and was not used before; then it is used. */
async function takesNumber(trx: Knex.Transaction, account: Account, code: string): Promise<boolean> {
  const row = await trx('account').where('id', account.id).forUpdate().first('second_factor', 'second_factor_step')
  if (!row?.second_factor) return false
  const totp = totpOf(openSecret(row.second_factor, rowOf(account.id)), account.mail)
  const delta = totp.validate({ token: code.trim(), window: WINDOW })
  if (delta === null) return false
  const step = Math.floor(Date.now() / 1000 / PERIOD) + delta
  if (step <= Number(row.second_factor_step)) return false
  await trx('account').where('id', account.id).update({ second_factor_step: step })
  return true
}
