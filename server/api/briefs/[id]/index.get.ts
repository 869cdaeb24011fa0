import { defineEventHandler } from 'h3'
import { getBrief } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => getBrief(await requireAccount(event), routeId(event)))
