import { placeRequest } from '#shared/requests'
import { tryPlace } from '../../../../services/places'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('POST /api/briefs/:id/places/try', async (event, account) =>
  tryPlace(account, routeId(event), await readValid(event, placeRequest, BODY.words)))
