import { framesIn } from '#shared/frames'
import { requireReceiving, storeFiles } from '../../../services/intakes'
import { BODY, withBody } from '../../../utils/body'
import { refuse } from '../../../utils/errors'
import { routeId } from '../../../utils/validate'
import { route } from '../../../utils/route'

const MOST = 500

/** Small files, one behind the other, each in a frame of its own. */
export default route('POST /api/intakes/:id/contents', async (event, account) => {
  const id = routeId(event)
  // who may not add to it sends nothing either
  await requireReceiving(account, id)
  return withBody(event, BODY.batch, async (body) => {
    const parts = framesIn(body, MOST)
    if (!parts) throw refuse(422, `The request holds no files as they are sent here: at most ${MOST}, each with its id and length before its bytes.`)
    return storeFiles(account, id, parts)
  })
})
