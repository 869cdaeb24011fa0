import { getHeader, readMultipartFormData } from 'h3'
import { storeFiles } from '../../../services/intakes'
import { refuse } from '../../../utils/errors'
import { routeId } from '../../../utils/validate'
import { route } from '../../../utils/route'

const MOST = 24 * 1024 * 1024

export default route('POST /api/intakes/:id/contents', async (event, account) => {
  const length = Number(getHeader(event, 'content-length') ?? Number.NaN)
  // the whole batch is held in memory: its length must be known and bounded before it is read
  if (!(length <= MOST)) throw refuse(413, `A batch of small files may be ${MOST} bytes long; larger files are sent in stretches.`)
  const parts = await readMultipartFormData(event) ?? []
  return storeFiles(
    account, routeId(event),
    parts.map(part => ({ fileId: part.name ?? '', bytes: part.data })).filter(part => /^[0-9a-f-]{36}$/.test(part.fileId)),
  )
})
