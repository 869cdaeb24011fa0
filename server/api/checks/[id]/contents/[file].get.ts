import { findContent } from '../../../../services/contents'
import { piecesOf } from '../../../../services/reading'
import { noteEvent } from '../../../../services/events'
import { routeId } from '../../../../utils/validate'
import { sendAttachment } from '../../../../utils/stream'
import { route } from '../../../../utils/route'

/** The received bytes as they came. */
export default route('GET /api/checks/:id/contents/:file', async (event, account) => {
  const { source, path, briefId } = await findContent(account, routeId(event), routeId(event, 'file'))
  await noteEvent('file-downloaded', { account: account.id, brief: briefId })
  return sendAttachment(event, path, source.size, piecesOf(source))
})
