import { requireReceiving, storePiece } from '../../../../services/intakes'
import { BODY, withBody } from '../../../../utils/body'
import { queryNumber, routeId } from '../../../../utils/validate'
import { route } from '../../../../utils/route'

export default route('PUT /api/intakes/:id/content/:file', async (event, account) => {
  const [id, file] = [routeId(event), routeId(event, 'file')]
  await requireReceiving(account, id)
  const offset = queryNumber(event, 'offset', 0, Number.MAX_SAFE_INTEGER)
  return withBody(event, BODY.stretch, bytes => storePiece(account, id, file, offset, bytes))
})
