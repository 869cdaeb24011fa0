import { defineEventHandler } from 'h3'
import { receivedPaths } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

const MOST = 1000

export default defineEventHandler(async event => receivedPaths(await requireAccount(event), routeId(event), MOST))
