import { defineEventHandler } from 'h3'
import { listSent } from '../../../services/slips'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => listSent(await requireAccount(event), routeId(event)))
