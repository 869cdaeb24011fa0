import { requireRole } from '../../../../services/access'
import { putStartFile } from '../../../../services/start-files'
import { BODY, withBody } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { queryText, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/start', async (event, account) => {
  const id = routeId(event)
  // who may not is told before anything is read
  await requireRole(account, id, 'checker')
  await withBody(event, BODY.batch, bytes => putStartFile(account, id, queryText(event, 'name') ?? '', bytes))
  return {}
})
