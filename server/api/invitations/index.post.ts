import { defineEventHandler } from 'h3'
import { invite } from '../../services/accounts'
import { requireAccount } from '../../utils/session'

export default defineEventHandler(async event => invite(await requireAccount(event)))
