import { piecesOf } from '../../services/reading'
import { startFileBytes } from '../../services/start-files'
import { doorRoute } from '../../utils/route'
import { sendAttachment } from '../../utils/stream'

/** The file everybody begins from, for whoever has a link. */
export default doorRoute('GET /api/door/start', async (event, { briefId }) => {
  const { source, name } = await startFileBytes(briefId)
  return sendAttachment(event, name, source.size, piecesOf(source))
})
