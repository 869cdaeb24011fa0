import { defineEventHandler } from 'h3'
import { slipOf } from '../../../services/report-rows'
import { refuse } from '../../../utils/errors'
import { requireAccount } from '../../../utils/session'
import { queryText, routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const holder = queryText(event, 'holder')
  if (!holder) throw refuse(400, 'holder is missing')
  return slipOf(account, routeId(event), holder, queryText(event, 'requirement') ?? null)
})
