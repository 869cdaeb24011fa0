import { defineEventHandler } from 'h3'
import { rackPage } from '../../../services/report-rows'
import { requireAccount } from '../../../utils/session'
import { queryNumber, routeId } from '../../../utils/validate'

export default defineEventHandler(async event =>
  rackPage(await requireAccount(event), routeId(event), queryNumber(event, 'from', 0, 1_000_000), queryNumber(event, 'count', 200, 500)))
