import { listPasskeys } from '../../../services/passkeys'
import { route } from '../../../utils/route'

export default route('GET /api/account/passkeys', async (_, account) => listPasskeys(account))
