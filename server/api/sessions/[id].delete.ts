import { endSession } from '../../services/accounts'
import { route } from '../../utils/route'
import { routeId } from '../../utils/validate'

export default route('DELETE /api/sessions/:id', async (event, account) => {
  await endSession(account, routeId(event))
  return {}
})
