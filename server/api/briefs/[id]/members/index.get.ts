import { defineEventHandler } from 'h3'
import { listMembers } from '../../../../services/members'
import { requireAccount } from '../../../../utils/session'
import { routeId } from '../../../../utils/validate'

export default defineEventHandler(async event => listMembers(await requireAccount(event), routeId(event)))
