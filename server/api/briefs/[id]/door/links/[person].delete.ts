import { getRouterParam } from 'h3'
import { revokeLinks } from '../../../../../services/door-links'
import { route } from '../../../../../utils/route'
import { routeId } from '../../../../../utils/validate'

export default route('DELETE /api/briefs/:id/door/links/:person', async (event, account) => {
  await revokeLinks(account, routeId(event), decodeURIComponent(getRouterParam(event, 'person') ?? ''))
  return {}
})
