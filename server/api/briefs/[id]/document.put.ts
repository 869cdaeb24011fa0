import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { saveDocument } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { readValid, routeId } from '../../../utils/validate'

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  // the brief's own schema says what is wrong with it, in its own words
  return saveDocument(account, routeId(event), await readValid(event, yup.mixed()))
})
