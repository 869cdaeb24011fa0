import { invite } from '../../services/accounts'
import { route } from '../../utils/route'

export default route('POST /api/invitations', async (_, account) => invite(account))
