import { doorRequest } from '#shared/requests'
import { setDoor } from '../../../../services/door'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/door', async (event, account) => {
  await setDoor(account, routeId(event), await readValid(event, doorRequest, BODY.small))
  return {}
})
