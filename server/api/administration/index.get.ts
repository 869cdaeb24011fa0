import { listAccounts } from '../../services/administration'
import { route } from '../../utils/route'

export default route('GET /api/administration', async (_, account) => listAccounts(account))
