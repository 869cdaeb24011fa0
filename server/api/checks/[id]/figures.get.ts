import { figuresOf } from '../../../services/rounds'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

export default route('GET /api/checks/:id/figures', async (event, account) => figuresOf(account, routeId(event)))
