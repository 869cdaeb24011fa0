import { getRouterParams, setHeader } from 'h3'
import { piecesOf } from '../../../../services/contents'
import { openPart } from '../../../../services/corrected'
import { noteEvent } from '../../../../services/events'
import { refuse } from '../../../../utils/errors'
import { routeId } from '../../../../utils/validate'
import { sendPieces } from '../../../../utils/stream'
import { route } from '../../../../utils/route'

export default route('GET /api/jobs/:id/parts/:step', async (event, account) => {
  const step = Number(getRouterParams(event).step)
  if (!Number.isInteger(step) || step < 0) throw refuse(404, 'There is nothing here.')
  const { source, name, briefId } = await openPart(account, routeId(event), step)
  await noteEvent('copy-downloaded', { account: account.id, brief: briefId })
  setHeader(event, 'content-type', 'application/zip')
  setHeader(event, 'content-length', source.size)
  setHeader(event, 'content-disposition', `attachment; filename="${name}"`)
  return sendPieces(event, piecesOf(source), true)
})
