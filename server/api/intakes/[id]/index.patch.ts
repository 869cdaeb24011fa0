import { countsRequest } from '#shared/requests'
import { letCount } from '../../../services/intakes'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('PATCH /api/intakes/:id', async (event, account) => {
  const { counts } = await readValid(event, countsRequest)
  await letCount(account, routeId(event), counts)
  return {}
})
