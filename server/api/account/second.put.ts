import { codeRequest } from '#shared/requests'
import { confirmSecondFactor } from '../../services/second-factor'
import { BODY } from '../../utils/body'
import { route } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default route('PUT /api/account/second', async (event, account) => {
  const { code } = await readValid(event, codeRequest, BODY.small)
  return confirmSecondFactor(account, code)
})
