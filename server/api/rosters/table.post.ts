import { getHeader, readRawBody } from 'h3'
import { readWorkbook } from '../../services/workbooks'
import { refuse } from '../../utils/errors'
import { route } from '../../utils/route'

const MOST = 8 * 1024 * 1024

/** Cells of a spreadsheet list; CSV is read in the page itself. */
export default route('POST /api/rosters/table', async (event) => {
  const length = Number(getHeader(event, 'content-length') ?? Number.NaN)
  if (!(length <= MOST)) throw refuse(413, `The list is ${length} bytes long; allowed are ${MOST}.`)
  const bytes = await readRawBody(event, false)
  return readWorkbook(bytes ?? new Uint8Array(0))
})
