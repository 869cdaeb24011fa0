import { getRouterParams } from 'h3'
import { piecesOf } from '../../../../services/reading'
import { openPart } from '../../../../services/corrected'
import { noteEvent } from '../../../../services/events'
import { refuse } from '../../../../utils/errors'
import { routeId } from '../../../../utils/validate'
import { sendAttachment } from '../../../../utils/stream'
import { route } from '../../../../utils/route'

export default route('GET /api/jobs/:id/parts/:step', async (event, account) => {
  const step = Number(getRouterParams(event).step)
  if (!Number.isInteger(step) || step < 0) throw refuse(404, 'There is nothing here.')
  const { source, name, briefId } = await openPart(account, routeId(event), step)
  await noteEvent('copy-downloaded', { account: account.id, brief: briefId })
  return sendAttachment(event, name, source.size, piecesOf(source))
})
