import { hereRequest } from '#shared/requests'
import { beHere } from '../../../services/together'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('POST /api/briefs/:id/here', async (event, account) => {
  const { step, changing } = await readValid(event, hereRequest)
  return beHere(account, routeId(event), step, changing)
})
