import { listBriefs } from '../../services/desk'
import { route } from '../../utils/route'

export default route('GET /api/briefs', async (_, account) => listBriefs(account))
