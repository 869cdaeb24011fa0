import { endOtherSessions } from '../../services/accounts'
import { route } from '../../utils/route'

export default route('DELETE /api/sessions', async (_, account) => endOtherSessions(account))
