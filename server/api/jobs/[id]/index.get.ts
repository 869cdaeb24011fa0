import { getJob } from '../../../services/jobs'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/jobs/:id', async (event, account) => getJob(account, routeId(event)))
