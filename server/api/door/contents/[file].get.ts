import { piecesOf } from '../../../services/reading'
import { ownContent } from '../../../services/hand-ins'
import { doorRoute } from '../../../utils/route'
import { sendAttachment } from '../../../utils/stream'
import { routeId } from '../../../utils/validate'

/** The very bytes this person handed in. */
export default doorRoute('GET /api/door/contents/:file', async (event, holder) => {
  const { source, path } = await ownContent(holder, routeId(event, 'file'))
  return sendAttachment(event, path, source.size, piecesOf(source))
})
