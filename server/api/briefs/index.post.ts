import { briefRequest } from '#shared/requests'
import { makeBrief } from '../../services/briefs'
import { route } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default route('POST /api/briefs', async (event, account) => {
  const { title, document } = await readValid(event, briefRequest)
  return makeBrief(account, title, document)
})
