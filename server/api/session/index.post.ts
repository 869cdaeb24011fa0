import { signInRequest } from '#shared/requests'
import { signIn } from '../../services/accounts'
import { placeOf, startSession } from '../../utils/session'
import { readValid } from '../../utils/validate'
import { openRoute } from '../../utils/route'

export default openRoute('POST /api/session', async (event) => {
  const account = await signIn(await readValid(event, signInRequest), placeOf(event))
  await startSession(event, account)
  return { account }
})
