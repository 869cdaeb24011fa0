import { listDeleted } from '../../services/briefs'
import { route } from '../../utils/route'

export default route('GET /api/briefs/deleted', async (_, account) => listDeleted(account))
