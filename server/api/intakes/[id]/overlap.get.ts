import { overlapOf } from '../../../services/intakes'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/intakes/:id/overlap', async (event, account) => overlapOf(account, routeId(event)))
