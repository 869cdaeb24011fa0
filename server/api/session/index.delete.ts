import { defineEventHandler } from 'h3'
import { endSession } from '../../services/accounts'
import { forgetSession, requireAccount } from '../../utils/session'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  await endSession(account, account.sessionId)
  forgetSession(event)
  return { ended: true }
})
