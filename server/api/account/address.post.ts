import { verifyRequest } from '#shared/requests'
import { confirmAddress, sendToken } from '../../services/notices'
import { BODY } from '../../utils/body'
import { route } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default route('POST /api/account/address', async (event, account) => {
  const { token } = await readValid(event, verifyRequest, BODY.small)
  if (token === undefined) await sendToken(account)
  else await confirmAddress(account, token)
  return { verified: token !== undefined }
})
