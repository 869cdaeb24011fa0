import { rackPage } from '../../../services/reports'
import { route } from '../../../utils/route'
import { queryNumber, routeId } from '../../../utils/validate'

export default route(
  'GET /api/checks/:id/rack',
  async (event, account) => rackPage(account, routeId(event), queryNumber(event, 'from', 0, 1_000_000), queryNumber(event, 'count', 200, 500)),
)
