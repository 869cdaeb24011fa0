import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { requireRole } from '../../../services/access'
import { validFor } from '../../../services/briefs'
import { weighChange } from '../../../services/checks'
import { requireAccount } from '../../../utils/session'
import { readValid, routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const id = routeId(event)
  await requireRole(account, id, 'reader')
  return weighChange(account, id, await validFor(id, await readValid(event, yup.mixed())))
})
