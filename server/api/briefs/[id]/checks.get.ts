import { defineEventHandler } from 'h3'
import { listChecks } from '../../../services/rounds'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => listChecks(await requireAccount(event), routeId(event)))
