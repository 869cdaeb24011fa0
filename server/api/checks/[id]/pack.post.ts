import { packRequest } from '#shared/requests'
import { startPacking } from '../../../services/packing'
import { BODY } from '../../../utils/body'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route('POST /api/checks/:id/pack', async (event, account) => {
  const { volume } = await readValid(event, packRequest, BODY.small)
  return startPacking(account, routeId(event), volume)
})
