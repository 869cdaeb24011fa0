import { answerOffer } from '../../services/members'
import { route } from '../../utils/route'
import { routeId } from '../../utils/validate'

export default route('DELETE /api/offers/:id', async (event, account) => {
  await answerOffer(account, routeId(event), false)
  return {}
})
