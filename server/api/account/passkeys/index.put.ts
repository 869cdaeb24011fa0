import { passkeyRequest } from '#shared/requests'
import { addPasskey } from '../../../services/passkeys'
import { BODY } from '../../../utils/body'
import { partyOf } from '../../../utils/origin'
import { route } from '../../../utils/route'
import { readValid } from '../../../utils/validate'

export default route('PUT /api/account/passkeys', async (event, account) => {
  const { name, response } = await readValid(event, passkeyRequest, BODY.words)
  await addPasskey(account, name, response, partyOf(event))
  return {}
})
