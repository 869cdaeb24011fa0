import { listBriefs } from '../../services/briefs'
import { route } from '../../utils/route'

export default route('GET /api/briefs', async (_, account) => listBriefs(account))
