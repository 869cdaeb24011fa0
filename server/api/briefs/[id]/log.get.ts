import { logOf } from '../../../services/briefs'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/briefs/:id/log', async (event, account) => logOf(account, routeId(event)))
