import { historyOf } from '../../../services/rounds'
import { refuse } from '../../../utils/errors'
import { queryText, routeId } from '../../../utils/validate'
import { route } from '../../../utils/route'

export default route('GET /api/checks/:id/history', async (event, account) => {
  const [holder, requirement, n] = [queryText(event, 'holder'), queryText(event, 'requirement'), queryText(event, 'n')]
  if (!holder || !requirement) throw refuse(400, 'holder and requirement are needed')
  if (n !== undefined && !/^\d{1,9}$/.test(n)) throw refuse(400, `n: "${n}" is no number`)
  return historyOf(account, routeId(event), holder, requirement, n === undefined ? null : Number(n))
})
