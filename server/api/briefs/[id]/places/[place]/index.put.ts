import { setPlaceRequest } from '#shared/requests'
import { setPlace } from '../../../../../services/places'
import { BODY } from '../../../../../utils/body'
import { route } from '../../../../../utils/route'
import { readValid, routeId } from '../../../../../utils/validate'

export default route('PUT /api/briefs/:id/places/:place', async (event, account) => {
  await setPlace(account, routeId(event), routeId(event, 'place'), await readValid(event, setPlaceRequest, BODY.small))
  return {}
})
