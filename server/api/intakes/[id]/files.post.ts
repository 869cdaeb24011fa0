import { filesRequest } from '#shared/requests'
import { addFiles } from '../../../services/intakes'
import { route } from '../../../utils/route'
import { BODY } from '../../../utils/body'
import { readValid, routeId } from '../../../utils/validate'

export default route('POST /api/intakes/:id/files', async (event, account) => {
  const { files } = await readValid(event, filesRequest, BODY.list)
  return addFiles(account, routeId(event), files)
})
