import { signInRequest } from '#shared/requests'
import { signIn } from '../../services/accounts'
import { placeOf } from '../../utils/origin'
import { startSession } from '../../utils/session'
import { readValid } from '../../utils/validate'
import { BODY } from '../../utils/body'
import { openRoute } from '../../utils/route'

export default openRoute('POST /api/session', async (event) => {
  const account = await signIn(await readValid(event, signInRequest, BODY.small), placeOf(event))
  await startSession(event, account)
  return { account }
})
