import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { copyOf } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const schema = exact({
  title: yup.string().trim().min(1, 'is missing').max(200).required('is missing'),
  due: yup.string().max(40).nullable().defined(),
  samePeople: yup.boolean().required('is missing'),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  return copyOf(account, routeId(event), await readValid(event, schema))
})
