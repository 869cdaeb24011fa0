import { storePiece } from '../../../../services/intakes'
import { BODY, readBounded } from '../../../../utils/body'
import { queryNumber, routeId } from '../../../../utils/validate'
import { route } from '../../../../utils/route'

export default route('PUT /api/intakes/:id/content/:file', async (event, account) => {
  const bytes = await readBounded(event, BODY.stretch)
  return storePiece(account, routeId(event), routeId(event, 'file'), queryNumber(event, 'offset', 0, Number.MAX_SAFE_INTEGER), bytes)
})
