import { trayOf } from '../../../services/reports'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/checks/:id/tray', async (event, account) => trayOf(account, routeId(event)))
