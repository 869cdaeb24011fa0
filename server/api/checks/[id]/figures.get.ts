import { defineEventHandler } from 'h3'
import { figuresOf } from '../../../services/rounds'
import { requireAccount } from '../../../utils/session'
import { routeId } from '../../../utils/validate'

export default defineEventHandler(async event => figuresOf(await requireAccount(event), routeId(event)))
