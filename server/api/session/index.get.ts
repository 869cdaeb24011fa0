import { describeAccount, isEmpty } from '../../services/accounts'
import { findAccount } from '../../utils/session'
import { openRoute } from '../../utils/route'

export default openRoute('GET /api/session', async (event) => {
  const account = await findAccount(event)
  return account ? { account: await describeAccount(account), first: false } : { account: null, first: await isEmpty() }
})
