import { defineEventHandler, setHeader } from 'h3'
import { listKeys } from '../../services/receipt-keys'
import { ready } from '../../utils/ready'

/** Keys that receipts of this installation are signed with; anybody may look, from anywhere. */
export default defineEventHandler(async (event) => {
  await ready()
  setHeader(event, 'access-control-allow-origin', '*')
  setHeader(event, 'cache-control', 'public, max-age=300')
  return { keys: await listKeys() }
})
