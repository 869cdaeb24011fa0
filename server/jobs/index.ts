import { startQueue } from '../queue/queue'
import type { Tasks } from '../queue/task'
import { runCheckStep } from './check'
import { runCopyStep } from './corrected-copy'
import { runMailStep } from './mail'
import { runPackStep } from './pack'
import { runScanStep } from './scan'

/** Every kind of long work. */
const TASKS: Tasks = { 'check': runCheckStep, 'corrected-copy': runCopyStep, 'mail': runMailStep, 'scan': runScanStep, 'pack': runPackStep }

/** Begins to share long work with all other processes on this database; `works: false` only asks for it. */
export function startJobs({ works = true } = {}): Promise<void> {
  return startQueue(works ? TASKS : null)
}
