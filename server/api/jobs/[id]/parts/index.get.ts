import { listParts } from '../../../../services/corrected'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/jobs/:id/parts', async (event, account) => listParts(account, routeId(event)))
