import type { EarlierRecord } from '#shared/answers'
import { recordRequest } from '#shared/requests'
import { keepRecord } from '../../../../services/earlier-record'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('PUT /api/briefs/:id/record', async (event, account) => {
  await keepRecord(account, routeId(event), await readValid(event, recordRequest, BODY.roster) as EarlierRecord)
  return {}
})
