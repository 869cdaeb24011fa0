import { defineEventHandler } from 'h3'
import { listBriefs } from '../../services/briefs'
import { requireAccount } from '../../utils/session'

export default defineEventHandler(async event => listBriefs(await requireAccount(event)))
