import { receiveRoster } from '../../../services/rosters'
import { BODY, readBounded } from '../../../utils/body'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route(
  'PUT /api/briefs/:id/roster',
  async (event, account) => receiveRoster(account, routeId(event), await readBounded(event, BODY.roster)),
)
