import { defineEventHandler } from 'h3'
import { prepareSlips } from '../../../../services/slips'
import { requireAccount } from '../../../../utils/session'
import { routeId } from '../../../../utils/validate'

export default defineEventHandler(async event => prepareSlips(await requireAccount(event), routeId(event)))
