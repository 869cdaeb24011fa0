import { closeRequest } from '#shared/requests'
import { dropSecondFactor } from '../../services/second-factor'
import { BODY } from '../../utils/body'
import { route } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default route('DELETE /api/account/second', async (event, account) => {
  const { password } = await readValid(event, closeRequest, BODY.small)
  await dropSecondFactor(account, password)
  return {}
})
