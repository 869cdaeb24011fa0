import { rulingsRequest } from '#shared/requests'
import { keepRulings } from '../../../../services/rulings'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/rulings', async (event, account) => {
  await keepRulings(account, routeId(event), await readValid(event, rulingsRequest, BODY.roster))
  return {}
})
