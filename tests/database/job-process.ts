// One more process that takes part in the work; bundled and started by the tests.
import { PROCESS, startQueue } from '../../server/jobs/queue'

await startQueue(process.env.DATABASE_URL ?? '')
process.stdout.write(`${PROCESS}\n`)
