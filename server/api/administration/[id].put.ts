import { administerRequest } from '#shared/requests'
import { letAdminister } from '../../services/administration'
import { BODY } from '../../utils/body'
import { route } from '../../utils/route'
import { readValid, routeId } from '../../utils/validate'

export default route('PUT /api/administration/:id', async (event, account) => {
  const { administrator } = await readValid(event, administerRequest, BODY.small)
  await letAdminister(account, routeId(event), administrator)
  return {}
})
