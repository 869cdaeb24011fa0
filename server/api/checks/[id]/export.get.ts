import { setHeader } from 'h3'
import { noteEvent } from '../../../services/events'
import { exportOf } from '../../../services/exports'
import { sendPieces } from '../../../utils/stream'
import { route } from '../../../utils/route'
import { queryText, routeId } from '../../../utils/validate'

export default route('GET /api/checks/:id/export', async (event, account) => {
  const kind = queryText(event, 'as') ?? 'json'
  const { type, name, pieces, briefId } = await exportOf(account, routeId(event), kind, queryText(event, 'measured')?.slice(0, 2000).split(',') ?? [])
  await noteEvent('exported', { account: account.id, brief: briefId, about: kind })
  setHeader(event, 'content-type', type)
  setHeader(event, 'content-disposition', `attachment; filename="${name}"`)
  return pieces instanceof Uint8Array ? Buffer.from(pieces) : sendPieces(event, pieces, false)
})
