import { listInvitations } from '../../services/accounts'
import { route } from '../../utils/route'

export default route('GET /api/invitations', async (_, account) => listInvitations(account))
