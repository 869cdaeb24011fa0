import { defineEventHandler } from 'h3'
import { getJob } from '../../../services/jobs'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => getJob(await requireAccount(event), routeId(event)))
