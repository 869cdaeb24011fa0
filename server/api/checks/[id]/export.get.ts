import { Readable } from 'node:stream'
import { defineEventHandler, sendStream, setHeader } from 'h3'
import { ownOf } from '#core/text/own'
import { EXPORTS, exportOf } from '../../../services/exports'
import { refuse } from '../../../utils/errors'
import { requireAccount } from '../../../utils/session'
import { queryText, routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const as = queryText(event, 'as') ?? 'json'
  const kind = ownOf(EXPORTS, as)
  if (!kind) throw refuse(400, `as: "${as}" is not one of ${Object.keys(EXPORTS).join(', ')}`)
  const pieces = await exportOf(account, routeId(event), as)
  setHeader(event, 'content-type', kind.type)
  setHeader(event, 'content-disposition', `attachment; filename="${kind.name}"`)
  return pieces instanceof Uint8Array ? Buffer.from(pieces) : sendStream(event, Readable.from(pieces))
})
