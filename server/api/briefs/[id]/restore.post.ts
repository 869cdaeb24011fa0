import { restoreBrief } from '../../../services/briefs'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('POST /api/briefs/:id/restore', async (event, account) => {
  await restoreBrief(account, routeId(event))
  return {}
})
