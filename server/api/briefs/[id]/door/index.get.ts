import { getDoor } from '../../../../services/door'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/door', (event, account) => getDoor(account, routeId(event)))
