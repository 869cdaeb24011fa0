import { heirRequest } from '#shared/requests'
import { closeFor } from '../../services/administration'
import { BODY } from '../../utils/body'
import { route } from '../../utils/route'
import { readValid, routeId } from '../../utils/validate'

export default route('DELETE /api/administration/:id', async (event, account) => {
  const { heir } = await readValid(event, heirRequest, BODY.small)
  await closeFor(account, routeId(event), heir)
  return {}
})
