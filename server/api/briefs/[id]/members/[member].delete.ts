import { endShare } from '../../../../services/members'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('DELETE /api/briefs/:id/members/:member', async (event, account) => {
  await endShare(account, routeId(event), routeId(event, 'member'))
  return {}
})
