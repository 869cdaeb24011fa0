import { listMembers } from '../../../../services/members'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/members', async (event, account) => listMembers(account, routeId(event)))
