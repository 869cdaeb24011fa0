import { letterRequest } from '#shared/requests'
import { setLetter } from '../../../../services/letters'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/letter', async (event, account) => {
  await setLetter(account, routeId(event), await readValid(event, letterRequest, BODY.words))
  return {}
})
