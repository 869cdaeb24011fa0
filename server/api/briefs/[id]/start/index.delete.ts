import { dropStartFile } from '../../../../services/start-files'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('DELETE /api/briefs/:id/start', async (event, account) => {
  await dropStartFile(account, routeId(event))
  return {}
})
