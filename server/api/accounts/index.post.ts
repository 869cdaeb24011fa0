import { accountRequest } from '#shared/requests'
import { makeAccount } from '../../services/accounts'
import { placeOf } from '../../utils/origin'
import { startSession } from '../../utils/session'
import { readValid } from '../../utils/validate'
import { BODY } from '../../utils/body'
import { openRoute } from '../../utils/route'

export default openRoute('POST /api/accounts', async (event) => {
  const account = await makeAccount(await readValid(event, accountRequest, BODY.small), placeOf(event))
  await startSession(event, account)
  return { account }
})
