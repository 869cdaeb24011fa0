import { endSession } from '../../services/accounts'
import { forgetSession } from '../../utils/session'
import { route } from '../../utils/route'

export default route('DELETE /api/session', async (event, account) => {
  await endSession(account, account.sessionId)
  forgetSession(event)
  return {}
})
