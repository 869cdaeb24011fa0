import { handOnRequest } from '#shared/requests'
import { handOn } from '../../../../../services/hand-on'
import { BODY } from '../../../../../utils/body'
import { route } from '../../../../../utils/route'
import { readValid, routeId } from '../../../../../utils/validate'

export default route('POST /api/briefs/:id/places/:place/hand-on', async (event, account) =>
  handOn(account, routeId(event), routeId(event, 'place'), await readValid(event, handOnRequest, BODY.small)))
