import { defineEventHandler } from 'h3'
import { endShare } from '../../../../services/members'
import { requireAccount } from '../../../../utils/session'
import { routeId } from '../../../../utils/validate'

export default defineEventHandler(async (event) => {
  await endShare(await requireAccount(event), routeId(event), routeId(event, 'member'))
  return {}
})
