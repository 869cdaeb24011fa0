import { searchBriefs } from '../services/search'
import { refuse } from '../utils/errors'
import { queryText } from '../utils/validate'
import { route } from '../utils/route'

export default route('GET /api/search', async (event, account) => {
  const text = queryText(event, 'for')?.trim() ?? ''
  if (text.length < 2) throw refuse(400, 'for: at least two characters are needed to look for')
  return searchBriefs(account, text)
})
