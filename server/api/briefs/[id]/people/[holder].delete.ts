import { getRouterParams } from 'h3'
import { erasePerson } from '../../../../services/erase'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('DELETE /api/briefs/:id/people/:holder', async (event, account) => {
  await erasePerson(account, routeId(event), getRouterParams(event, { decode: true }).holder ?? '')
  return {}
})
