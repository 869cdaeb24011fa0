import { draftRequest } from '#shared/requests'
import { keepChanges } from '../../../../services/together'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/draft', async (event, account) => {
  const { base, document, at } = await readValid(event, draftRequest, BODY.document)
  await keepChanges(account, routeId(event), base, document, new Date(at))
  return {}
})
