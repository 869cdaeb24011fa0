import { getBrief } from '../../../services/briefs'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/briefs/:id', async (event, account) => getBrief(account, routeId(event)))
