import { listSent } from '../../../services/slips'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/briefs/:id/sent', async (event, account) => listSent(account, routeId(event)))
