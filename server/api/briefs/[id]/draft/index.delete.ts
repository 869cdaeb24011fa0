import { dropChanges } from '../../../../services/together'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('DELETE /api/briefs/:id/draft', async (event, account) => {
  await dropChanges(account, routeId(event))
  return {}
})
