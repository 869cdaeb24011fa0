import { setHeader } from 'h3'
import { findContent, piecesOf } from '../../../../services/contents'
import { noteEvent } from '../../../../services/events'
import { routeId } from '../../../../utils/validate'
import { sendPieces } from '../../../../utils/stream'
import { route } from '../../../../utils/route'

/** The received bytes as they came: an attachment of no type, so that no browser ever opens them by itself. */
export default route('GET /api/checks/:id/contents/:file', async (event, account) => {
  const { source, path, briefId } = await findContent(account, routeId(event), routeId(event, 'file'))
  await noteEvent('file-downloaded', { account: account.id, brief: briefId })
  const name = path.slice(path.lastIndexOf('/') + 1)
  setHeader(event, 'content-type', 'application/octet-stream')
  setHeader(event, 'content-length', source.size)
  setHeader(event, 'x-content-type-options', 'nosniff')
  setHeader(event, 'content-security-policy', 'default-src \'none\'; sandbox')
  setHeader(event, 'cache-control', 'private, no-store')
  // RFC 6266 and RFC 8187: everything but letters and digits is written in percent signs
  setHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name.toWellFormed?.() ?? name).replace(
    /['()*]/g, char => `%${char.charCodeAt(0).toString(16).toUpperCase()}`,
  )}`)
  return sendPieces(event, piecesOf(source), true)
})
