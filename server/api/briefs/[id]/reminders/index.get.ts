import { listReminders } from '../../../../services/reminders'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('GET /api/briefs/:id/reminders', (event, account) => listReminders(account, routeId(event)))
