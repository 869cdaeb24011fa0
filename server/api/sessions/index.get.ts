import { listSessions } from '../../services/accounts'
import { route } from '../../utils/route'

export default route('GET /api/sessions', async (_, account) => ({ current: account.sessionId, sessions: await listSessions(account) }))
