import { getHeader, readRawBody } from 'h3'
import { storePiece } from '../../../../services/intakes'
import { refuse } from '../../../../utils/errors'
import { queryNumber, routeId } from '../../../../utils/validate'
import { route } from '../../../../utils/route'

const MOST = 8 * 1024 * 1024

export default route('PUT /api/intakes/:id/content/:file', async (event, account) => {
  const length = Number(getHeader(event, 'content-length') ?? Number.NaN)
  if (!(length <= MOST)) throw refuse(413, `A stretch of a file may be ${MOST} bytes long.`)
  const bytes = await readRawBody(event, false)
  return storePiece(
    account, routeId(event), routeId(event, 'file'), queryNumber(event, 'offset', 0, Number.MAX_SAFE_INTEGER),
    bytes ?? new Uint8Array(0),
  )
})
