import { defineEventHandler } from 'h3'
import { takeBackRuling } from '../../../../services/rulings'
import { requireAccount } from '../../../../utils/session'
import { routeId } from '../../../../utils/validate'

export default defineEventHandler(async (event) => {
  await takeBackRuling(await requireAccount(event), routeId(event), routeId(event, 'ruling'))
  return {}
})
