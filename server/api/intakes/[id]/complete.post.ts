import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { completeIntake } from '../../../services/intakes'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const schema = exact({ files: yup.number().integer().min(0).required('is missing'), replaces: yup.boolean().required('is missing') })

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const { files, replaces } = await readValid(event, schema)
  return completeIntake(account, routeId(event), files, replaces)
})
