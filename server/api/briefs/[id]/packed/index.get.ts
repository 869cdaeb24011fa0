import { listPacked } from '../../../../services/letting-go'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/packed', async (event, account) => listPacked(account, routeId(event)))
