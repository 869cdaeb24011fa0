import { askForCheck } from '../../../services/checks'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('POST /api/briefs/:id/checks', async (event, account) => askForCheck(account, routeId(event)))
