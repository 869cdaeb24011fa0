import { piecesOf } from '../../../../services/reading'
import { openStartFile } from '../../../../services/start-files'
import { route } from '../../../../utils/route'
import { sendAttachment } from '../../../../utils/stream'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/start', async (event, account) => {
  const { source, name } = await openStartFile(account, routeId(event))
  return sendAttachment(event, name, source.size, piecesOf(source))
})
