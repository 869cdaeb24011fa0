import { reminderRequest } from '#shared/requests'
import { planReminder } from '../../../../services/reminders'
import { BODY } from '../../../../utils/body'
import { route } from '../../../../utils/route'
import { readValid, routeId } from '../../../../utils/validate'

export default route('POST /api/briefs/:id/reminders', async (event, account) => {
  const { beforeMinutes } = await readValid(event, reminderRequest, BODY.small)
  return planReminder(account, routeId(event), beforeMinutes)
})
