import { closeRequest } from '#shared/requests'
import { closeAccount } from '../../services/accounts'
import { BODY } from '../../utils/body'
import { placeOf } from '../../utils/origin'
import { route } from '../../utils/route'
import { forgetSession } from '../../utils/session'
import { readValid } from '../../utils/validate'

export default route('DELETE /api/account', async (event, account) => {
  const { password } = await readValid(event, closeRequest, BODY.small)
  await closeAccount(account, password, placeOf(event))
  forgetSession(event)
  return {}
})
