import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { roundOf } from '../../../services/rounds'
import { requireAccount } from '../../../utils/session'
import { queryText, routeId, validate } from '../../../utils/validate'

const against = yup.string().matches(/^[0-9a-f-]{36}$/, 'against: is no id of a check')

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  return roundOf(account, routeId(event), await validate(against, queryText(event, 'against')) ?? null)
})
