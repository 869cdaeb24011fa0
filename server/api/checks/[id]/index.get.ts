import { getCheck } from '../../../services/reports'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/checks/:id', async (event, account) => getCheck(account, routeId(event)))
