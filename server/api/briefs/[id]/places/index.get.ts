import { listPlaces } from '../../../../services/places'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/places', async (event, account) => listPlaces(account, routeId(event)))
