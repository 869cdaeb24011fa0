import { slipOf } from '../../../services/reports'
import { refuse } from '../../../utils/errors'
import { queryText, routeId } from '../../../utils/validate'
import { route } from '../../../utils/route'

export default route('GET /api/checks/:id/slip', async (event, account) => {
  const holder = queryText(event, 'holder')
  if (!holder) throw refuse(400, 'holder is missing')
  return slipOf(account, routeId(event), holder, queryText(event, 'requirement') ?? null)
})
