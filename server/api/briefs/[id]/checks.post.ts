import { defineEventHandler } from 'h3'
import { runCheck } from '../../../services/checks'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => runCheck(await requireAccount(event), routeId(event)))
