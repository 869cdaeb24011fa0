import { letGoRequest } from '#shared/requests'
import { setLetGo } from '../../../../services/letting-go'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/packed/:packed', async (event, account) => {
  const { months } = await readValid(event, letGoRequest, BODY.small)
  return setLetGo(account, routeId(event), routeId(event, 'packed'), months)
})
