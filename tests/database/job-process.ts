// One more process that takes part in the work; bundled and started by the tests.
import { startJobs } from '../../server/jobs/index'
import { PROCESS } from '../../server/queue/queue'

await startJobs()
process.stdout.write(`${PROCESS}\n`)
