import { withdrawRequest } from '#shared/requests'
import { withdrawFile } from '../../../../services/hand-ins'
import { BODY } from '../../../../utils/body'
import { doorRoute } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default doorRoute('POST /api/door/hand-ins/:id/withdraw', async (event, holder) => {
  const { file } = await readValid(event, withdrawRequest, BODY.small)
  await withdrawFile(holder, routeId(event), file)
  return {}
})
