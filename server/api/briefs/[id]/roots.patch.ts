import { rootRequest } from '#shared/requests'
import { readRootAsIs } from '../../../services/briefs'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('PATCH /api/briefs/:id/roots', async (event, account) => {
  const { root, asIs } = await readValid(event, rootRequest)
  await readRootAsIs(account, routeId(event), root, asIs)
  return {}
})
