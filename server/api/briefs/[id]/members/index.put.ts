import { memberRequest } from '#shared/requests'
import { shareBrief } from '../../../../services/members'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/members', async (event, account) => {
  const { mail, role } = await readValid(event, memberRequest)
  await shareBrief(account, routeId(event), mail, role)
  return {}
})
