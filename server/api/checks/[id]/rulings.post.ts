import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import type { RulingWish } from '../../../services/rulings'
import { makeRuling } from '../../../services/rulings'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const schema = exact({
  kind: yup.string().oneOf(['place', 'set-aside', 'accept', 'waive']).required('is missing'),
  fileId: yup.string().matches(/^[0-9a-f-]{36}$/, 'is no id of a file'),
  slot: exact({ requirement: yup.string().max(60).required('is missing'), holder: yup.string().max(400).required('is missing'), n: yup.number().integer().min(0) }).default(undefined),
  reason: yup.string().max(500),
  alias: yup.string().max(100),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const wish = await readValid(event, schema)
  return makeRuling(account, routeId(event), wish as RulingWish)
})
