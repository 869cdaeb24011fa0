import { defineEventHandler } from 'h3'
import { planCopy } from '../../../services/corrected'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => planCopy(await requireAccount(event), routeId(event)))
