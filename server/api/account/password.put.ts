import { passwordRequest } from '#shared/requests'
import { changePassword } from '../../services/accounts'
import { BODY } from '../../utils/body'
import { placeOf } from '../../utils/origin'
import { route } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default route('PUT /api/account/password', async (event, account) => {
  const { before, next } = await readValid(event, passwordRequest, BODY.small)
  await changePassword(account, before, next, placeOf(event))
  return {}
})
