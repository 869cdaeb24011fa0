import { commonRequest } from '#shared/requests'
import { setCommonLink } from '../../../../services/door'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/door/common', async (event, account) => {
  const { wanted } = await readValid(event, commonRequest, BODY.small)
  return setCommonLink(account, routeId(event), wanted)
})
