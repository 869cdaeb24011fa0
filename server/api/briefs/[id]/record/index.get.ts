import { recordOf } from '../../../../services/earlier-record'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/record', async (event, account) => recordOf(account, routeId(event)))
