import { passkeySignInRequest } from '#shared/requests'
import { signInByPasskey } from '../../services/passkeys'
import { BODY } from '../../utils/body'
import { partyOf, placeOf } from '../../utils/origin'
import { openRoute } from '../../utils/route'
import { startSession } from '../../utils/session'
import { readValid } from '../../utils/validate'

export default openRoute('PUT /api/passkey', async (event) => {
  const { response } = await readValid(event, passkeySignInRequest, BODY.words)
  const account = await signInByPasskey(response, partyOf(event), placeOf(event))
  await startSession(event, account)
  return { account }
})
