import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { sendSlips } from '../../../../services/slips'
import { requireAccount } from '../../../../utils/session'
import { exact, readValid, routeId } from '../../../../utils/validate'

const schema = exact({
  holders: yup.array(yup.string().max(400).required()).min(1, 'holders: nobody is chosen').max(20_000).required('is missing'),
  again: yup.boolean().required('is missing'),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const { holders, again } = await readValid(event, schema)
  return sendSlips(account, routeId(event), holders, again)
})
