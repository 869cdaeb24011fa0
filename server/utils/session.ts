import type { H3Event } from 'h3'
import { deleteCookie, getCookie, getHeader, setCookie } from 'h3'
import type { Account } from '../services/accounts'
import { accountOfToken, endSession, openSession } from '../services/accounts'
import { refuse } from './errors'
import { protocolOf } from './origin'

/** The prefix holds a browser to https, this host and the whole of it (RFC 6265bis §4.1.3.2). */
const cookieOf = (event: H3Event): string => (protocolOf(event) === 'https' ? '__Host-usitor' : 'usitor-session')

export async function findAccount(event: H3Event): Promise<(Account & { sessionId: string }) | null> {
  const token = getCookie(event, cookieOf(event))
  return token ? accountOfToken(token) : null
}

export async function requireAccount(event: H3Event): Promise<Account & { sessionId: string }> {
  const account = await findAccount(event)
  if (!account) throw refuse(401, 'Sign in first.')
  return account
}

export async function startSession(event: H3Event, account: Account): Promise<void> {
  // a new token for a new session: the one that was there ends
  const before = await findAccount(event)
  if (before) await endSession(before, before.sessionId)
  const { token, maxAge } = await openSession(account, getHeader(event, 'user-agent') ?? '')
  setCookie(event, cookieOf(event), token, { httpOnly: true, sameSite: 'strict', secure: protocolOf(event) === 'https', path: '/', maxAge })
}

export function forgetSession(event: H3Event): void {
  deleteCookie(event, cookieOf(event), { path: '/', secure: protocolOf(event) === 'https' })
}
