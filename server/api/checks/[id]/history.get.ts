import { defineEventHandler } from 'h3'
import { historyOf } from '../../../services/rounds'
import { refuse } from '../../../utils/errors'
import { requireAccount } from '../../../utils/session'
import { queryText, routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const [holder, requirement, n] = [queryText(event, 'holder'), queryText(event, 'requirement'), queryText(event, 'n')]
  if (!holder || !requirement) throw refuse(400, 'holder and requirement are needed')
  if (n !== undefined && !/^\d{1,9}$/.test(n)) throw refuse(400, `n: "${n}" is no number`)
  return historyOf(account, routeId(event), holder, requirement, n === undefined ? null : Number(n))
})
