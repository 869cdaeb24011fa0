import { leafletsRequest } from '#shared/requests'
import { sendLeaflets } from '../../../../services/leaflets'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('POST /api/briefs/:id/leaflets/send', async (event, account) => {
  const { people, again } = await readValid(event, leafletsRequest, BODY.list)
  return sendLeaflets(account, routeId(event), people, again)
})
