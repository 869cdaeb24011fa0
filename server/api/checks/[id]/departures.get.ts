import { defineEventHandler } from 'h3'
import { departuresOf } from '../../../services/report-rows'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

const MOST = 5000

export default defineEventHandler(async event => departuresOf(await requireAccount(event), routeId(event), MOST))
