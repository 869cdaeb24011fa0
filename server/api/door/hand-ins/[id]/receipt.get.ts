import { receiptOf } from '../../../../services/hand-ins'
import { doorRoute } from '../../../../utils/route'
import { routeId } from '../../../../utils/validate'

export default doorRoute('GET /api/door/hand-ins/:id/receipt', (event, holder) => receiptOf(holder, routeId(event)))
