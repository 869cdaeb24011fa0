import { removePlace } from '../../../../../services/places'
import { route } from '../../../../../utils/route'
import { routeId } from '../../../../../utils/validate'

export default route('DELETE /api/briefs/:id/places/:place', async (event, account) => {
  await removePlace(account, routeId(event), routeId(event, 'place'))
  return {}
})
