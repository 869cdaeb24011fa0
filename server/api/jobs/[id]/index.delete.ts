import { cancelJob } from '../../../services/jobs'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('DELETE /api/jobs/:id', async (event, account) => {
  await cancelJob(account, routeId(event))
  return {}
})
