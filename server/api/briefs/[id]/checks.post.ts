import { defineEventHandler } from 'h3'
import { askForCheck } from '../../../services/checks'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => askForCheck(await requireAccount(event), routeId(event)))
