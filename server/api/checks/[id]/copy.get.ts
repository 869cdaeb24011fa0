import { planCopy } from '../../../services/corrected'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/checks/:id/copy', async (event, account) => planCopy(account, routeId(event)))
