import { answerOffer } from '../../services/members'
import { route } from '../../utils/route'
import { routeId } from '../../utils/validate'

export default route('POST /api/offers/:id', async (event, account) => answerOffer(account, routeId(event), true))
