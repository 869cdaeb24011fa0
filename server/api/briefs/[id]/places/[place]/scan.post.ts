import { scanPlace } from '../../../../../services/places'
import { route } from '../../../../../utils/route'
import { routeId } from '../../../../../utils/validate'

export default route('POST /api/briefs/:id/places/:place/scan', async (event, account) =>
  scanPlace(account, routeId(event), routeId(event, 'place')))
