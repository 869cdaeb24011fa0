import { atHandRequest } from '#shared/requests'
import { keepAtHand } from '../../../services/briefs'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('PATCH /api/briefs/:id', async (event, account) => {
  const { atHand } = await readValid(event, atHandRequest)
  await keepAtHand(account, routeId(event), atHand)
  return {}
})
