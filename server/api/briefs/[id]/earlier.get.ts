import { earlierNames } from '../../../services/earlier'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/briefs/:id/earlier', async (event, account) => earlierNames(account, routeId(event)))
