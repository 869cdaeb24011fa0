import { finishHandIn } from '../../../../services/hand-ins'
import { doorRoute } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default doorRoute('POST /api/door/hand-ins/:id/finish', (event, holder) => finishHandIn(holder, routeId(event)))
