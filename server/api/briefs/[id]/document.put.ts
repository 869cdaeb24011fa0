import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { saveDocument } from '../../../services/briefs'
import { weighChange } from '../../../services/checks'
import { requireAccount } from '../../../utils/session'
import { queryText, readValid, routeId } from '../../../utils/validate'

/** `keep=earlier`: what has been received and is right stays right, whatever the new rule says. */
export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const id = routeId(event)
  // the brief's own schema says what is wrong with it, in its own words
  const document = await readValid(event, yup.mixed())
  const kept = queryText(event, 'keep') === 'earlier' ? (await weighChange(account, id, document, Infinity)).worseFiles : []
  return saveDocument(account, id, document, kept)
})
