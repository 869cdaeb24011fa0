import { defineEventHandler } from 'h3'
import { trayOf } from '../../../services/report-rows'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => trayOf(await requireAccount(event), routeId(event)))
