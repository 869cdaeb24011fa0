import { intakeRequest } from '#shared/requests'
import { startIntake } from '../../../services/intakes'
import { route } from '../../../utils/route'
import { readValid, routeId } from '../../../utils/validate'

export default route(
  'POST /api/briefs/:id/intakes',
  async (event, account) => startIntake(account, routeId(event), await readValid(event, intakeRequest)),
)
