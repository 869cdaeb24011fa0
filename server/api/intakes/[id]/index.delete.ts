import { defineEventHandler } from 'h3'
import { cancelIntake } from '../../../services/intakes'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  await cancelIntake(await requireAccount(event), routeId(event))
  return { cancelled: true }
})
