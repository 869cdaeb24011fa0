import { readWorkbook } from '../../services/workbooks'
import { BODY, readBounded } from '../../utils/body'
import { route } from '../../utils/route'

/** Cells of a spreadsheet list; CSV is read in the page itself. */
export default route('POST /api/rosters/table', async (event, account) => readWorkbook(account, await readBounded(event, BODY.sheet)))
