import { sameRequest } from '#shared/requests'
import { takeSame } from '../../../services/intakes'
import { BODY } from '../../../utils/body'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('POST /api/intakes/:id/same', async (event, account) => {
  const { from, files } = await readValid(event, sameRequest, BODY.list)
  return { taken: await takeSame(account, routeId(event), from, files) }
})
