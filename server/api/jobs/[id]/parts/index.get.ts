import { defineEventHandler } from 'h3'
import { listParts } from '../../../../services/corrected'
import { requireAccount } from '../../../../utils/session'
import { routeId } from '../../../../utils/validate'

export default defineEventHandler(async event => listParts(await requireAccount(event), routeId(event)))
