import type { H3Event } from 'h3'
import { deleteCookie, getCookie, getHeader, getRequestIP, getRequestProtocol, setCookie } from 'h3'
import type { Account } from '../services/accounts'
import { accountOfToken, openSession } from '../services/accounts'
import { refuse } from './errors'

const COOKIE = 'usitor-session'

export async function findAccount(event: H3Event): Promise<(Account & { sessionId: string }) | null> {
  const token = getCookie(event, COOKIE)
  return token ? accountOfToken(token) : null
}

export async function requireAccount(event: H3Event): Promise<Account & { sessionId: string }> {
  const account = await findAccount(event)
  if (!account) throw refuse(401, 'Sign in first.')
  return account
}

export async function startSession(event: H3Event, account: Account): Promise<void> {
  const { token, maxAge } = await openSession(account, getHeader(event, 'user-agent') ?? '')
  setCookie(event, COOKIE, token, { httpOnly: true, sameSite: 'strict', secure: getRequestProtocol(event) === 'https', path: '/', maxAge })
}

export function forgetSession(event: H3Event): void {
  deleteCookie(event, COOKIE, { path: '/' })
}

/** Where a request comes from, for the limit on sign-ins. */
export function placeOf(event: H3Event): string {
  return getRequestIP(event) ?? 'unknown'
}
