import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import type { Role } from '../../../../services/access'
import { shareBrief } from '../../../../services/members'
import { requireAccount } from '../../../../utils/session'
import { exact, readValid, routeId } from '../../../../utils/validate'

const schema = exact({
  mail: yup.string().max(320).required('mail: whom with?'),
  role: yup.string().oneOf(['owner', 'checker', 'reader']).required('role is missing'),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const { mail, role } = await readValid(event, schema)
  await shareBrief(account, routeId(event), mail, role as Role)
  return {}
})
