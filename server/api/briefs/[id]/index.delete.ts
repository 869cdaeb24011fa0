import { deleteBrief } from '../../../services/briefs'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('DELETE /api/briefs/:id', async (event, account) => {
  await deleteBrief(account, routeId(event))
  return {}
})
