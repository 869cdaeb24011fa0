import { takeBackOffer } from '../../../../services/members'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('DELETE /api/briefs/:id/offers/:offer', async (event, account) => {
  await takeBackOffer(account, routeId(event), routeId(event, 'offer'))
  return {}
})
