import { documentRequest } from '#shared/requests'
import { saveDocument } from '../../../services/documents'
import { weighChange } from '../../../services/checks'
import { queryText, readValid, routeId } from '../../../utils/validate'
import { BODY } from '../../../utils/body'
import { route } from '../../../utils/route'

export default route('PUT /api/briefs/:id/document', async (event, account) => {
  const id = routeId(event)
  // the brief's own schema says what is wrong with it, in its own words
  const document = await readValid(event, documentRequest, BODY.document)
  const base = Number(queryText(event, 'base') ?? Number.NaN)
  const kept = queryText(event, 'keep') === 'earlier' ? (await weighChange(account, id, document, Infinity)).worseFiles : []
  return saveDocument(account, id, document, kept, Number.isSafeInteger(base) ? base : null)
})
