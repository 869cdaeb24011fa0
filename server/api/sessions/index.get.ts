import { defineEventHandler } from 'h3'
import { listSessions } from '../../services/accounts'
import { requireAccount } from '../../utils/session'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  return { current: account.sessionId, sessions: await listSessions(account) }
})
