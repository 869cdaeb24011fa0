import { departuresOf } from '../../../services/reports'
import { routeId } from '../../../utils/validate'
import { route } from '../../../utils/route'

const MOST = 5000

export default route('GET /api/checks/:id/departures', async (event, account) => departuresOf(account, routeId(event), MOST))
