import { accountRequest } from '#shared/requests'
import { makeAccount } from '../../services/accounts'
import { startSession } from '../../utils/session'
import { readValid } from '../../utils/validate'
import { openRoute } from '../../utils/route'

export default openRoute('POST /api/accounts', async (event) => {
  const account = await makeAccount(await readValid(event, accountRequest))
  await startSession(event, account)
  return { account }
})
