import { getLetter } from '../../../../services/letters'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/letter', async (event, account) => getLetter(account, routeId(event)))
