import { briefRequest } from '#shared/requests'
import { makeBrief } from '../../services/briefs'
import { route } from '../../utils/route'
import { BODY } from '../../utils/body'
import { readValid } from '../../utils/validate'

export default route('POST /api/briefs', async (event, account) => {
  const { title, document } = await readValid(event, briefRequest, BODY.document)
  return makeBrief(account, title, document)
})
