import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { keepAtHand } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const schema = exact({ atHand: yup.boolean().required('is missing') })

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const { atHand } = await readValid(event, schema)
  await keepAtHand(account, routeId(event), atHand)
  return { atHand }
})
