import { linksRequest } from '#shared/requests'
import { giveLinks } from '../../../../services/door-links'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('POST /api/briefs/:id/door/links', async (event, account) => {
  const { people } = await readValid(event, linksRequest, BODY.list)
  return giveLinks(account, routeId(event), people)
})
