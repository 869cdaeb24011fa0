import { rulingRequest } from '#shared/requests'
import { makeRuling } from '../../../services/rulings'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route(
  'POST /api/checks/:id/rulings',
  async (event, account) => makeRuling(account, routeId(event), await readValid(event, rulingRequest)),
)
