import { copyBriefRequest } from '#shared/requests'
import { copyOf } from '../../../services/briefs'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('POST /api/briefs/:id/copy', async (event, account) => copyOf(account, routeId(event), await readValid(event, copyBriefRequest)))
