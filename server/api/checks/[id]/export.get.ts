import { Readable } from 'node:stream'
import { sendStream, setHeader } from 'h3'
import { exportOf } from '../../../services/exports'
import { route } from '../../../utils/route'
import { queryText, routeId } from '../../../utils/validate'

export default route('GET /api/checks/:id/export', async (event, account) => {
  const { type, name, pieces } = await exportOf(account, routeId(event), queryText(event, 'as') ?? 'json')
  setHeader(event, 'content-type', type)
  setHeader(event, 'content-disposition', `attachment; filename="${name}"`)
  return pieces instanceof Uint8Array ? Buffer.from(pieces) : sendStream(event, Readable.from(pieces))
})
