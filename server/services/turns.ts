import { db, rowsOf } from '../database/connection'
import type { SignedIn as Account } from '#shared/answers'
import { refuse } from '../utils/errors'
import { passwordFits } from '../utils/password'

/** Failed sign-ins within an hour before each further one has to wait: for one address, and from one place. */
export const FREE = { mail: 5, place: 120 }
const LONGEST_WAIT = 15 * 60

/**
 * Counts a try before it is made, so that many at once are no more than one after the other: past the free ones each has to wait
 * twice as long after the last.
 */
export async function takeTurn(keys: [key: string, free: number][], what = 'sign-ins'): Promise<void> {
  await db().transaction(async (trx) => {
    for (const [key] of keys) await trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 2))', [key])
    await trx('sign_in_attempt').where('at', '<', trx.raw(`now() - interval '1 hour'`)).delete()
    for (const [key, free] of keys) {
      const [row] = await rowsOf<{ tries: number, since: number | null }>(
        trx, 'select count(*)::int as tries, extract(epoch from now() - max(at))::float as since from sign_in_attempt where key = ?', [key],
      )
      const over = (row?.tries ?? 0) - free
      const wait = over < 0 ? 0 : Math.ceil(Math.min(LONGEST_WAIT, 2 ** (over + 1)) - (row?.since ?? 0))
      if (wait > 0) throw refuse(429, `Too many ${what} that did not work. Wait ${sayWait(wait)} and try again.`)
    }
    await trx('sign_in_attempt').insert(keys.map(([key]) => ({ key })))
  })
}

const sayWait = (seconds: number): string => (seconds < 60 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`)

/** Lets nobody change how an account is entered who only found its page open; guesses are counted like those of a sign-in. */
export async function requirePassword(account: Account, password: string): Promise<void> {
  const key = `own:${account.id}`
  await takeTurn([[key, FREE.mail]])
  const row = await db()('account').where('id', account.id).first('password')
  if (!await passwordFits(password, row?.password)) throw refuse(403, 'The password is not right; nothing was changed.')
  await db()('sign_in_attempt').where({ key }).delete()
}
