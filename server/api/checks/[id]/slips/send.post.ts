import { slipsRequest } from '#shared/requests'
import { sendSlips } from '../../../../services/slips'
import { route } from '../../../../utils/route'
import { BODY } from '../../../../utils/body'
import { readValid, routeId } from '../../../../utils/validate'

export default route('POST /api/checks/:id/slips/send', async (event, account) => {
  const { holders, again } = await readValid(event, slipsRequest, BODY.list)
  return sendSlips(account, routeId(event), holders, again)
})
