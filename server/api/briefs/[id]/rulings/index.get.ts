import { defineEventHandler } from 'h3'
import { listRulings } from '../../../../services/rulings'
import { requireAccount } from '../../../../utils/session'
import { routeId } from '../../../../utils/validate'

export default defineEventHandler(async event => listRulings(await requireAccount(event), routeId(event)))
