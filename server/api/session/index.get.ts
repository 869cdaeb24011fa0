import { defineEventHandler } from 'h3'
import { isEmpty } from '../../services/accounts'
import { findAccount } from '../../utils/session'

export default defineEventHandler(async (event) => {
  const account = await findAccount(event)
  return { account: account && { id: account.id, mail: account.mail, name: account.name }, first: account ? false : await isEmpty() }
})
