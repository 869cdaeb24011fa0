import { defineEventHandler } from 'h3'
import { searchBriefs } from '../services/search'
import { refuse } from '../utils/errors'
import { requireAccount } from '../utils/session'
import { queryText } from '../utils/validate'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const text = queryText(event, 'for')?.trim() ?? ''
  if (text.length < 2) throw refuse(400, 'for: at least two characters are needed to look for')
  return searchBriefs(account, text)
})
