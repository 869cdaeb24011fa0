import { defineEventHandler } from 'h3'
import { startCopy } from '../../../services/corrected'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => startCopy(await requireAccount(event), routeId(event)))
