import { tryLeafletRequest } from '#shared/requests'
import { tryLeaflet } from '../../../../services/leaflets'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('POST /api/briefs/:id/leaflets/try', async (event, account) => {
  const { person } = await readValid(event, tryLeafletRequest, BODY.small)
  await tryLeaflet(account, routeId(event), person)
  return {}
})
