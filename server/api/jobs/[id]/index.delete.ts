import { defineEventHandler } from 'h3'
import { cancelJob } from '../../../services/jobs'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  await cancelJob(await requireAccount(event), routeId(event))
  return {}
})
