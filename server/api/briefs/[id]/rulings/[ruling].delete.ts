import { takeBackRuling } from '../../../../services/rulings'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('DELETE /api/briefs/:id/rulings/:ruling', async (event, account) => {
  await takeBackRuling(account, routeId(event), routeId(event, 'ruling'))
  return {}
})
