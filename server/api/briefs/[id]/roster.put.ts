import { rosterRequest } from '#shared/requests'
import { saveRoster } from '../../../services/rosters'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route(
  'PUT /api/briefs/:id/roster',
  async (event, account) => saveRoster(account, routeId(event), await readValid(event, rosterRequest)),
)
