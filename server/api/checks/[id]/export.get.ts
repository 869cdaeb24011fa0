import { Readable } from 'node:stream'
import { sendStream, setHeader } from 'h3'
import { ownOf } from '#core/text/own'
import { EXPORTS, exportOf } from '../../../services/exports'
import { refuse } from '../../../utils/errors'
import { queryText, routeId } from '../../../utils/validate'
import { route } from '../../../utils/route'

export default route('GET /api/checks/:id/export', async (event, account) => {
  const as = queryText(event, 'as') ?? 'json'
  const kind = ownOf(EXPORTS, as)
  if (!kind) throw refuse(400, `as: "${as}" is not one of ${Object.keys(EXPORTS).join(', ')}`)
  const pieces = await exportOf(account, routeId(event), as)
  setHeader(event, 'content-type', kind.type)
  setHeader(event, 'content-disposition', `attachment; filename="${kind.name}"`)
  return pieces instanceof Uint8Array ? Buffer.from(pieces) : sendStream(event, Readable.from(pieces))
})
