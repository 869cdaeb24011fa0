import { prepareSlips } from '../../../../services/slips'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/checks/:id/slips', async (event, account) => prepareSlips(account, routeId(event)))
