import { listOffers } from '../../services/members'
import { route } from '../../utils/route'

export default route('GET /api/offers', async (_, account) => listOffers(account))
