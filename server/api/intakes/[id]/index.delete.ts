import { cancelIntake } from '../../../services/intakes'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('DELETE /api/intakes/:id', async (event, account) => {
  await cancelIntake(account, routeId(event))
  return {}
})
