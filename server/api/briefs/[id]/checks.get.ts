import { listChecks } from '../../../services/rounds'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/briefs/:id/checks', async (event, account) => listChecks(account, routeId(event)))
