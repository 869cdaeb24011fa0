import { listRulings } from '../../../../services/rulings'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/rulings', async (event, account) => listRulings(account, routeId(event)))
