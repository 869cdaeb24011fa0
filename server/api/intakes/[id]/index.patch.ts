import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { letCount } from '../../../services/intakes'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const schema = exact({ counts: yup.boolean().required('is missing') })

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  await letCount(account, routeId(event), (await readValid(event, schema)).counts)
  return {}
})
