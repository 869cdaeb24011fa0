import { withdrawInvitation } from '../../services/accounts'
import { route } from '../../utils/route'
import { routeId } from '../../utils/validate'

export default route('DELETE /api/invitations/:id', async (event, account) => {
  await withdrawInvitation(account, routeId(event))
  return {}
})
