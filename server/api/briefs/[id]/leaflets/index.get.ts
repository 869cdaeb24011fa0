import { getLeaflets } from '../../../../services/leaflets'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/leaflets', (event, account) => getLeaflets(account, routeId(event)))
