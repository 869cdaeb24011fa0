import { defineEventHandler } from 'h3'
import { deleteBrief } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  await deleteBrief(await requireAccount(event), routeId(event))
  return { deleted: true }
})
