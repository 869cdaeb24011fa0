import { defineEventHandler, setResponseStatus } from 'h3'
import { readiness } from '../../utils/ready'

/** Whether requests should be sent here, and why not. */
export default defineEventHandler(async (event) => {
  const problem = await readiness()
  setResponseStatus(event, problem === null ? 200 : 503)
  return problem === null ? { ready: true } : { ready: false, problem }
})
