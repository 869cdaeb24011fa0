import { startCopy } from '../../../services/corrected'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('POST /api/checks/:id/copy', async (event, account) => startCopy(account, routeId(event)))
