import { newPasswordRequest } from '#shared/requests'
import { setPassword } from '../../services/accounts'
import { BODY } from '../../utils/body'
import { placeOf } from '../../utils/origin'
import { openRoute } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default openRoute('PUT /api/password', async (event) => {
  const { token, next } = await readValid(event, newPasswordRequest, BODY.small)
  await setPassword(token, next, placeOf(event))
  return {}
})
