import { receivedPaths } from '../../../services/briefs'
import { routeId } from '../../../utils/validate'
import { route } from '../../../utils/route'

const MOST = 1000

export default route('GET /api/briefs/:id/received', async (event, account) => receivedPaths(account, routeId(event), MOST))
