import { askForPasskey } from '../../services/passkeys'
import { partyOf, placeOf } from '../../utils/origin'
import { openRoute } from '../../utils/route'

export default openRoute('POST /api/passkey', async event => askForPasskey(partyOf(event), placeOf(event)))
