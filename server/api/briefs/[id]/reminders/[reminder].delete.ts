import { stopReminder } from '../../../../services/reminders'
import { route } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default route('DELETE /api/briefs/:id/reminders/:reminder', async (event, account) => {
  await stopReminder(account, routeId(event), routeId(event, 'reminder'))
  return {}
})
