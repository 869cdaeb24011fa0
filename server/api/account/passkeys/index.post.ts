import { closeRequest } from '#shared/requests'
import { beginPasskey } from '../../../services/passkeys'
import { BODY } from '../../../utils/body'
import { partyOf } from '../../../utils/origin'
import { route } from '../../../utils/route'
import { readValid } from '../../../utils/validate'

export default route('POST /api/account/passkeys', async (event, account) => {
  const { password } = await readValid(event, closeRequest, BODY.small)
  return beginPasskey(account, password, partyOf(event))
})
