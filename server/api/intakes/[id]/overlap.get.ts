import { defineEventHandler } from 'h3'
import { overlapOf } from '../../../services/intakes'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => overlapOf(await requireAccount(event), routeId(event)))
