import { nameRequest } from '#shared/requests'
import { changeName } from '../../services/accounts'
import { BODY } from '../../utils/body'
import { route } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default route('PUT /api/account/name', async (event, account) => {
  const { name } = await readValid(event, nameRequest, BODY.small)
  await changeName(account, name)
  return {}
})
