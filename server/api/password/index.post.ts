import { forgottenRequest } from '#shared/requests'
import { askForPassword } from '../../services/accounts'
import { BODY } from '../../utils/body'
import { placeOf } from '../../utils/origin'
import { openRoute } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default openRoute('POST /api/password', async (event) => {
  const { mail } = await readValid(event, forgottenRequest, BODY.small)
  await askForPassword(mail, placeOf(event))
  return {}
})
