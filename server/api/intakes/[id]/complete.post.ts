import { completeRequest } from '#shared/requests'
import { completeIntake } from '../../../services/intakes'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('POST /api/intakes/:id/complete', async (event, account) => {
  const { files, replaces } = await readValid(event, completeRequest)
  return completeIntake(account, routeId(event), files, replaces)
})
