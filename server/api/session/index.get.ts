import { isEmpty } from '../../services/accounts'
import { findAccount } from '../../utils/session'
import { openRoute } from '../../utils/route'

export default openRoute('GET /api/session', async (event) => {
  const account = await findAccount(event)
  return { account: account && { id: account.id, mail: account.mail, name: account.name }, first: account ? false : await isEmpty() }
})
