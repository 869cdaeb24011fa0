import { dropPasskey } from '../../../services/passkeys'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('DELETE /api/account/passkeys/:id', async (event, account) => {
  await dropPasskey(account, routeId(event))
  return {}
})
