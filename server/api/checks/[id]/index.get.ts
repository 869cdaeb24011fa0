import { defineEventHandler } from 'h3'
import { getCheck } from '../../../services/report-rows'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => getCheck(await requireAccount(event), routeId(event)))
