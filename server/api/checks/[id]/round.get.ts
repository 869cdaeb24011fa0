import { againstQuery } from '#shared/requests'
import { roundOf } from '../../../services/rounds'
import { queryText, routeId, validate } from '../../../utils/validate'
import { route } from '../../../utils/route'

export default route('GET /api/checks/:id/round', async (event, account) =>
  roundOf(account, routeId(event), await validate(againstQuery, queryText(event, 'against')) ?? null))
