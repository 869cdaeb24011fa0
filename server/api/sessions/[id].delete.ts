import { defineEventHandler } from 'h3'
import { endSession } from '../../services/accounts'
import { requireAccount } from '../../utils/session'
import { routeId } from '../../utils/validate'

export default defineEventHandler(async (event) => {
  await endSession(await requireAccount(event), routeId(event))
  return { ended: true }
})
