import { handInRequest } from '#shared/requests'
import { beginHandIn } from '../../../services/hand-ins'
import { BODY } from '../../../utils/body'
import { doorRoute } from '../../../utils/route'
import { readValid } from '../../../utils/validate'

export default doorRoute('POST /api/door/hand-ins', async (event, holder) => {
  const { key, version } = await readValid(event, handInRequest, BODY.small)
  return beginHandIn(holder, key, version)
})
