import { documentRequest } from '#shared/requests'
import { weighChange } from '../../../services/checks'
import { route } from '../../../utils/route'
import { BODY } from '../../../utils/body'
import { readValid, routeId } from '../../../utils/validate'

export default route(
  'POST /api/briefs/:id/effect',
  async (event, account) => weighChange(account, routeId(event), await readValid(event, documentRequest, BODY.document)),
)
