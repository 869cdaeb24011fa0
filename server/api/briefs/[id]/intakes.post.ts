import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { startIntake } from '../../../services/intakes'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const schema = exact({
  key: yup.string().matches(/^[\w-]{8,100}$/).required('is missing'),
  root: yup.string().min(1).max(255).required('is missing'),
  keeps: yup.boolean().required('is missing'),
  statedAt: yup.string().matches(/^\d{4}-\d{2}-\d{2}T[\d:.]+(?:Z|[+-]\d{2}:\d{2})$/, 'is no time such as 2026-10-16T15:30:00+02:00').nullable(),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  return startIntake(account, routeId(event), await readValid(event, schema))
})
